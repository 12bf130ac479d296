import { zodResolver } from '@hookform/resolvers/zod'
import { countdown, entryProblemWords, ladderWords, minutesText, safetyWords } from '@zetesis/contract'
import {
  checkReading,
  customaryProfile,
  judgeReading,
  ladderScene,
  readingWorkings,
  type JudgedReading,
  type ReadingValues,
} from '@zetesis/core'
import { useMemo, useState } from 'react'
import { useForm, useWatch, type Path } from 'react-hook-form'
import { useMedia, XStack, YStack } from 'tamagui'
import { SceneView } from '@/charts/SceneView'
import { useBarAction } from '@/features/frame/barAction'
import { Gate } from '@/features/unit/Gate'
import { UnitPage } from '@/features/unit/UnitPage'
import type { UnitHandle } from '@/features/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Caution } from '@/ui/Caution'
import { FormQuantity } from '@/ui/FormQuantity'
import { clearDraft, readDraft, useDraft } from '@/ui/useDraft'
import { Body, Figure, Heading } from '@/ui/Words'
import {
  emptyReading,
  readableValues,
  readingFields,
  readingSchema,
  typedValues,
  type ReadingInput,
  type ReadingOutput,
} from './form'
import { Numbers } from './Numbers'
import { Findings, Verdict } from './Verdict'

export function StartUpPage() {
  return (
    <UnitPage
      title="Start up"
      render={(unit) => <StartUp key={unit.unitId} unit={unit} />}
      aside={({ view }) => (view.reading ? <Ladder judged={view.reading.judged} width={340} height={400} /> : null)}
    />
  )
}

function StartUp({ unit }: { unit: UnitHandle }) {
  const { view } = unit
  if (view.startedMs === undefined && !view.sealed) return <BeforeStart unit={unit} />
  return <ReadingBench unit={unit} />
}

function BeforeStart({ unit }: { unit: UnitHandle }) {
  const [problem, setProblem] = useState<string>()
  const start = () => {
    const [first] = unit.append({ kind: 'started' })
    setProblem(first && entryProblemWords(first))
  }
  useBarAction('Valves open, power on', start)
  return (
    <YStack gap="$4">
      <Heading>Before you open the valves</Heading>
      <Body>
        Suction valve first, then liquid. Filter and coils clean, airflow right, thermostat set well past the room.
      </Body>
      {problem ? (
        <Banner metal="out" word="Not yet" testID="start-refused">
          {problem}
        </Banner>
      ) : null}
      <Caution>{safetyWords.startUp}</Caution>
      <Gate
        unit={unit}
        stage="startUp"
        why="Then no reading settles the charge: say why, and when somebody comes back."
      />
    </YStack>
  )
}

function ReadingBench({ unit }: { unit: UnitHandle }) {
  const { view, now } = unit
  const { system } = useSettings()
  const { wide } = useMedia()
  const [again, setAgain] = useState(false)
  const draftName = `reading.${unit.unitId}`
  const schema = useMemo(() => readingSchema(system), [system])
  const form = useForm<ReadingInput, unknown, ReadingOutput>({
    resolver: zodResolver(schema),
    defaultValues: { ...emptyReading, ...readDraft<ReadingInput>(draftName) },
  })
  useDraft(draftName, form)
  const { control, handleSubmit, setError, reset } = form
  const typed = useWatch({ control })
  const preview = useMemo(() => readableValues(typed as Partial<ReadingInput>, system), [typed, system])
  const typing = Object.keys(preview).length > 0

  const save = handleSubmit((output) => {
    const problems = unit.append({ kind: 'reading', mode: 'cooling', values: typedValues(output) })
    for (const p of problems)
      setError((p.path.replace('values.', '') || 'suctionPressure') as Path<ReadingInput>, {
        message: entryProblemWords(p, system),
      })
    if (problems.length > 0) return
    clearDraft(draftName)
    reset(emptyReading)
    setAgain(false)
  })
  // the form stands first while a reading is being typed, so that what follows the typing never pushes it away
  const taking = !view.sealed && (again || typing || !view.reading)
  useBarAction(view.sealed ? undefined : taking ? 'Log this reading' : 'Take another reading', () =>
    taking ? void save() : setAgain(true),
  )

  const shown = useShown(unit, preview, typing)
  const settle = view.waits.find((w) => w.kind === 'settle' && w.endsMs > now)
  const note = typing
    ? 'As typed, not logged yet.'
    : shown?.settled
      ? undefined
      : 'Logged before it had settled: take another.'
  return (
    <YStack gap="$4">
      {settle ? (
        <Banner metal="none" word="Settling" figure={<Figure>{countdown(settle.endsMs - now)}</Figure>}>
          {`A reading decides after ${minutesText(customaryProfile.settleAfterStartS.si)} of running. What you log before stays in the log.`}
        </Banner>
      ) : null}
      {taking ? (
        <Card>
          <Heading>Reading, in cooling</Heading>
          <XStack flexWrap="wrap" columnGap="$3" rowGap="$3">
            {readingFields.map(({ name, label, dimension, ...rest }) => (
              <YStack key={name} flexGrow={1} flexBasis={wide ? 280 : '100%'}>
                <FormQuantity
                  control={control}
                  name={name}
                  label={label}
                  dimension={dimension}
                  mark={'mark' in rest ? rest.mark : undefined}
                />
              </YStack>
            ))}
          </XStack>
        </Card>
      ) : null}
      {shown ? (
        <>
          <Verdict judged={shown.judged} note={note} />
          <Findings judged={shown.judged} />
          {wide && !typing ? null : <Ladder judged={shown.judged} width={358} height={430} />}
          <Numbers workings={shown.workings} />
        </>
      ) : null}
      <Caution>{safetyWords.startUp}</Caution>
      <Gate
        unit={unit}
        stage="startUp"
        why="Then no reading settles the charge: say why, and when somebody comes back."
      />
    </YStack>
  )
}

/** The reading being typed, else the last one logged. */
function useShown(unit: UnitHandle, preview: ReadingValues, typing: boolean) {
  const { facts, elevationM, reading } = unit.view
  return useMemo(() => {
    const values = typing ? preview : reading?.item.entry.values
    if (!values) return undefined
    // a value that the entry's own check refuses isn't judged while it is being typed
    const wrong = new Set(checkReading(values, facts, elevationM).map((p) => p.path.replace('values.', '')))
    const sound = Object.fromEntries(Object.entries(values).filter(([key]) => !wrong.has(key)))
    const judged = judgeReading({ facts, values: sound, elevationM })
    const workings = readingWorkings({ values: sound, elevationM, judged })
    return { judged, workings, settled: !typing && (reading?.settled ?? false) }
  }, [typing, preview, reading, facts, elevationM])
}

function Ladder({ judged, width, height }: { judged: JudgedReading; width: number; height: number }) {
  const { system } = useSettings()
  const scene = ladderScene({ judged, system, words: ladderWords, width, height })
  return scene ? <SceneView scene={scene} label="Temperature ladder" testID="ladder" /> : null
}
