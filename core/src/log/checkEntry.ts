import { absolutePressurePa, elevationLimitsM } from '../air/atmosphere'
import { toSi, type Dimension, type Quantity } from '../quantity/unit'
import type { Refrigerant } from '../refrigerant/refrigerants'
import { pressureRangePa } from '../refrigerant/saturation'
import type { ConversionRefusal } from '../conversion/suitability'
import {
  passableStages,
  type Entry,
  type FactsPatch,
  type HoseLeft,
  type LookedInto,
  type ReturnVisit,
  type Stage,
  type ReadingValues,
  type SignatureStrokes,
  type UnitFacts,
} from './entry'
import { checkLabel, type LabelProblem } from '../label/modelLabel'
import { checkInstrument, type InstrumentProblem } from '../measurement/instrument'
import { checkHabit, checkProfile, type HabitProblem, type ProfileProblem } from '../method/checkProfile'
import { refusalOf, siteElevationM, unitFacts } from './facts'
import { isInRecord, isSealed, isStrikable, type UnitRecord } from './fold'
import { instrumentsIn } from './instrumentsIn'
import { unitLabel, unitMethod } from './method'
import { checkWeighed, type WeighedProblem, type BookedKg } from './checkWeighed'
import { testLimitPa } from './pressureTest'
import { unitView } from './stages'

/** A phone's clock may run this much ahead of the server's before an entry counts as lying in the future. */
export const CLOCK_SLACK_MS = 5 * 60_000

/** A path into the entry, so that the form can put the sentence at its field. */
export type EntryProblem =
  | { code: 'future'; path: 'at' }
  | { code: 'sealed'; path: '' }
  | { code: 'notSealed'; path: '' }
  | { code: 'notOpened'; path: '' }
  | { code: 'alreadyOpened'; path: '' }
  | { code: 'unknownEntry'; path: 'strikes' }
  | { code: 'cannotStrike'; path: 'strikes' }
  | WeighedProblem
  | { code: 'notPositive'; path: string }
  | { code: 'belowAbsoluteZero'; path: string }
  | { code: 'outsideHumidity'; path: string }
  | { code: 'wetBulbAboveDryBulb'; path: string }
  | { code: 'belowVacuum'; path: string }
  | { code: 'pressureOutsideData'; path: string; refrigerant: Refrigerant; lowGaugePa: number; highGaugePa: number }
  | { code: 'emptyReading'; path: '' }
  | { code: 'emptySignature'; path: 'signature' }
  | { code: 'elevationOutside'; path: string }
  | { code: 'gateClosed'; path: ''; stages: Stage[] }
  | { code: 'badLabel'; path: string; problem: LabelProblem }
  | { code: 'badProfile'; path: string; problem: ProfileProblem }
  | { code: 'badHabit'; path: 'quantity'; problem: HabitProblem }
  | { code: 'badInstrument'; path: string; problem: InstrumentProblem }
  | { code: 'refusedStop'; path: ''; refusal: ConversionRefusal }
  | { code: 'aboveTestPressure'; path: 'gauge'; limitPa: number }
  | { code: 'noTestPressure'; path: 'gauge' }
  | { code: 'notStarted'; path: '' }
  | { code: 'otherSideMissing'; path: 'drierIn' | 'drierOut' | 'standingPressure' | 'standingAir' }
  | { code: 'windowUpsideDown'; path: 'outdoorHigh' }
  | { code: 'dateGone'; path: 'by' }
  | { code: 'holdNotBegun'; path: '' }
  | { code: 'notHolding'; path: '' }
  | { code: 'unknownTrace'; path: 'traceId' }
  | { code: 'traceTwice'; path: 'traceId' }

/**
 * What speaks against appending an entry to this record, as data; empty when it may be appended. The phone asks before it
 * writes, the server before it stores: the same rules on both sides.
 */
