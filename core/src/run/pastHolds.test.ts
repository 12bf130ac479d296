import { findsLeak, pastHolds } from './pastHolds'
import { micron, opened, record, view, type Lines } from './testingLines'

const pump = (minutes: number): Lines[number] => [minutes, { kind: 'pumpOn' }]
const leaks: Lines = [
  pump(-60),
  [-50, { kind: 'valvedOff' }],
  [-49, micron(400)],
  [-46, micron(900)],
  [-43, micron(1400)],
  [-40, micron(1900)],
  [-37, micron(2400)],
]
const holds: Lines = [
  pump(-30),
  [-20, { kind: 'valvedOff' }],
  [-19, micron(320)],
  [-14, micron(330)],
  [-9, micron(335)],
]

describe('decays of before', () => {
  it('stand beside the one that goes on, as they stood when the pump ran again', () => {
    expect(pastHolds(record(opened, leaks), view(opened, leaks))).toEqual([])
    const both = pastHolds(record(opened, leaks, holds), view(opened, leaks, holds))
    expect(both.map(({ verdict, valvedOffMs }) => [verdict?.state, valvedOffMs])).toEqual([
      ['out', view(opened, leaks).vacuum.valvedOffMs],
    ])
    expect(view(opened, leaks, holds).vacuum.verdict?.state).toBe('in')
    // a hold that was never read to its end says nothing
    const broken: Lines = [pump(-60), [-50, { kind: 'valvedOff' }], [-49, micron(400)]]
    expect(pastHolds(record(opened, broken, holds), view(opened, broken, holds))).toEqual([])
  })
  it('send back to nitrogen where air came in, and not where it was wet or tight', () => {
    expect(findsLeak(view(opened, leaks).vacuum)).toBe(true)
    expect(findsLeak(view(opened, holds).vacuum)).toBe(false)
    expect(findsLeak(view(opened, leaks, [pump(-30)]).vacuum)).toBe(false)
  })
})
