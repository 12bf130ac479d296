import { spec, type HabitSpec } from './habitSpec'

const MOST = { max: 1440 } as const

/** What acts and mistakes cost, in minutes of work: what advice weighs against each other. */
export const costHabits = {
  costClampS: spec('costs', 'duration', 2, 'min', 'a clamp moved, or the current clamped: two minutes', MOST),
  costDrierS: spec('costs', 'duration', 3, 'min', 'the drier’s two temperatures: three minutes', MOST),
  costLineS: spec(
    'costs',
    'duration',
    5,
    'min',
    'the liquid line followed by hand from the outdoor unit to the coil: five minutes',
    MOST,
  ),
  costLookS: spec(
    'costs',
    'duration',
    5,
    'min',
    'filter and coil, condenser, piston or bulb looked at: five minutes',
    MOST,
  ),
  costStandingS: spec(
    'costs',
    'duration',
    20,
    'min',
    'stopped, level, its standing pressure read: twenty minutes',
    MOST,
  ),
  costStepS: spec('costs', 'duration', 12, 'min', 'a step of charge, settled and read: twelve minutes', MOST),
  costTakeOutS: spec('costs', 'duration', 60, 'min', 'taking out too much: an hour, and a cylinder with room', MOST),
  costHeldS: spec(
    'costs',
    'duration',
    60,
    'min',
    'a unit that is short and isn’t charged: an hour until somebody has found that nothing else is wrong',
    MOST,
  ),
  costCallBackS: spec('costs', 'duration', 240, 'min', 'coming back to a unit that was left wrong: half a day', MOST),
  lookFindsShare: spec('costs', 'ratio', 80, '%', 'a look finds four of five of what it is for: an estimate', {
    min: 5,
    max: 100,
  }),
} as const satisfies Record<string, HabitSpec>