export function checkEntry(
  record: UnitRecord,
  entry: Entry,
  { nowMs, jobElevationM, booked }: { nowMs: number; jobElevationM?: number; booked?: BookedKg },
): EntryProblem[] {
  if (isSealed(record) && entry.kind !== 'amendment') return [{ code: 'sealed', path: '' }]
  if (record.items.opened.length === 0 && entry.kind !== 'opened') return [{ code: 'notOpened', path: '' }]
  const problems: EntryProblem[] = [
    ...(Date.parse(entry.at) > nowMs + CLOCK_SLACK_MS ? [{ code: 'future', path: 'at' } as const] : []),
    ...instrumentsIn(entry).flatMap(([path, instrument]) =>
      checkInstrument(instrument).map((problem): EntryProblem => ({
        code: 'badInstrument',
        path: `${path}.${problem.path}`,
        problem,
      })),
    ),
  ]
  const facts = unitFacts(record)
  switch (entry.kind) {
    case 'opened':
      return record.items.opened.length > 0 ? [...problems, { code: 'alreadyOpened', path: '' }] : problems
    case 'facts':
      return [...problems, ...checkFacts(entry.facts)]
    case 'micron':
      return [...problems, ...positive('vacuum', entry.reading, 'reading')]
    case 'weighed':
      return [
        ...problems,
        ...(entry.direction === 'add' ? refused(record, facts) : []),
        ...checkWeighed(record, entry, booked),
      ]
    case 'reading':
      return [...problems, ...checkReading(entry.values, facts, siteElevationM(facts, jobElevationM))]
    case 'label':
      return [
        ...problems,
        ...checkLabel(entry.label).map((problem): EntryProblem => ({
          code: 'badLabel',
          path: `label.${problem.path}`,
          problem,
        })),
      ]
    case 'method':
      return [
        ...problems,
        ...checkProfile(entry.profile).map((problem): EntryProblem => ({
          code: 'badProfile',
          path: `profile.${problem.path}`,
          problem,
        })),
      ]
    case 'override': {
      const problem = entry.quantity && checkHabit(entry.habit, entry.quantity)
      return problem ? [...problems, { code: 'badHabit', path: 'quantity', problem }] : problems
    }
    case 'gatePassed':
      return [...problems, ...(entry.stage === 'prepare' ? refused(record, facts) : [])]
    case 'struck':
      return [...problems, ...checkStrike(record, entry.strikes)]
    case 'sealed':
      if (!hasInk(entry.signature)) problems.push({ code: 'emptySignature', path: 'signature' })
      return [...problems, ...gatesClosed(passableStages)]
    case 'amendment':
      return isSealed(record) ? problems : [...problems, { code: 'notSealed', path: '' }]
    case 'started':
      return [...problems, ...refused(record, facts), ...gatesClosed(['vacuum'])]
    case 'testRaised':
      return [...problems, ...checkTestPressure(entry.gauge)]
    case 'testHeld':
      return [...problems, ...checkTestPressure(entry.gauge), ...positive('temperature', entry.ambient, 'ambient')]
    case 'testRead': {
      const begun = record.items.testHeld.some((h) => Date.parse(h.entry.at) < Date.parse(entry.at))
      const shape = [...positiveGauge(entry.gauge), ...positive('temperature', entry.ambient, 'ambient')]
      return [...problems, ...(begun ? shape : [{ code: 'holdNotBegun', path: '' } as const])]
    }
    case 'hoseLeft':
      return [...problems, ...checkHose(entry)]
    case 'preStart':
      return entry.rest
        ? [
            ...problems,
            ...checkReading(entry.rest, facts, siteElevationM(facts, jobElevationM)).map((p) => ({
              ...p,
              path: p.path.replace(/^values/, 'rest'),
            })),
          ].map((p) => p as EntryProblem)
        : problems
    case 'lookedInto':
      return [...problems, ...notStarted(), ...checkLookedInto(entry)]
    case 'returnVisit':
      return [...problems, ...checkVisit(entry)]
    case 'probesExchanged':
      return record.items.traceBegun.some((t) => t.entry.traceId === entry.traceId)
        ? problems
        : [...problems, { code: 'unknownTrace', path: 'traceId' }]
    case 'disturbed':
    case 'cameOff':
      return [...problems, ...notStarted()]
    case 'vacuumReady':
      return [...problems, ...(entry.blankOff ? positive('vacuum', entry.blankOff, 'blankOff') : [])]
    case 'nitrogenBreak':
      return [...problems, ...positive('gaugePressure', entry.to, 'to')]
    case 'decayJudged':
      return record.items.valvedOff.some((v) => v.entry.id === entry.valvedOff)
        ? problems
        : [...problems, { code: 'notHolding', path: '' }]
    case 'traceBegun':
      return record.items.traceBegun.some((t) => t.entry.traceId === entry.traceId)
        ? [...problems, { code: 'traceTwice', path: 'traceId' }]
        : problems
    case 'traceEnded':
      return record.items.traceBegun.some((t) => t.entry.traceId === entry.traceId)
        ? problems
        : [...problems, { code: 'unknownTrace', path: 'traceId' }]
    case 'note':
    case 'pumpOn':
    case 'valvedOff':
    case 'jointChecked':
      return problems
  }

  function notStarted(): EntryProblem[] {
    return record.items.started.length > 0 ? [] : [{ code: 'notStarted', path: '' }]
  }

  /** A hard stop: nobody tests above what the lowest-rated part allows, and nobody without knowing it. */
  function checkTestPressure(gauge: Quantity<'gaugePressure'>): EntryProblem[] {
    const limitPa = testLimitPa(facts, unitLabel(record)?.label)
    if (limitPa === undefined) return [{ code: 'noTestPressure', path: 'gauge' }]
    // a plate in MPa and a gauge in psi meet within rounding
    if (toSi('gaugePressure', gauge) > limitPa * (1 + 1e-6))
      return [{ code: 'aboveTestPressure', path: 'gauge', limitPa }]
    return positiveGauge(gauge)
  }

  /** Gates: each stage before must be finished by its evidence or passed with a reason that stays on the record. */
  function gatesClosed(before: readonly Stage[]): EntryProblem[] {
    const view = unitView(record, { nowMs, jobElevationM })
    const closed = view.stages.filter((s) => before.includes(s.stage) && s.state !== 'done' && s.state !== 'bypassed')
    return closed.length === 0 ? [] : [{ code: 'gateClosed', path: '', stages: closed.map((s) => s.stage) }]
  }
}

