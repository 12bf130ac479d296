import { spec, type HabitSpec } from './habitSpec'
import { chargeHabits } from './chargeHabits'
import { costHabits } from './costHabits'
import { coldHabits } from './coldHabits'
import { diagnosisHabits } from './diagnosisHabits'
import { instrumentHabits } from './instrumentHabits'
import { vacuumHabits } from './vacuumHabits'
import { visitHabits } from './visitHabits'

/**
 * Every habit of the trade that a verdict rests on: its usual value and where that comes from. Keys end in the SI unit that the
 * resolved profile carries. The equipment's label beats every one of them.
 */
export const habitSpecs = {
  superheatToleranceK: spec('tolerances', 'temperatureDifference', 3, '°F', 'customary ±3 °F on a fixed orifice', {
    min: 0.2,
    max: 10,
  }),
  subcoolingToleranceK: spec(
    'tolerances',
    'temperatureDifference',
    3,
    '°F',
    'customary ±3 °F; newer literature ±1.5 °F',
    { min: 0.2, max: 10 },
  ),
  superheatFloorK: spec(
    'tolerances',
    'temperatureDifference',
    5,
    '°F',
    'below 5 °F at the compressor liquid may reach it',
    { min: 2, max: 15 },
  ),
  valveSuperheatLowK: spec('tolerances', 'temperatureDifference', 8, '°F', 'an expansion valve usually holds 8–14 °F', {
    max: 40,
  }),
  valveSuperheatHighK: spec(
    'tolerances',
    'temperatureDifference',
    14,
    '°F',
    'an expansion valve usually holds 8–14 °F',
    { max: 60 },
  ),
  usualSubcoolingLowK: spec('tolerances', 'temperatureDifference', 8, '°F', 'usually 8–12 °F behind the condenser', {
    max: 40,
  }),
  usualSubcoolingHighK: spec('tolerances', 'temperatureDifference', 12, '°F', 'usually 8–12 °F behind the condenser', {
    max: 60,
  }),
  askAgainSubcoolingBelowK: spec(
    'tolerances',
    'temperatureDifference',
    4,
    '°F',
    'label targets under 4 °F are rare: read it again',
    { max: 40 },
  ),
  askAgainSubcoolingAboveK: spec(
    'tolerances',
    'temperatureDifference',
    17,
    '°F',
    'label targets over 17 °F are rare: read it again',
    { max: 60 },
  ),
  targetMovedK: spec(
    'tolerances',
    'temperatureDifference',
    1,
    '°F',
    'say so when the target moved by more than 1 °F since the last step',
    { max: 10 },
  ),

  outdoorFloorK: spec(
    'conditions',
    'temperature',
    65,
    '°F',
    'accepted from 65 °F; 70 °F preferred, 55 °F by some for an orifice',
    { min: 40, max: 90 },
  ),
  outdoorCeilingK: spec('conditions', 'temperature', 115, '°F', 'panel charts and plates end near 115 °F', {
    min: 80,
    max: 140,
  }),
  coolOutdoorsK: spec('conditions', 'temperature', 70, '°F', 'cooling is judged best from 70 °F outdoors', {
    min: 40,
    max: 95,
  }),
  indoorLowK: spec('conditions', 'temperature', 70, '°F', 'indoors 70–80 °F while the charge is judged', {
    min: 50,
    max: 90,
  }),
  indoorHighK: spec('conditions', 'temperature', 80, '°F', 'indoors 70–80 °F while the charge is judged', {
    min: 60,
    max: 110,
  }),
  chartHumidityLow: spec('conditions', 'ratio', 20, '%', 'a dry-bulb chart holds from 20 to 70 % humidity indoors', {
    max: 100,
  }),
  chartHumidityHigh: spec('conditions', 'ratio', 70, '%', 'a dry-bulb chart holds from 20 to 70 % humidity indoors', {
    max: 100,
  }),

  ruleOutdoorLowK: spec(
    'targetRule',
    'temperature',
    55,
    '°F',
    'the common rule fits panel charts from 55 °F outdoors',
    { min: 40, max: 90 },
  ),
  ruleOutdoorHighK: spec(
    'targetRule',
    'temperature',
    115,
    '°F',
    'the common rule fits panel charts to 115 °F outdoors',
    { min: 80, max: 130 },
  ),
  ruleWetBulbLowK: spec(
    'targetRule',
    'temperature',
    50,
    '°F',
    'the common rule fits panel charts from 50 °F wet bulb',
    { min: 40, max: 65 },
  ),
  ruleWetBulbHighK: spec('targetRule', 'temperature', 76, '°F', 'the common rule fits panel charts to 76 °F wet bulb', {
    min: 60,
    max: 85,
  }),
  ruleCoolReturnK: spec(
    'targetRule',
    'temperature',
    70,
    '°F',
    'cool outdoors with a return under 70 °F: the coil may freeze at the right superheat',
    { min: 50, max: 85 },
  ),

  inProbability: spec(
    'verdicts',
    'ratio',
    80,
    '%',
    'In from 80 % probability of conformity for each reading, customary',
    {
      min: 50,
      max: 99.9,
    },
  ),
  dangerShare: spec(
    'verdicts',
    'ratio',
    50,
    '%',
    'liquid at the compressor is called a danger from where it is likelier than not',
    { min: 5, max: 95 },
  ),
  testInProbability: spec(
    'verdicts',
    'ratio',
    95,
    '%',
    'a decay or a reversing valve is In from 95 % probability of conformity (JCGM 106)',
    { min: 50, max: 99.9 },
  ),
  inTrulyShare: spec(
    'verdicts',
    'ratio',
    95,
    '%',
    'of all that are called In at least 95 % are truly in (JCGM 106, global risk): coarse instruments ask for more of each reading',
    { min: 60, max: 99.9 },
  ),
  outProbability: spec('verdicts', 'ratio', 5, '%', 'Out up to 5 % probability of conformity (JCGM 106)', {
    min: 0.1,
    max: 50,
  }),

  settleAfterStartS: spec(
    'settling',
    'duration',
    10,
    'min',
    'customary: 10–15 minutes from start before a reading decides',
    { max: 120 },
  ),
  settleAfterStepS: spec('settling', 'duration', 10, 'min', 'customary: 5–10 minutes after each change of charge', {
    max: 120,
  }),
  carryReadingS: spec(
    'settling',
    'duration',
    20,
    'min',
    'weather and the air of a house change slowly: a reading of 20 minutes ago still counts beside new pressures',
    { max: 60 },
  ),
  settleWindowS: spec('settling', 'duration', 3, 'min', 'settled is judged over 3 minutes', { min: 0.5, max: 30 }),
  settleSlopeKPerS: spec(
    'settling',
    'temperatureRate',
    0.3,
    '°F/min',
    'settled when the slope is under 0.3 °F a minute',
    { min: 0.01, max: 5 },
  ),
  settleScatterK: spec('settling', 'temperatureDifference', 0.5, '°F', 'settled when the scatter is under 0.5 °F', {
    min: 0.05,
    max: 5,
  }),

  freezeK: spec('airAndCoils', 'temperature', 32, '°F', 'condensate freezes on the coil', { min: 30, max: 38 }),
  evaporatingLowK: spec('airAndCoils', 'temperature', 35, '°F', 'evaporating 35–45 °F in normal weather', {
    min: 20,
    max: 50,
  }),
  evaporatingHighK: spec(
    'airAndCoils',
    'temperature',
    45,
    '°F',
    'evaporating 35–45 °F in normal weather; 50 °F with a high load',
    { min: 30, max: 65 },
  ),
  condensingOverOutdoorLowK: spec(
    'airAndCoils',
    'temperatureDifference',
    10,
    '°F',
    'condensing 10–20 °F over outdoor air; old equipment to 30 °F',
    { max: 40 },
  ),
  condensingOverOutdoorHighK: spec(
    'airAndCoils',
    'temperatureDifference',
    20,
    '°F',
    'condensing 10–20 °F over outdoor air; old equipment to 30 °F',
    { max: 60 },
  ),
  condensingOverOutdoorOldK: spec(
    'airAndCoils',
    'temperatureDifference',
    30,
    '°F',
    'old equipment condenses up to 30 °F over outdoor air',
    { max: 60 },
  ),
  liquidUnderOutdoorK: spec(
    'airAndCoils',
    'temperatureDifference',
    2,
    '°F',
    'a liquid line more than 2 °F under outdoor air contradicts itself',
    { max: 10 },
  ),
  splitLowK: spec('airAndCoils', 'temperatureDifference', 18, '°F', 'fixed school: split of 18–21 °F, or 18–23 °F', {
    max: 40,
  }),
  splitHighK: spec('airAndCoils', 'temperatureDifference', 23, '°F', 'fixed school: split of 18–21 °F, or 18–23 °F', {
    max: 50,
  }),
  splitToleranceK: spec(
    'airAndCoils',
    'temperatureDifference',
    3,
    '°F',
    'humidity school: within 3 °F of what this air should give',
    { min: 0.5, max: 15 },
  ),
  nominalAirflowM3PerJ: spec('airAndCoils', 'airflowPerCapacity', 400, 'cfm/ton', 'nominal 400 cfm a ton', {
    min: 200,
    max: 600,
  }),

  expectedPressureShare: spec(
    'airAndCoils',
    'ratio',
    5,
    '%',
    'within 5 % of the label’s expected pressures, about 3 °F of saturation',
    { min: 0.5, max: 30 },
  ),

  voltageTolerance: spec('electrical', 'ratio', 10, '%', 'line voltage within ±10 % of the plate', { max: 50 }),
  capacitorTolerance: spec('electrical', 'ratio', 6, '%', 'capacitor within ±6 %, or as printed on it', { max: 50 }),

  ...vacuumHabits,

  ...chargeHabits,

  ...instrumentHabits,

  ...diagnosisHabits,
  ...costHabits,

  hosesAgreePa: spec(
    'instruments',
    'pressureDifference',
    5,
    'psi',
    'drawn down: both gauges within a division of a coarse one',
    {
      min: 0.5,
      max: 30,
    },
  ),
  bubbleWaitS: spec('instruments', 'duration', 1, 'min', 'soap on a valve core: a slow bubble needs a minute', {
    min: 0.2,
    max: 15,
  }),
  restAgreeK: spec(
    'settling',
    'temperatureDifference',
    3,
    '°F',
    'standing, saturation agrees with the air around the coil',
    {
      min: 0.5,
      max: 15,
    },
  ),
  clampsAgreeK: spec('instruments', 'temperatureDifference', 1.5, '°F', 'two clamps of ±1 °F on one temperature', {
    min: 0.2,
    max: 10,
  }),
  suctionOverReturnK: spec(
    'airAndCoils',
    'temperatureDifference',
    5,
    '°F',
    'a suction line warmer than return air by more contradicts itself',
    { max: 20 },
  ),

  ...coldHabits,
  ...visitHabits,

  zeroedWithinS: spec('instruments', 'duration', 24, 'h', 'gauges are zeroed to atmosphere on the day', {
    min: 0.5,
    max: 720,
  }),
} as const satisfies Record<string, HabitSpec>

