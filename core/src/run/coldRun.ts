import type { ChargeStep } from '../charge/adviseStep'
import type { ProvisionalSchool } from '../cold/assessCold'
import type { ColdWayChosen, Covered } from '../entry/cold'
import type { LogItem } from '../entry/entry'
import type { Reading } from '../entry/startUp'
import { byTime, timeOf } from '../entry/time'
import { anyToSi } from '../quantity/unit'
import type { UnitRecord } from '../log/fold'
import type { ColdSchool } from '../method/profile'
import { stepKg, tunedWeighings, type ChargeBalance } from './chargeBalance'
import type { JudgedItem } from './judgedReadings'

/** The way that was chosen for a cold day, and whether the condenser is covered. */
export interface ColdRun {
  readonly chosen?: LogItem<ColdWayChosen>
  readonly school: ColdSchool
  /** the cover that is on, since when */
  readonly cover?: LogItem<Covered>
  /** charge steps as the advisor of the chosen way learns from them */
  readonly steps: readonly ChargeStep[]
}

/** @param readings judged, of either mode, oldest first */
export function coldRun(record: UnitRecord, readings: readonly JudgedItem[] = []): ColdRun {
  const { items } = record
  const chosen = byTime(items.coldWayChosen).at(-1)
  const cover = byTime(items.covered).at(-1)
  const school = chosen?.entry.school ?? 'weighInOnly'
  return {
    school,
    steps: school === 'weighInOnly' ? [] : coldSteps(record, school, readings),
    ...(chosen ? { chosen } : {}),
    ...(cover?.entry.on ? { cover } : {}),
  }
}

/**
 * What is in a unit by label and scale: the right charge for its line set, less what is still open, with what was tuned; kg. Where nothing was weighed the label's word stands.
 * @param totalKg right charge by label and line set
 */
export function inItKg(
  { weighings, openKg, tunedKg }: Pick<ChargeBalance, 'weighings' | 'openKg' | 'tunedKg'>,
  totalKg: number,
): number {
  return totalKg + tunedKg - (weighings.length > 0 ? (openKg ?? 0) : 0)
}

/** What a way's quantity was at a reading, K, in the place where the advisor looks for it. */
function pointOf(school: ProvisionalSchool, { item, judged }: JudgedItem): ChargeStep['before'] | undefined {
  if (school === 'discharge') {
    const over = dischargeOver(item.entry)
    return over === undefined ? undefined : { superheatK: over }
  }
  const { superheatK, subcoolingK } = judged
  return {
    ...(superheatK === undefined ? {} : { superheatK }),
    ...(subcoolingK === undefined ? {} : { subcoolingK }),
  }
}

function dischargeOver({ values }: Reading): number | undefined {
  const { discharge, outdoor } = values
  return discharge && outdoor ? anyToSi('temperature', discharge) - anyToSi('temperature', outdoor) : undefined
}

/** The steps of a cold day as the advisor learns from them: each between settled readings of the mode that the way reads in. */
function coldSteps(record: UnitRecord, school: ProvisionalSchool, readings: readonly JudgedItem[]): ChargeStep[] {
  const mode = school === 'restrictedCondenser' ? 'cooling' : 'heating'
  const settled = readings.filter((r) => r.settled && r.item.entry.mode === mode)
  const weighings = tunedWeighings(record)
  return weighings.flatMap((item, i): ChargeStep[] => {
    const atMs = timeOf(item)
    const nextMs = weighings[i + 1] ? timeOf(weighings[i + 1]!) : Infinity
    const previousMs = i > 0 ? timeOf(weighings[i - 1]!) : -Infinity
    const [first, then] = [
      settled.filter((r) => timeOf(r.item) <= atMs && timeOf(r.item) > previousMs).at(-1),
      settled.find((r) => timeOf(r.item) > atMs && timeOf(r.item) <= nextMs),
    ]
    const [before, after] = [first && pointOf(school, first), then && pointOf(school, then)]
    return before && after ? [{ amountKg: stepKg(item.entry), before, after }] : []
  })
}
