import type { PressureTestEntry } from '../../entry/pressureTest'
import { testLimitPa } from '../../facts/testLimit'
import { toSi, type Quantity } from '../../quantity/unit'
import { nothing, type Asked, type Checks } from './asked'
import { positive, type EntryProblem } from './problem'

export const pressureTestChecks: Checks<PressureTestEntry['kind']> = {
  testRaised: ({ gauge }, asked) => checkTestPressure(gauge, asked),
  testHeld: ({ gauge, ambient }, asked) => [
    ...checkTestPressure(gauge, asked),
    ...positive('temperature', ambient, 'ambient'),
  ],
  testRead({ gauge, ambient, at }, { record }) {
    const begun = record.items.testHeld.some((h) => Date.parse(h.entry.at) < Date.parse(at))
    return begun
      ? [...positiveGauge(gauge), ...positive('temperature', ambient, 'ambient')]
      : [{ code: 'holdNotBegun', path: 'at' }]
  },
  jointChecked: nothing,
}

const positiveGauge = (gauge: Quantity<'gaugePressure'>) => positive('gaugePressure', gauge, 'gauge')

/** A hard stop: nobody tests above what the lowest-rated part allows, and nobody without knowing it. */
function checkTestPressure(gauge: Quantity<'gaugePressure'>, { here }: Asked): EntryProblem[] {
  const limitPa = testLimitPa(here.facts, here.label)
  if (limitPa === undefined) return [{ code: 'noTestPressure', path: 'gauge' }]
  // a plate in MPa and a gauge in psi meet within rounding
  if (toSi('gaugePressure', gauge) > limitPa * (1 + 1e-6))
    return [{ code: 'aboveTestPressure', path: 'gauge', limitPa }]
  return positiveGauge(gauge)
}
