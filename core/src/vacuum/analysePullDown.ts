import { waterVapourPressurePa } from '../air/water'
import { decayBins, gaugeNoise, type Bin } from './decayBins'
import { fitLinear, type LinearFit } from './decayModels'
import { cleanSamples, thinned, type VacuumSample } from './sample'

export interface PullDown {
  readonly state: 'pulling' | 'shelf' | 'stalled' | 'reached'
  readonly lastPa?: number
  /** seconds from the last reading to the target, with its range; only while it is being pulled towards it */
  readonly etaS?: number
  readonly etaLowS?: number
  readonly etaHighS?: number
  /** where the pressure is heading, as far as the tail shows it */
  readonly ultimatePa?: number
  /** of water boiling or ice subliming; its temperature is `waterBoilingPointK` of it */
  readonly shelfPa?: number
}

/** A window that says how fast it falls now. */
const WINDOW_S = 120
/** Falling by half takes longer than this: flat. */
const FLAT_HALVING_S = 600
/** At a shelf it falls less than this share as fast as it did before. */
const SLOWED_SHARE = 0.35
const ZERO_C = 273.15
/** equal readings this high are the gauge's end stop, not a standstill */
const END_STOP_PA = 2650

/**
 * Where a pull-down stands: on its way with a time to the target, held up on the shelf of boiling water or subliming ice, at a
 * standstill above the target, or there.
 *
 * The tail is fitted as p = ultimate + B·e^(−t/τ); every τ that the readings allow gives one arrival, and their spread is the range.
 * On a shelf there is no arrival to predict: it ends when the water is gone.
 *
 * @param samples of one pull-down, time in seconds from any zero
 * @throws RangeError for a target that isn't above zero
 * @param waterTemperatureK of the pipe's coldest spot, where known: narrows what counts as a shelf
 * Source: pump-down of a volume, e.g. K. Jousten (ed.), Handbook of Vacuum Technology, ch. 19; water after Hyland & Wexler 1983.
 */
export function analysePullDown(
  samples: readonly VacuumSample[],
  { targetPa, waterTemperatureK }: { targetPa: number; waterTemperatureK?: number },
): PullDown {
  if (!(targetPa > 0 && targetPa < 1e9)) throw new RangeError('the target must be above zero')
  const { samples: clean } = cleanSamples(thinned(samples).samples)
  if (clean.length === 0) return { state: 'pulling' }
  const lastPa = middle(clean.slice(-3).map((s) => s.pressurePa))
  if (lastPa <= targetPa) return { state: 'reached', lastPa }
  const atEndStop = lastPa >= END_STOP_PA && clean.slice(-3).every((s) => s.pressurePa === lastPa)
  if (clean.length < 4 || atEndStop) return { state: 'pulling', lastPa }

  const rates = fallRates(clean)
  const now = rates.at(-1)!
  const fastest = Math.max(...rates.map((r) => r.perS))
  const flat = now.perS < Math.LN2 / FLAT_HALVING_S
  const slowed = now.perS < SLOWED_SHARE * fastest
  if (slowed && inWaterRange(lastPa, waterTemperatureK) && now.perS < (2 * Math.LN2) / FLAT_HALVING_S)
    return { state: 'shelf', lastPa, shelfPa: lastPa }

  const tail = tailOf(clean, rates)
  const spanS = tail.at(-1)!.timeS - tail[0]!.timeS
  const fits = tailFits(tail)
  const best = fits[0]
  const ultimatePa = best ? Math.min(Math.max(endOf(best), 0), lastPa) : lastPa
  if (flat && ultimatePa > targetPa) return { state: 'stalled', lastPa, ultimatePa }
  // as fast as now all the way: pumps only get slower
  const soonestS = Math.min(Math.log(lastPa / targetPa), 1e3) / Math.max(now.perS, 1e-6)
  const allowed = fits.filter((f) => f.chiSquared < best!.chiSquared + 4)
  const arrivals = allowed.map((f) => arrivalS(f, targetPa, spanS)).filter((t): t is number => t !== undefined)
  const bent = best !== undefined && best.curve.timeConstantS < 1.5 * spanS
  const heading = bent ? { ultimatePa } : {}
  const etaS = best && arrivalS(best, targetPa, spanS)
  // flow through a hose falls with the pressure: an exponential that ends above the target is too short a view while it still falls
  if (etaS === undefined) return { state: 'pulling', lastPa, etaS: 2 * soonestS, etaLowS: soonestS }
  return {
    state: 'pulling',
    lastPa,
    etaS,
    etaLowS: Math.min(...arrivals, soonestS, 0.9 * etaS),
    ...(arrivals.length < allowed.length ? {} : { etaHighS: Math.max(...arrivals, 1.1 * etaS) }),
    ...heading,
  }
}

function middle(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[sorted.length >> 1]!
}

/** further back than so many windows tells nothing of now: six hours and more */
const MOST_WINDOWS = 200

