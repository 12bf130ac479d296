import { zodResolver } from '@hookform/resolvers/zod'
import { entryProblemWords, missingWords, safetyWords } from '@zetesis/contract'
import { isBlend, isFlammable, showText, type ChargeDue, type UnitSystem, type UnitView } from '@zetesis/core'
import { useMemo } from 'react'
import { Controller, useForm, type Path } from 'react-hook-form'
import { YStack } from 'tamagui'
import { z } from 'zod'
import { useBarAction } from '@/features/frame/barAction'
import { Gate } from '@/features/unit/Gate'
import { UnitPage } from '@/features/unit/UnitPage'
import type { UnitHandle } from '@/features/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Caution } from '@/ui/Caution'
import { Choice } from '@/ui/Choice'
import { FormQuantity } from '@/ui/FormQuantity'
import { percent, quantityInput } from '@/ui/quantityInput'
import { TextField } from '@/ui/TextField'
import { clearDraft, readDraft, useDraft } from '@/ui/useDraft'
import { Body, Figure, Heading, Soft } from '@/ui/Words'
import { WorkingLines, type WorkingLine } from '@/features/startUp/WorkingLines'

export function WeighInPage() {
  return <UnitPage title="Weigh in" render={(unit) => <WeighIn key={unit.unitId} unit={unit} />} />
}

const schemaOf = (system: UnitSystem) =>
  z.object({
    direction: z.enum(['add', 'remove']),
    before: quantityInput('mass', system, { required: true }),
    after: quantityInput('mass', system, { required: true }),
    cylinder: z.string().trim().max(60, 'At most 60 letters.'),
  })
type Input = z.input<ReturnType<typeof schemaOf>>
type Output = z.output<ReturnType<typeof schemaOf>>
const empty: Input = { direction: 'add', before: { text: '' }, after: { text: '' }, cylinder: '' }

function WeighIn({ unit }: { unit: UnitHandle }) {
  const { view } = unit
  const { system } = useSettings()
  const draftName = `weigh.${unit.unitId}`
  const schema = useMemo(() => schemaOf(system), [system])
  const form = useForm<Input, unknown, Output>({
    resolver: zodResolver(schema),
    defaultValues: { ...empty, ...readDraft<Input>(draftName) },
  })
  useDraft(draftName, form)
  const { control, handleSubmit, setError, reset } = form
  const log = handleSubmit(({ direction, before, after, cylinder }) => {
    if (!before || !after) return
    const problems = unit.append({ kind: 'weighed', direction, before, after, ...(cylinder ? { cylinder } : {}) })
    for (const p of problems)
      setError((p.path === '' || p.path === 'at' ? 'after' : p.path) as Path<Input>, {
        message: entryProblemWords(p, system),
      })
    if (problems.length > 0) return
    clearDraft(draftName)
    reset({ ...empty, cylinder })
  })
  useBarAction(view.sealed ? undefined : 'Log the weighing', () => void log())
  const { refrigerant } = view.facts
  return (
    <YStack gap="$4">
      <BalanceBanner view={view} />
      <DueCard due={view.charge.due} />
      {view.sealed ? null : (
        <Card>
          <Heading>Cylinder on the scale</Heading>
          <Controller
            control={control}
            name="direction"
            render={({ field }) => (
              <Choice
                label="Refrigerant"
                options={[
                  { value: 'add', label: 'Goes in' },
                  { value: 'remove', label: 'Comes out' },
                ]}
                value={field.value}
                onChange={(v) => field.onChange(v ?? field.value)}
                testID="direction"
              />
            )}
          />
          <FormQuantity control={control} name="before" label="Scale before" dimension="mass" />
          <FormQuantity control={control} name="after" label="Scale after" dimension="mass" />
          <Controller
            control={control}
            name="cylinder"
            render={({ field, fieldState }) => (
              <TextField
                label="Cylinder"
                value={field.value}
                onChange={field.onChange}
                problem={fieldState.error?.message}
                placeholder="C-12"
                testID="cylinder"
              />
            )}
          />
          {refrigerant && isBlend(refrigerant) ? (
            <Soft>{`${refrigerant} is a blend: charge it as liquid, or its composition shifts.`}</Soft>
          ) : null}
        </Card>
      )}
      <Caution>{safetyWords.weighIn}</Caution>
      {refrigerant && isFlammable(refrigerant) ? <Caution>{safetyWords.weighInFlammable}</Caution> : null}
      <Gate unit={unit} stage="weighIn" why="The charge then isn’t known by weight; the papers say so." />
    </YStack>
  )
}

