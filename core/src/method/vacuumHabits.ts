import { spec, type HabitSpec } from './habitSpec'

/** Habits of the nitrogen test and the evacuation. */
export const vacuumHabits = {
  vacuumTargetPa: spec(
    'vacuum',
    'vacuum',
    500,
    'micron',
    'customary: 500 micron or less before valving off; some 300 or 250',
    { min: 50, max: 5000 },
  ),
  decayLimitNewPa: spec('vacuum', 'vacuum', 500, 'micron', 'customary for new work: stays at or under 500 micron', {
    min: 50,
    max: 5000,
  }),
  decayLimitOldPa: spec(
    'vacuum',
    'vacuum',
    1000,
    'micron',
    'customary for older, oily systems: stays at or under 1000 micron',
    { min: 50, max: 10000 },
  ),
  decayHoldS: spec('vacuum', 'duration', 10, 'min', 'customary: hold at least 10 minutes, 15–30 for a large system', {
    min: 1,
    max: 1440,
  }),
  tripleBreakPa: spec(
    'vacuum',
    'vacuum',
    1500,
    'micron',
    'triple evacuation breaks with nitrogen at about 1 500 micron',
    { min: 500, max: 10000 },
  ),
  pressureHoldS: spec('vacuum', 'duration', 15, 'min', 'a nitrogen hold lasts from 15 minutes to 24 hours', {
    min: 1,
    max: 2880,
  }),

  decayWellUnderShare: spec(
    'vacuum',
    'ratio',
    80,
    '%',
    'tight and dry levels off well under the limit: under 80 % of it',
    { min: 30, max: 100 },
  ),
  decayHarmlessS: spec(
    'vacuum',
    'duration',
    24,
    'h',
    'a straight rise that stays under the limit for a day is no leak that matters',
    { min: 1, max: 240 },
  ),
  decaySureShare: spec('vacuum', 'ratio', 60, '%', 'a cause is named from 60 % confidence, else inconclusive', {
    min: 50,
    max: 99,
  }),
  decaySmallRiseShare: spec(
    'vacuum',
    'ratio',
    20,
    '%',
    'a rise by less than a fifth of the limit is the last of the film, not moisture',
    { max: 50 },
  ),
  decayBesideMoistureShare: spec(
    'vacuum',
    'ratio',
    20,
    '%',
    'beside moisture a leak is named when it adds a fifth of the plateau within an hour',
    { min: 1, max: 100 },
  ),
  nitrogenBreaks: spec('vacuum', 'count', 2, 'times', 'triple evacuation: two breaks with nitrogen, then deep', {
    min: 1,
    max: 5,
  }),
  bigHoseM: spec('vacuum', 'tube', 0.375, 'in', 'evacuation hoses of 3/8 inch or more hold a pump back little', {
    min: 0.1,
    max: 2,
  }),
  holdNothingLost: spec(
    'vacuum',
    'count',
    2,
    'times',
    'a nitrogen hold lost nothing within two standard uncertainties of the difference',
    { min: 1, max: 4 },
  ),
  holdLost: spec('vacuum', 'count', 3, 'times', 'and lost some from three standard uncertainties on', {
    min: 1,
    max: 6,
  }),
  holdLeakShare: spec(
    'vacuum',
    'ratio',
    100,
    '%',
    'a leak that loses the charge within a year matters: a hold that couldn’t see it proves nothing',
    { min: 1, max: 5000 },
  ),
  grossLeakPaPerS: spec(
    'vacuum',
    'vacuumRate',
    1000,
    'micron/min',
    'a thousand micron a minute is a leak too big for a decay test',
    { min: 100, max: 20000 },
  ),
  nitrogenBreakPa: spec('vacuum', 'gaugePressure', 2, 'psig', 'a break goes to about 2 psig of dry nitrogen', {
    min: 0.1,
    max: 50,
  }),
  nitrogenSoakS: spec('vacuum', 'duration', 5, 'min', 'nitrogen stands for some minutes in each break', { max: 120 }),
  testPressureNewPa: spec(
    'vacuum',
    'gaugePressure',
    450,
    'psig',
    'customary 450–600 psig for high-pressure equipment where its plate allows',
    { min: 50, max: 700 },
  ),
  testPressureOldPa: spec('vacuum', 'gaugePressure', 300, 'psig', 'customary 300 psig for older low sides', {
    min: 50,
    max: 500,
  }),
  testGaugePa: spec('vacuum', 'pressureDifference', 2, 'psi', 'a test gauge that isn’t named counts as ±2 psi', {
    min: 0.01,
    max: 50,
  }),
  testAmbientK: spec(
    'vacuum',
    'temperatureDifference',
    1,
    '°F',
    'a probe at the pipe that isn’t named counts as ±1 °F',
    { min: 0.05, max: 10 },
  ),
} as const satisfies Record<string, HabitSpec>