/** A signature needs a stroke with some length: a single dot is a slip of the thumb. */
export function hasInk(strokes: SignatureStrokes): boolean {
  const travelled = strokes.map((stroke) => {
    let length = 0
    for (let i = 2; i + 1 < stroke.length; i += 2) {
      length += Math.hypot(stroke[i]! - stroke[i - 2]!, stroke[i + 1]! - stroke[i - 1]!)
    }
    return length
  })
  return travelled.reduce((a, b) => a + b, 0) > 20
}

function positive<D extends Dimension>(dimension: D, quantity: Quantity<D>, path: string): EntryProblem[] {
  return toSi(dimension, quantity) > 0 ? [] : [{ code: 'notPositive', path }]
}
const positiveGauge = (gauge: Quantity<'gaugePressure'>) => positive('gaugePressure', gauge, 'gauge')

function checkHose({ bore, length, temperature, mass }: HoseLeft): EntryProblem[] {
  return [
    ...positive('tube', bore, 'bore'),
    ...positive('length', length, 'length'),
    ...positive('temperature', temperature, 'temperature'),
    ...(toSi('mass', mass) < 0 ? [{ code: 'negative', path: 'mass' } as const] : []),
  ]
}

function checkLookedInto(entry: LookedInto): EntryProblem[] {
  const { airflowGood, condenserClean, deviceChecked, drierIn, drierOut, ratedAmps } = entry
  const { standingPressure, standingAir, standingIndoor } = entry
  const said = [airflowGood, condenserClean, deviceChecked]
  const read = [drierIn, drierOut, ratedAmps, standingPressure, standingAir, standingIndoor]
  const none = [...said, ...read].every((value) => value === undefined)
  const pairs = [
    ['drierIn', 'drierOut'],
    ['standingPressure', 'standingAir'],
  ] as const
  return [
    ...(none ? [{ code: 'emptyReading', path: '' } as const] : []),
    // one side of a pair says nothing alone
    ...pairs.flatMap(([a, b]): EntryProblem[] => [
      ...(entry[a] && !entry[b] ? [{ code: 'otherSideMissing', path: b } as const] : []),
      ...(entry[b] && !entry[a] ? [{ code: 'otherSideMissing', path: a } as const] : []),
    ]),
    ...(drierIn ? positive('temperature', drierIn, 'drierIn') : []),
    ...(drierOut ? positive('temperature', drierOut, 'drierOut') : []),
    // the house alone says nothing: it narrows what the pressure may be
    ...(standingIndoor && !standingPressure ? [{ code: 'otherSideMissing', path: 'standingPressure' } as const] : []),
    ...(standingAir ? positive('temperature', standingAir, 'standingAir') : []),
    ...(standingIndoor ? positive('temperature', standingIndoor, 'standingIndoor') : []),
    ...(ratedAmps ? positive('current', ratedAmps, 'ratedAmps') : []),
    ...(standingPressure ? positive('gaugePressure', standingPressure, 'standingPressure') : []),
  ]
}

function checkVisit({ outdoorLow, outdoorHigh, by, at }: ReturnVisit): EntryProblem[] {
  const upsideDown = outdoorLow && outdoorHigh && toSi('temperature', outdoorLow) >= toSi('temperature', outdoorHigh)
  return [
    ...(upsideDown ? [{ code: 'windowUpsideDown', path: 'outdoorHigh' } as const] : []),
    ...(by && by < at.slice(0, 10) ? [{ code: 'dateGone', path: 'by' } as const] : []),
  ]
}

