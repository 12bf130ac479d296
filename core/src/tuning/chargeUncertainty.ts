import { relativeHumidity } from '../air/wetBulb'
import type { ChargedBy } from '../label/labelTarget'
import { channelDimensions, type InstrumentsUsed, type ReadingChannel, type ReadingValues } from '../reading/channels'
import { standardOf, sumOfErrors, type ErrorShape } from '../measurement/errorShape'
import { instrumentUncertainty, type Instrument } from '../measurement/instrument'
import { classError, type ClassedQuantity, type InstrumentClass } from '../measurement/instrumentClass'
import { decidingUncertainty, judge, largestDeciding } from '../measurement/judge'
import { propagate, type Contribution } from '../measurement/uncertainty'
import type { MethodProfile } from '../method/profile'
import { bounded } from '../quantity/bounded'
import { anyToSi, toSi } from '../quantity/unit'
import { refrigerantInfo, type Refrigerant } from '../refrigerant/refrigerants'
import { saturationSlopeKPerPa } from '../refrigerant/saturation'
import type { Target } from './chargeTarget'
import { channelsSi, type Measured } from './measured'
import { verdictThresholds } from './verdictThresholds'

/** A channel of the reading, or the refrigerant's own data. */
export type UncertainInput = ReadingChannel | 'refrigerantData'

export interface ChargeUncertainty {
  /** of the distance between the deciding quantity and its target, K */
  readonly standardK: number
  /** what that error is made of, K */
  readonly shape: ErrorShape
  readonly shares: readonly { readonly channel: UncertainInput; readonly share: number }[]
  /** channels that decide but name no instrument with an accuracy: they count as one of this class */
  readonly unknown: readonly ReadingChannel[]
  readonly assumed: InstrumentClass
}

/** One input's part in the result, with the shape of its error. */
interface Part extends Contribution<UncertainInput> {
  readonly shape: ErrorShape
}

/** What readings are taken with. */
export interface UsedInstruments {
  readonly used: InstrumentsUsed
  readonly kit: readonly Instrument[]
  /** of a channel that names none */
  readonly assumed: InstrumentClass
  readonly profile: MethodProfile
}

const classed: { readonly [C in ReadingChannel]?: ClassedQuantity } = {
  suctionPressure: 'lowPressure',
  liquidPressure: 'highPressure',
  suctionLine: 'line',
  liquidLine: 'line',
  discharge: 'line',
  returnDryBulb: 'air',
  returnWetBulb: 'air',
  returnHumidity: 'humidity',
  supply: 'air',
  outdoor: 'air',
}

/** By infrared a pipe reads as wrong as its bare metal makes it, whatever the instrument is good for. */
function onCopper(
  { kind }: Instrument,
  channel: ReadingChannel,
  shape: ErrorShape,
  { infraredLineK }: MethodProfile,
): ErrorShape {
  if (kind !== 'infrared' || classed[channel] !== 'line') return shape
  return { normal: shape.normal, rectangular: [...shape.rectangular, infraredLineK.si] }
}

/** The error of one channel: its instrument's, else its class's. */
function channelError(
  channel: ReadingChannel,
  si: number,
  { used, kit, assumed, profile }: UsedInstruments,
): { shape: ErrorShape; named: boolean } | undefined {
  const instrument = kit.find((i) => i.id === used[channel])
  const own = instrument && instrumentUncertainty(instrument, channelDimensions[channel], si)
  if (own) return { shape: onCopper(instrument, channel, own.shape, profile), named: true }
  const quantity = classed[channel]
  return quantity && { shape: classError(quantity, si, assumed, profile), named: false }
}

/** Standard uncertainty of one temperature by its instrument, else by its class, K. */
export function channelStandardK(
  channel: ReadingChannel,
  si: number,
  instruments: UsedInstruments,
): number | undefined {
  const error = channelError(channel, si, instruments)
  return error && standardOf(error.shape)
}

/** What would turn Too close to call into a verdict. */
export type Settling =
  | {
      readonly ok: true
      readonly channel: ReadingChannel
      /** as bare limits: ± this, in SI of the channel (a difference for temperatures) */
      readonly halfWidth: number
      /** instruments of the kit that are good enough, best first */
      readonly instruments: readonly Instrument[]
    }
  /** onLimit: perfect instruments wouldn't decide it either; severalCoarse: no better one alone would */
  | { readonly ok: false; readonly reason: 'onLimit' | 'severalCoarse' }

