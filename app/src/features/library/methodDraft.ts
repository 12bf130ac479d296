import { parseProblemWords, profileProblemWords } from '@zetesis/contract'
import {
  checkProfile,
  habitKeys,
  habitSpecs,
  parseQuantity,
  type AnyQuantity,
  type HabitKey,
  type MethodChoices,
  type ProfileSpec,
} from '@zetesis/core'
import { quantityText } from '@/ui/quantityInput'
import type { QuantityText } from '@/ui/QuantityField'
import type { Problems } from './modelDraft'

export interface HabitDraft {
  readonly value: QuantityText
  readonly source: string
}
export interface MethodDraft {
  name: string
  note: string
  values: { [K in HabitKey]?: HabitDraft }
  choices: MethodChoices
}

export function methodDraft({ name, note, values, choices }: ProfileSpec): MethodDraft {
  const drafts: { [K in HabitKey]?: HabitDraft } = {}
  for (const key of habitKeys) {
    const own = values[key]
    if (own) drafts[key] = { value: quantityText(own.quantity), source: own.source }
  }
  return { name, note: note ?? '', values: drafts, choices }
}

/** The profile that a form holds, or everything that keeps it from being one; an empty value is the customary one. */
export function readMethod(
  draft: MethodDraft,
  id: string,
): { ok: true; profile: ProfileSpec } | { ok: false; problems: Problems } {
  const problems: Record<string, string> = {}
  const values: { [K in HabitKey]?: { quantity: AnyQuantity; source: string } } = {}
  for (const key of habitKeys) {
    const own = draft.values[key]
    if (!own || own.value.text.trim() === '') continue
    const { dimension, usual } = habitSpecs[key]
    const parsed = parseQuantity(own.value.text, dimension, (own.value.unit ?? usual.unit) as never)
    if (parsed.ok) values[key] = { quantity: parsed.quantity, source: own.source.trim() }
    else problems[key] = parseProblemWords(parsed.problem)
  }
  const profile: ProfileSpec = {
    id,
    name: draft.name.trim(),
    ...(draft.note.trim() ? { note: draft.note.trim() } : {}),
    values,
    choices: draft.choices,
  }
  if (Object.keys(problems).length === 0) {
    for (const problem of checkProfile(profile)) {
      const path =
        problem.code === 'noSource' && problem.path !== 'superheatOrder' ? `${problem.path}.source` : problem.path
      problems[path] ??= profileProblemWords(problem)
    }
  }
  return Object.keys(problems).length > 0 ? { ok: false, problems } : { ok: true, profile }
}
