import { entryProblemWords, countdown, minutesText, pressureReason, safetyWords, verdictWords } from '@zetesis/contract'
import { showText, type EntryBody, type PressureTestRun } from '@zetesis/core'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { useBarAction } from '@/features/frame/barAction'
import { Gate } from '@/features/unit/Gate'
import { readClock, TimeField } from '@/features/unit/TimeField'
import { UnitPage } from '@/features/unit/UnitPage'
import type { UnitHandle } from '@/features/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { Banner } from '@/ui/Banner'
import { Card } from '@/ui/Card'
import { Caution } from '@/ui/Caution'
import { Press } from '@/ui/Press'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { quantityInput, quantityText } from '@/ui/quantityInput'
import { clearDraft, readDraft, saveDraft } from '@/ui/useDraft'
import { Body, Figure, Heading, Soft } from '@/ui/Words'
import { JointsCard } from './JointsCard'

export function PressureTestPage() {
  return <UnitPage title="Pressure test" render={(unit) => <PressureTest key={unit.unitId} unit={unit} />} />
}

interface Draft {
  plate: QuantityText
  gauge: QuantityText
  ambient: QuantityText
  time: string
}
type Problems = Partial<Record<keyof Draft, string>>

function PressureTest({ unit }: { unit: UnitHandle }) {
  const { view, now } = unit
  const { system } = useSettings()
  const { pressureTest: test } = view
  const draftName = `pressureTest.${unit.unitId}`
  const [draft, setDraft] = useState<Draft>(() => ({
    plate: quantityText(view.facts.testPressure),
    gauge: { text: '' },
    ambient: { text: '' },
    time: '',
    ...readDraft<Draft>(draftName),
  }))
  const [problems, setProblems] = useState<Problems>({})
  const change = (part: Partial<Draft>) => {
    const next = { ...draft, ...part }
    setDraft(next)
    setProblems({})
    saveDraft(draftName, next)
  }
  const holding = test.hold !== undefined && test.hold.verdict?.verdict !== 'out'

  const parse = (key: 'plate' | 'gauge', required: boolean) => {
    const parsed = quantityInput('gaugePressure', system, { required }).safeParse(draft[key])
    if (!parsed.success) setProblems({ [key]: parsed.error.issues[0]?.message })
    return parsed.success ? parsed.data : undefined
  }
  const parseAmbient = () => {
    const parsed = quantityInput('temperature', system, { required: true }).safeParse(draft.ambient)
    if (!parsed.success) setProblems({ ambient: parsed.error.issues[0]?.message })
    return parsed.success ? parsed.data : undefined
  }
  const append = (body: EntryBody, field: keyof Draft): boolean => {
    const at = draft.time.trim() === '' ? new Date() : readClock(draft.time, new Date())
    if (!at) {
      setProblems({ time: 'Type the time as 14:05 or 14:05:30, or leave it empty for now.' })
      return false
    }
    const [problem] = unit.append(body, at)
    if (problem) setProblems({ [problem.path === 'at' ? 'time' : field]: entryProblemWords(problem, system) })
    return !problem
  }
  const done = (keep: Partial<Draft> = {}) => {
    const next = { ...draft, gauge: { text: '' }, ambient: { text: '' }, time: '', ...keep }
    setDraft(next)
    clearDraft(draftName)
  }
  const setPlate = () => {
    const testPressure = parse('plate', true)
    if (testPressure) append({ kind: 'facts', facts: { testPressure } }, 'plate')
  }
  const raise = (heard: 'quiet' | 'hiss') => {
    const gauge = parse('gauge', true)
    if (gauge && append({ kind: 'testRaised', gas: 'nitrogen', gauge, heard }, 'gauge')) done()
  }
  const hold = () => {
    const gauge = parse('gauge', true)
    const ambient = gauge && parseAmbient()
    if (!gauge || !ambient) return
    const failed = test.hold?.verdict?.verdict === 'out' ? test.hold.item.entry.id : undefined
    if (append({ kind: 'testHeld', gauge, ambient, ...(failed ? { retestOf: failed } : {}) }, 'gauge')) done()
  }
  const read = () => {
    const gauge = parse('gauge', true)
    const ambient = gauge && parseAmbient()
    if (gauge && ambient && append({ kind: 'testRead', gauge, ambient }, 'gauge')) done()
  }
  const known = test.limitPa !== undefined
  useBarAction(
    view.sealed ? undefined : !known ? 'Log the plate' : holding ? 'Read the hold' : 'Begin the hold',
    !known ? setPlate : holding ? read : hold,
  )
  const plain = (pa: number) => showText('gaugePressure', pa, system)
  return (
    <YStack gap="$4">
      <TestBanner test={test} now={now} />
      {view.sealed ? null : (
        <Card>
          {view.facts.testPressure === undefined || !known ? (
            <>
              <QuantityField
                label="Highest test pressure on the plate"
                dimension="gaugePressure"
                value={draft.plate}
                onChange={(plate) => change({ plate })}
                problem={problems.plate}
                hint="Of the lowest-rated part: indoor, outdoor or line set."
                testID="plate"
              />
              {known ? (
                <Press testID="log-plate" onPress={setPlate}>
                  Log the plate
                </Press>
              ) : null}
            </>
          ) : null}
          {known ? (
            <>
              <Heading>{holding ? 'Read gauge and pipe' : 'Raise, listen, hold'}</Heading>
              <Soft>
                {holding
                  ? `Held since ${plain(test.hold?.startGaugePa ?? 0)}. Read both again at the end.`
                  : `In steps to ${plain(test.usualPa)}; never above ${plain(test.limitPa ?? 0)}. Dry nitrogen only.`}
              </Soft>
              <QuantityField
                label="Gauge"
                dimension="gaugePressure"
                value={draft.gauge}
                onChange={(gauge) => change({ gauge })}
                problem={problems.gauge}
                testID="test-gauge"
              />
              {holding ? null : (
                <XStack gap="$2" flexWrap="wrap">
                  <Press grow testID="raise-quiet" onPress={() => raise('quiet')}>
                    Raised, quiet
                  </Press>
                  <Press grow look="stop" testID="raise-hiss" onPress={() => raise('hiss')}>
                    It hisses
                  </Press>
                </XStack>
              )}
              <QuantityField
                label="Temperature at the pipe"
                dimension="temperature"
                value={draft.ambient}
                onChange={(ambient) => change({ ambient })}
                problem={problems.ambient}
                hint="In the shade, at the line set: the gas follows it."
                testID="test-ambient"
              />
              <TimeField value={draft.time} onChange={(time) => change({ time })} problem={problems.time} />
              {holding ? (
                <Press look="quiet" testID="hold-again" onPress={hold}>
                  Begin the hold anew
                </Press>
              ) : null}
            </>
          ) : null}
          {test.raised.map((step) => (
            <Soft key={step.atMs}>{`${plain(step.gaugePa)}: ${step.heard === 'quiet' ? 'quiet' : 'hissing'}`}</Soft>
          ))}
        </Card>
      )}
      <JointsCard unit={unit} />
      <Caution>{safetyWords.pressureTest}</Caution>
      <Gate
        unit={unit}
        stage="pressureTest"
        why="Vacuum alone shows a leak late, and pulls air and water in through it."
      />
    </YStack>
  )
}