/** How strongly the distance from target follows each channel: saturation slope, line temperature, and the target's own slopes. */
export function sensitivities(
  target: Extract<Target, { ok: true }>,
  m: Measured,
  values: ReadingValues,
  refrigerant: Refrigerant,
): { readonly [C in ReadingChannel]?: number } {
  const { slopes } = target
  const superheat = target.deciding === 'superheat'
  const dew =
    m.suctionPressurePa === undefined ? 0 : (saturationSlopeKPerPa(refrigerant, 'dew', m.suctionPressurePa) ?? 0)
  const bubble =
    m.liquidPressurePa === undefined ? 0 : (saturationSlopeKPerPa(refrigerant, 'bubble', m.liquidPressurePa) ?? 0)
  const air = wetBulbSlopes(m, values)
  const wet = slopes.wetBulb ?? 0
  return {
    ...(superheat ? { suctionLine: 1, suctionPressure: -dew } : { liquidLine: -1, liquidPressure: bubble }),
    ...(slopes.liquidPressure === undefined ? {} : { liquidPressure: bounded(bubble - slopes.liquidPressure) }),
    outdoor: -bounded(slopes.outdoor ?? 0),
    returnWetBulb: values.returnWetBulb ? -wet : 0,
    returnHumidity: values.returnWetBulb ? 0 : bounded(-wet * air.perHumidity),
    returnDryBulb: bounded(-(slopes.dryBulb ?? 0) - (values.returnWetBulb ? 0 : wet * air.perDryBulb)),
  }
}

/** How a wet bulb that was computed from dry bulb and humidity follows them; from the inverse, which needs no iteration. */
function wetBulbSlopes({ returnK, returnWetBulbK, atmosphericPa }: Measured, values: ReadingValues) {
  const none = { perHumidity: 0, perDryBulb: 0 }
  if (values.returnWetBulb || returnK === undefined || returnWetBulbK === undefined) return none
  const at = (dryBulbK: number, wetBulbK: number) => relativeHumidity({ dryBulbK, wetBulbK, pressurePa: atmosphericPa })
  const step = 0.05
  const here = at(returnK, returnWetBulbK - step)
  const dryer = at(returnK, returnWetBulbK - 2 * step)
  const warmer = at(returnK + step, returnWetBulbK - step)
  if (here === undefined || dryer === undefined || warmer === undefined) return none
  const perWetBulb = (here - dryer) / step
  const steep = (x: number) => (Number.isNaN(x) ? 0 : bounded(x, STEEPEST))
  return { perHumidity: steep(1 / perWetBulb), perDryBulb: steep(-(warmer - here) / step / perWetBulb) }
}

const dataErrorK = (refrigerant: Refrigerant) =>
  toSi('temperatureDifference', { value: refrigerantInfo(refrigerant)!.estimatedErrorF, unit: '°F' })

/** at the ends of humidity a wet bulb follows it without bound: so steep that no verdict comes of it, and still a number */
const STEEPEST = 1e4

function partsOf(
  along: { readonly [C in ReadingChannel]?: number },
  values: ReadingValues,
  refrigerant: Refrigerant,
  instruments: UsedInstruments,
): { parts: Part[]; unknown: ReadingChannel[] } {
  const si = channelsSi(values)
  const unknown: ReadingChannel[] = []
  const parts: Part[] = []
  for (const [channel, slope] of Object.entries(along) as [ReadingChannel, number][]) {
    const value = si[channel]
    const sensitivity = Math.min(Math.max(slope, -STEEPEST), STEEPEST)
    if (sensitivity === 0 || value === undefined) continue
    const error = channelError(channel, value, instruments)
    if (!error) continue
    parts.push({ channel, sensitivity, standardUncertainty: standardOf(error.shape), shape: error.shape })
    if (!error.named) unknown.push(channel)
  }
  const shape: ErrorShape = { normal: 0, rectangular: [dataErrorK(refrigerant)] }
  parts.push({ channel: 'refrigerantData', sensitivity: 1, standardUncertainty: standardOf(shape), shape })
  return { parts, unknown }
}

const shapeOf = (parts: readonly Part[]) => sumOfErrors(parts.map((p) => ({ shape: p.shape, times: p.sensitivity })))

/**
 * Uncertainty of the distance between the deciding quantity and its target: first order through saturation slope, target slope and line
 * temperature, with the likely error of the refrigerant's data as bare limits.
 *
 * Limits: instruments are taken as independent; a channel that names none counts as its class and is listed in `unknown`.
 * Source: JCGM 100:2008, 5.1; shapes kept for JCGM 101.
 */
export function chargeUncertainty({
  target,
  measured,
  values,
  refrigerant,
  ...instruments
}: {
  target: Extract<Target, { ok: true }>
  measured: Measured
  values: ReadingValues
  refrigerant: Refrigerant
} & UsedInstruments): ChargeUncertainty & { contributions: readonly Part[] } {
  const along = sensitivities(target, measured, values, refrigerant)
  const { parts, unknown } = partsOf(along, values, refrigerant, instruments)
  const { standardUncertainty: standardK, shares } = propagate(parts)
  return { standardK, shape: shapeOf(parts), shares, unknown, assumed: instruments.assumed, contributions: parts }
}

