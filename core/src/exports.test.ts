// Every public function of core: finite in, finite or undefined out, a RangeError where documented, and never a hang, whatever the numbers. Each has a
// sample of its arguments here, whose numbers are then made wild; a new export without a sample fails.
import { inspect } from 'node:util'
import { Script, createContext } from 'node:vm'
import fc from 'fast-check'
import * as core from './index'
import { bare, micron, opened, record as recordOf } from './run/testingLines'
import { superheatGrid } from './label/testing'
import { NOON, testEntry, testId, testLog } from './entry/testing'

type Fn = (...args: readonly unknown[]) => unknown
const functions = Object.fromEntries(
  Object.entries(core as unknown as Record<string, unknown>).filter(([, v]) => typeof v === 'function'),
) as Record<string, Fn>

const profile = core.customaryProfile
const spec = core.customarySpec
const facts: core.UnitFacts = {
  tag: 'T-1',
  work: 'new',
  refrigerant: 'R-407C',
  oldRefrigerant: 'R-22',
  metering: 'fixedOrifice',
  superheatSource: 'commonRule',
  labelCharge: { value: 90, unit: 'oz' },
  includedLength: { value: 15, unit: 'ft' },
  lineLength: { value: 40, unit: 'ft' },
  liquidLine: { value: 0.375, unit: 'in' },
  vapourLine: { value: 0.75, unit: 'in' },
  lift: { value: 10, unit: 'ft' },
  sections: [{ length: { value: 10, unit: 'ft' }, liquidLine: { value: 0.25, unit: 'in' } }],
  labelItems: [{ name: 'drier', mass: { value: 2, unit: 'oz' } }],
  testPressure: { value: 450, unit: 'psig' },
  targetSubcooling: { value: 10, unit: '°F' },
  elevation: { value: 500, unit: 'ft' },
}
const valveFacts: core.UnitFacts = { ...facts, metering: 'expansionValve', refrigerant: 'R-410A' }
const label: core.ModelLabel = {
  name: 'T',
  charge: { value: 90, unit: 'oz' },
  includedLength: { value: 15, unit: 'ft' },
  lowSideTest: { value: 300, unit: 'psig' },
  highSideDesign: { value: 500, unit: 'psig' },
  ratedAmps: { value: 14, unit: 'A' },
  ratedVoltage: { value: 230, unit: 'V' },
  maximumStatic: { value: 0.5, unit: 'in wc' },
  capacitor: { value: 45, unit: 'µF' },
  allowances: [{ tube: { value: 0.375, unit: 'in' }, allowance: { value: 0.6, unit: 'oz/ft' } }],
  tables: [{ quantity: 'subcooling', rows: [{ cooling: { value: 10, unit: '°F' } }] }],
  sheets: [superheatGrid],
}
const values: core.ReadingValues = {
  suctionPressure: { value: 70, unit: 'psig' },
  suctionLine: { value: 55, unit: '°F' },
  liquidPressure: { value: 240, unit: 'psig' },
  liquidLine: { value: 95, unit: '°F' },
  discharge: { value: 160, unit: '°F' },
  returnDryBulb: { value: 76, unit: '°F' },
  returnHumidity: { value: 50, unit: '%' },
  supply: { value: 57, unit: '°F' },
  outdoor: { value: 90, unit: '°F' },
  staticPressure: { value: 0.4, unit: 'in wc' },
  voltage: { value: 231, unit: 'V' },
  amps: { value: 10, unit: 'A' },
  capacitor: { value: 44, unit: 'µF' },
}
const gauge: core.Instrument = {
  id: 'g',
  name: 'Gauge',
  kind: 'pressureGauge',
  dueOn: '2027-01-01',
  zeroedAt: '2026-07-14T06:00:00.000Z',
  accuracies: [
    {
      dimension: 'gaugePressure',
      ofReading: { value: 1, unit: '%' },
      resolution: { value: 1, unit: 'psig' },
      stated: 'rectangular',
    },
  ],
}
const cylinder: core.Cylinder = {
  id: 'c',
  name: 'R-03',
  state: 'recovered',
  refrigerant: 'R-22',
  tare: { value: 12, unit: 'kg' },
  waterCapacity: { value: 20, unit: 'kg' },
}
const used = { suctionPressure: 'g', liquidPressure: 'g' }
const pumpCircuit: core.Circuit = {
  heatPump: true,
  outdoorDevice: 'expansionValve',
  liquidPort: 'coilSide',
  trueSuction: true,
  extraLiquidPort: true,
}
const judged = core.judgeCharge(
  { facts, label, elevationM: 100 },
  { mode: 'cooling', values, instruments: used },
  [gauge],
  profile,
)
const judgedValve = core.judgeCharge({ facts: valveFacts, elevationM: 100 }, { mode: 'cooling', values }, [], profile)
const measured = core.measure({ facts, values, elevationM: 100, profile })
const plausible = core.plausibleOf(measured, { facts, running: true })
const decay = Array.from({ length: 20 }, (_, i) => ({
  timeS: 40 * i,
  pressurePa: 40 + i,
  temperatureK: 293 + 0.01 * i,
}))
const bins = [0, 60, 120, 240, 480, 720].map((timeS, i) => ({ timeS, pressurePa: 40 + i, sigmaPa: 0.5, count: 3 }))
const curve: core.DecayCurve = { startPa: 40, leakPaPerS: 0.001, risePa: 5, timeConstantS: 200 }
const causeTerms = {
  limitPa: 66.7,
  wellUnderShare: 0.8,
  harmlessS: 86400,
  smallRiseShare: 0.2,
  besideMoistureShare: 0.2,
}
const analysis = core.analyseDecay(decay, { limitPa: 66.7, holdS: 600 })
const steps = [{ amountKg: 0.1, before: { superheatK: 15, subcoolingK: 3 }, after: { superheatK: 12, subcoolingK: 4 } }]
const question = {
  history: steps,
  current: { superheatK: 12, subcoolingK: 4, settled: true, standardK: 0.4 },
  target: 7,
  tolerance: 1.7,
  totalChargeKg: 3,
  meteringDevice: 'fixedOrifice' as const,
  profile,
}
const trace: core.TraceSample[] = Array.from({ length: 120 }, (_, i) => ({
  timeS: 10 * i,
  values: {
    suctionPressure: 480000 + 10 * (i % 3),
    liquidPressure: 1650000,
    suctionLine: 286,
    liquidLine: 308,
    returnDryBulb: 297,
    returnHumidity: 0.5,
    supply: 287,
    outdoor: 305,
    amps: 10,
    testPressure: 3.1e6 - i,
    ambient: 295,
  },
}))
const record = recordOf(opened, [
  [-60, { kind: 'pumpOn' }],
  [-50, { kind: 'valvedOff' }],
  [-49, micron(320)],
  [-39, micron(350)],
  [
    -35,
    {
      kind: 'weighed',
      direction: 'add',
      before: { value: 200, unit: 'oz' },
      after: { value: 185, unit: 'oz' },
      vessel: { ...cylinder, state: 'virgin', refrigerant: 'R-410A' },
    },
  ],
  [-30, { kind: 'started' }],
  [-15, { kind: 'reading', mode: 'cooling', values, instruments: used, kit: [gauge] }],
  [
    -10,
    {
      kind: 'lookedInto',
      standingPressure: { value: 150, unit: 'psig' },
      standingAir: { value: 86, unit: '°F' },
      ratedAmps: { value: 14, unit: 'A' },
    },
  ],
])
const view = core.unitView(record, { nowMs: NOON })
const item = record.items.reading[0]!
const weighed = record.items.weighed[0]!.entry
const movement = {
  id: 'm',
  atMs: 5,
  kind: 'purchased',
  kg: 10,
  standardUncertaintyKg: 0.01,
  refrigerant: 'R-22',
} as const
const saved = testEntry(7, 0, { kind: 'note', text: 'x' })
const chained = {
  unitId: testId(1),
  seq: 1,
  author: item.author,
  receivedAt: saved.at,
  entry: saved,
  previousHash: core.GENESIS_HASH,
}
const chainedBook = {
  ...chained,
  companyId: testId(2),
  entry: { ...saved, kind: 'jobStands', jobId: testId(3), standing: 'closed' } as core.BookEntry,
}
const sheet = label.sheets![0]!
const grid: core.Grid = core.sheetGrid(superheatGrid)
const draft = core.draftOf(superheatGrid)
const place = {
  quantity: 'superheat',
  mode: 'cooling',
  outdoorK: 303,
  wetBulbK: 291,
  dryBulbK: 297,
  humidity: 0.5,
  liquidGaugePa: 1.6e6,
} as const
const settling = { state: 'settled' } as const
const findings = core.deviationsOf({ measured: judged, target: judged.target, metering: 'fixedOrifice' }, profile)
const ranked = core.diagnose(findings)
const bookEntry: core.CylinderMoved = {
  v: 1,
  id: testId(40),
  at: saved.at,
  writtenAt: saved.at,
  kind: 'cylinderMoved',
  movement: 'purchased',
  cylinderId: 'c',
  mass: { value: 10, unit: 'kg' },
}
const summary = core.summarise(record, { nowMs: NOON })
const liveTerms = {
  facts,
  label,
  elevationM: 0,
  profile,
  kit: [gauge],
  instruments: used,
  system: 'ip',
  running: true,
  sinceS: 0,
  afterStart: true,
  steps,
  totalChargeKg: 3,
  beside: { airflowKnownGood: true, restOverAmbientK: 0.3, drierDropK: 0.4, ratedAmpsA: 14 },
} as const
const size = { width: 358, height: 240 }
const words = {
  rungs: {},
  lowSide: '',
  highSide: '',
  freezes: '',
  limit: '',
  valvedOff: '',
  nitrogen: '',
  minutes: '',
  straight: '',
  level: '',
  bendsTo: String,
  slowing: 'slows down',
  band: '',
  target: '',
  here: '',
  now: '',
  superheat: '',
  subcooling: '',
  trail: '',
}
const possible = core.believe(bins, { spanS: 720, temper: 1.3 })
const shape = { normal: 0.3, rectangular: [0.5, 0.2] }
const uncertaintyParts = core.chargeUncertainty({
  target: judged.target as never,
  measured,
  values,
  refrigerant: 'R-407C',
  used,
  kit: [gauge],
  assumed: 'digital',
  profile,
})

