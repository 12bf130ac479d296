import type { VisitItem } from '../entry/visit'
import type { MethodProfile } from '../method/profile'
import { normalCdf } from '../measurement/normal'
import { forecastHours, HOUR_MS, type Forecast } from './forecast'
import { itemAir, type ItemAir } from './itemAir'

/** Hours of a day in which an item's weather holds. */
export interface FairStretch {
  /** the item's place in the list that was asked about */
  readonly item: number
  readonly fromMs: number
  readonly toMs: number
  readonly lowK: number
  readonly highK: number
  /** that the best part of it stays inside the window, as forecasts err that far ahead */
  readonly chance: number
}

/** A day on which something of a visit can be done. */
export interface DayProposal {
  /** 2026-07-14, by the clock of the place */
  readonly day: string
  readonly fits: readonly FairStretch[]
  /** after the latest date that was promised */
  readonly late: boolean
  /** of its working hours some aren't in the forecast */
  readonly gaps: boolean
}

/** An item that no day of the forecast fits, and how near one comes. */
export interface NeverComes {
  readonly item: number
  /** the working hour that comes nearest; none where the forecast has none left */
  readonly nearest?: { readonly atMs: number; readonly outdoorK: number; readonly shortK: number }
}

export interface Proposals {
  /** best first */
  readonly days: readonly DayProposal[]
  readonly never: readonly NeverComes[]
  /** the last moment that the forecast says anything of; undefined where all of it has gone by */
  readonly endsMs?: number
}

export interface ProposalTerms {
  readonly items: readonly VisitItem[]
  readonly forecast: Forecast
  /** IANA name of the job's clock */
  readonly timeZone: string
  readonly nowMs: number
  /** latest date promised */
  readonly by?: string
  readonly method: MethodProfile
}

interface LocalHour {
  readonly atMs: number
  readonly outdoorK?: number
  readonly day: string
}

/**
 * The days of a forecast that fit a return visit: those on which most of its items can be done first, then those on which that is surest, then the earlier. An item fits a day on which
 * its outdoor air holds through the hours that a visit takes, in working hours by the job's own clock; house air is the crew's to arrange. A gap in the forecast is never guessed over.
 *
 * Forecasts err by `forecastSpreadK` at a day ahead and by `forecastSpreadPerDayK` more with each further day, normally distributed; errors within a day go together.
 */
export function proposeDays({ items, forecast, timeZone, nowMs, by, method }: ProposalTerms): Proposals {
  const clock = localClock(timeZone)
  const all = forecastHours(forecast).filter(({ atMs }) => atMs >= nowMs)
  const [fromS, toS] = [method.visitFromS.si, method.visitToS.si]
  const working = all
    .map((hour) => ({ ...hour, ...clock(hour.atMs) }))
    .filter(({ secondS }) => secondS >= fromS && secondS <= toS)
  const days = new Map<string, LocalHour[]>()
  for (const hour of working) days.set(hour.day, [...(days.get(hour.day) ?? []), hour])
  const spreadK = (atMs: number) =>
    method.forecastSpreadK.si + method.forecastSpreadPerDayK.si * Math.max((atMs - nowMs) / (24 * HOUR_MS) - 1, 0)
  const proposals = [...days].flatMap(([day, hours]): DayProposal[] => {
    const fits = items.flatMap((item, index) => {
      const stretch = bestStretch(hours, itemAir(item), method.visitStretchS.si * 1000, spreadK)
      return stretch ? [{ item: index, ...stretch }] : []
    })
    const gaps = hours.some(({ outdoorK }) => outdoorK === undefined)
    return fits.length > 0 ? [{ day, fits, late: by !== undefined && day > by, gaps }] : []
  })
  const never = items.flatMap((item, index): NeverComes[] =>
    proposals.some(({ fits }) => fits.some((fit) => fit.item === index))
      ? []
      : [{ item: index, ...nearest(working, itemAir(item)) }],
  )
  const last = all.filter(({ outdoorK }) => outdoorK !== undefined).at(-1)
  return { days: proposals.sort(better), never, ...(last ? { endsMs: last.atMs } : {}) }
}