function BalanceBanner({ view }: { view: UnitView }) {
  const { system } = useSettings()
  const { openKg, weighedKg, settled, due } = view.charge
  if (!due.ok || openKg === undefined) return null
  const open = showText('mass', Math.abs(openKg), system)
  const figure = (
    <Figure testID="weigh-open">
      {settled ? showText('mass', weighedKg, system) : `${openKg > 0 ? 'Add' : 'Take out'} ${open}`}
    </Figure>
  )
  return (
    <Banner
      metal={settled ? 'in' : 'none'}
      word={settled ? 'Weighed in' : 'Open'}
      figure={figure}
      testID="weigh-verdict"
    >
      {`Due ${showText('mass', due.dueKg, system)}, weighed in ${showText('mass', weighedKg, system)}.${openKg < 0 && !settled ? ' More went in than was due.' : ''}`}
    </Banner>
  )
}

function DueCard({ due }: { due: ChargeDue }) {
  const { system } = useSettings()
  if (!due.ok) {
    const missing = due.reason === 'missing' ? due.missing.map((m) => missingWords[m]).join(', ') : undefined
    const why: Record<Exclude<typeof due.reason, 'missing'>, string> = {
      negativeLength: 'A length is negative: mend it under Prepare.',
      unknownTube: 'This liquid line isn’t a standard copper size: type the label’s allowance under Prepare.',
      wallTooThick: 'The tube’s wall leaves no bore: mend it under Prepare.',
      outsideData: 'The refrigerant’s data don’t reach that temperature: type the label’s allowance.',
      notANumber: 'A figure can’t be used: look through Prepare.',
    }
    return (
      <Banner metal="tooClose" word="Not known yet">
        {missing ? `To compute what is due, Prepare needs: ${missing}.` : why[due.reason as keyof typeof why]}
      </Banner>
    )
  }
  const { sections, totalLengthM } = due.lineSet.working
  const section = sections[0]!
  const lines: WorkingLine[] = [
    { name: 'line length', value: showText('length', totalLengthM, system) },
    { name: 'counted beyond the covered length', value: showText('length', section.countedM, system) },
    {
      name: `allowance, ${section.source === 'label' ? 'from the label' : 'computed'}`,
      value: showText('massPerLength', section.adderKgPerM, system),
    },
    ...(section.insideDiameterM && section.densityKgPerM3
      ? [
          { name: 'bore of the tube', value: showText('tube', section.insideDiameterM, system) },
          { name: 'liquid density', value: showText('density', section.densityKgPerM3, system) },
        ]
      : []),
    { name: 'adjustment', value: showText('mass', due.lineSet.adjustmentKg, system), sum: true },
    ...(due.startShare === undefined
      ? []
      : [
          { name: 'label charge', value: showText('mass', due.labelChargeKg ?? 0, system) },
          { name: 'start share of both', value: percent(due.startShare) },
          { name: 'due', value: showText('mass', due.dueKg, system), sum: true },
        ]),
  ]
  return (
    <Card testID="due">
      <Heading>{due.startShare === undefined ? 'Line-set adjustment' : 'Whole charge, to start with'}</Heading>
      <WorkingLines lines={lines} />
      {due.dueKg < 0 ? <Body>Negative: take out, don’t add.</Body> : null}
      {due.overLongLine ? (
        <Body color="$oxide">
          Longer than labels usually cover: stop, and follow the maker’s long-line guideline instead of this sum.
        </Body>
      ) : null}
    </Card>
  )
}
