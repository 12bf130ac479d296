import { forecastHours, type ForecastPoint } from '@zetesis/core'
import { readForecast, type ForecastTerms } from './forecastFile'

const NOW = Date.parse('2026-12-05T06:00:00Z')
const terms: ForecastTerms = { timeZone: 'America/Chicago', usualUnit: '°F', nowMs: NOW }
const read = (text: string, part: Partial<ForecastTerms> = {}) => readForecast(text, { ...terms, ...part })
const hours = (text: string, part: Partial<ForecastTerms> = {}) => {
  const found = read(text, part)
  if (!found.ok) throw new Error(found.code)
  return forecastHours(found.forecast).map(({ atMs, outdoorK }) => [
    new Date(atMs).toISOString().slice(0, 16),
    outdoorK === undefined ? undefined : Math.round((outdoorK - 273.15) * 1.8 + 32),
  ])
}

describe('a forecast in a file', () => {
  it('is read with a header, its unit in it, its times on the job’s clock', () => {
    const text = 'time,temperature (°F),dew point (°F)\n2026-12-05 08:00,41,30\n2026-12-05 09:00,44,31\n'
    expect(read(text)).toMatchObject({ ok: true, unit: '°F', unitSaid: true, zone: 'job', daily: false, gapHours: 0 })
    expect(hours(text)).toEqual([
      ['2026-12-05T14:00', 41],
      ['2026-12-05T15:00', 44],
    ])
    // the same numbers of a place in Greenwich
    expect(hours(text, { zoneless: 'utc' })[0]).toEqual(['2026-12-05T08:00', 41])
  })
  it('in UTC, with an offset, or in seconds since 1970 it says so itself', () => {
    const z = 'valid,temp_c\n2026-12-05T14:00:00Z,5\n2026-12-05T15:00Z,10\n'
    expect(read(z)).toMatchObject({ unit: '°C', zone: 'said' })
    expect(hours(z)).toEqual([
      ['2026-12-05T14:00', 41],
      ['2026-12-05T15:00', 50],
    ])
    expect(hours('date,air temp\n2026-12-05T08:00-06:00,41\n2026-12-05 09:00 -06:00,44')[0]![0]).toBe(
      '2026-12-05T14:00',
    )
    expect(hours('time,temperature\n1796479200,278.15\n1796482800,283.15')).toEqual([
      ['2026-12-05T14:00', 41],
      ['2026-12-05T15:00', 50],
    ])
  })
  it('keeps a gap, and says how long it is; a cell without a number is one', () => {
    const text = 'time,temp °F\n2026-12-05 08:00,41\n2026-12-05 09:00,n/a\n2026-12-05 13:00,50\n'
    expect(read(text)).toMatchObject({ ok: true, gapHours: 4, skipped: 1 })
  })
  it('has semicolons and decimal commas, days first where a thirteenth tells', () => {
    const text = 'Datum/time;Temp °C\n13.12.2026 08:00;5,5\n13.12.2026 09:00;6,5\n'
    expect(hours(text)[0]).toEqual(['2026-12-13T14:00', 42])
    expect(hours('date,time,temperature F\n12/06/2026,8:00 AM,41\n12/06/2026,2:00 PM,44')[0]![0]).toBe(
      '2026-12-06T14:00',
    )
  })
  it('is JSON: a list of hours, or lists beside each other, units said apart', () => {
    const list = JSON.stringify({
      hours: [
        { when: '2026-12-05T14:00Z', air: 5 },
        { when: '2026-12-05T15:00Z', air: 6 },
      ],
    })
    expect(read(list, { usualUnit: '°C' })).toMatchObject({ ok: true, unit: '°C', unitSaid: false })
    const beside = JSON.stringify({
      data: { time: ['2026-12-05T14:00Z', '2026-12-05T15:00Z'], temperature: [41, null] },
      units: { temperature: '°F' },
    })
    expect(read(beside)).toMatchObject({ ok: false, code: 'tooFew' })
    expect(read(beside.replace('null', '44'))).toMatchObject({ ok: true, unit: '°F', unitSaid: true })
  })
  it('is a line a day, typed by hand: lowest and highest', () => {
    const found = read('2026-12-05, 41, 68\n2026-12-06, 44, 70')
    expect(found).toMatchObject({ ok: true, daily: true, zone: 'job', unit: '°F', unitSaid: false })
    const typed = hours('2026-12-05, 41, 68\n2026-12-06, 44, 70')
    expect(typed).toContainEqual(['2026-12-05T12:00', 41])
    expect(typed).toContainEqual(['2026-12-05T21:00', 68])
    expect(typed).toContainEqual(['2026-12-06T21:00', 70])
    // a day left out stays a gap
    const apart = read('2026-12-05, 41, 68\n2026-12-07, 44, 70')
    expect(apart).toMatchObject({ ok: true, gapHours: 24 })
  })
  it('without a unit is taken for what is likeliest, and goes by what is said instead', () => {
    const at = (n: number) => `t,temperature\n2026-12-05T14:00Z,${n}\n2026-12-05T15:00Z,${n}`.replace('t,', 'time,')
    expect(read(at(20))).toMatchObject({ unit: '°F', unitSaid: false })
    expect(read(at(20), { usualUnit: '°C' })).toMatchObject({ unit: '°C' })
    expect(read(at(66), { usualUnit: '°C' })).toMatchObject({ unit: '°F' })
    expect(read(at(290))).toMatchObject({ unit: 'K' })
    expect(read(at(20), { unit: '°C' })).toMatchObject({ unit: '°C', unitSaid: false })
  })
  it('is refused with the line and the cell, and with what to do', () => {
    const refusal = (text: string, part?: Partial<ForecastTerms>) => {
      const found = read(text, part)
      return found.ok ? 'taken' : [found.code, 'line' in found ? [found.line, found.cell] : []].flat()
    }
    expect(refusal('')).toEqual(['empty'])
    expect(refusal('{"a": ')).toEqual(['notJson'])
    expect(refusal('{"a": 1}')).toEqual(['noTemperatures'])
    expect(refusal('time,wind\n2026-12-05 08:00,4')).toEqual(['noTemperatures'])
    expect(refusal('time,temperature\nyesterday,41\n2026-12-05 09:00,4')).toEqual(['badTime', 2, 'yesterday'])
    expect(refusal('time,temperature\n2026-12-05 08:00,warm')).toEqual(['badTemperature', 2, 'warm'])
    expect(refusal('time,temperature °C\n2026-12-05 08:00,66\n2026-12-05 09:00,68')).toEqual(['notOutdoors', 2, '66'])
    expect(refusal('time,temperature °F\n2026-12-05 08:00,-100\n2026-12-05 09:00,8')).toEqual([
      'notOutdoors',
      2,
      '-100',
    ])
    expect(refusal('2026-12-05, 68, 41')).toEqual(['lowOverHigh', 1, '2026-12-05'])
    expect(refusal('time,temperature\n2026-11-05 08:00,41\n2026-11-05 09:00,44')).toEqual(['over'])
    expect(refusal('time,temperature\n2026-12-05 08:00,41')).toEqual(['tooFew'])
  })
  it('reads the same temperatures in any unit', () => {
    const points: ForecastPoint[] = [0, 1, 2].map((h) => ({ atMs: NOW + h * 3_600_000, outdoorK: 280 + h }))
    const file = (unit: string, of: (k: number) => number) =>
      `time,temperature ${unit}\n${points.map((p) => `${new Date(p.atMs).toISOString()},${of(p.outdoorK)}`).join('\n')}`
    const c = hours(file('°C', (k) => k - 273.15))
    expect(hours(file('°F', (k) => (k - 273.15) * 1.8 + 32))).toEqual(c)
    expect(hours(file('K', (k) => k))).toEqual(c)
  })
})
