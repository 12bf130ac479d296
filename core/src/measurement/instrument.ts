import type { MethodProfile } from '../method/profile'
import { anyToSi, toSi, type AnyQuantity, type Dimension, type Quantity } from '../quantity/unit'
import { standardOf, type ErrorShape } from './errorShape'
import { standardUncertainty } from './uncertainty'

export type InstrumentKind =
  | 'pressureGauge'
  | 'lineClamp'
  /** pointed at a pipe: what bare copper sends back is the room's warmth as much as its own */
  | 'infrared'
  | 'airProbe'
  | 'psychrometer'
  | 'micronGauge'
  | 'scale'
  | 'manometer'
  | 'multimeter'

/** What each kind measures. */
export const instrumentDimensions = {
  pressureGauge: ['gaugePressure'],
  lineClamp: ['temperature'],
  infrared: ['temperature'],
  airProbe: ['temperature'],
  psychrometer: ['temperature', 'ratio'],
  micronGauge: ['vacuum'],
  scale: ['mass'],
  manometer: ['staticPressure'],
  multimeter: ['voltage', 'current', 'capacitance'],
} as const satisfies Record<InstrumentKind, readonly Dimension[]>
export const instrumentKinds = Object.keys(instrumentDimensions) as InstrumentKind[]

/** Kinds that read wrong when nobody set them to zero. */
const zeroedKinds: readonly InstrumentKind[] = ['pressureGauge', 'scale', 'manometer']

/** Accuracy for one thing that an instrument measures, as its maker states it; the parts add up. */
export interface Accuracy {
  readonly dimension: Dimension
  /** share of the reading, not for temperatures and humidity */
  readonly ofReading?: Quantity<'ratio'>
  readonly ofFullScale?: Quantity<'ratio'>
  readonly fullScale?: AnyQuantity
  /** a plain ± in the unit of the reading (a difference for temperatures) */
  readonly absolute?: AnyQuantity
  /** the smallest step or division that can be read */
  readonly resolution?: AnyQuantity
  readonly stated: 'rectangular' | 'expanded'
  /** coverage factor of an expanded statement; 2 where the certificate is silent */
  readonly k?: number
}

export interface Instrument {
  readonly id: string
  readonly name: string
  readonly kind: InstrumentKind
  readonly serial?: string
  readonly accuracies: readonly Accuracy[]
  /** dates, 2026-07-14 */
  readonly checkedOn?: string
  readonly dueOn?: string
  /** instant */
  readonly zeroedAt?: string
}

/** A ± on a temperature is a difference, whatever is measured otherwise stays what it is. */
export const spreadDimension = (dimension: Dimension): Dimension =>
  dimension === 'temperature' ? 'temperatureDifference' : dimension

export interface ReadingUncertainty {
  readonly standard: number
  /** what the maker's ± comes to at this reading, with half a division */
  readonly halfWidth: number
  /** what the error is made of */
  readonly shape: ErrorShape
}

/**
 * Standard uncertainty of one reading of an instrument, SI.
 *
 * A maker's "± of reading ± of full scale ± so much" is one statement: its parts add up to one half-width. Half a division is an error of its
 * own and joins in quadrature. Stated as bare limits: a rectangle; as expanded: normal, the sum / k.
 *
 * @param si what was read, in SI; a gauge pressure as gauge
 * @returns undefined where the instrument states nothing for this dimension, or the reading isn't a number
 * Source: JCGM 100:2008, 4.3, 5.1.2 and F.2.2.1 (resolution).
 * @example a gauge of ±1 % of 500 psig with 5 psi divisions: ±5 psi and ±2.5 psi, u = 3.23 psi
 */
export function instrumentUncertainty(
  instrument: Instrument,
  dimension: Dimension,
  si: number,
): ReadingUncertainty | undefined {
  const accuracy = instrument.accuracies.find((a) => a.dimension === dimension)
  if (!accuracy) return undefined
  const { ofReading, ofFullScale, fullScale, absolute, resolution, stated, k } = accuracy
  const spread = (q: AnyQuantity | undefined) => (q ? anyToSi(spreadDimension(dimension), q) : 0)
  const share = (q: Quantity<'ratio'> | undefined) => (q ? toSi('ratio', q) : 0)
  const limits =
    share(ofReading) * Math.abs(si) +
    share(ofFullScale) * (fullScale ? Math.abs(anyToSi(dimension, fullScale)) : 0) +
    spread(absolute)
  const halfDivision = spread(resolution) / 2
  if (!Number.isFinite(limits + halfDivision) || !(limits >= 0 && halfDivision >= 0) || !((k ?? 2) > 0))
    return undefined
  const shape: ErrorShape =
    stated === 'rectangular'
      ? { normal: 0, rectangular: [limits, halfDivision] }
      : { normal: standardUncertainty({ kind: 'expanded', halfWidth: limits, k }), rectangular: [halfDivision] }
  return { standard: standardOf(shape), halfWidth: limits + halfDivision, shape }
}

export type InstrumentWarning = 'overdue' | 'noCheckDate' | 'neverZeroed' | 'zeroedLongAgo'

/** What has to be said of an instrument that took a reading at a time: said, never hidden, and never a reason to refuse. */
export function instrumentWarnings(instrument: Instrument, atMs: number, profile: MethodProfile): InstrumentWarning[] {
  const warnings: InstrumentWarning[] = []
  if (!instrument.dueOn) warnings.push('noCheckDate')
  else if (atMs >= Date.parse(`${instrument.dueOn}T00:00:00.000Z`) + DAY_MS) warnings.push('overdue')
  if (!zeroedKinds.includes(instrument.kind)) return warnings
  if (!instrument.zeroedAt) warnings.push('neverZeroed')
  else if (atMs - Date.parse(instrument.zeroedAt) > profile.zeroedWithinS.si * 1000) warnings.push('zeroedLongAgo')
  return warnings
}
/** an instrument is good until the end of the day it is due on, anywhere on earth */
const DAY_MS = 36 * 60 * 60 * 1000

export type InstrumentProblem =
  | { code: 'noName'; path: 'name' }
  | { code: 'noAccuracy'; path: string }
  | { code: 'notPositive'; path: string }
  | { code: 'noFullScale'; path: string }
  | { code: 'dueBeforeCheck'; path: 'dueOn' }

/** What is wrong with an instrument as entered: an accuracy of nothing or less, a share of a full scale nobody gave. */
export function checkInstrument(instrument: Instrument): InstrumentProblem[] {
  const problems: InstrumentProblem[] = []
  if (instrument.name.trim() === '') problems.push({ code: 'noName', path: 'name' })
  instrument.accuracies.forEach((a, i) => {
    const path = `accuracies.${i}`
    const parts = ['ofReading', 'ofFullScale', 'absolute'] as const
    if (!parts.some((part) => a[part])) problems.push({ code: 'noAccuracy', path })
    for (const part of [...parts, 'resolution', 'fullScale'] as const) {
      if ((a[part]?.value ?? 1) <= 0) problems.push({ code: 'notPositive', path: `${path}.${part}` })
    }
    if (a.ofFullScale && !a.fullScale) problems.push({ code: 'noFullScale', path: `${path}.fullScale` })
    if ((a.k ?? 1) <= 0) problems.push({ code: 'notPositive', path: `${path}.k` })
  })
  if (instrument.accuracies.length === 0) problems.push({ code: 'noAccuracy', path: 'accuracies' })
  const { checkedOn, dueOn } = instrument
  if (checkedOn && dueOn && dueOn < checkedOn) problems.push({ code: 'dueBeforeCheck', path: 'dueOn' })
  return problems
}