/** arguments of each function, as they usually are */
const samples: Record<string, readonly unknown[]> = {
  absolutePressurePa: [{ gaugePa: 1e6, elevationM: 100 }],
  acrTube: [0.0095],
  adviseStep: [question],
  agenda: [[{ unitId: testId(1), tag: 'T', jobId: 'j', summary }], NOON],
  aicc: [12, 3, 20],
  aimScene: [{ judged, trail: view.tuning.trail, steps: view.tuning.steps, system: 'ip', words, ...size }],
  allItems: [record],
  allowanceFor: [label, 0.0095],
  analyseDecay: [decay, { limitPa: 66.7, holdS: 600, volumeM3: 0.01, gaugeShare: 0.05 }],
  analysePullDown: [
    decay.map((s) => ({ ...s, pressurePa: 9000 * Math.exp(-s.timeS / 200) })),
    { targetPa: 60, waterTemperatureK: 295 },
  ],
  anyToSi: ['temperature', { value: 70, unit: '°F' }],
  asItIs: [cylinder, 'R-22'],
  assessLive: [trace, liveTerms],
  atmosphericPressurePa: [100],
  balanceOn: [{ netKg: 4, standardUncertaintyKg: 0.01, findings: [], unexplainedKg: 0 }, []],
  balanceCylinder: [
    [movement, { ...movement, id: 'n', atMs: 9, kg: -2 }, { ...movement, id: 'o', atMs: 12, kind: 'weighed', kg: 8 }],
    { fillLimitKg: 19 },
  ],
  believe: [bins, { spanS: 720, temper: 1.3 }],
  besideOf: [record, { facts, elevationM: 0, method: profile }],
  bookMovements: [bookEntry, 'x', new Map([['c', cylinder]])],
  causeOf: [curve, causeTerms],
  causes: [possible.slice(0, 20), causeTerms],
  channelsSi: [values],
  countedWeighings: [record],
  chargeWitnesses: [{ judged, ranked, facts, beside: {}, steps, totalChargeKg: 3 }],
  chargeBelief: [
    { inItKg: 2.9, inItStandardKg: 0.05, rightKg: 3, rightStandardKg: 0.1 },
    [{ source: 'superheat', offKg: -0.2, standardKg: 0.15 }],
  ],
  shortBeyondDoubtKg: [{ offKg: -0.4, standardKg: 0.1 }, profile],
  chargeBalance: [record],
  chargeDue: [facts],
  chargeGates: [
    {
      action: 'add',
      measured: judged,
      target: judged.target,
      metering: 'fixedOrifice',
      settling,
      checks: [],
      ranked,
      airflowKnownGood: true,
      cold: 0.2,
      steps,
      drierDropK: 0.1,
      profile,
    },
  ],
  chargeMethod: [{ metering: 'fixedOrifice' }],
  chargeUncertainty: [
    { target: judged.target, measured, values, refrigerant: 'R-407C', used, kit: [gauge], assumed: 'digital', profile },
  ],
  chartFamilyScene: [
    {
      grid,
      rowNames: ['a', 'b', 'c', 'd'],
      odd: [],
      here: { x: 90, y: 12 },
      columnUnit: '°F',
      cellUnit: '°F',
      ...size,
    },
  ],
  chartWindow: [73, { lastS: 1800, backS: 0 }],
  checkBookEntry: [bookEntry, { nowMs: NOON }],
  checkCylinder: [cylinder],
  checkEntry: [record, weighed, { nowMs: NOON, jobElevationM: 100 }],
  checkHabit: ['freezeK', { value: 32, unit: '°F' }],
  checkInstrument: [gauge],
  answerFor: [{ id: testId(1), role: 'installer' }, 'gate'],
  checkCompany: [{ name: 'a', logo: 'iVBORw0KGgo=' }],
  isExpired: [{ kind: 'a', number: '1', until: '2026-07-14' }, '2026-07-15'],
  logoProblem: ['iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAA='],
  mayAppend: [{ id: testId(1), role: 'installer' }, testEntry(1, 0, micron(300)), record],
  mayNotProblems: [{ id: testId(1), role: 'viewer' }, testEntry(1, 0, micron(300)), record],
  openRequests: [record],
  requestsOf: [record],
  rightAsked: ['gate'],
  rightsOutside: [{ viewer: { log: 'yes' } }],
  rightsTable: [{ installer: { gate: 'yes' } }],
  checkJob: [{ name: 'a', timeZone: 'UTC', elevation: { value: 1, unit: 'm' } }],
  checkLabel: [label],
  checkPlausibility: [plausible],
  checkProfile: [spec],
  checkReading: [values, facts, 100],
  checkSheet: [sheet],
  checkWeighed: [
    record,
    {
      ...weighed,
      direction: 'remove',
      vessel: cylinder,
      before: { value: 0, unit: 'kg' },
      after: { value: 5, unit: 'kg' },
    },
  ],
  chiSquaredOf: [bins, curve],
  chosenProfile: [core.foldBook([])],
  classError: ['lowPressure', 5e5, 'digital', profile],
  cleanSamples: [decay],
  co2eKg: ['R-22', 3, 'AR4'],
  coilGlides: [measured],
  coldExplains: [{ feed: 0.7, outdoorK: 300 }],
  coldOf: [measured, 'R-407C'],
  completeSpec: [spec],
  conclusionsLost: [{ missing: ['outdoor'], metering: 'fixedOrifice' }],
  conditionsWindow: [{ outdoorK: 300, returnK: 297 }, profile],
  conversionRefusal: [{ from: 'R-22', to: 'R-407C', highSideDesignPa: 2.9e6 }],
  decayHabits: [profile],
  decayPressurePa: [curve, 600],
  decayResult: [analysis, { samples: 20, limitPa: 66.7, holdS: 600, volumeM3: 0.01 }],
  decaySheetScene: [
    {
      run: view.vacuum,
      recorded: decay.map((d) => ({ runMs: NOON + 1000 * d.timeS, pressurePa: d.pressurePa })),
      decay: view.vacuum.decay,
      system: 'ip',
      words,
      ...size,
    },
  ],
  isCheck: [{ work: 'check' }],
  isReason: ['found a loose flare'],
  wasRead: [view],
  decayTerms: [facts, profile],
  decidingUncertainty: [{ value: 11, low: 8.5, high: 11.5 }],
  decodeChunk: [core.encodeChunk(trace.slice(0, 20))],
  designPressures: [{ from: 'R-22', to: 'R-407C' }],
  detectSettling: [
    decay.map(({ timeS }) => ({ timeS, superheatK: 6, subcoolingK: 5, evaporatingK: 280, condensingK: 315 })),
    { windowS: 180, slopeKPerS: 0.003, scatterK: 0.3, minimumS: 300, sinceS: 0 },
  ],
  deviationsOf: [
    {
      measured: judged,
      target: judged.target,
      metering: 'fixedOrifice',
      refrigerant: 'R-407C',
      standard: judged.standard,
    },
    profile,
    { ratedAmpsA: 14, restOverAmbientK: 0.2, standardK: 0.4 },
  ],
  diagnose: [findings],
  diffProfiles: [spec, core.cautiousSpec],
  downsample: [Array.from({ length: 50 }, (_, i) => [i, i * i]), 20],
  draftFromTable: [
    'superheatGrid',
    [
      ['a', '65', '85'],
      ['58', '10', '6'],
    ],
    draft,
  ],
  draftOf: [sheet],
  draftUnits: ['temperature'],
  drawableK: [300],
  drawn: [
    {
      width: 300,
      height: 200,
      shapes: [
        {
          kind: 'polyline',
          points: [
            [0, 1],
            [5, 6],
          ],
          tone: 'ink',
          width: 1,
        },
      ],
    },
  ],
  encodeChunk: [trace.slice(0, 10)],
  entryHash: [chained],
  bookEntryHash: [chainedBook],
  errorCdf: [0.4, shape],
  estimateSlope: [steps, 'superheat', { totalChargeKg: 3, meteringDevice: 'fixedOrifice' }],
  estimateVolume: [{ refrigerant: 'R-22', labelChargeKg: 3, lineLengthM: 10, liquidLineM: 0.0095, vapourLineM: 0.019 }],
  exchange: [plausible, { a: 'suctionLineK', b: 'liquidLineK' }],
  expectedPressures: [label, { outdoorK: 303, mode: 'cooling' }],
  expectedSplitK: [
    {
      returnDryBulbK: 297,
      returnWetBulbK: 291,
      pressurePa: 101325,
      model: { airflowM3PerJ: 5.4e-5, bypass: 0.15, capacityPerK: 0.036 },
    },
  ],
  factHabits: [facts],
  fillLimitKg: [cylinder, 'R-22', profile],
  findHold: [trace, { fromS: 10 }],
  findTarget: [{ facts, label, measured, mode: 'cooling', liquidGaugePa: 1.6e6 }, profile],
  findingsOf: [
    { facts, label, measured, target: judged.target, mode: 'cooling', profile, checks: [], standard: judged.standard },
  ],
  fitLinear: [bins, 'bendingAndStraight', 200],
  fitWeathers: [bins, 'bendingAndStraight', 200, ['calm', 'stirred']],
  isOldMachine: [{ age: 'old', work: 'new' }],
  isWet: [{ cause: 'both' }],
  leakAt: [possible.slice(0, 20), 0.9],
  shownPa: [possible[0]!, 600],
  fitModels: [bins],
  flowText: [1e-5],
  fold: [record, testLog([0, { kind: 'note', text: 'x' }])[0]],
  foldBook: [[]],
  foldEntries: [testLog(...bare)],
  formatNumber: [12.34, 1],
  fromSi: ['temperature', 300, '°F'],
  gaugeShareOf: [
    { ...gauge, accuracies: [{ dimension: 'vacuum', ofReading: { value: 10, unit: '%' }, stated: 'rectangular' }] },
    66,
  ],
  grossRise: [decay, { grossPaPerS: 2, limitPa: 66 }],
  guessValvedOff: [decay],
  habitFrom: ['freezeK', { value: 32, unit: '°F' }, 'x', 'override'],
  hardlyRises: [curve, causeTerms],
  hasGlide: ['R-407C'],
  hasInk: [[[1, 2, 300, 4]]],
  holdVerdict: [decay, { limitPa: 66, holdS: 600 }],
  hoseContentKg: [{ boreM: 0.005, lengthM: 1.5, phase: 'liquid', refrigerant: 'R-22', temperatureK: 300 }],
  instrumentFindings: [[gauge], { unknown: ['liquidLine'], assumed: 'digital' }, { atMs: NOON, profile }],
  instrumentUncertainty: [gauge, 'gaugePressure', 1e6],
  instrumentWarnings: [gauge, NOON, profile],
  interpolateGrid: [grid, { x: 90, y: 60 }],
  assessSuitability: [
    {
      oldRefrigerant: 'R-22',
      candidate: 'R-407C',
      equipment: { oil: 'mineral', highSideDesignPa: 2.7e6 },
      conditions: { evaporatingK: 280, condensingK: 319, subcoolingK: 6, superheatK: 6 },
      profile,
    },
  ],
  baselineFacts: [facts],
  capillaryLengthRatio: [1.02],
  conversionRun: [record, { facts: { ...facts, work: 'conversion' }, label, method: profile, elevationM: 100 }],
  conversionStop: [record, { facts: { ...facts, work: 'conversion' }, label, method: profile }],
  dischargeK: ['R-22', { suctionK: 285, suctionPa: 6e5, dischargePa: 1.8e6 }],
  expectedAt: [
    {
      refrigerant: 'R-407C',
      evaporatingK: 280,
      condensingK: 319,
      outdoorK: 308,
      atmosphericPa: 101325,
      at: [303, 308],
    },
  ],
  expectationsOf: ['R-407C', { coilK: 280, condensingK: 319, outdoorK: 308, atmosphericPa: 101325 }],
  glideAt: ['R-407C', 6e5],
  isConversionStage: ['refit'],
  isRefitted: [{ list: [] }],
  isentropicK: ['R-22', { suctionK: 285, suctionPa: 6e5, dischargePa: 1.8e6 }],
  gasHeatJPerKgK: ['R-407C', 280],
  gasOverDew: ['R-407C', 280],
  machineOrifice: [
    {
      oldRefrigerant: 'R-22',
      newRefrigerant: 'R-407C',
      evaporatingK: 280,
      condensingK: 316,
      subcoolingK: 6,
      superheatK: 6,
    },
  ],
  countedClass: [facts, values],
  decide: [{ judged, checks: [], ranked: [], gates: [] }],
  leastCost: [
    {
      belief: [{ cause: 'undercharge', probability: 0.8 }],
      right: ['undercharge'],
      regretMinutes: () => 30,
      heldMinutes: 60,
      looks: [],
    },
  ],
  stepAnswer: [steps, { metering: 'fixedOrifice', totalChargeKg: 3, profile }],
  suctionDensity: ['R-22', 6e5, 285],
  fittedOrifice: [record.items, { facts: { ...facts, work: 'conversion' }, method: profile }],
  weatherOf: [measured],
  wrongOrifice: [
    {
      measured,
      target: judged.target,
      metering: 'fixedOrifice',
      orifice: { fittedThousandths: 59, reckonedThousandths: 66 },
      steps,
      totalChargeKg: 3,
      standardK: 0.4,
      profile,
    },
  ],
  findDefrosts: [[{ timeS: 0, values: { supply: 305, returnDryBulb: 294 } }]],
  checkCircuit: [
    { outdoorDeviceAt: 'coil', liquidPort: 'coilSide' },
    { metering: 'fixedOrifice', mode: 'heatPump' },
  ],
  unitCircuitFacts: [facts, label],
  unitCircuit: [facts, label],
  meteringIn: ['heating', facts, label],
  expectedSides: [{ refrigerant: 'R-410A', mode: 'heating', outdoorK: 275, returnK: 294, elevationM: 0 }, profile],
  highestPressurePa: [facts, label, profile],
  modesAhead: ['cooling', 'heating'],
  hoseStops: [
    [{ port: 'vapour', side: 'low', upTo: { value: 250, unit: 'psig' } }],
    { circuit: pumpCircuit, modes: ['cooling', 'heating'], highestPa: 4e6 },
  ],
  hasPort: [pumpCircuit, 'trueSuction'],
  portsOf: [pumpCircuit],
  pipeStates: [pumpCircuit, 'heating'],
  readableIn: ['heating', pumpCircuit],
  heatPumpRun: [record, { facts, method: profile }],
  modeAt: [record, NOON],
  bothModes: [record, { facts: { ...facts, mode: 'heatPump' }, method: profile }],
  circuitPicture: [
    {
      circuit: pumpCircuit,
      known: { outdoorDevice: 'electronic' },
      mode: 'heating',
      words: { indoors: 'in', outdoors: 'out', cold: 'cold', hot: 'hot', reversingValve: 'valve', compressor: 'comp.' },
    },
  ],
  coldWays: [{ facts, label, mode: 'heating', outdoorK: 271, returnK: 294 }, profile],
  standsForOutdoorK: [311, profile],
  dischargeOffset: [{ label }, profile],
  coldSlope: [
    { school: 'discharge', unit: { facts, label, elevationM: 0 }, steps, totalChargeKg: 3, profile },
    { quantity: 'dischargeOverOutdoor' },
  ],
  assessCold: [
    {
      school: 'discharge',
      unit: { facts, label, elevationM: 0 },
      reading: { mode: 'heating', values },
      kit: [gauge],
      profile,
      settled: true,
      steps,
      totalChargeKg: 3,
      weighedKg: 3,
      airflowKnownGood: true,
    },
  ],
  coldRun: [record],
  inItKg: [{ weighings: [], tunedKg: 0, openKg: 0 }, 3],
  channelStandardK: ['discharge', 340, { used, kit: [gauge], assumed: 'digital', profile }],
  portStates: [pumpCircuit, 'heating'],
  portsLeftOut: [pumpCircuit, 'heating'],
  notForLowGauge: [pumpCircuit, ['cooling', 'heating']],
  condenserGlides: [judged],
  meanCoilK: ['R-407C', 6e5],
  oilAnswer: ['R-407C', 'mineral'],
  orificeThousandths: [0.0015],
  refitList: [{ from: 'R-22', to: 'R-407C', oil: 'mineral', leakFound: true }],
  sealsShrink: ['R-22', 'R-407C'],
  thisRound: [record],
  sincePumpDown: [record],
  usualConditions: [profile],
  usualHeatingConditions: [profile],
  usualOil: ['R-22'],
  valveSuperheat: [{ bulb: 'R-22', newRefrigerant: 'R-407C', evaporatingK: 280, superheatK: 6 }],
  isBlend: ['R-22'],
  isFlammable: ['R-32'],
  isJudged: [{ state: 'noReading' }],
  isTimeZone: ['UTC'],
  isReadyProfile: ['x'],
  isSealed: [record],
  asSealed: [record],
  isStrikable: [saved],
  judge: [{ value: 11, standardUncertainty: 0.5, low: 8.5, high: 11.5 }],
  judgeCharge: [
    { facts, label, elevationM: 100 },
    { mode: 'cooling', values, instruments: used, atMs: NOON },
    [gauge],
    profile,
  ],
  holdOutlook: [
    { gauge: { value: 450, unit: 'psig' }, ambient: { value: 80, unit: '°F' } },
    { method: profile, elevationM: 0, facts },
  ],
  judgeHeldReading: [
    { gauge: { value: 450, unit: 'psig' }, ambient: { value: 80, unit: '°F' } },
    { gaugePa: 3e6, ambientK: 295, durationS: 900 },
    { method: profile, elevationM: 0, facts },
  ],
  judgePressureHold: [
    {
      startPa: 3.2e6,
      startK: 298,
      endPa: 3.19e6,
      endK: 297,
      pressureStandardUncertaintyPa: 8000,
      temperatureStandardUncertaintyK: 0.3,
      durationS: 900,
      volumeM3: 0.01,
    },
  ],
  labelFacts: [label],
  labelGives: [label, 'superheat'],
  labelHabits: [label],
  labelTarget: [label, place, profile],
  ladderScene: [{ judged, system: 'ip', words, ...size }],
  largestDeciding: [(x: number) => x < 3, 0.001],
  leakThatMattersPaPerS: [{ testPa: 3.2e6, shareAYear: 1, chargeKg: 3, volumeM3: 0.01 }],
  learntSteps: [view.tuning.steps],
  lineSetAdjustmentKg: [
    {
      sections: [{ lengthM: 12, liquidOutsideDiameterM: 0.0095 }],
      includedLengthM: 5,
      refrigerant: 'R-22',
      liquidTemperatureK: 311,
      items: [{ name: 'x', kg: 0.1 }],
    },
  ],
  looseGrid: ['superheatGrid', draft],
  manifoldSetting: [{ refrigerant: 'R-22', pressurePa: 5e5, shownK: 280, suspect: 'R-407C' }],
  measure: [{ facts, values, elevationM: 100, profile }],
  missingFacts: [facts, label],
  normalCdf: [1.2],
  normalDensity: [1.2],
  normalQuantile: [0.3],
  acceptFrom: [0.4, { soundShare: 0.6, trulyIn: 0.95, least: 0.8 }],
  verdictThresholds: [profile, 0.6, { lowK: 4, highK: 7 }],
  oddCells: [grid],
  forecastStrip: [
    {
      forecast: { start: '2026-12-05T00:00:00.000Z', hourlyC: [1, null, 3, 4] },
      fair: [],
      midnights: [],
      system: 'ip',
      width: 360,
      height: 140,
    },
  ],
  itemsOf: [{ outdoorLow: { value: 65, unit: '°F' } }],
  visitRun: [record, {}],
  provisionalOf: [record, undefined],
  isFinal: [{ settled: true, judged: view.reading?.judged ?? { verdict: 'in', findings: [] } }],
  hourlyForecast: [
    [
      { atMs: 0, outdoorK: 290 },
      { atMs: 3_600_000, outdoorK: 291 },
    ],
  ],
  forecastHours: [{ start: '2026-12-05T00:00:00.000Z', hourlyC: [1, null, 3] }],
  hoursOfDays: [[{ lowK: 280, highK: 290 }]],
  usualAir: ['charge', profile],
  itemAir: [{ outdoorLow: { value: 65, unit: '°F' } }],
  asksForWeather: [{ what: 'charge' }],
  proposeDays: [
    {
      items: [{ what: 'charge', outdoorLow: { value: 65, unit: '°F' } }],
      forecast: { start: '2026-12-05T00:00:00.000Z', hourlyC: [20, 20, 21, 22, 20] },
      timeZone: 'UTC',
      nowMs: NOON,
      method: profile,
    },
  ],
  orificeFeed: [{ refrigerant: 'R-22', suctionPressurePa: 5e5, liquidPressurePa: 1.6e6, outdoorK: 300 }],
  overlay: [profile, core.factHabits(facts)],
  parseQuantity: ['12.5', 'temperature', '°F'],
  plausibilityMargins: [profile, { superheatK: 0.3, subcoolingK: 0.4 }],
  plausibleOf: [measured, { facts, running: true }],
  predict: [possible.slice(0, 20), 600, 66],
  predictStep: [question, 0.1],
  preferredUnit: ['temperature', 'ip'],
  pressureRangePa: ['R-22', 'dew'],
  pressuresOn: [curve, bins],
  pressureTestRun: [record, { facts, label, method: profile, elevationM: 0 }],
  propagate: [
    [
      { channel: 'a', sensitivity: 2, standardUncertainty: 0.3 },
      { channel: 'b', sensitivity: -1, standardUncertainty: 0.1 },
    ],
  ],
  quantityStandardK: ['superheat', measured, values, 'R-407C', { used, kit: [gauge], assumed: 'analog', profile }],
  readSheet: ['superheatGrid', draft],
  readingWorkings: [{ values, elevationM: 100, judged }],
  recordedChannel: ['suctionLineK'],
  recoveredKg: [record],
  recoveryFillLimitKg: [{ refrigerant: 'R-22', waterCapacityKg: 20, temperatureK: 322, fraction: 0.8 }],
  refrigerantInfo: ['R-22'],
  refrigerantLines: [
    [{ refrigerant: 'R-22', kind: 'purchased', when: 'within', kg: 3, varianceKg2: 0.01, count: 1 }],
    'AR4',
  ],
  refrigerantLossKgPerYear: ['R-22', 1e-5],
  refrigerantOut: [record],
  refusalOf: [
    { ...facts, work: 'conversion' },
    { label, method: profile },
  ],
  relativeHumidity: [{ dryBulbK: 297, wetBulbK: 291, pressurePa: 101325 }],
  requiredLiquidLineK: [{ refrigerant: 'R-22', liquidPressurePa: 1.6e6, targetK: 5 }],
  requiredSuctionLineK: [{ refrigerant: 'R-22', suctionPressurePa: 5e5, targetK: 5 }],
  resizeDraft: [draft, { columns: 3, rows: 3 }],
  resolveProfile: [spec],
  copyFacts: [facts, valveFacts, ['label', 'line']],
  orificeRatio: [
    {
      oldRefrigerant: 'R-22',
      newRefrigerant: 'R-407C',
      evaporatingK: 280,
      condensingK: 316,
      subcoolingK: 6,
      superheatK: 6,
    },
  ],
  orificeState: ['R-22', { evaporatingK: 280, condensingK: 316, subcoolingK: 6, superheatK: 6 }],
  orificeSizes: [67, 0.96],
  meanPressurePa: ['R-407C', 280],
  saturatedEnthalpyJPerKg: ['R-22', 'vapour', 280],
  vapourEnthalpyJPerKg: ['R-22', 285, 500000],
  followsJob: [summary, 100],
  inRowOrder: [[{ id: testId(1), summary: { tag: 'K-1' } }], [testId(1)]],
  moveInRow: [[testId(1), testId(2)], testId(1), testId(2)],
  ownElevationM: [record],
  verdictMove: [
    record,
    testEntry(91, 0, { kind: 'facts', facts: { elevation: { value: 100, unit: 'm' } } }),
    { nowMs: NOON },
  ],
  rowGroup: [summary, NOON],
  rowTags: [{ pattern: 'K-##', from: 1, count: 3 }],
  restDeviation: [{ ...plausible, running: false }],
  restSaturationK: [plausible],
  ruleMapScene: [{ here: { outdoorK: 303, wetBulbK: 291 }, profile, system: 'ip', ...size }],
  runClock: [[{ fromMs: 0, toMs: 1000, speed: 10 }]],
  sameEntry: [saved, saved],
  sameName: ['a', 'B'],
  saturatedDensityKgPerM3: ['R-22', 'liquid', 300],
  saturationPressurePa: ['R-22', 'dew', 300],
  saturationSlopeKPerPa: ['R-22', 'dew', 5e5],
  saturationTemperatureK: ['R-22', 'dew', 5e5],
  secondsToDue: [{ liveKg: 5, rateKgPerS: -0.01 }, 1],
  sensitivities: [judged.target, measured, values, 'R-407C'],
  separatingReading: [findings, ranked],
  unparted: [findings, ranked],
  serves: [gauge, 'suctionPressure'],
  settling: [
    {
      value: 8,
      target: judged.target,
      uncertainty: uncertaintyParts,
      values,
      kit: [gauge],
      profile,
    },
  ],
  sheetGrid: [sheet],
  shortInBoth: [
    { settled: true, judged: view.reading?.judged ?? { verdict: 'in', findings: [] } },
    { settled: true, judged: view.reading?.judged ?? { verdict: 'in', findings: [] } },
  ],
  show: ['temperature', 300, 'ip'],
  showText: ['temperature', 300, 'ip'],
  showTyped: [{ value: 3, unit: 'oz' }],
  siteElevationM: [facts, 100],
  slideLimitsPa: [[{ refrigerant: 'R-22', curve: 'dew' }]],
  slideScaleScene: [
    { centrePa: 5e5, rows: [{ refrigerant: 'R-22', curve: 'dew' }], atmosphericPa: 101325, system: 'ip', width: 358 },
  ],
  spread: [[10, 12, 13], 5, 0, 100],
  spreadDimension: ['temperature'],
  stallCauses: [{ coresOut: false }],
  standardOf: [shape],
  standardUncertainty: [{ kind: 'expanded', halfWidth: 1, k: 2 }],
  staysUnderForAnHour: [curve, 66],
  stepKg: [weighed],
  subcoolingK: [{ refrigerant: 'R-22', liquidPressurePa: 1.6e6, liquidLineK: 305 }],
  suggestSwap: [{ ...plausible, suctionLineK: plausible.liquidLineK, liquidLineK: plausible.suctionLineK }],
  sumOfErrors: [
    [
      { shape, times: 2 },
      { shape, times: -1 },
    ],
  ],
  summarise: [record, { nowMs: NOON }],
  summaryAt: [summary, NOON],
  superheatK: [{ refrigerant: 'R-22', suctionPressurePa: 5e5, suctionLineK: 285 }],
  suspectUnit: [[40, 41, 42]],
  systemTraces: [record],
  systemVolume: [facts],
  tableOf: ['superheatGrid', draft],
  takesRecovered: [cylinder],
  targetAtStep: [view.tuning],
  targetSuperheat: [{ indoorWetBulbK: 291, outdoorDryBulbK: 303, indoorDryBulbK: 297 }, profile],
  testLimitPa: [facts, label],
  timeChart: [
    {
      series: [
        {
          name: 'a',
          dimension: 'temperature',
          tone: 'low',
          points: [
            [0, 280],
            [60, 281],
            [120, 283],
          ],
        },
      ],
      marks: [],
      fromS: 0,
      toS: 120,
      zeroS: 0,
      system: 'ip',
      ...size,
    },
  ],
  timeConstantGrid: [720],
  timesOf: ['bending', 720],
  toSi: ['temperature', { value: 70, unit: '°F' }],
  traceClock: [[{ begunMs: 0, endedMs: 5000, speed: 5 }]],
  traceDigest: [[new Uint8Array([1, 2, 3])]],
  traceRefs: [record],
  assess: [{ judged, settling, facts, label, beside: { airflowKnownGood: true }, steps, totalChargeKg: 3 }],
  tunedWeighings: [record],
  tuningClock: [record],
  tuningRun: [
    record,
    { facts, elevationM: 0, method: profile, judged: [{ item, judged, settled: true }], totalChargeKg: 3 },
  ],
  unitFacts: [record],
  unitLabel: [record],
  unitMethod: [record],
  unitMovements: [record, testId(1)],
  unitOverrides: [record],
  unitProfile: [record],
  unitSlip: [weighed, 0.5],
  unitTable: ['mass'],
  unitView: [record, { nowMs: NOON, jobElevationM: 100 }],
  usualDecayHabits: [],
  usualScaleHabits: [],
  usualSi: ['freezeK'],
  nextEvacuationStep: [view.vacuum, { live: false, typing: true }],
  gaugesOn: [recordOf(opened)],
  pastHolds: [record, view],
  checkUpRun: [record, { ...view, elevationM: 0 }, view.reading],
  sinceHandOver: [judged, judged],
  findsLeak: [view.vacuum],
  isRaised: [{ rose: true, differencePa: 1e5, expectedEndPa: 3e6 }],
  carryForward: [recordOf(opened), { nowMs: NOON, mostS: 1200 }],
  withCarried: [values, { values, carried: { outdoor: new Date(NOON).toISOString() }, instruments: {}, kit: [] }],
  assessReading: [{ judged, settled: true }, view],
  stepWeighing: [[], []],
  isStep: [3, { kind: 'transfer', before: { fromS: 0, toS: 1, kg: 1 }, after: { fromS: 2, toS: 3, kg: 1 }, kg: 0 }],
  vacuumRun: [record],
  chunkBounds: [core.encodeChunk([{ timeS: 1, values: { vacuum: 40, mass: null } }])],
  inPhysicalRange: ['mass', { value: 3, unit: 'oz' }],
  isArchived: [record],
  isInRecord: [record, testId(1)],
  jobIdOf: [record],
  physicalRangeText: ['mass', 'oz'],
  verifyChain: [[{ ...chained, hash: core.entryHash(chained) }]],
  verifyBook: [[{ ...chainedBook, hash: core.bookEntryHash(chainedBook) }]],
  watchScale: [
    Array.from({ length: 60 }, (_, i) => ({ timeS: i, kg: i < 20 ? 10 : i < 40 ? 10 - 0.01 * (i - 20) : 9.8 })),
  ],
  waterBoilingPointK: [2000],
  waterVapourPressurePa: [290],
  weighedKg: [record],
  weighingUncertaintyKg: [weighed, profile],
  wetBulbK: [{ dryBulbK: 297, relativeHumidity: 0.5, pressurePa: 101325 }],
  withAllKinds: [record],
  withBend: ['bending'],
  withWetLeaks: [possible.slice(0, 20), causeTerms],
  withLeak: ['straight'],
  withoutOutliers: [decay],
  thinned: [decay],
}

