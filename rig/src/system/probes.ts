import { saturationTemperatureK, systemChannels, type Refrigerant, type SystemChannel } from '@zetesis/core'
import type { Random } from '../random'
import type { Truth } from './truth'
import type { Placement, ProbeSpec } from './probeSpec'

/** Further clamps along the liquid line, fitted when somebody asks for them. */
type Further = 'drierOut' | 'deviceIn'
/** Probes that are on from the beginning. */
type Fitted = Exclude<SystemChannel, Further>
const fitted = systemChannels.filter((c): c is Fitted => c !== 'drierOut' && c !== 'deviceIn')

export interface SystemSample {
  readonly timeS: number
  /** Pa gauge, K, shares, V, A; null where the probe gave nothing */
  readonly values: { readonly [C in Fitted]: number | null } & { readonly [C in Further]?: number | null }
}

const LOW_BATTERY_LOSS = 0.35
const SUN_K = 9

/** What a probe would feel at its place, before it measures. */
function felt(truth: Truth, channel: SystemChannel, placed: Placement | undefined, site: Site): number {
  const plain = at(truth, channel, site)
  switch (placed) {
    case 'sun':
      return plain + SUN_K
    case 'joint':
      // heat runs along the pipe from the compressor
      return plain + 0.12 * Math.max(0, truth.dischargeK - plain)
    case 'grilleFace':
      return plain + 0.35 * (truth.returnK - plain)
    case 'loose':
      return plain + 0.45 * (truth.outdoorK - plain)
    case 'lowBattery':
    case undefined:
      return plain
  }
}

/** Where the low hose and the suction clamp hang, and the air around. */
interface Site {
  readonly atmospherePa: number
  readonly lowHose: LowHoseAt
}
export type LowHoseAt = 'vapour' | 'trueSuction'

function at(t: Truth, channel: SystemChannel, { atmospherePa, lowHose }: Site): number {
  const atVapour = lowHose === 'vapour'
  switch (channel) {
    case 'suctionPressure':
      return (atVapour ? t.vapourPa : t.suctionPa) - atmospherePa
    case 'liquidPressure':
      return t.liquidPa - atmospherePa
    case 'suctionLine':
      return atVapour ? t.vapourLineK : t.suctionLineK
    case 'liquidLine':
      return t.liquidLineK
    case 'discharge':
      return t.dischargeK
    case 'returnDryBulb':
      return t.returnK
    case 'returnHumidity':
      return t.returnHumidity
    case 'supply':
      return t.supplyK
    case 'outdoor':
      return t.outdoorK
    case 'staticPressure':
      return t.staticPa
    case 'voltage':
      return t.voltageV
    case 'amps':
      return t.ampsA
    case 'drierOut':
      return t.afterDrierK
    case 'deviceIn':
      return t.beforeDeviceK
    case 'lowSaturation':
    case 'highSaturation':
      // worked out by the manifold from what its gauges read, below
      return NaN
  }
}

export interface Probes {
  read(truth: Truth, seconds: number): SystemSample['values']
  place(channel: SystemChannel, placed: Placement | undefined): void
  swap(a: SystemChannel, b: SystemChannel): void
  zero(): void
  /** the manifold's own setting */
  setManifold(refrigerant: Refrigerant): void
  /** the probe came back set to another unit: its number stays, the unit is read wrong */
  slipUnit(channel: SystemChannel): void
  /** low hose and suction clamp on another port */
  hang(at: LowHoseAt): void
  /** a further clamp, behind the drier */
  fitAfterDrier(): void
  /** and one right before the metering device */
  fitBeforeDevice(): void
  /** high side shut and hoses drawn down: the high-side gauge follows the low side */
  drawDown(on: boolean): void
}

