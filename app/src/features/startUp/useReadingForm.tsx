import { carryForwardWords, entryProblemWords, notReadWords, timeWords } from '@zetesis/contract'
import {
  carryForward,
  withCarried,
  type CarriedForward,
  type ChargeMode,
  type Dimension,
  type EntryBody,
  type Instrument,
  type Readable,
  type SlowChannel,
} from '@zetesis/core'
import { useMemo, useState } from 'react'
import { useWatch, type Control, type Path } from 'react-hook-form'
import { useMedia, XStack, YStack } from 'tamagui'
import type { SlotChoice } from '@/kit/choice'
import { instrumentsFor } from '@/kit/instruments'
import { useSettings } from '@/settings/settings'
import { useNow } from '@/settings/useNow'
import { whenSafe } from '@/sync/client'
import { clock } from '@/sync/clock'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { PAIR, toFirstTogether, together } from '@/ui/fields'
import { FormQuantity } from '@/ui/FormQuantity'
import { clearDraft, readDraft } from '@/ui/useDraft'
import { useDraftForm } from '@/ui/useDraftForm'
import { useKeptForm } from '@/ui/useKeptForm'
import { Press } from '@/ui/Press'
import { Heading, Soft } from '@/ui/Words'
import { momentOf, TimeField } from '@/unit/TimeField'
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
  const { form, submit } = useKeptForm<ReadingInput, ReadingOutput>({ schema, empty: emptyReading, draft: draftName })
  const { control, setError, reset } = form
  const typed = useWatch({ control })
  const takeAgain = () => {
    setAgain(true)
    // once its fields are drawn: the pad is open, and no tap goes there first
    setTimeout(toFirstTogether)
  }
  // a reading of before tells of before: nothing of now goes with it
  const when = useDraftForm<{ time: string }, 'time'>(`${draftName}.time`, { time: '' })
  const isNow = when.draft.time.trim() === ''
  const { from: now, leaveOut } = useCarried(unit)
  const from = isNow ? now : none
  const read = useMemo(() => readableValues(typed as Partial<ReadingInput>, system), [typed, system])
  const typing = Object.keys(read).length > 0
  const preview = useMemo(() => (typing ? withCarried(read, from).values : read), [typing, read, from])
  const save = submit((output) => {
    const at = momentOf(when.draft.time)
    if (!at) return void when.fail({ time: timeWords.unreadable })
    const anew = typedValues(output)
    const nothing = Object.keys(anew).length === 0
    const { values, carried } = nothing ? { values: anew, carried: {} } : withCarried(anew, from)
    const used = instrumentsFor(choice, anew, kit)
    const body: EntryBody = {
      kind: 'reading',
      mode: baseline ? 'cooling' : unit.view.heatPump.mode,
      ...(baseline ? { baseline } : {}),
      values,
      ...(Object.keys(carried).length > 0 ? { carried } : {}),
      instruments: { ...of(from.instruments, carried), ...used.instruments },
      kit: [...used.kit, ...from.kit.filter(({ id }) => !used.kit.some((k) => k.id === id))],
    }
    const problems = unit.append(body, at)
    for (const p of problems)
      if (p.path === 'at') when.fail({ time: entryProblemWords(p, system) })
      else
        setError((p.path.replace('values.', '') || 'suctionPressure') as Path<ReadingInput>, {
          message: entryProblemWords(p, system),
        })
    if (problems.length > 0) return
    when.done()
    whenSafe(() => {
      clearDraft(draftName)
      reset(emptyReading)
      setAgain(false)
    })
  })
  const time = {
    value: when.draft.time,
    onChange: (text: string) => when.change({ time: text }),
    problem: when.problems.time,
  }
  return { control, preview, typing, from, leaveOut, again, takeAgain, save, time }
}

const of = <T extends object>(part: T, channels: object) =>
  Object.fromEntries(Object.entries(part).filter(([key]) => key in channels)) as T

const none: CarriedForward = { values: {}, carried: {}, instruments: {}, kit: [] }

