import { spec, type HabitSpec } from './habitSpec'

/** What an instrument that nobody named counts as, by its class. */
export const instrumentHabits = {
  probeJumpK: spec(
    'instruments',
    'temperatureDifference',
    27,
    '°F',
    'nothing in a system jumps by so much from one moment to the next: a clamp is off, or shows another unit',
    { min: 5, max: 90 },
  ),
  probeJumpShare: spec(
    'instruments',
    'ratio',
    250,
    '%',
    'a pressure that is so many times itself from one moment to the next: the gauge shows another unit',
    { min: 120, max: 1000 },
  ),
  analogLowSidePa: spec(
    'instruments',
    'pressureDifference',
    3,
    'psi',
    'an unnamed dial gauge, low side: class 1.6 of some 200 psi (EN 837-1)',
    { min: 0.2, max: 20 },
  ),
  analogHighSidePa: spec(
    'instruments',
    'pressureDifference',
    8,
    'psi',
    'an unnamed dial gauge, high side: class 1.6 of 500 psi (EN 837-1)',
    { min: 0.5, max: 40 },
  ),
  digitalPressureShare: spec(
    'instruments',
    'ratio',
    1,
    '%',
    'an unnamed digital manifold of the middle class: ±1 % of what it reads',
    { min: 0.05, max: 10 },
  ),
  analogLineK: spec(
    'instruments',
    'temperatureDifference',
    2,
    '°F',
    'an unnamed dial or strap thermometer on a pipe: ±2 °F',
    { min: 0.1, max: 10 },
  ),
  digitalLineK: spec('instruments', 'temperatureDifference', 1, '°F', 'an unnamed digital pipe clamp: ±1 °F', {
    min: 0.1,
    max: 10,
  }),
  analogAirK: spec('instruments', 'temperatureDifference', 2, '°F', 'an unnamed dial thermometer in air: ±2 °F', {
    min: 0.1,
    max: 10,
  }),
  digitalAirK: spec('instruments', 'temperatureDifference', 1, '°F', 'an unnamed digital air probe: ±1 °F', {
    min: 0.1,
    max: 10,
  }),
  analogHumidityShare: spec('instruments', 'ratio', 5, '%', 'an unnamed dial hygrometer: ±5 % relative humidity', {
    min: 0.5,
    max: 20,
  }),
  digitalHumidityShare: spec(
    'instruments',
    'ratio',
    3,
    '%',
    'an unnamed digital psychrometer: ±3 % relative humidity',
    {
      min: 0.5,
      max: 20,
    },
  ),
  readingRepeatsK: spec(
    'instruments',
    'temperatureDifference',
    0.9,
    '°F',
    'two settled readings with nothing done between differ by about 0.9 °F, one standard deviation: weather, house, scatter',
    { min: 0.1, max: 5 },
  ),
  repeatShare: spec(
    'instruments',
    'ratio',
    35,
    '%',
    'of an instrument’s accuracy, what differs between two readings with it; the rest stays and cancels in a difference',
    { max: 100 },
  ),
  contradictionSigmas: spec(
    'instruments',
    'count',
    2,
    'times',
    'readings contradict each other from two standard uncertainties on',
    { min: 1, max: 4 },
  ),
} as const satisfies Record<string, HabitSpec>
