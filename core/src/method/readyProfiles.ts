import type { AnyQuantity, Dimension, UnitOf } from '../quantity/unit'
import { resolveProfile, type MethodProfile, type ProfileSpec } from './profile'

const set = <D extends Dimension>(value: number, unit: UnitOf<D>, source: string) => ({
  quantity: { value, unit } as AnyQuantity,
  source,
})

/** What most crews do where the label is silent. */
export const customarySpec: ProfileSpec = {
  id: 'ready-customary',
  name: 'Customary',
  note: 'What most crews do where the label is silent.',
  values: {},
  choices: {
    superheatOrder: ['label', 'commonRule', 'typed'],
    splitSchool: 'humidity',
    coldSchools: ['weighInOnly', 'labelHeating', 'discharge', 'restrictedCondenser'],
    units: 'ip',
  },
}

/** Tighter limits, longer waits, smaller steps: for crews that would rather come back than call back. */
export const cautiousSpec: ProfileSpec = {
  id: 'ready-cautious',
  name: 'Cautious',
  note: 'Tighter limits, longer waits, smaller steps.',
  values: {
    superheatToleranceK: set(2, '°F', 'a degree narrower than customary'),
    subcoolingToleranceK: set(1.5, '°F', 'newer literature: ±1.5 °F'),
    inProbability: set(95, '%', 'each reading for itself, not the lot: most certificates go by it'),
    superheatFloorK: set(6, '°F', 'a degree more than the danger reading'),
    outdoorFloorK: set(70, '°F', 'the preferred floor: 70 °F outdoors'),
    settleAfterStartS: set(15, 'min', 'the longer of the customary 10–15 minutes'),
    vacuumTargetPa: set(300, 'micron', 'some pull to 300 micron'),
    decayLimitOldPa: set(750, 'micron', 'stricter than customary on older systems'),
    decayHoldS: set(20, 'min', 'between the 15 and 30 minutes of large systems'),
    stepCapShare: set(3, '%', 'smaller steps than customary'),
    stepCapKnownShare: set(5, '%', 'smaller steps than customary'),
    stepFraction: set(50, '%', 'half of the way at a time'),
    stepKnownFraction: set(70, '%', 'never the whole of the way'),
    conversionStartShare: set(85, '%', 'the lower end of 85–95 %'),
    zeroedWithinS: set(12, 'h', 'zeroed on the same shift'),
  },
  choices: {
    superheatOrder: ['label', 'commonRule'],
    splitSchool: 'humidity',
    coldSchools: ['weighInOnly', 'labelHeating'],
    units: 'ip',
  },
}

/** Nothing but what the maker wrote: no rule of thumb gives a target. */
export const strictLabelSpec: ProfileSpec = {
  id: 'ready-strict-label',
  name: 'Strict label',
  note: 'A target comes from the label or there is none.',
  values: {
    superheatToleranceK: set(2, '°F', 'where the label names no tolerance'),
    subcoolingToleranceK: set(1, '°F', 'the tightest that labels name: ±1 °F'),
    outdoorFloorK: set(70, '°F', 'where the label names no window: the preferred floor'),
    outdoorCeilingK: set(100, '°F', 'where the label names no window: windows often end at 100 °F'),
    settleAfterStartS: set(15, 'min', 'the longer of the customary 10–15 minutes'),
    conversionStartShare: set(85, '%', 'the lower end of 85–95 %'),
  },
  choices: {
    superheatOrder: ['label'],
    splitSchool: 'fixed',
    coldSchools: ['weighInOnly', 'labelHeating'],
    units: 'ip',
  },
}

export const readyProfiles: readonly ProfileSpec[] = [customarySpec, cautiousSpec, strictLabelSpec]
export const customaryProfile: MethodProfile = resolveProfile(customarySpec)