/** what isn't a number of the world's but of the method, checked where it is entered, or a table */
const fixed = new Set<unknown>([
  profile,
  spec,
  core.cautiousSpec,
  judged.method,
  judgedValve.method,
  view.method,
  view.profile,
])
/** documented to be infinite where readings are too few for a model */
const infinite = new Set(['aicc'])

const wild = fc.oneof(
  fc.constantFrom(
    0,
    -0,
    1,
    -1,
    0.5,
    1e-300,
    5e-324,
    4e-12,
    1e9,
    -1e9,
    1e15,
    -1e15,
    1.7e308,
    -1.7e308,
    1e5,
    300,
    1.8e12,
  ),
  fc.double({ noNaN: true, noDefaultInfinity: true }),
  fc.double({ min: -1000, max: 1e4, noNaN: true }),
)

/** the same tree with some of its numbers replaced, by a stream of choices and wild numbers */
function mutated(tree: unknown, next: () => number | undefined): unknown {
  if (typeof tree === 'number') return next() ?? tree
  if (tree === null || typeof tree !== 'object' || fixed.has(tree)) return tree
  if (tree instanceof Map || tree instanceof Uint8Array) return tree
  if (Array.isArray(tree)) return tree.map((x) => mutated(x, next))
  return Object.fromEntries(Object.entries(tree).map(([k, v]) => [k, k === 'seq' || k === 'v' ? v : mutated(v, next)]))
}

