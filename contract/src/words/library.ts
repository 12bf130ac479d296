import {
  showTyped,
  type Accuracy,
  type ColdSchool,
  type Dimension,
  type HabitGroup,
  type HabitKey,
  type HabitOrigin,
  type InstrumentKind,
  type InstrumentWarning,
  type Orientation,
  type SheetShape,
  type SplitSchool,
  type SuperheatSource,
} from '@zetesis/core'

export const habitWords: Record<HabitKey, string> = {
  superheatToleranceK: 'Superheat tolerance, ±',
  subcoolingToleranceK: 'Subcooling tolerance, ±',
  superheatFloorK: 'Floor of superheat',
  valveSuperheatLowK: 'Expansion valve holds from',
  valveSuperheatHighK: 'Expansion valve holds to',
  usualSubcoolingLowK: 'Usual subcooling from',
  usualSubcoolingHighK: 'Usual subcooling to',
  askAgainSubcoolingBelowK: 'Ask again: target under',
  askAgainSubcoolingAboveK: 'Ask again: target over',
  targetMovedK: 'Say when the target moved by',
  outdoorFloorK: 'Outdoors from',
  outdoorCeilingK: 'Outdoors to',
  coolOutdoorsK: 'Cool outdoors under',
  indoorLowK: 'Indoors from',
  indoorHighK: 'Indoors to',
  chartHumidityLow: 'Dry-bulb charts: humidity from',
  chartHumidityHigh: 'Dry-bulb charts: humidity to',
  ruleOutdoorLowK: 'Common rule: outdoors from',
  ruleOutdoorHighK: 'Common rule: outdoors to',
  ruleWetBulbLowK: 'Common rule: wet bulb from',
  ruleWetBulbHighK: 'Common rule: wet bulb to',
  ruleCoolReturnK: 'Cool return under',
  inProbability: 'In from a probability of',
  outProbability: 'Out up to a probability of',
  settleAfterStartS: 'Wait after start',
  settleAfterStepS: 'Wait after a charge step',
  settleWindowS: 'Settled: judged over',
  settleSlopeKPerS: 'Settled: slope under',
  settleScatterK: 'Settled: scatter under',
  freezeK: 'Coil freezes under',
  evaporatingLowK: 'Evaporating from',
  evaporatingHighK: 'Evaporating to',
  condensingOverOutdoorLowK: 'Condensing over outdoors from',
  condensingOverOutdoorHighK: 'Condensing over outdoors to',
  condensingOverOutdoorOldK: 'The same on old equipment to',
  liquidUnderOutdoorK: 'Liquid line under outdoors by',
  splitLowK: 'Split from',
  splitHighK: 'Split to',
  splitToleranceK: 'Split off the expected by, ±',
  nominalAirflowM3PerJ: 'Nominal airflow',
  expectedPressureShare: 'Pressures off the label by',
  voltageTolerance: 'Line voltage, ±',
  capacitorTolerance: 'Capacitor, ±',
  vacuumTargetPa: 'Vacuum before valving off',
  decayLimitNewPa: 'Decay limit, new work',
  decayLimitOldPa: 'Decay limit, older systems',
  decayHoldS: 'Decay hold',
  decayWellUnderShare: 'Tight levels off under this share of the limit',
  decayHarmlessS: 'A rise that stays under the limit so long is no leak that matters',
  decaySureShare: 'A decay’s cause is named from',
  decaySmallRiseShare: 'A rise of so much of the limit isn’t moisture',
  decayBesideMoistureShare: 'A leak beside moisture adds in an hour, of its plateau',
  nitrogenBreaks: 'Nitrogen breaks in a triple evacuation',
  bigHoseM: 'A wide hose, from',
  holdNothingLost: 'Nitrogen hold: nothing lost within, × its uncertainty',
  holdLost: 'Nitrogen hold: lost from, × its uncertainty',
  nitrogenBreakPa: 'Nitrogen break up to',
  nitrogenSoakS: 'Nitrogen stands in a break for',
  testPressureNewPa: 'Test pressure, high-pressure equipment',
  testPressureOldPa: 'Test pressure, older low sides',
  testGaugePa: 'Test gauge that isn’t named: ±',
  testAmbientK: 'Probe at the pipe that isn’t named: ±',
  tripleBreakPa: 'Triple evacuation: break at',
  pressureHoldS: 'Nitrogen hold',
  weighInToleranceKg: 'Weighed in to within',
  scaleAccuracyKg: 'Scale that isn’t named: ±',
  scaleFastestKgPerS: 'Refrigerant flows no faster than',
  scaleLeastStepKg: 'Smaller changes of a scale are drift',
  liftM: 'Height between the units up to',
  recoveryWarmK: 'Recovery cylinder may warm to',
  longLineM: 'Long-line limit',
  liquidLineDensityK: 'Liquid line, for a computed allowance',
  retrofitStartShare: 'Retrofit: start share of the charge',
  conversionStartShare: 'Conversion: start share',
  cylinderFillShare: 'Recovery cylinder filled to',
  stepCapShare: 'Charge step at most',
  hosesAgreePa: 'Hoses drawn down: gauges within',
  bubbleWaitS: 'Soap on a core: wait',
  stepLeastKg: 'Charge step at least',
  drierDropK: 'Drier: lost over it at most',
  otherCauseShare: 'Another cause: this share of the charge’s likelihood bars a step',
  stepNoEffectShare: 'Charge step without effect: moved less than',
  restAgreeK: 'Standing: saturation off the air around it',
  clampsAgreeK: 'Clamps on one temperature agree within',
  suctionOverReturnK: 'Suction line over return air',
  stepFraction: 'Charge step: part of the way',
  dischargeOverOutdoorK: 'Heating: discharge over outdoors',
  restrictedCondensingK: 'Restricted condenser: condensing',
  zeroedWithinS: 'Zeroed within',
}

