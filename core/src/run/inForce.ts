import type { LabelTaken } from '../entry/prepare'
import { factHabits } from '../facts/factHabits'
import { siteElevationM } from '../facts/terms'
import type { UnitFacts } from '../facts/unitFacts'
import { labelHabits, type ModelLabel } from '../label/modelLabel'
import type { UnitRecord } from '../log/fold'
import { habitFrom } from '../method/habitFrom'
import type { HabitKey } from '../method/habits'
import {
  overlay,
  resolveProfile,
  type Habit,
  type HabitOverlay,
  type MethodProfile,
  type ProfileSpec,
} from '../method/profile'
import { customarySpec } from '../method/readyProfiles'
import { toSi } from '../quantity/unit'

/** What holds for a unit whatever is measured on it: worked out once a record and handed to every run. */
export interface InForce {
  readonly facts: UnitFacts
  /** the model's label as this unit took it */
  readonly taken?: LabelTaken
  readonly label?: ModelLabel
  /** the profile with label, plate and overrides laid over it */
  readonly method: MethodProfile
}

/** With the site: what judging a reading or a hold needs besides. */
export interface InForceHere extends InForce {
  readonly elevationM: number
}

/** what it is worked out of; a log that grows by anything else has the same lists */
type Terms = Pick<UnitRecord['items'], 'facts' | 'label' | 'method' | 'override'>
const known = new WeakMap<UnitRecord['items']['opened'], { readonly of: Terms; readonly made: InForce }>()

/** Facts, label and method in force for a unit; the same object for the same record, and for one that says the same of them. */
export function inForce(record: UnitRecord): InForce {
  const { opened, ...items } = record.items
  const kept = known.get(opened)
  const isSame = (list: keyof Terms) => kept?.of[list] === items[list]
  if (kept && isSame('facts') && isSame('label') && isSame('method') && isSame('override')) return kept.made
  const facts = factsOf(record)
  const taken = record.items.label.at(-1)?.entry
  const method = overlay(
    resolveProfile(unitProfile(record)),
    labelHabits(taken?.label),
    factHabits(facts),
    overrideHabits(record),
  )
  const made = { facts, taken, label: taken?.label, method }
  known.set(opened, { of: items, made })
  return made
}

/** The same at the unit's own elevation, else the one it was sealed at, else the job site's, else sea level. */
export function inForceAt(record: UnitRecord, jobElevationM?: number): InForceHere {
  const found = inForce(record)
  return { ...found, elevationM: siteElevationM(found.facts, ownElevationM(record) ?? jobElevationM) }
}

/** The elevation that a unit has whatever the job's card says, m: typed for it, or sealed with it; undefined where it goes by the job's. */
export function ownElevationM(record: UnitRecord): number | undefined {
  const own = inForce(record).facts.elevation ?? record.items.sealed[0]?.entry.elevation
  return own && toSi('elevation', own)
}

/** The unit's facts: every patch laid over the ones before, in the order of the log. */
export const unitFacts = (record: UnitRecord): UnitFacts => inForce(record).facts

/** The label that this unit took last, if any. */
export function unitLabel(record: UnitRecord): LabelTaken | undefined {
  return inForce(record).taken
}

/** The profile that was chosen for this unit, before labels and overrides; the customary one where nobody chose. */
export function unitProfile(record: UnitRecord): ProfileSpec {
  return record.items.method.at(-1)?.entry.profile ?? customarySpec
}

/** The method in force for a unit: its profile, under the model's label, under this unit's own label, under its overrides. */
export const unitMethod = (record: UnitRecord): MethodProfile => inForce(record).method

/** Overrides in force with the entries that made them, the latest of each habit; one taken back is none. */
export function unitOverrides(record: UnitRecord) {
  const latest = new Map<HabitKey, UnitRecord['items']['override'][number]>()
  for (const item of record.items.override) latest.set(item.entry.habit, item)
  return [...latest.values()].filter((item) => item.entry.quantity !== undefined)
}

function overrideHabits(record: UnitRecord): HabitOverlay {
  const layer: { [K in HabitKey]?: Habit } = {}
  for (const { entry } of unitOverrides(record)) {
    layer[entry.habit] = habitFrom(entry.habit, entry.quantity!, entry.reason, 'override')
  }
  return layer
}

function factsOf(record: UnitRecord): UnitFacts {
  const facts: Record<string, unknown> = {}
  const opened = record.items.opened[0]
  if (opened) facts.tag = opened.entry.tag
  for (const { entry } of record.items.facts) {
    for (const [key, value] of Object.entries(entry.facts)) {
      if (value === null) delete facts[key]
      else if (value !== undefined) facts[key] = value
    }
  }
  return facts as UnitFacts
}
