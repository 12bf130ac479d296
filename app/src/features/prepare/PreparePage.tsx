import { zodResolver } from '@hookform/resolvers/zod'
import { entryProblemWords, orientationWords, refusalWords, safetyWords } from '@zetesis/contract'
import {
  acrTubes,
  decayTerms,
  factHabits,
  formatNumber,
  labelGives,
  labelHabits,
  orientations,
  overlay,
  refrigerantInfo,
  type EntryBody,
  type Refrigerant,
  unitRefrigerants,
  refusalOf,
  resolveProfile,
  showText,
  toSi,
  type Kept,
  type InstrumentClass,
  type ModelLabel,
} from '@zetesis/core'
import { useRouter } from 'expo-router'
import { useMemo, useState } from 'react'
import { useForm, useWatch, type Path } from 'react-hook-form'
import { YStack } from 'tamagui'
import { useBarAction } from '@/frame/barAction'
import { unitPath } from '@/frame/routes'
import { Gate } from '@/unit/Gate'
import { UnitPage } from '@/unit/UnitPage'
import type { UnitHandle } from '@/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { whenSafe } from '@/sync/client'
import { useBook } from '@/sync/useBook'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Caution } from '@/ui/Caution'
import type { Option } from '@/ui/Choice'
import { FormChoice } from '@/ui/FormChoice'
import { FormText } from '@/ui/FormText'
import { FormQuantity } from '@/ui/FormQuantity'
import { quantityInput } from '@/ui/quantityInput'
import { clearDraft, readDraft, saveDraft, useDraft } from '@/ui/useDraft'
import { Heading, Soft } from '@/ui/Words'
import { MethodCard } from './MethodCard'
import { ModelPicker } from '@/kit/ModelPicker'
import { fromLabel } from './takeLabel'
import { factsPatch, prepareSchema, prepareValues, type PrepareInput, type PrepareOutput } from './form'

const works: Option<'new' | 'retrofit' | 'conversion'>[] = [
  { value: 'new', label: 'New' },
  { value: 'retrofit', label: 'Retrofit' },
  { value: 'conversion', label: 'Conversion' },
]
const modes: Option<'coolingOnly' | 'heatPump'>[] = [
  { value: 'coolingOnly', label: 'Cooling only' },
  { value: 'heatPump', label: 'Heat pump' },
]
const meterings: Option<'fixedOrifice' | 'expansionValve'>[] = [
  { value: 'fixedOrifice', label: 'Piston' },
  { value: 'expansionValve', label: 'Expansion valve' },
]
const classes: Option<InstrumentClass>[] = [
  { value: 'digital', label: 'Digital' },
  { value: 'analog', label: 'Dial gauges' },
]
const sources: Option<'commonRule' | 'typed'>[] = [
  { value: 'commonRule', label: 'Common rule' },
  { value: 'typed', label: 'A figure I type' },
]
/** what a unit may hold, and what this one does */
const refrigerantOptions = (now?: Refrigerant): Option<Refrigerant>[] =>
  [...new Set([...unitRefrigerants, ...(now ? [now] : [])])].map((r) => ({
    value: r,
    label: `${r} · ${refrigerantInfo(r)!.safetyClass}`,
  }))
