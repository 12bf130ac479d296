import { relativeHumidity } from '../air/wetBulb'
import { channelDimensions, type InstrumentsUsed, type ReadingChannel, type ReadingValues } from '../log/entry'
import { instrumentUncertainty, type Instrument } from '../measurement/instrument'
import { decidingUncertainty, type VerdictThresholds } from '../measurement/judge'
import { propagate, standardUncertainty, type Contribution } from '../measurement/uncertainty'
import { anyToSi, toSi } from '../quantity/unit'
import { refrigerantInfo, type Refrigerant } from '../refrigerant/refrigerants'
import { saturationSlopeKPerPa } from '../refrigerant/saturation'
import type { Target } from './chargeTarget'
import { channelsSi, type Measured } from './measured'

/** A channel of the reading, or the refrigerant's own data. */
export type UncertainInput = ReadingChannel | 'refrigerantData'

export interface ChargeUncertainty {
  /** of the distance between the deciding quantity and its target, K */
  readonly standardK: number
  readonly shares: readonly { readonly channel: UncertainInput; readonly share: number }[]
  /** channels that decide but name no instrument with an accuracy: taken as exact, and said */
  readonly unknown: readonly ReadingChannel[]
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
    ...(slopes.liquidPressure === undefined ? {} : { liquidPressure: bubble - slopes.liquidPressure }),
    outdoor: -(slopes.outdoor ?? 0),
    returnWetBulb: values.returnWetBulb ? -wet : 0,
    returnHumidity: values.returnWetBulb ? 0 : -wet * air.perHumidity,
    returnDryBulb: -(slopes.dryBulb ?? 0) - (values.returnWetBulb ? 0 : wet * air.perDryBulb),
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
  return { perHumidity: 1 / perWetBulb, perDryBulb: -(warmer - here) / step / perWetBulb }
}

/**
 * Uncertainty of the distance between the deciding quantity and its target: first order through saturation slope, target slope and line
 * temperature, with the likely error of the refrigerant's data as bare limits.
 *
 * Limits: instruments are taken as independent; a channel that names none counts as exact and is listed in `unknown`.
 * Source: JCGM 100:2008, 5.1.
 */
export function chargeUncertainty({
  target,
  measured,
  values,
  refrigerant,
  used,
  kit,
}: {
  target: Extract<Target, { ok: true }>
  measured: Measured
  values: ReadingValues
  refrigerant: Refrigerant
  used: InstrumentsUsed
  kit: readonly Instrument[]
}): ChargeUncertainty & { contributions: readonly Contribution<UncertainInput>[] } {
  const si = channelsSi(values)
  const unknown: ReadingChannel[] = []
  const contributions: Contribution<UncertainInput>[] = []
  for (const [channel, sensitivity] of Object.entries(sensitivities(target, measured, values, refrigerant)) as [
    ReadingChannel,
    number,
  ][]) {
    const value = si[channel]
    if (sensitivity === 0 || value === undefined) continue
    const instrument = kit.find((i) => i.id === used[channel])
    const u = instrument && instrumentUncertainty(instrument, channelDimensions[channel], value)
    if (u) contributions.push({ channel, sensitivity, standardUncertainty: u.standard })
    else unknown.push(channel)
  }
  const dataK = toSi('temperatureDifference', { value: refrigerantInfo(refrigerant)!.estimatedErrorF, unit: '°F' })
  contributions.push({
    channel: 'refrigerantData',
    sensitivity: 1,
    standardUncertainty: standardUncertainty({ kind: 'rectangular', halfWidth: dataK }),
  })
  const { standardUncertainty: standardK, shares } = propagate(contributions)
  return { standardK, shares, unknown, contributions }
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
  thresholds,
}: {
  value: number
  target: Extract<Target, { ok: true }>
  uncertainty: { standardK: number; contributions: readonly Contribution<UncertainInput>[] }
  values: ReadingValues
  kit: readonly Instrument[]
  thresholds: VerdictThresholds
}): Settling {
  const wanted = decidingUncertainty({ value, low: target.lowK, high: target.highK, thresholds })
  const data = uncertainty.contributions.find((c) => c.channel === 'refrigerantData')
  if (wanted === undefined || wanted <= (data?.standardUncertainty ?? 0)) return { ok: false, reason: 'onLimit' }
  const own = (c: Contribution<UncertainInput>) => (c.sensitivity * c.standardUncertainty) ** 2
  const top = uncertainty.contributions
    .filter((c): c is Contribution<ReadingChannel> => c.channel !== 'refrigerantData')
    .reduce<Contribution<ReadingChannel> | undefined>((a, b) => (a && own(a) >= own(b) ? a : b), undefined)
  const left = top ? wanted ** 2 - (uncertainty.standardK ** 2 - own(top)) : 0
  if (!top || left <= 0) return { ok: false, reason: 'severalCoarse' }
  const needed = Math.sqrt(left) / Math.abs(top.sensitivity)
  const dimension = channelDimensions[top.channel]
  const reading = anyToSi(dimension, values[top.channel]!)
  const standardOf = (i: Instrument) => instrumentUncertainty(i, dimension, reading)?.standard ?? Infinity
  const instruments = kit
    .filter((i) => serves(i, top.channel) && standardOf(i) <= needed)
    .sort((a, b) => standardOf(a) - standardOf(b))
  return { ok: true, channel: top.channel, halfWidth: needed * Math.sqrt(3), instruments }
}

/** The kinds that can take a channel. */
export const channelKinds = {
  suctionPressure: ['pressureGauge'],
  liquidPressure: ['pressureGauge'],
  suctionLine: ['lineClamp'],
  liquidLine: ['lineClamp'],
  discharge: ['lineClamp'],
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