/** Probes with errors of their own, drawn from the seed once; what they read lags, scatters, drifts and is lost at times. */
export function makeProbes(
  spec: ProbeSpec,
  random: Random,
  { atmospherePa, refrigerant, lowHose: hung }: { atmospherePa: number; refrigerant: Refrigerant; lowHose: LowHoseAt },
): Probes {
  let manifold = spec.manifoldRefrigerant ?? refrigerant
  const own: { [C in SystemChannel]?: number } = Object.fromEntries(fitted.map((c) => [c, random.between(-1, 1)]))
  const lagged: { [C in SystemChannel]?: number } = {}
  const placed: { [C in SystemChannel]?: Placement } = { ...spec.placed }
  const place = new Map<SystemChannel, SystemChannel>(
    spec.swapped.flatMap(([a, b]) => [[a, b] as const, [b, a] as const]),
  )
  let lowHose = hung
  const slipped = new Set<SystemChannel>()
  let zeroOffsetPa = spec.zeroOffsetPa
  let drawing = false
  let hosePa: number | undefined
  let timeS = 0

  const halfWidth = (channel: SystemChannel, value: number) => {
    switch (channel) {
      case 'suctionPressure':
      case 'liquidPressure':
        return spec.pressureShare * Math.abs(value)
      case 'suctionLine':
      case 'liquidLine':
      case 'discharge':
      case 'drierOut':
      case 'deviceIn':
        return spec.lineK
      case 'returnDryBulb':
      case 'supply':
      case 'outdoor':
        return spec.airK
      case 'returnHumidity':
        return spec.humidity
      case 'staticPressure':
        return 2.5
      case 'voltage':
        return 1
      case 'amps':
        return 0.1
      case 'lowSaturation':
      case 'highSaturation':
        return 0
    }
  }
  const isPressure = (c: SystemChannel) => c === 'suctionPressure' || c === 'liquidPressure'
  const isTemperature = (c: SystemChannel) =>
    !isPressure(c) && !['returnHumidity', 'staticPressure', 'voltage', 'amps'].includes(c)

  const isShown = (c: SystemChannel) => c === 'lowSaturation' || c === 'highSaturation'
  /** to the tenth of a degree Fahrenheit that a display has */
  const shown = (curve: 'dew' | 'bubble', gaugePa: number | null) => {
    if (gaugePa === null) return null
    const k = saturationTemperatureK(manifold, curve, gaugePa + atmospherePa)
    return k === undefined ? null : Math.round(k * 18) / 18
  }

  function one(truth: Truth, channel: SystemChannel, seconds: number): number | null {
    const site = place.get(channel) ?? channel
    let value = felt(truth, site, placed[channel], { atmospherePa, lowHose })
    if (drawing && site === 'liquidPressure') value = hosePa ?? value
    const before = lagged[channel] ?? value
    const lag = isPressure(channel) ? 1 : spec.lagS
    const now = before + (value - before) * (1 - Math.exp(-seconds / lag))
    lagged[channel] = now
    const width = halfWidth(channel, now)
    const lost = random.uniform() < (placed[channel] === 'lowBattery' ? LOW_BATTERY_LOSS : spec.dropOut)
    const scatter = spec.noise * width * random.normal()
    if (lost) return null
    const read =
      now +
      (own[channel] ?? 0) * width +
      scatter +
      (isPressure(channel) ? zeroOffsetPa : 0) +
      (isTemperature(channel) ? spec.driftKPerS * timeS : 0)
    return slipped.has(channel) ? slip(channel, read) : read
  }

  return {
    read(truth, seconds) {
      timeS += seconds
      const lowPa = (lowHose === 'vapour' ? truth.vapourPa : truth.suctionPa) - atmospherePa
      const highPa = truth.liquidPa - atmospherePa
      hosePa = drawing ? lowPa + ((hosePa ?? highPa) - lowPa) * Math.exp(-seconds / DRAW_S) : undefined
      const values = Object.fromEntries(
        fitted.map((c) => [c, isShown(c) ? null : one(truth, c, seconds)]),
      ) as SystemSample['values']
      return {
        ...values,
        lowSaturation: shown('dew', values.suctionPressure),
        highSaturation: shown('bubble', values.liquidPressure),
        ...(own.drierOut === undefined ? {} : { drierOut: one(truth, 'drierOut', seconds) }),
        ...(own.deviceIn === undefined ? {} : { deviceIn: one(truth, 'deviceIn', seconds) }),
      }
    },
    place(channel, how) {
      placed[channel] = how
    },
    swap(a, b) {
      const [atA, atB] = [place.get(a) ?? a, place.get(b) ?? b]
      place.set(a, atB).set(b, atA)
    },
    setManifold(name) {
      manifold = name
    },
    hang(where) {
      lowHose = where
    },
    fitAfterDrier() {
      own.drierOut ??= random.between(-1, 1)
    },
    fitBeforeDevice() {
      own.deviceIn ??= random.between(-1, 1)
    },
    zero() {
      zeroOffsetPa = 0
    },
    slipUnit(channel) {
      if (slipped.has(channel)) slipped.delete(channel)
      else slipped.add(channel)
    },
    drawDown(on) {
      drawing = on
      if (!on) hosePa = undefined
    },
  }
}

const DRAW_S = 18
const PSI = 6894.757

/** A Fahrenheit number sent as Celsius, psi sent as bar. */
function slip(channel: SystemChannel, read: number): number {
  if (channel === 'suctionPressure' || channel === 'liquidPressure') return (read / PSI) * 1e5
  if (channel === 'returnHumidity') return read * 100
  return read * 1.8 - 459.67 + 273.15
}
