import { zodResolver } from '@hookform/resolvers/zod'
import { entryProblemWords } from '@zetesis/contract'
import type { Dimension, EntryBody, Instrument } from '@zetesis/core'
import { useMemo, useState } from 'react'
import { useForm, useWatch, type Control, type Path } from 'react-hook-form'
import { useMedia, XStack, YStack } from 'tamagui'
import type { SlotChoice } from '@/kit/choice'
import { instrumentsFor } from '@/kit/instruments'
import { useSettings } from '@/settings/settings'
import { whenSafe } from '@/sync/client'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { together } from '@/ui/fields'
import { FormQuantity } from '@/ui/FormQuantity'
import { clearDraft, readDraft, useDraft } from '@/ui/useDraft'
import { Heading } from '@/ui/Words'
import type { UnitHandle } from '@/unit/useUnit'
import {
  DECIDING,
  emptyReading,
  readableValues,
  readingFields,
  readingSchema,
  supportingFields,
  typedValues,
  type ReadingInput,
  type ReadingOutput,
} from './form'

type ReadingControl = Control<ReadingInput, unknown, ReadingOutput>

/** A reading that is typed: kept at every keystroke, gone once it is written. `baseline`: of the machine as it was found. */
export function useReadingForm(
  unit: UnitHandle,
  { baseline, choice, kit }: { baseline?: true; choice: SlotChoice; kit: readonly Instrument[] },
) {
  const { system } = useSettings()
  const draftName = `${baseline ? 'baseline' : 'reading'}.${unit.unitId}`
  // taken up from a draft the form stays, even while its only field is emptied to be typed anew
  const [again, setAgain] = useState(() => Object.keys(readDraft(draftName)).length > 0)
  const schema = useMemo(() => readingSchema(system), [system])
  const form = useForm<ReadingInput, unknown, ReadingOutput>({
    resolver: zodResolver(schema),
    defaultValues: { ...emptyReading, ...readDraft<ReadingInput>(draftName) },
  })
  useDraft(draftName, form)
  const { control, handleSubmit, setError, reset } = form
  const typed = useWatch({ control })
  const preview = useMemo(() => readableValues(typed as Partial<ReadingInput>, system), [typed, system])
  const save = handleSubmit((output) => {
    const values = typedValues(output)
    const body: EntryBody = {
      kind: 'reading',
      mode: 'cooling',
      ...(baseline ? { baseline } : {}),
      values,
      ...instrumentsFor(choice, values, kit),
    }
    const problems = unit.append(body)
    for (const p of problems)
      setError((p.path.replace('values.', '') || 'suctionPressure') as Path<ReadingInput>, {
        message: entryProblemWords(p, system),
      })
    if (problems.length > 0) return
    whenSafe(() => {
      clearDraft(draftName)
      reset(emptyReading)
      setAgain(false)
    })
  })
  return { control, preview, typing: Object.keys(preview).length > 0, again, takeAgain: () => setAgain(true), save }
}

/** Its fields: the deciding ones in pairs of a side, then what helps, then fan and electrical. */
export function ReadingFields({ control, title }: { control: ReadingControl; title: string }) {
  const { wide } = useMedia()
  const [supporting, setSupporting] = useState(false)
  return (
    <Card>
      <Heading>{title}</Heading>
      <XStack flexWrap="wrap" columnGap="$3" rowGap="$3" {...together}>
        {readingFields.slice(0, DECIDING).map((spec) => (
          <ReadingField key={spec.name} control={control} spec={spec} wide={wide} />
        ))}
      </XStack>
      <XStack flexWrap="wrap" columnGap="$3" rowGap="$3" {...together}>
        {readingFields.slice(DECIDING).map((spec) => (
          <ReadingField key={spec.name} control={control} spec={spec} wide={wide} />
        ))}
      </XStack>
      <Disclosure
        title="Fan and electrical"
        summary="static pressure, voltage, current, capacitor"
        open={supporting}
        onToggle={() => setSupporting(!supporting)}
        testID="supporting"
      >
        <XStack flexWrap="wrap" columnGap="$3" rowGap="$3">
          {supportingFields.map((spec) => (
            <ReadingField key={spec.name} control={control} spec={spec} wide={wide} />
          ))}
        </XStack>
      </Disclosure>
    </Card>
  )
}

/** from a phone of 360 px on, pressure and line of a side stand beside each other */
const PAIR = 132

function ReadingField({
  control,
  spec,
  wide,
}: {
  control: ReadingControl
  spec: { name: keyof ReadingInput; label: string; dimension: Dimension; mark?: string }
  wide: boolean
}) {
  return (
    <YStack flexGrow={1} flexBasis={wide ? 280 : PAIR}>
      <FormQuantity control={control} name={spec.name} label={spec.label} dimension={spec.dimension} mark={spec.mark} />
    </YStack>
  )
}