function TestBanner({ test, now }: { test: PressureTestRun; now: number }) {
  const { system } = useSettings()
  const { hold, limitPa, holdS } = test
  if (!hold)
    return (
      <Banner metal="none" word={limitPa === undefined ? 'Plate unknown' : 'Not begun'} testID="test-verdict">
        {limitPa === undefined
          ? 'Read the highest test pressure from the plate first: nothing is raised without it.'
          : `Raise nitrogen in steps, listen, then hold ${minutesText(holdS)} or longer.`}
      </Banner>
    )
  const left = hold.endsMs - now
  if (hold.verdict)
    return (
      <Banner
        metal={hold.verdict.verdict}
        word={verdictWords[hold.verdict.verdict]}
        testID="test-verdict"
        figure={<Figure>{showText('pressureDifference', hold.verdict.differencePa, system)}</Figure>}
      >
        {pressureReason(hold.verdict, system)}
      </Banner>
    )
  return (
    <Banner
      metal="none"
      word={left > 0 ? 'Holding' : 'Hold is over'}
      testID="test-verdict"
      figure={left > 0 ? <Figure testID="test-left">{countdown(left)}</Figure> : undefined}
    >
      <Body fontSize="$3" lineHeight="$3">
        {hold.soFar
          ? pressureReason(hold.soFar, system)
          : 'Read gauge and temperature at the pipe together; the verdict corrects one by the other.'}
      </Body>
    </Banner>
  )
}
