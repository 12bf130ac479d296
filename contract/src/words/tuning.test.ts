import {
  customaryProfile,
  diagnose,
  symptoms,
  type ChargeGate,
  type PlausibilityCheck,
  type SettlingResult,
  type StepAdvice,
  type StepReason,
} from '@zetesis/core'
import { entryWords } from './entry/entry'
import {
  adviceHead,
  askWords,
  causeActWords,
  causeOfFaultWords,
  checkWords,
  gateWords,
  jumpWords,
  lostWords,
  manifoldWords,
  predictedText,
  rankedText,
  reasonText,
  separatingWords,
  settlingText,
  stepReasonWords,
  swapWords,
  notDecidingWords,
} from './tuning'

const sentence = (text: string) => {
  expect(text).toMatch(/^[A-Z0-9“].*\.$/)
  expect(text).not.toMatch(/undefined|NaN|\[object/)
}
const base = {
  v: 1,
  id: '00000000-0000-4000-8000-000000000001',
  at: '2026-07-14T12:00:00.000Z',
  writtenAt: '2026-07-14T12:00:00.000Z',
} as const
const settled: SettlingResult = { state: 'settled' }

describe('words of tuning', () => {
  it('say why nothing is added, in whole sentences', () => {
    const gates: ChargeGate[] = [
      { code: 'contradiction', checks: [] },
      { code: 'noTarget' },
      { code: 'outsideWindow', outdoorK: 285 },
      { code: 'outsideWindow' },
      { code: 'coilFreezing' },
      { code: 'notSettled', settling: settled },
      { code: 'airflowNotKnownGood' },
      { code: 'otherCauseLeads', cause: 'air', probability: 0.6 },
      { code: 'onlyOneCoil' },
      { code: 'drierBlocked', dropK: 4 },
      { code: 'condenserNotKnownClean' },
      { code: 'deviceNotCompared', metering: 'fixedOrifice' },
      { code: 'deviceNotCompared', metering: 'expansionValve' },
      { code: 'soundLikelier', probability: 0.87 },
    ]
    for (const gate of gates) sentence(gateWords(gate, 'ip'))
    expect(gateWords(gates.at(-1)!, 'ip')).toContain('87 %')
    expect(gateWords(gates[2]!, 'ip')).toMatch(/^53\.3 °F outdoors/)
    expect(gateWords(gates[2]!, 'si')).toMatch(/^11\.9 °C outdoors/)
  })
  it('give the step with its numbers in one line, in either system', () => {
    const reason: StepReason = { code: 'toNearEdge', distanceK: 5, slopeKPerKg: -14, fraction: 0.7, ownSteps: 2 }
    expect(stepReasonWords(reason, 'ip')).toBe(
      '9.0 °F from the band. The last 2 steps moved it 0.71 °F an ounce; this step goes 70 % of the way',
    )
    expect(stepReasonWords({ ...reason, ownSteps: 0 }, 'si')).toBe(
      '5.0 K from the band. Such units move 1.40 K per 100 g; this step goes 70 % of the way',
    )
    expect(stepReasonWords({ code: 'capped', capKg: customaryProfile.stepCapShare.si * 3 }, 'si')).toContain('150 g')
    sentence(stepReasonWords({ code: 'stepsDontMove', expectedK: -4, movedK: -0.3, steps: 3 }, 'ip'))
    const advice: StepAdvice = { action: 'add', amountKg: 0.1417, reasons: [reason] }
    expect([adviceHead(advice, 'ip'), adviceHead({ ...advice, action: 'remove' }, 'si')]).toEqual([
      'Add 5.0 oz',
      'Take out 142 g',
    ])
    expect(predictedText({ superheat: { valueK: 10, lowK: 9, highK: 11 } }, 'ip')).toBe(
      'Then: superheat 18.0 °F (16.2 °F to 19.8 °F)',
    )
    expect(predictedText(undefined, 'ip')).toBeUndefined()
  })
  it('name every cause with what to do, and every reading with how it is taken', () => {
    const ranked = diagnose({
      metering: 'fixedOrifice',
      deviations: { superheat: { deviation: 9, standard: 0.6 }, subcooling: { deviation: -4, standard: 0.8 } },
    })
    for (const r of ranked) {
      expect(causeOfFaultWords[r.cause]).toMatch(/^[A-Z]/)
      const act = causeActWords[r.cause]
      if (act) sentence(act)
      expect(rankedText(r, 'ip')).toMatch(/^(over 99|\d+) %/)
    }
    expect(rankedText(ranked[0]!, 'ip')).toContain('superheat 16.2 °F high')
    for (const symptom of symptoms) sentence(askWords[symptom])
  })
  it('say what can’t be and where to look', () => {
    const check: PlausibilityCheck = { code: 'absurd', channels: ['liquidLineK'], causes: ['probeLost', 'wrongUnit'] }
    expect(checkWords(check)).toBe(
      'Liquid line gives a value that no system has. Look for: a probe off or lost, a probe in another unit.',
    )
    sentence(checkWords({ code: 'negativeSubcooling', channels: [], causes: ['wrongRefrigerant'] }))
    sentence(swapWords('suctionLineK', 'returnWetBulbK'))
    sentence(jumpWords({ channel: 'supply', from: 287, to: 330, wrongUnit: true }))
    sentence(manifoldWords({ shownK: 300, expectedK: 280, probably: 'R-22' }, 'R-410A', 'ip'))
  })
  it('say what a line or a drier lost, not that the loss is high', () => {
    const lost = (symptom: 'drierDrop' | 'lineDrop', deviation: number) =>
      reasonText({ symptom, deviation, wouldBe: 4, weight: 1 }, 'ip')
    expect(lost('lineDrop', 5 / 1.8)).toBe('5.0 °F lost along the line')
    expect(lost('drierDrop', 0.1)).toBe('nothing lost over the drier')
    expect(lost('drierDrop', -0.6)).toBe('nothing lost over the drier')
  })
  it('part two causes by one question, and name what falls away without a probe', () => {
    expect(separatingWords(['restriction', 'starvedDevice'], 'drierDrop')).toMatch(
      /^A blocked drier or a starving metering device\? .*before and after the drier/,
    )
    expect(lostWords(['suctionLine'], ['verdict', 'superheat'])).toBe(
      'Nothing from suction line, so this falls away: the verdict and the next step, superheat. The rest goes on.',
    )
    expect(lostWords(['voltage'], [])).toMatch(/no conclusion needs it/)
  })
  it('tell what was looked into, what a visit needs, and a step against the advice', () => {
    const degF = (value: number) => ({ value, unit: '°F' as const })
    expect(entryWords({ ...base, kind: 'lookedInto', airflowGood: false, drierIn: degF(96), drierOut: degF(88) })).toBe(
      'Looked into: not: filter, coil and airflow good · drier 96 °F in, 88 °F out',
    )
    expect(entryWords({ ...base, kind: 'returnVisit', reason: 'Cold.', outdoorLow: degF(65), by: '2026-09-01' })).toBe(
      'Return visit: Cold · outdoors from 65 °F · by 1 Sept 2026',
    )
    const mass = (value: number) => ({ value, unit: 'oz' as const })
    const despite = { against: ['notSettled', 'onlyOneCoil'] as const, reason: 'The van leaves.' }
    expect(
      entryWords({ ...base, kind: 'weighed', direction: 'add', before: mass(20), after: mass(17), despite }),
    ).toMatch(/against the advice \(not settled, only one coil short\): The van leaves\./)
    const net = { direction: 'add', before: mass(302.4), after: mass(297.3), net: true } as const
    expect(entryWords({ ...base, kind: 'weighed', ...net })).toBe('Added: 5.1 oz by the scale’s difference')
  })
  it('tell why a reading doesn’t decide by what happened to it', () => {
    expect(notDecidingWords({ settled: true, chargeChanged: false }, false)).toBeUndefined()
    expect(notDecidingWords({ settled: false, chargeChanged: false }, false)).toBe(
      'Read before it had settled. Take another.',
    )
    expect(notDecidingWords({ settled: false, chargeChanged: true }, false)).toBe(
      'The charge changed since this reading. Take another.',
    )
    // nobody takes anything at a sealed unit
    expect(notDecidingWords({ settled: false, chargeChanged: true }, true)).toBe(
      'The charge changed since this reading.',
    )
  })
  it('tell how it settles', () => {
    sentence(settlingText(settled, 'ip'))
    sentence(settlingText({ state: 'settling' }, 'ip'))
    expect(settlingText({ state: 'settling', minutesLeft: 3.2 }, 'ip')).toMatch(/^About 4 min left/)
    expect(settlingText({ state: 'hunting', periodS: 55, amplitudeK: 2 }, 'ip')).toContain('±3.6 °F every 55 s')
    sentence(settlingText({ state: 'disturbed', minutesLeft: 2 }, 'si'))
  })
})
