import { spec, type HabitSpec } from './habitSpec'

/** What a sound system is expected to show where nothing of this very unit is known yet, and how common its faults are. */
export const diagnosisHabits = {
  soundShare: spec(
    'diagnosis',
    'ratio',
    60,
    '%',
    'of the units that a lead reads after weighing in, so many have nothing wrong: an estimate',
    { min: 5, max: 99 },
  ),
  causeSettledShare: spec('diagnosis', 'ratio', 95, '%', 'asked on until one cause is 95 % sure: customary for tests', {
    min: 50,
    max: 99.9,
  }),
  accusedShare: spec(
    'diagnosis',
    'ratio',
    50,
    '%',
    'what reads In isn’t signed yet where something other than the charge is likelier wrong than not',
    { min: 10, max: 99 },
  ),
  causeActShare: spec('diagnosis', 'ratio', 25, '%', 'what to do about a cause is said from one in four: an estimate', {
    min: 1,
    max: 90,
  }),
  pistonSubcoolingLowK: spec(
    'diagnosis',
    'temperatureDifference',
    3,
    '°F',
    'behind a piston sound systems show anything from 3 to 20 °F of subcooling',
    { max: 30 },
  ),
  pistonSubcoolingHighK: spec(
    'diagnosis',
    'temperatureDifference',
    20,
    '°F',
    'behind a piston sound systems show anything from 3 to 20 °F of subcooling',
    { min: 3, max: 60 },
  ),
  runningAmpsLow: spec('diagnosis', 'ratio', 60, '%', 'a sound compressor draws 60–85 % of its rated load', {
    min: 20,
    max: 100,
  }),
  runningAmpsHigh: spec('diagnosis', 'ratio', 85, '%', 'a sound compressor draws 60–85 % of its rated load', {
    min: 30,
    max: 120,
  }),
  ampsLowCondensingK: spec(
    'diagnosis',
    'temperature',
    85,
    '°F',
    'condensing at which the lower end of the running current is drawn',
    { min: 50, max: 120 },
  ),
  ampsHighCondensingK: spec(
    'diagnosis',
    'temperature',
    125,
    '°F',
    'condensing at which the upper end of the running current is drawn',
    { min: 80, max: 150 },
  ),
  evaporatingPerWetBulb: spec(
    'diagnosis',
    'ratio',
    60,
    '%',
    'evaporating follows the return’s wet bulb by 0.5 to 0.7 (makers’ tables of capacity)',
    { max: 100 },
  ),
  evaporatingPerOutdoor: spec(
    'diagnosis',
    'ratio',
    10,
    '%',
    'evaporating follows outdoor air by about a tenth (makers’ tables of capacity)',
    { max: 50 },
  ),
  normalWetBulbK: spec('diagnosis', 'temperature', 64, '°F', 'normal weather: 64 °F wet bulb at the return', {
    min: 50,
    max: 76,
  }),
  normalOutdoorK: spec('diagnosis', 'temperature', 86, '°F', 'normal weather: 86 °F outdoors', { min: 60, max: 110 }),
} as const satisfies Record<string, HabitSpec>
