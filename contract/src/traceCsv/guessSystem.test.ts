import { systemChannels } from '@zetesis/core'
import { guessLog } from './guess'

const rows = (cells: string) => Array.from({ length: 20 }, (_, i) => `${i * 2},${cells}`).join('\n')
const guess = (header: string, cells: string) => {
  const found = guessLog(`${header}\n${rows(cells)}`, 'suctionPressure')
  if (!found.ok) throw new Error(found.refusal.code)
  return found.mapping.channels
}

describe('a log of a running system', () => {
  it('finds each channel by its name, with its unit', () => {
    const channels = guess(
      'time s,Suction psig,Liquid psig,Suction line °F,Liquid line °F,Discharge °F,Return °F,RH %,Supply °F,Outdoor °F,ESP in wc,Volts,Amps,after drier °F,Before TXV °F',
      '122,340,54,95,150,76,52,57,86,0.45,232,13,94,91',
    )
    expect(systemChannels.map((c) => [c, channels[c]?.column, channels[c]?.unit])).toEqual([
      ['suctionPressure', 1, 'psig'],
      ['liquidPressure', 2, 'psig'],
      ['suctionLine', 3, '°F'],
      ['liquidLine', 4, '°F'],
      ['discharge', 5, '°F'],
      ['returnDryBulb', 6, '°F'],
      ['returnHumidity', 7, '%'],
      ['supply', 8, '°F'],
      ['outdoor', 9, '°F'],
      ['staticPressure', 10, 'in wc'],
      ['voltage', 11, 'V'],
      ['amps', 12, 'A'],
      ['lowSaturation', undefined, undefined],
      ['highSaturation', undefined, undefined],
      ['drierOut', 13, '°F'],
      ['deviceIn', 14, '°F'],
    ])
  })
  it('guesses units from the figures where the names have none, and says so', () => {
    const channels = guess('t,low pressure,high pressure,suction,liquid', '8.4,23.4,12,35')
    expect(channels.suctionPressure).toMatchObject({ unit: 'bar', guessed: true })
    expect(channels.liquidLine).toMatchObject({ unit: '°C', guessed: true })
  })
  it('says where two columns claim one channel', () => {
    const channels = guess('t,suction psig,suction line F,suction temp F', '122,54,71')
    expect(channels.suctionLine).toMatchObject({ column: 2, twin: true })
    expect(channels.suctionPressure?.twin).toBeUndefined()
  })
})