/** Standard uncertainty of superheat or subcooling by itself, whatever decides; K. Undefined where it wasn't measured. */
export function quantityStandardK(
  quantity: ChargedBy,
  measured: Measured,
  values: ReadingValues,
  refrigerant: Refrigerant,
  instruments: UsedInstruments,
): number | undefined {
  const slope = (curve: 'dew' | 'bubble', pa: number) => saturationSlopeKPerPa(refrigerant, curve, pa) ?? 0
  const { suctionPressurePa: low, liquidPressurePa: high } = measured
  if (quantity === 'superheat') {
    if (measured.superheatK === undefined || low === undefined) return undefined
    const along = { suctionLine: 1, suctionPressure: -slope('dew', low) }
    return propagate(partsOf(along, values, refrigerant, instruments).parts).standardUncertainty
  }
  if (measured.subcoolingK === undefined || high === undefined) return undefined
  const along = { liquidLine: -1, liquidPressure: slope('bubble', high) }
  return propagate(partsOf(along, values, refrigerant, instruments).parts).standardUncertainty
}

/**
 * For a reading too close to call: the channel whose uncertainty weighs most, the accuracy with which it would have been decided,
 * and what in the kit has it.
 *
 * @returns not ok where no accuracy of that one channel would do
 */
export function settling({
  value,
  target,
  uncertainty,
  values,
  kit,
  profile,
}: {
  value: number
  target: Extract<Target, { ok: true }>
  uncertainty: { standardK: number; contributions: readonly Part[] }
  values: ReadingValues
  kit: readonly Instrument[]
  profile: MethodProfile
}): Settling {
  const { contributions } = uncertainty
  const decided = (shape: ErrorShape) =>
    judge({
      value,
      standardUncertainty: standardOf(shape),
      shape,
      low: target.lowK,
      high: target.highK,
      thresholds: verdictThresholds(profile, standardOf(shape), target),
    }).verdict !== 'tooClose'
  const data = contributions.filter((c) => c.channel === 'refrigerantData')
  const wanted = decidingUncertainty({
    value,
    low: target.lowK,
    high: target.highK,
    thresholds: verdictThresholds(profile, 0, target),
  })
  if (wanted === undefined || !decided(shapeOf(data))) return { ok: false, reason: 'onLimit' }
  const own = (c: Part) => (c.sensitivity * c.standardUncertainty) ** 2
  const top = contributions
    .filter((c): c is Part & { channel: ReadingChannel } => c.channel !== 'refrigerantData')
    .reduce<(Part & { channel: ReadingChannel }) | undefined>((a, b) => (a && own(a) >= own(b) ? a : b), undefined)
  if (!top) return { ok: false, reason: 'severalCoarse' }
  const others = contributions.filter((c) => c !== top)
  const withHalfWidth = (halfWidth: number) =>
    decided(
      sumOfErrors([
        { shape: shapeOf(others), times: 1 },
        { shape: { normal: 0, rectangular: [halfWidth] }, times: top.sensitivity },
      ]),
    )
  const halfWidth = largestDeciding(withHalfWidth, 1e-3 * top.standardUncertainty)
  if (halfWidth === undefined) return { ok: false, reason: 'severalCoarse' }
  const dimension = channelDimensions[top.channel]
  const reading = anyToSi(dimension, values[top.channel]!)
  const uncertaintyOf = (i: Instrument) => {
    const own = instrumentUncertainty(i, dimension, reading)
    return own ? standardOf(onCopper(i, top.channel, own.shape, profile)) : Infinity
  }
  const instruments = kit
    .filter((i) => serves(i, top.channel) && uncertaintyOf(i) <= halfWidth / Math.sqrt(3))
    .sort((a, b) => uncertaintyOf(a) - uncertaintyOf(b))
  return { ok: true, channel: top.channel, halfWidth, instruments }
}

/** The kinds that can take a channel. */
export const channelKinds = {
  suctionPressure: ['pressureGauge'],
  liquidPressure: ['pressureGauge'],
  suctionLine: ['lineClamp', 'infrared'],
  liquidLine: ['lineClamp', 'infrared'],
  discharge: ['lineClamp', 'infrared'],
  returnDryBulb: ['psychrometer', 'airProbe'],
  returnWetBulb: ['psychrometer'],
  returnHumidity: ['psychrometer'],
  supply: ['airProbe', 'psychrometer'],
  outdoor: ['airProbe', 'psychrometer'],
  staticPressure: ['manometer'],
  voltage: ['multimeter'],
  amps: ['multimeter'],
  capacitor: ['multimeter'],
} as const satisfies Record<ReadingChannel, readonly Instrument['kind'][]>

/** Whether an instrument is of a kind that takes this channel. */
export function serves({ kind }: Pick<Instrument, 'kind'>, channel: ReadingChannel): boolean {
  return (channelKinds[channel] as readonly string[]).includes(kind)
}