export type { HabitGroup, HabitSpec } from './habitSpec'
export type HabitKey = keyof typeof habitSpecs
export const habitKeys = Object.keys(habitSpecs) as HabitKey[]

/** Pairs of which the first may not be above the second. */
export const habitPairs: readonly (readonly [low: HabitKey, high: HabitKey])[] = [
  ['superheatFloorK', 'valveSuperheatLowK'],
  ['valveSuperheatLowK', 'valveSuperheatHighK'],
  ['usualSubcoolingLowK', 'usualSubcoolingHighK'],
  ['askAgainSubcoolingBelowK', 'askAgainSubcoolingAboveK'],
  ['outdoorFloorK', 'outdoorCeilingK'],
  ['outdoorFloorK', 'coolOutdoorsK'],
  ['indoorLowK', 'indoorHighK'],
  ['chartHumidityLow', 'chartHumidityHigh'],
  ['ruleOutdoorLowK', 'ruleOutdoorHighK'],
  ['ruleWetBulbLowK', 'ruleWetBulbHighK'],
  ['outProbability', 'inProbability'],
  ['outProbability', 'testInProbability'],
  ['evaporatingLowK', 'evaporatingHighK'],
  ['freezeK', 'evaporatingLowK'],
  ['heatingEvaporatingUnderK', 'heatingEvaporatingMostK'],
  ['heatingCondensingOverK', 'heatingCondensingMostK'],
  ['restrictedCondensingK', 'restrictedStopK'],
  ['visitFromS', 'visitToS'],
  ['condensingOverOutdoorLowK', 'condensingOverOutdoorHighK'],
  ['condensingOverOutdoorHighK', 'condensingOverOutdoorOldK'],
  ['splitLowK', 'splitHighK'],
  ['decayLimitNewPa', 'decayLimitOldPa'],
  ['pistonSubcoolingLowK', 'pistonSubcoolingHighK'],
  ['runningAmpsLow', 'runningAmpsHigh'],
  ['ampsLowCondensingK', 'ampsHighCondensingK'],
]
