import type { DefrostSeen, HeatersNoted, ReversingValveRead } from '../entry/heatPump'
import type { LogItem } from '../entry/entry'
import { byTime } from '../entry/time'
import type { UnitRecord } from '../log/fold'
import { judge, type ThreeWay } from '../measurement/judge'
import { classError } from '../measurement/instrumentClass'
import { standardOf } from '../measurement/errorShape'
import { toSi } from '../quantity/unit'
import type { InForce } from './inForce'
import type { JudgedItem } from './judgedReadings'

export const bothModesItems = ['changeOver', 'heating', 'leakThrough', 'defrost', 'heaters'] as const
export type BothModesItem = (typeof bothModesItems)[number]

/** What a heat pump is handed over with, beside its charge. */
export interface BothModes {
  readonly done: readonly BothModesItem[]
  readonly open: readonly BothModesItem[]
  readonly leakThrough?: {
    readonly item: LogItem<ReversingValveRead>
    readonly riseK: number
    /** colder behind the valve than before it, beyond what two clamps are good for: gas doesn't cool in there, so one of them reads wrong */
    readonly backwards: boolean
    readonly verdict: ThreeWay
  }
  readonly defrost?: {
    readonly item: LogItem<DefrostSeen>
    /** longer, or with a colder coil at its end, than the method lets pass */
    readonly tooLong: boolean
    readonly tooCold: boolean
  }
  readonly heaters?: LogItem<HeatersNoted>
  /** both ways round it reads short: refrigerant is missing, whatever else may be */
  readonly short?: true
}

/** Both modes looked at: undefined for what only cools. What speaks against it stays open until it is read anew. */
export function bothModes(record: UnitRecord, { facts, method }: InForce): BothModes | undefined {
  if (facts.mode !== 'heatPump') return undefined
  const { items } = record
  const read = byTime(items.reversingValveRead).at(-1)
  const seen = byTime(items.defrostSeen).at(-1)
  const heaters = byTime(items.heatersNoted).at(-1)
  const leakThrough = read && judged(read, { facts, method })
  const { lasted, coil } = seen?.entry ?? {}
  const defrost = seen && {
    item: seen,
    tooLong: lasted !== undefined && toSi('duration', lasted) > method.defrostLongestS.si + 1e-9,
    tooCold: coil !== undefined && toSi('temperature', coil) < method.defrostCoilK.si - 1e-9,
  }
  const is: Record<BothModesItem, boolean> = {
    changeOver: items.modeChanged.some(({ entry }) => entry.seen),
    heating: items.reading.some(({ entry }) => entry.mode === 'heating'),
    leakThrough: leakThrough?.verdict === 'in',
    defrost: defrost !== undefined && !defrost.tooLong && !defrost.tooCold,
    heaters: heaters !== undefined,
  }
  return {
    done: bothModesItems.filter((item) => is[item]),
    open: bothModesItems.filter((item) => !is[item]),
    ...(leakThrough ? { leakThrough } : {}),
    ...(defrost ? { defrost } : {}),
    ...(heaters ? { heaters } : {}),
  }
}

/**
 * Whether the latest readings of both modes say that refrigerant is missing: in cooling what decides lies on the short side of its target, in heating the outdoor coil boils far under the air. Each by itself
 * has other causes (a restriction, ice, a dirty coil); together they have one, as the two modes use different devices and exchange the coils.
 */
export function shortInBoth(cooling: JudgedItem | undefined, heating: JudgedItem | undefined): boolean {
  if (!cooling?.settled || !heating?.settled) return false
  const { target, decidingValueK, verdict, findings } = cooling.judged
  const codes = findings.map((f) => f.code)
  const offShort =
    target.ok &&
    decidingValueK !== undefined &&
    verdict === 'out' &&
    (target.deciding === 'superheat' ? decidingValueK > target.highK : decidingValueK < target.lowK)
  const inCooling = codes.includes('coilsSayShort') || (offShort && !codes.includes('coilsSayStarved'))
  return inCooling && heating.judged.findings.some((f) => f.code === 'outdoorCoilFarUnder')
}

/** coverage factor for some 95 % (JCGM 100, 6.3) */
const COVERAGE = 2

/** How far the valve warms its suction, within what two clamps of the unit's class are good for. */
function judged(item: LogItem<ReversingValveRead>, { facts, method }: Pick<InForce, 'facts' | 'method'>) {
  const { vapourLine, trueSuction } = item.entry
  const [beforeK, behindK] = [toSi('temperature', vapourLine), toSi('temperature', trueSuction)]
  const riseK = behindK - beforeK
  const clamp = standardOf(classError('line', behindK, facts.instrumentClass ?? 'digital', method))
  const standardUncertainty = Math.SQRT2 * clamp
  const backwards = riseK < -COVERAGE * standardUncertainty
  const { verdict } = judge({
    value: riseK,
    standardUncertainty,
    low: -Infinity,
    high: method.leakThroughK.si,
    thresholds: { in: method.testInProbability.si, out: method.outProbability.si },
  })
  return { item, riseK, backwards, verdict: backwards ? ('tooClose' as const) : verdict }
}
