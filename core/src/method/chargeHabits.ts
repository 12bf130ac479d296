import { spec, type HabitSpec } from './habitSpec'

/** Habits of the scale, the cylinders and the charge steps. */
export const chargeHabits = {
  weighInToleranceKg: spec('charge', 'mass', 1, 'oz', 'a customary scale shows half an ounce; two of its steps', {
    max: 16,
  }),
  scaleAccuracyKg: spec('charge', 'mass', 0.5, 'oz', 'a scale that isn’t named counts as ±0.5 oz', {
    min: 0.01,
    max: 8,
  }),
  scaleFastestKgPerS: spec('charge', 'massRate', 8, 'lb/min', 'through a hose refrigerant flows no faster than this', {
    min: 0.5,
    max: 60,
  }),
  scaleLeastStepKg: spec('charge', 'mass', 0.3, 'oz', 'a smaller change of the scale is drift, not refrigerant', {
    min: 0.05,
    max: 8,
  }),
  liftM: spec('charge', 'length', 50, 'ft', 'height between the units: beyond it the maker’s guideline', {
    min: 5,
    max: 300,
  }),
  recoveryWarmK: spec(
    'charge',
    'temperature',
    120,
    '°F',
    'a recovery cylinder in a hot van: its fill limit holds there',
    {
      min: 60,
      max: 145,
    },
  ),
  longLineM: spec('charge', 'length', 80, 'ft', 'labels often stop at 80 ft: the long-line guideline then', {
    min: 10,
    max: 500,
  }),
  liquidLineDensityK: spec(
    'charge',
    'temperature',
    100,
    '°F',
    'liquid line near 100 °F in normal running, for a computed allowance',
    { min: 60, max: 130 },
  ),
  designCondensingK: spec(
    'charge',
    'temperature',
    130,
    '°F',
    'design day: condensing at 130 °F; a converted system must bear the new refrigerant’s pressure there',
    { min: 110, max: 145 },
  ),
  conversionPressureShare: spec(
    'charge',
    'ratio',
    10,
    '%',
    'without a plate the new refrigerant’s design pressure may pass the old one’s by a tenth at most',
    { max: 25 },
  ),
  conversionStartShare: spec('charge', 'ratio', 90, '%', 'customary start at 85–95 % of the original charge', {
    min: 50,
    max: 100,
  }),
  retrofitStartShare: spec(
    'charge',
    'ratio',
    95,
    '%',
    'an emptied system with its own refrigerant: start a little short, the fine reading brings the rest',
    { min: 50, max: 100 },
  ),
  cylinderFillShare: spec(
    'charge',
    'ratio',
    80,
    '%',
    'a recovery cylinder takes at most 80 % of its volume as liquid',
    { min: 50, max: 80 },
  ),
  stepCapShare: spec('steps', 'ratio', 5, '%', 'never more than 5 % of the charge in one step', { min: 0.5, max: 20 }),
  stepLeastKg: spec('steps', 'mass', 1, 'oz', 'a smaller step is lost in the scatter of the readings', {
    min: 0.1,
    max: 8,
  }),
  stepNoEffectShare: spec(
    'steps',
    'ratio',
    25,
    '%',
    'two steps in a row that move less than a quarter of what they should: it isn’t the charge',
    { max: 80 },
  ),
  stepInsideShare: spec(
    'steps',
    'ratio',
    50,
    '%',
    'a step aims this far inside the near edge, as a share of the tolerance, so that the end is In and not on the edge',
    { max: 100 },
  ),
  stepCareful: spec(
    'steps',
    'count',
    0.5,
    'times',
    'a step counts on a steeper slope than is likely, by so many of its standard deviations: rather short than over',
    { max: 3 },
  ),
  stepFraction: spec('steps', 'ratio', 70, '%', 'each step goes 70 % of the way to the near edge', {
    min: 10,
    max: 100,
  }),
  drierDropK: spec(
    'steps',
    'temperatureDifference',
    3,
    '°F',
    'liquid that loses more than 3 °F over its drier boils in it: change the drier before any charge',
    { min: 0.5, max: 15 },
  ),
  otherCauseShare: spec(
    'steps',
    'ratio',
    30,
    '%',
    'nothing is added while all other causes together are a third as likely as too little charge: they are asked about first',
    { min: 5, max: 90 },
  ),
} as const satisfies Record<string, HabitSpec>