const orientationOptions = orientations.map((value) => ({ value, label: orientationWords[value] }))
const tubeOptions = acrTubes.map((t) => ({ value: t.name, label: `${t.name} in` }))

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
  const form = useForm<PrepareInput, unknown, PrepareOutput>({
    resolver: zodResolver(schema),
    defaultValues: { ...prepareValues(facts), ...readDraft<PrepareInput>(draftName) },
  })
  useDraft(draftName, form)
  const { control, handleSubmit, setError, formState, setValue, getValues } = form
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
  const [work, metering, source, refrigerant, oldRefrigerant] = useWatch({
    control,
    name: ['work', 'metering', 'superheatSource', 'refrigerant', 'oldRefrigerant'],
  })
  const refusal = refusalOf(
    {
      ...(work ? { work } : {}),
      ...(refrigerant ? { refrigerant } : {}),
      ...(oldRefrigerant ? { oldRefrigerant } : {}),
    },
    { ...(label ? { label } : {}), method },
  )

  const save = handleSubmit((values) => {
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
      router.navigate(unitPath(unit.unitId) as never)
    })
  })
  useBarAction(unit.view.sealed ? undefined : `Save ${facts.tag ?? ''}`.trim(), () => void save())
  const wrong = Object.keys(formState.errors).length
  const terms = decayTerms({ work }, method)
  const targetTyped = useWatch({ control, name: 'targetSubcooling' })
  const target = quantityInput('temperatureDifference', system).safeParse(targetTyped).data
  const targetK = target && toSi('temperatureDifference', target)
  const rare =
    targetK !== undefined &&
    (targetK < method.askAgainSubcoolingBelowK.si || targetK > method.askAgainSubcoolingAboveK.si)
  const text = (
    name: 'tag' | 'place' | 'model' | 'serial' | 'indoorModel' | 'stage' | 'targetSuperheatReason',
    label: string,
    hint?: string,
  ) => <FormText control={control} name={name} label={label} hint={hint} />
  return (
    <YStack gap="$4">
      <Caution>{safetyWords.prepare}</Caution>
      {wrong > 0 ? (
        <Banner metal="tooClose" word={wrong === 1 ? 'One field to mend' : `${wrong} fields to mend`}>
          Nothing was lost; see the sentences at the fields.
        </Banner>
      ) : null}
      {unit.view.sealed ? null : <ModelPicker models={book.models} taken={taken} onTake={take} unitId={unit.unitId} />}
      <Card>
        <Heading>Unit</Heading>
        {text('tag', 'Tag')}
        {text('place', 'Place')}
        {text('model', 'Outdoor model')}
        {text('serial', 'Serial number')}
        {text('indoorModel', 'Indoor unit', 'Where the label’s figures depend on it.')}
        {label?.sheets?.some((sheet) => sheet.stage)
          ? text('stage', 'Stage it is judged at', 'As the label names it.')
          : null}
        <FormChoice
          control={control}
          name="orientation"
          label="How the indoor coil lies"
          options={orientationOptions}
        />
      </Card>
      <Card>
        <Heading>Work</Heading>
        <FormChoice control={control} name="work" label="Kind of work" options={works} />
        <FormChoice control={control} name="mode" label="Mode" options={modes} />
        {work === 'conversion' ? (
          <>
            <FormChoice
              control={control}
              name="oldRefrigerant"
              label="Refrigerant that was in it"
              options={refrigerantOptions(oldRefrigerant ?? undefined)}

              many
            />
          </>
        ) : null}
        {work === 'conversion' || work === 'retrofit' ? (
          <FormQuantity
            control={control}
            name="recovered"
            label="Weight recovered"
            dimension="mass"
            hint="It says how short the old charge was; an emptied system gets its whole charge anew."
          />
        ) : null}
        <FormChoice
          control={control}
          name="refrigerant"
          label={work === 'conversion' ? 'New refrigerant' : 'Refrigerant'}
          options={refrigerantOptions(refrigerant ?? undefined)}

          many
        />
        {refusal ? (
          <Banner metal="out" word="Stop" testID="refusal">
            {refusalWords[refusal]}
          </Banner>
        ) : null}
        <FormChoice
          control={control}
          name="metering"
          label="Metering device, seen at the indoor coil"
          options={meterings}

          hint="Look at the coil itself: a plate can be wrong."
        />
      </Card>
      <Card>
        <Heading>Label and line set</Heading>
        <FormQuantity
          control={control}
          name="labelCharge"
          label="Charge on the label"
          dimension="mass"
          hint="“5 lb 4 oz” is fine."
        />
        <FormQuantity
          control={control}
          name="includedLength"
          label="Line length that charge covers"
          dimension="length"
        />
        <FormQuantity
          control={control}
          name="lineLength"
          label="Line length here"
          dimension="length"
          hint={`Over ${showText('length', method.longLineM.si, system)} the maker’s long-line guideline decides.`}
        />
        <FormChoice
          control={control}
          name="liquidLine"
          label="Liquid line, outside diameter"
          options={tubeOptions}

          many
        />
        <FormQuantity
          control={control}
          name="vapourLine"
          label="Vapour line, outside diameter"
          dimension="tube"
          hint="For the inside volume of the system; unknown: twice the liquid line."
        />
        <FormQuantity
          control={control}
          name="allowance"
          label="Label’s allowance per length"
          dimension="massPerLength"
          hint="None on the label? Leave it: it is computed from the tube."
        />
      </Card>
      <Card>
        <Heading>Target</Heading>
        {metering === undefined ? <Soft>The metering device decides which target is asked for.</Soft> : null}
        {metering && label && labelGives(label, metering === 'expansionValve' ? 'subcooling' : 'superheat') ? (
          <Soft testID="target-from-label">{`Looked up in the label of ${label.name} at every reading. A figure below counts instead.`}</Soft>
        ) : null}
        {metering === 'expansionValve' ? (
          <>
            <FormQuantity
              control={control}
              name="targetSubcooling"
              label="Target subcooling from the label"
              dimension="temperatureDifference"
              hint={`There is no default. Under ${showText('temperatureDifference', method.askAgainSubcoolingBelowK.si, system)} or over ${showText('temperatureDifference', method.askAgainSubcoolingAboveK.si, system)}, read the label again.`}
            />
            {rare ? <Caution>Labels rarely ask for that much or that little subcooling: read it again.</Caution> : null}
            <FormQuantity
              control={control}
              name="subcoolingTolerance"
              label="Tolerance from the label"
              dimension="temperatureDifference"
              hint={`Empty: ±${showText('temperatureDifference', method.subcoolingToleranceK.si, system)} (${method.subcoolingToleranceK.source}).`}
            />
          </>
        ) : null}
        {metering === 'fixedOrifice' ? (
          <>
            <FormChoice
              control={control}
              name="superheatSource"
              label="Superheat target from"
              options={sources}

              hint="The rule moves with the weather; it is worked anew at every reading."
            />
            {source === 'typed' ? (
              <>
                <FormQuantity
                  control={control}
                  name="targetSuperheat"
                  label="Target superheat"
                  dimension="temperatureDifference"
                />
                {text('targetSuperheatReason', 'Where it comes from')}
              </>
            ) : null}
            <FormQuantity
              control={control}
              name="superheatTolerance"
              label="Tolerance"
              dimension="temperatureDifference"
              hint={`Empty: ±${showText('temperatureDifference', method.superheatToleranceK.si, system)} (${method.superheatToleranceK.source}).`}
            />
          </>
        ) : null}
      </Card>
      <Card>
        <Heading>Vacuum and site</Heading>
        <FormQuantity
          control={control}
          name="decayLimit"
          label="Decay limit"
          dimension="vacuum"
          hint={`Empty: ${showText('vacuum', terms.limitPa, system)} (${terms.limitSource}).`}
        />
        <FormQuantity
          control={control}
          name="decayHold"
          label="Decay hold"
          dimension="duration"
          hint={`Empty: ${formatNumber(terms.holdS / 60, 0)} min (${terms.holdSource}).`}
        />
        <FormChoice
          control={control}
          name="instrumentClass"
          label="Instruments that no reading names"
          options={classes}
          hint="What they count as in a verdict. Not answered: digital of the middle class. Nothing counts as exact."
        />
        <FormQuantity
          control={control}
          name="elevation"
          label="Elevation"
          dimension="elevation"
          hint={
            unit.job
              ? `Empty: the job’s, ${showText('elevation', toSi('elevation', unit.job.elevation), system)}.`
              : undefined
          }
        />
      </Card>
      <MethodCard unit={unit} book={book} />
      <Gate
        unit={unit}
        stage="prepare"
        why="What is unknown is asked again where it matters; without it there may be no verdict."
      />
    </YStack>
  )
}