/** How fast the logarithm of the pressure falls, window by window; the last window ends at the last reading. */
function fallRates(samples: readonly VacuumSample[]): { timeS: number; perS: number }[] {
  const first = samples[0]!.timeS
  const last = samples.at(-1)!.timeS
  const window = Math.max(Math.min(WINDOW_S, (last - first) / 3), 1e-9)
  const rates: { timeS: number; perS: number }[] = []
  for (let end = last; end > Math.max(first, last - MOST_WINDOWS * window); end -= window) {
    let inside = samples.filter((s) => s.timeS > end - window && s.timeS <= end)
    // readings typed by hand lie further apart: the two that enclose the window
    if (inside.length < 2) {
      const at = samples.findIndex((s) => s.timeS >= end)
      inside = samples.slice(Math.max(at - 1, 0), Math.max(at, 1) + 1)
    }
    rates.unshift({ timeS: end, perS: -slopeOfLog(inside) })
  }
  return rates
}

function slopeOfLog(samples: readonly VacuumSample[]): number {
  const mean = (of: (s: VacuumSample) => number) => samples.reduce((sum, s) => sum + of(s), 0) / samples.length
  const t0 = mean((s) => s.timeS)
  const y0 = mean((s) => Math.log(s.pressurePa))
  const across = samples.reduce((sum, s) => sum + (s.timeS - t0) ** 2, 0)
  const along = samples.reduce((sum, s) => sum + (s.timeS - t0) * (Math.log(s.pressurePa) - y0), 0)
  return across > 0 ? along / across : 0
}

function inWaterRange(pressurePa: number, waterTemperatureK = ZERO_C + 35): boolean {
  const ice = waterVapourPressurePa(ZERO_C - 6)!
  return (
    pressurePa >= Math.min(ice, 0.4 * waterVapourPressurePa(waterTemperatureK)!) &&
    pressurePa <= 1.15 * waterVapourPressurePa(waterTemperatureK)!
  )
}

/** The stretch that a single exponential may follow: after the last shelf, and not above ten times the pressure now. */
function tailOf(samples: readonly VacuumSample[], rates: readonly { timeS: number; perS: number }[]): Bin[] {
  const last = samples.at(-1)!
  const fastest = rates.reduce((a, b) => (b.perS > a.perS ? b : a))
  const under = samples.findIndex((s) => s.pressurePa <= 10 * last.pressurePa)
  const from = Math.max(samples[Math.max(under, 0)]!.timeS, fastest.timeS - WINDOW_S)
  const tail = samples.filter((s) => s.timeS >= from)
  const used = tail.length >= 4 ? tail : samples.slice(-4)
  return decayBins(used, gaugeNoise(used, 0.03), 40)
}

/** Falling curves along the time constant, closer together about the best one, best first. */
function tailFits(bins: readonly Bin[]): LinearFit[] {
  const start = bins[0]!.timeS
  const moved = bins.map((b) => ({ ...b, timeS: b.timeS - start }))
  const span = Math.max(moved.at(-1)!.timeS, 1)
  const along = (low: number, high: number, count: number) =>
    Array.from({ length: count }, (_, i) => low * (high / low) ** (i / (count - 1)))
      .flatMap((tau) => fitLinear(moved, 'bending', tau) ?? [])
      .filter((f) => f.curve.risePa < 0 && endOf(f) > -0.02 * f.curve.startPa)
  let fits = along(span / 20, 10 * span, 40)
  for (let round = 0, width = 200 ** (1 / 39); round < 3; round++, width **= 0.2) {
    const best = fits.reduce((a, b) => (b.chiSquared < a.chiSquared ? b : a), fits[0]!)
    if (!best) return []
    const tau = best.curve.timeConstantS
    fits = [...fits, ...along(tau / width, tau * width, 11)]
  }
  return fits.sort((a, b) => a.chiSquared - b.chiSquared)
}

const endOf = ({ curve }: LinearFit) => curve.startPa + curve.risePa

/** a pump that takes longer than three years doesn't get there */
const NEVER_S = 1e8

/** Seconds from the tail's last reading to the target on one of its curves; undefined where that never gets there. */
function arrivalS({ curve }: LinearFit, targetPa: number, spanS: number): number | undefined {
  const { startPa, risePa, timeConstantS } = curve
  const share = (targetPa - startPa - risePa) / -risePa
  const arrival = -timeConstantS * Math.log(share) - spanS
  // of no share, or of less than none, there is no logarithm
  if (!(Math.abs(arrival) < NEVER_S)) return undefined
  return Math.max(arrival, 0)
}

/** What holds a pull-down up, likeliest first; what the preparation already says is moved to the front. */
export type StallCause = 'pumpOil' | 'hoses' | 'gauge' | 'moisture' | 'leak'

export function stallCauses(prepared: {
  coresOut?: boolean
  oilChanged?: boolean
  gaugeFar?: boolean
  bigHoses?: boolean
}): StallCause[] {
  const usual: StallCause[] = ['pumpOil', 'hoses', 'gauge', 'moisture', 'leak']
  const suspect = (cause: StallCause) =>
    (cause === 'pumpOil' && prepared.oilChanged === false) ||
    (cause === 'hoses' && (prepared.coresOut === false || prepared.bigHoses === false)) ||
    (cause === 'gauge' && prepared.gaugeFar === false)
  const cleared = (cause: StallCause) =>
    (cause === 'pumpOil' && prepared.oilChanged === true) ||
    (cause === 'hoses' && prepared.coresOut === true && prepared.bigHoses === true) ||
    (cause === 'gauge' && prepared.gaugeFar === true)
  const order = (cause: StallCause) => (suspect(cause) ? 0 : cleared(cause) ? 2 : 1)
  return [...usual].sort((a, b) => order(a) - order(b))
}