/** What the next reading goes by without being read anew, for as long as the method lets it and nobody leaves it out. */
function useCarried({ record, view }: UnitHandle) {
  const [left, setLeft] = useState(false)
  const minute = useNow()
  const mostS = view.method.carryReadingS.si
  const from = useMemo(
    () => (left ? none : carryForward(record, { nowMs: clock.now(), mostS })),
    // oxlint-disable-next-line react/exhaustive-deps -- with every minute some may have grown too old
    [left, record, mostS, minute],
  )
  return { from, leaveOut: () => setLeft(true) }
}

/** Its fields: the deciding ones in pairs of a side, then what helps, then fan and electrical. */
export function ReadingFields({
  control,
  title,
  from,
  onLeaveOut,
  mode = 'cooling',
  readable,
  time,
}: {
  control: ReadingControl
  title: string
  time: Parameters<typeof TimeField>[0]
  from: CarriedForward
  onLeaveOut: () => void
  mode?: ChargeMode
  /** in heating: what the unit's ports give */
  readable?: Readable
}) {
  const { wide } = useMedia()
  const [supporting, setSupporting] = useState(false)
  return (
    <Card>
      <Heading>{title}</Heading>
      <XStack flexWrap="wrap" columnGap="$3" rowGap="$3" {...together}>
        {decidingFields(mode, readable).map((spec) => (
          <ReadingField key={spec.name} control={control} spec={spec} from={from} wide={wide} />
        ))}
      </XStack>
      {readable?.why.map((why) => (
        <Soft key={why} testID={`not-read-${why}`}>
          {notReadWords[why]}
        </Soft>
      ))}
      <XStack flexWrap="wrap" columnGap="$3" rowGap="$3" {...together}>
        {readingFields.slice(DECIDING).map((spec) => (
          <ReadingField key={spec.name} control={control} spec={spec} from={from} wide={wide} />
        ))}
      </XStack>
      {Object.keys(from.carried).length > 0 ? (
        <>
          <Soft testID="carried-note">{carryForwardWords.note}</Soft>
          <Press look="quiet" onPress={onLeaveOut} testID="leave-carried">
            {carryForwardWords.leaveOut}
          </Press>
        </>
      ) : null}
      <TimeField label={timeWords.read} {...time} />
      <Disclosure
        title="Fan and electrical"
        summary="static pressure, voltage, current, capacitor"
        open={supporting}
        onToggle={() => setSupporting(!supporting)}
        testID="supporting"
      >
        <XStack flexWrap="wrap" columnGap="$3" rowGap="$3">
          {supportingFields.map((spec) => (
            <ReadingField key={spec.name} control={control} spec={spec} from={from} wide={wide} />
          ))}
        </XStack>
      </Disclosure>
    </Card>
  )
}

/** In heating suction is read between reversing valve and compressor, and only what a port gives is asked for. */
function decidingFields(mode: ChargeMode, readable: Readable | undefined) {
  const fields = readingFields.slice(0, DECIDING)
  if (mode === 'cooling') return fields
  return fields
    .filter(({ name }) =>
      name.startsWith('suction') ? readable?.superheat : name.startsWith('liquid') ? readable?.subcooling : true,
    )
    .map((field) => ({ ...field, label: field.label.replace(/^Suction/, 'True suction') }))
}

function ReadingField({
  control,
  spec,
  from,
  wide,
}: {
  control: ReadingControl
  from: CarriedForward
  spec: { name: keyof ReadingInput; label: string; dimension: Dimension; mark?: string }
  wide: boolean
}) {
  const value = from.values[spec.name]
  const readMs = Date.parse(from.carried[spec.name as SlowChannel] ?? '')
  return (
    <YStack flexGrow={1} flexBasis={wide ? 280 : PAIR}>
      <FormQuantity
        control={control}
        name={spec.name}
        label={spec.label}
        dimension={spec.dimension}
        mark={spec.mark}
        {...(value ? { carried: { ...value, ageText: (nowMs) => carryForwardWords.age(nowMs - readMs) } } : {})}
      />
    </YStack>
  )
}
