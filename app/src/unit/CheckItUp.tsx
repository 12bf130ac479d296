import { againWords } from '@zetesis/contract'
import { jobIdOf, type EntryBody, type FactsPatch } from '@zetesis/core'
import { useRouter } from 'expo-router'
import { useMay } from '@/frame/MayNote'
import { stageHref } from '@/frame/routes'
import { useBook } from '@/sync/useBook'
import { useUnits } from '@/sync/useUnits'
import { Card } from '@/ui/Card'
import { Press } from '@/ui/Press'
import { Soft } from '@/ui/Words'
import { freeTag, openUnit } from './openUnit'
import type { UnitHandle } from './useUnit'

/** From a sealed record: a check of the same machine, opened with all that is known of it and how it was handed over. */
export function CheckItUp({ unit }: { unit: UnitHandle }) {
  const { book } = useBook()
  const { units } = useUnits()
  const router = useRouter()
  const { view, record, user, unitId } = unit
  const jobId = jobIdOf(record)
  const seal = record.items.sealed[0]
  const mayPlan = useMay('plan')
  if (!view.sealed || !seal || !user || !jobId || !mayPlan) return null
  const last = view.reading?.item.entry
  if (!last) return <Soft>{againWords.unread}</Soft>
  const { tag: known, recovered: _, ...facts } = view.facts
  const tag = (known ?? 'Unit').slice(0, 24)
  const open = () => {
    const patch: FactsPatch = { ...facts, work: 'check', age: facts.age ?? (facts.work === 'new' ? 'recent' : 'old') }
    const label = record.items.label.at(-1)?.entry
    const more: EntryBody[] = [
      ...(label
        ? [{ kind: 'label', modelId: label.modelId, version: label.version, label: label.label } as const]
        : []),
      { kind: 'facts', facts: patch },
      {
        kind: 'handedOver',
        of: unitId,
        tag,
        sealedAt: new Date(seal.entry.at).toISOString(),
        values: last.values,
        ...(last.instruments ? { instruments: last.instruments } : {}),
        ...(last.kit ? { kit: last.kit } : {}),
      },
    ]
    const id = openUnit(
      jobId,
      { tag: freeTag(units, jobId, (number) => againWords.tag(tag, number)), more },
      { user, book },
    )
    router.navigate(stageHref(id, 'startUp') as never)
  }
  return (
    <Card testID="check-it-up">
      <Soft>{againWords.why}</Soft>
      <Press onPress={open} testID="check-up">
        {againWords.open}
      </Press>
    </Card>
  )
}