function checkFacts(facts: FactsPatch): EntryProblem[] {
  const problems: EntryProblem[] = []
  const notNegative = [
    'recovered',
    'labelCharge',
    'includedLength',
    'allowance',
    'lineLength',
    'subcoolingTolerance',
    'superheatTolerance',
  ] as const
  for (const [i, { length, liquidLine }] of (facts.sections ?? []).entries()) {
    if (length.value < 0) problems.push({ code: 'negative', path: `facts.sections.${i}.length` })
    problems.push(...positive('tube', liquidLine, `facts.sections.${i}.liquidLine`))
  }
  for (const key of notNegative)
    if ((facts[key]?.value ?? 0) < 0) problems.push({ code: 'negative', path: `facts.${key}` })
  const mustBePositive = [
    'liquidLine',
    'vapourLine',
    'testPressure',
    'decayLimit',
    'decayHold',
    'targetSubcooling',
    'targetSuperheat',
  ] as const
  for (const key of mustBePositive) {
    if ((facts[key]?.value ?? 1) <= 0) problems.push({ code: 'notPositive', path: `facts.${key}` })
  }
  if (facts.elevation) {
    const elevationM = toSi('elevation', facts.elevation)
    const inside = elevationM >= elevationLimitsM.low && elevationM <= elevationLimitsM.high
    if (!inside) problems.push({ code: 'elevationOutside', path: 'facts.elevation' })
  }
  return problems
}

/** What is wrong with a reading's values taken alone, with the refrigerant's data where it is known. */
export function checkReading(values: ReadingValues, facts: UnitFacts, elevationM: number): EntryProblem[] {
  if (Object.values(values).every((v) => v === undefined)) return [{ code: 'emptyReading', path: '' }]
  const problems: EntryProblem[] = []
  const temperatures = [
    'suctionLine',
    'liquidLine',
    'discharge',
    'returnDryBulb',
    'returnWetBulb',
    'supply',
    'outdoor',
  ] as const
  for (const key of temperatures) {
    const value = values[key]
    if (value && toSi('temperature', value) <= 0) problems.push({ code: 'belowAbsoluteZero', path: `values.${key}` })
  }
  const { returnDryBulb, returnWetBulb, returnHumidity } = values
  if (returnHumidity) {
    const ratio = toSi('ratio', returnHumidity)
    if (!(ratio >= 0 && ratio <= 1)) problems.push({ code: 'outsideHumidity', path: 'values.returnHumidity' })
  }
  if (
    returnDryBulb &&
    returnWetBulb &&
    toSi('temperature', returnWetBulb) > toSi('temperature', returnDryBulb) + 1e-9
  ) {
    problems.push({ code: 'wetBulbAboveDryBulb', path: 'values.returnWetBulb' })
  }
  for (const key of ['staticPressure', 'voltage', 'amps', 'capacitor'] as const) {
    if ((values[key]?.value ?? 0) < 0) problems.push({ code: 'negative', path: `values.${key}` })
  }
  problems.push(...checkPressure('suctionPressure', 'dew'), ...checkPressure('liquidPressure', 'bubble'))
  return problems

  function checkPressure(key: 'suctionPressure' | 'liquidPressure', curve: 'bubble' | 'dew'): EntryProblem[] {
    const quantity = values[key]
    if (!quantity) return []
    const path = `values.${key}`
    const absolutePa = absolutePressurePa({ gaugePa: toSi('gaugePressure', quantity), elevationM })
    if (absolutePa <= 0) return [{ code: 'belowVacuum', path }]
    if (!facts.refrigerant) return []
    const { lowPa, highPa } = pressureRangePa(facts.refrigerant, curve)
    if (absolutePa >= lowPa && absolutePa <= highPa) return []
    const atmospherePa = absolutePressurePa({ gaugePa: 0, elevationM })
    return [
      {
        code: 'pressureOutsideData',
        path,
        refrigerant: facts.refrigerant,
        lowGaugePa: lowPa - atmospherePa,
        highGaugePa: highPa - atmospherePa,
      },
    ]
  }
}

/** A refusal is a hard stop: no written reason passes it, nothing is charged and nothing is started. */
function refused(record: UnitRecord, facts: UnitFacts): EntryProblem[] {
  const label = unitLabel(record)?.label
  const refusal = refusalOf(facts, { ...(label ? { label } : {}), method: unitMethod(record) })
  return refusal ? [{ code: 'refusedStop', path: '', refusal }] : []
}

function checkStrike(record: UnitRecord, id: string): EntryProblem[] {
  if (!isInRecord(record, id) || record.strikes[id]) return [{ code: 'unknownEntry', path: 'strikes' }]
  const target = Object.values(record.items)
    .flat()
    .find((item) => item.entry.id === id)
  return target && !isStrikable(target.entry) ? [{ code: 'cannotStrike', path: 'strikes' }] : []
}
