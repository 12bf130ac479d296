import { checkUpWords, entryProblemWords, safetyWords } from '@zetesis/contract'
import {
  factHabits,
  labelHabits,
  overlay,
  type EntryBody,
  refusalOf,
  resolveProfile,
  type Kept,
  type ModelLabel,
} from '@zetesis/core'
import { useRouter } from 'expo-router'
import { useMemo, useState, type ReactNode } from 'react'
import { useWatch, type Path } from 'react-hook-form'
import { YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import { stageHref, unitPath } from '@/frame/routes'
import { Gate } from '@/unit/Gate'
import { UnitPage } from '@/unit/UnitPage'
import type { UnitHandle } from '@/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { whenSafe } from '@/sync/client'
import { useBook } from '@/sync/useBook'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Caution } from '@/ui/Caution'
import { Disclosure } from '@/ui/Disclosure'
import { quantityInput } from '@/ui/quantityInput'
import { clearDraft, readDraft, saveDraft } from '@/ui/useDraft'
import { useKeptForm } from '@/ui/useKeptForm'
import { CopyFacts } from './CopyFacts'
import { FoldedCard } from './FoldedCard'
import { MethodCard } from './MethodCard'
import { ChargeField, LineCard, SiteCard, TargetCard, UnitCard, WorkCard } from './PrepareCards'
import { ModelPicker } from '@/kit/ModelPicker'
import { fromLabel } from './takeLabel'
import { factsPatch, prepareSchema, prepareValues, type PrepareInput, type PrepareOutput } from './form'

export function PreparePage() {
  return <UnitPage title="Prepare" render={(unit) => <PrepareForm key={unit.unitId} unit={unit} />} />
}

const pickedKey = (draft: string) => `${draft}.model`

/** The model chosen before the page was left or reloaded. */
function readPicked(draft: string): Kept<ModelLabel> | undefined {
  const kept = readDraft<Kept<ModelLabel>>(pickedKey(draft))
  return kept.id === undefined ? undefined : (kept as Kept<ModelLabel>)
}

function PrepareForm({ unit }: { unit: UnitHandle }) {
  const { system } = useSettings()
  const router = useRouter()
  const { facts } = unit.view
  const draftName = `prepare.${unit.unitId}`
  const schema = useMemo(() => prepareSchema(system), [system])
  const { form, submit } = useKeptForm<PrepareInput, PrepareOutput>({
    schema,
    empty: prepareValues(facts),
    draft: draftName,
  })
  const { control, setError, formState, setValue, getValues } = form
  const { book } = useBook()
  const [picked, setPicked] = useState<Kept<ModelLabel> | undefined>(() => readPicked(draftName))
  const logged = unit.record.items.label.at(-1)?.entry
  const taken = picked ? { modelId: picked.id, version: picked.version, label: picked.value } : logged
  const label = taken?.label
  const method = useMemo(
    () => overlay(resolveProfile(unit.view.profile), labelHabits(label), factHabits({ work: unit.view.facts.work })),
    [unit.view.profile, unit.view.facts.work, label],
  )
  const take = (model: Kept<ModelLabel>) => {
    setPicked(model)
    saveDraft(pickedKey(draftName), model)
    const filled = fromLabel(model.value, getValues('liquidLine'))
    for (const [name, value] of Object.entries(filled))
      setValue(name as Path<PrepareInput>, value as never, { shouldDirty: true })
    saveDraft(draftName, getValues())
  }
  const [work, refrigerant, oldRefrigerant, typedPlate] = useWatch({
    control,
    name: ['work', 'refrigerant', 'oldRefrigerant', 'highSideDesign'],
  })
  const plate = quantityInput('gaugePressure', system).safeParse(typedPlate).data
  const refusal = refusalOf(
    {
      ...(work ? { work } : {}),
      ...(refrigerant ? { refrigerant } : {}),
      ...(oldRefrigerant ? { oldRefrigerant } : {}),
      ...(facts.builtFor ? { builtFor: facts.builtFor } : {}),
      ...(plate ? { highSideDesign: plate } : {}),
    },
    { ...(label ? { label } : {}), method },
  )

  const save = submit((values) => {
    const patch = factsPatch(facts, values)
    const bodies: EntryBody[] = [
      ...(patch ? [{ kind: 'facts', facts: patch } as const] : []),
      ...(picked ? [{ kind: 'label', modelId: picked.id, version: picked.version, label: picked.value } as const] : []),
    ]
    const problems = unit.appendAll(bodies.map((body) => ({ body })))
    for (const p of problems)
      setError(p.path.replace('facts.', '') as Path<PrepareInput>, { message: entryProblemWords(p, system) })
    if (problems.length > 0) return
    whenSafe(() => {
      clearDraft(draftName)
      clearDraft(pickedKey(draftName))
      // a running machine is read next
      const read = values.work === 'check' && values.refrigerant && values.metering
      router.navigate((read ? stageHref(unit.unitId, 'startUp') : unitPath(unit.unitId)) as never)
    })
  })
  const act = work === 'check' ? checkUpWords.save : `Save ${facts.tag ?? ''}`.trim()
  useBarAction(unit.view.sealed ? undefined : act, () => void save())
  const wrong = Object.keys(formState.errors).length
  const [more, setMore] = useState(false)
  const plates = <UnitCard control={control} label={label} />
  const workCard = <WorkCard control={control} refusal={refusal} />
  const line = <LineCard control={control} method={method} without={work === 'check'} />
  const target = <TargetCard control={control} method={method} label={label} />
  const site = <SiteCard control={control} method={method} jobElevation={unit.job?.elevation} />
  const [missing] = useState(unit.view.missing)
  // what was typed before the page was left is seen again
  const [isDraft] = useState(() => Object.keys(readDraft(draftName)).length > 0)
  const folded = (name: Parameters<typeof FoldedCard>[0]['name'], card: ReactNode) => (
    <FoldedCard name={name} unitId={unit.unitId} facts={facts} missing={missing} starts={isDraft} must={wrong > 0}>
      {card}
    </FoldedCard>
  )
  const rest = (
    <>
      <MethodCard unit={unit} book={book} />
      {unit.view.sealed ? null : <CopyFacts unit={unit} />}
    </>
  )
  return (
    <YStack gap="$4">
      <Caution>{safetyWords.prepare}</Caution>
      {wrong > 0 ? (
        <Banner metal="tooClose" word={wrong === 1 ? 'One field to mend' : `${wrong} fields to mend`}>
          Nothing was lost; see the sentences at the fields.
        </Banner>
      ) : null}
      {unit.view.sealed ? null : <ModelPicker models={book.models} taken={taken} onTake={take} unitId={unit.unitId} />}
      {work === 'check' ? (
        <>
          {workCard}
          {target}
          <Card>
            <ChargeField control={control} hint={checkUpWords.chargeHint} />
          </Card>
          <Disclosure
            title={checkUpWords.more}
            summary={checkUpWords.moreSummary}
            open={more || wrong > 0 || isDraft}
            onToggle={() => setMore(!more)}
            testID="more-facts"
          >
            {plates}
            {line}
            {site}
            {rest}
          </Disclosure>
        </>
      ) : (
        <>
          {folded('unit', plates)}
          {folded('work', workCard)}
          {folded('line', line)}
          {folded('target', target)}
          {folded('site', site)}
          {rest}
        </>
      )}
      {work === 'check' ? null : (
        <Gate
          unit={unit}
          stage="prepare"
          why="What is unknown is asked again where it matters; without it there may be no verdict."
        />
      )}
    </YStack>
  )
}