/** twentieths, so that a hair of chance doesn't move a day past an earlier one */
const sureness = ({ fits }: DayProposal) => Math.round(20 * fits.reduce((sum, { chance }) => sum + chance, 0))

function better(a: DayProposal, b: DayProposal): number {
  return (
    Number(a.late) - Number(b.late) ||
    b.fits.length - a.fits.length ||
    sureness(b) - sureness(a) ||
    a.day.localeCompare(b.day)
  )
}

/** Day and second of the day on a place's clock. */
function localClock(timeZone: string): (ms: number) => { day: string; secondS: number } {
  const format = new Intl.DateTimeFormat('en-CA', {
    timeZone,
    year: 'numeric',
    month: '2-digit',
    day: '2-digit',
    hour: '2-digit',
    minute: '2-digit',
    hourCycle: 'h23',
  })
  return (ms) => {
    const part = Object.fromEntries(format.formatToParts(ms).map(({ type, value }) => [type, value]))
    return {
      day: `${part.year}-${part.month}-${part.day}`,
      secondS: Number(part.hour) * 3600 + Number(part.minute) * 60,
    }
  }
}

const isInside = (k: number, { outdoorLowK = -Infinity, outdoorHighK = Infinity }: ItemAir) =>
  k >= outdoorLowK && k <= outdoorHighK

/** The run of hours, long enough for a visit, whose best part is surest to stay inside. */
function bestStretch(
  hours: readonly LocalHour[],
  air: ItemAir,
  neededMs: number,
  spreadK: (atMs: number) => number,
): Omit<FairStretch, 'item'> | undefined {
  const runs: { atMs: number; outdoorK: number }[][] = [[]]
  let beforeMs = -Infinity
  for (const { atMs, outdoorK } of hours) {
    const inside = outdoorK !== undefined && isInside(outdoorK, air)
    if (!inside || atMs - beforeMs > HOUR_MS) runs.push([])
    if (inside) runs.at(-1)!.push({ atMs, outdoorK })
    beforeMs = atMs
  }
  const stretches = runs.flatMap((run) => {
    const [first, last] = [run[0], run.at(-1)]
    if (!first || !last || last.atMs - first.atMs < neededMs) return []
    const temperatures = run.map(({ outdoorK }) => outdoorK)
    const chance = Math.max(...partsOf(run, neededMs).map((part) => chanceOf(part, air, spreadK)))
    return [
      {
        fromMs: first.atMs,
        toMs: last.atMs,
        lowK: Math.min(...temperatures),
        highK: Math.max(...temperatures),
        chance,
      },
    ]
  })
  return stretches.sort((a, b) => b.chance - a.chance || a.fromMs - b.fromMs)[0]
}

/** the parts of a run that are just long enough */
function partsOf<T extends { readonly atMs: number }>(run: readonly T[], neededMs: number): T[][] {
  return run.flatMap((from, start) => {
    const end = run.findIndex(({ atMs }) => atMs - from.atMs >= neededMs)
    return end < 0 ? [] : [run.slice(start, end + 1)]
  })
}

function chanceOf(
  part: readonly { readonly atMs: number; readonly outdoorK: number }[],
  { outdoorLowK = -Infinity, outdoorHighK = Infinity }: ItemAir,
  spreadK: (atMs: number) => number,
): number {
  const temperatures = part.map(({ outdoorK }) => outdoorK)
  const spread = Math.max(spreadK(part[0]!.atMs), 1e-6)
  const under = normalCdf((outdoorHighK - Math.max(...temperatures)) / spread)
  const over = normalCdf((Math.min(...temperatures) - outdoorLowK) / spread)
  return Math.max(under + over - 1, 0)
}

function nearest(hours: readonly LocalHour[], air: ItemAir): Pick<NeverComes, 'nearest'> {
  const { outdoorLowK = -Infinity, outdoorHighK = Infinity } = air
  const short = (k: number) => Math.max(outdoorLowK - k, k - outdoorHighK, 0)
  let best: NeverComes['nearest']
  for (const { atMs, outdoorK } of hours) {
    if (outdoorK === undefined) continue
    const shortK = short(outdoorK)
    if (!best || shortK < best.shortK) best = { atMs, outdoorK, shortK }
  }
  return best ? { nearest: best } : {}
}