// one for all calls: thousands of them slow down whatever runs after
const watched = createContext({ run: () => undefined as void })
const running = new Script('run()')

/** the calls, ended where one would never end by itself; nothing is said of how long they take otherwise */
function ended(calls: () => void, last: () => string): void {
  watched.run = calls
  try {
    running.runInContext(watched, { timeout: HANGS_MS })
  } catch (error) {
    if ((error as { code?: string }).code === 'ERR_SCRIPT_EXECUTION_TIMEOUT') throw new Error(`doesn't end: ${last()}`)
    throw error
  }
}
const HANGS_MS = 60_000

function notFinite(tree: unknown, key = '', seen = new Set<unknown>()): string | undefined {
  if (typeof tree === 'number') return Number.isFinite(tree) || infinite.has(key) ? undefined : key
  if (tree === null || typeof tree !== 'object' || seen.has(tree) || tree instanceof Uint8Array) return undefined
  seen.add(tree)
  for (const [k, v] of Object.entries(tree)) {
    const found = notFinite(v, k, seen)
    if (found !== undefined) return `${key}.${found}`
  }
  return undefined
}

describe('every public function of core', () => {
  it('has a sample of its arguments here', () => {
    expect(Object.keys(samples).sort()).toEqual(Object.keys(functions).sort())
  })
  it.each(Object.keys(samples))('%s: finite in, finite or undefined out, at the most a RangeError', (name) => {
    const call = functions[name]!
    const args = samples[name]!
    expect(notFinite(call(...args))).toBeUndefined()
    // of those with few numbers each is often made wild
    let numbers = 0
    args.forEach((a) => mutated(a, () => void numbers++))
    let given: readonly unknown[] = args
    const calls = fc.property(
      fc.array(fc.tuple(fc.boolean(), wild), { minLength: 1, maxLength: 40 }),
      fc.nat({ max: 12 }),
      (choices, skip) => {
        let i = 0
        const next = () => {
          const at = i++ - (skip % Math.max(1, numbers))
          const choice = at < 0 ? undefined : choices[at % choices.length]
          return choice?.[0] ? choice[1] : undefined
        }
        given = args.map((a) => mutated(a, next))
        let out: unknown
        try {
          out = call(...given)
        } catch (error) {
          if (error instanceof RangeError) return
          throw error
        }
        const bad = notFinite(out, name)
        if (bad !== undefined) throw new Error(`not finite: ${bad}`)
      },
    )
    ended(
      () => fc.assert(calls, { numRuns: 40, seed: 20_261_128 }),
      () => inspect(given, { depth: 6 }),
    )
  })
})