export const groupWords: Record<HabitGroup, string> = {
  tolerances: 'Targets and tolerances',
  conditions: 'Conditions that let a reading decide',
  targetRule: 'Common rule for superheat',
  verdicts: 'Verdicts',
  settling: 'Waits and settling',
  airAndCoils: 'Air and coils',
  electrical: 'Electrical',
  vacuum: 'Pressure test and vacuum',
  charge: 'Charge by weight',
  steps: 'Charge steps',
  coldWeather: 'Cold weather',
  instruments: 'Instruments',
}

export const originWords: Record<HabitOrigin, string> = {
  profile: 'method',
  label: 'model’s label',
  unit: 'this unit’s label',
  override: 'set for this unit',
}

export const sourceWords: Record<SuperheatSource, string> = {
  label: 'the label’s chart',
  commonRule: 'the common rule',
  typed: 'a figure typed with a reason',
}
export const splitWords: Record<SplitSchool, string> = {
  humidity: 'what this air should give',
  fixed: 'a fixed band',
}
export const coldWords: Record<ColdSchool, string> = {
  weighInOnly: 'weigh in, come back',
  labelHeating: 'the label’s heating target',
  discharge: 'discharge temperature',
  restrictedCondenser: 'restricted condenser',
}

export const instrumentWords: Record<InstrumentKind, string> = {
  pressureGauge: 'Pressure gauge',
  lineClamp: 'Line clamp',
  airProbe: 'Air probe',
  psychrometer: 'Psychrometer',
  micronGauge: 'Micron gauge',
  scale: 'Scale',
  manometer: 'Manometer',
  multimeter: 'Multimeter',
}
export const measureWords: Partial<Record<Dimension, string>> = {
  gaugePressure: 'Pressure',
  temperature: 'Temperature',
  ratio: 'Humidity',
  vacuum: 'Vacuum',
  mass: 'Mass',
  staticPressure: 'Static pressure',
  voltage: 'Voltage',
  current: 'Current',
  capacitance: 'Capacitance',
}
export const warningWords: Record<InstrumentWarning, string> = {
  overdue: 'check overdue',
  noCheckDate: 'no check date',
  neverZeroed: 'never zeroed',
  zeroedLongAgo: 'zeroed too long ago',
}

/** An accuracy the way its maker would print it: “±(1 % of 500 psig + 5 psig steps)”. */
export function accuracyWords({
  ofReading,
  ofFullScale,
  fullScale,
  absolute,
  resolution,
  stated,
  k,
}: Accuracy): string {
  const parts = [
    ofReading && `${showTyped(ofReading)} of reading`,
    ofFullScale && `${showTyped(ofFullScale)} of ${fullScale ? showTyped(fullScale) : 'full scale'}`,
    absolute && showTyped(absolute),
  ].filter((part): part is string => !!part)
  const limits = parts.length > 1 ? `±(${parts.join(' + ')})` : `±${parts[0] ?? '?'}`
  const steps = resolution ? `, steps of ${showTyped(resolution)}` : ''
  return `${limits}${steps}${stated === 'expanded' ? `, k = ${k ?? 2}` : ''}`
}

export const orientationWords: Record<Orientation, string> = {
  up: 'Up',
  down: 'Down',
  left: 'Horizontal left',
  right: 'Horizontal right',
}

export const sheetWords: Record<SheetShape, { title: string; columns: string; rows: string; cells: string }> = {
  superheatGrid: { title: 'Superheat chart', columns: 'Outdoors', rows: 'Indoors', cells: 'Target superheat' },
  subcoolingCurve: { title: 'Subcooling by weather', columns: 'Outdoors', rows: '', cells: 'Target subcooling' },
  pressureCurve: { title: 'Expected pressures', columns: 'Outdoors', rows: '', cells: 'Pressure' },
  requiredLine: { title: 'Liquid line by pressure', columns: 'Liquid pressure', rows: '', cells: 'Liquid line' },
}
export const rowNames: Readonly<Record<string, string>> = {
  subcooling: 'subcooling',
  suction: 'suction',
  liquid: 'liquid',
  line: 'liquid line',
}
