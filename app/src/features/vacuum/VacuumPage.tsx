import { countdown, decayWords, entryProblemWords, minutesText, safetyWords, verdictWords } from '@zetesis/contract'
import {
  decaySheetScene,
  formatNumber,
  fromSi,
  preferredUnit,
  show,
  showText,
  type EntryBody,
  type UnitView,
} from '@zetesis/core'
import { useMemo, useState } from 'react'
import { useMedia, XStack, YStack } from 'tamagui'
import { SceneView } from '@/charts/SceneView'
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
import { quantityInput } from '@/ui/quantityInput'
import { clearDraft, readDraft } from '@/ui/useDraft'
import { Body, Figure } from '@/ui/Words'

export function VacuumPage() {
  return <UnitPage title="Vacuum" render={(unit) => <Vacuum key={unit.unitId} unit={unit} />} />
}

interface Draft {
  micron: QuantityText
  time: string
}

function Vacuum({ unit }: { unit: UnitHandle }) {
  const { view, now } = unit
  const { system } = useSettings()
  const { wide } = useMedia()
  const { vacuum } = view
  const draftName = `vacuum.${unit.unitId}`
  const [draft, setDraft] = useState<Draft>(() => ({ micron: { text: '' }, time: '', ...readDraft<Draft>(draftName) }))
  const [problems, setProblems] = useState<Partial<Record<keyof Draft, string>>>({})
  const change = (part: Partial<Draft>) => {
    const next = { ...draft, ...part }
    setDraft(next)
    setProblems({})
    localStorage.setItem(`zetesis.draft.${draftName}`, JSON.stringify(next))
  }

  const stamp = (body: EntryBody): boolean => {
    const at = draft.time.trim() === '' ? new Date() : readClock(draft.time, new Date())
    if (!at) {
      setProblems({ time: 'Type the time as 14:05 or 14:05:30, or leave it empty for now.' })
      return false
    }
    const [problem] = unit.append(body, at)
    if (problem) {
      setProblems({ [problem.path === 'at' ? 'time' : 'micron']: entryProblemWords(problem, system) })
      return false
    }
    return true
  }
  const done = () => {
    setDraft({ micron: { text: '' }, time: '' })
    clearDraft(draftName)
  }
  const logReading = () => {
    const parsed = quantityInput('vacuum', system, { required: true }).safeParse(draft.micron)
    if (!parsed.success || !parsed.data)
      return setProblems({ micron: parsed.error?.issues[0]?.message ?? 'Type what the gauge shows.' })
    if (stamp({ kind: 'micron', reading: parsed.data })) done()
  }
  const mark = (kind: 'pumpOn' | 'valvedOff') => {
    if (stamp({ kind })) change({ time: '' })
  }
  useBarAction(view.sealed ? undefined : 'Log the gauge', logReading)

  const holding = vacuum.valvedOffMs !== undefined
  const scene = useMemo(
    () =>
      decaySheetScene({ run: vacuum, system, words: decayWords, width: wide ? 620 : 358, height: wide ? 330 : 300 }),
    [vacuum, system, wide],
  )
  return (
    <YStack gap="$4">
      <DecayBanner view={view} now={now} />
      {vacuum.samples.length > 0 || holding ? (
        <SceneView scene={scene} label={`Decay sheet with ${vacuum.samples.length} readings`} testID="decay-sheet" />
      ) : (
        <Body>
          Pull down with the gauge at the far side, cores out and big hoses. Each reading you log is drawn here.
        </Body>
      )}
      {view.sealed ? null : (
        <Card>
          <QuantityField
            label="Gauge"
            dimension="vacuum"
            value={draft.micron}
            onChange={(micron) => change({ micron })}
            problem={problems.micron}
            testID="micron"
          />
          <TimeField value={draft.time} onChange={(time) => change({ time })} problem={problems.time} />
          <XStack gap="$2" flexWrap="wrap">
            <Press testID="valved-off" grow look={holding ? 'quiet' : 'plain'} onPress={() => mark('valvedOff')}>
              {holding ? 'Valved off again' : 'Valved off'}
            </Press>
            <Press testID="pump-on" grow look={holding ? 'plain' : 'quiet'} onPress={() => mark('pumpOn')}>
              Pump on
            </Press>
          </XStack>
        </Card>
      )}
      <Caution>{safetyWords.vacuum}</Caution>
      <Gate
        unit={unit}
        stage="vacuum"
        why="Opening the service valves before the decay passes loses the factory charge if there is a leak."
      />
    </YStack>
  )
}

function DecayBanner({ view, now }: { view: UnitView; now: number }) {
  const { system } = useSettings()
  const { vacuum } = view
  const { verdict, limitPa, holdS, holdEndsMs } = vacuum
  const limit = showText('vacuum', limitPa, system)
  if (verdict?.state === 'in' || verdict?.state === 'out') {
    const rise = fromSi('vacuum', verdict.risePaPerMin, preferredUnit('vacuum', system))
    const unit = preferredUnit('vacuum', system)
    const from = show('vacuum', verdict.startPa, system).figure
    return (
      <Banner
        metal={verdict.state}
        word={verdictWords[verdict.state]}
        testID="decay-verdict"
        figure={<Figure>{`${from} → ${showText('vacuum', verdict.endPa, system)}`}</Figure>}
      >
        {verdict.state === 'in'
          ? `After ${minutesText(Math.round(verdict.endTimeS))}, limit ${limit}. Rising ${formatNumber(rise, 1)} ${unit}/min on average.`
          : `Over the limit of ${limit}. Rising ${formatNumber(rise, 1)} ${unit}/min on average. Look for moisture and leaks, then pull again.`}
      </Banner>
    )
  }
  if (holdEndsMs !== undefined) {
    const left = holdEndsMs - now
    return (
      <Banner
        metal="none"
        word={left > 0 ? 'Holding' : 'Hold is over'}
        testID="decay-verdict"
        figure={left > 0 ? <Figure testID="hold-left">{countdown(left)}</Figure> : undefined}
      >
        {left > 0
          ? `Valved off. Read the gauge now and then, and once when ${minutesText(holdS)} are over. Limit ${limit}.`
          : `Read the gauge once more: the verdict needs a reading after ${minutesText(holdS)}.`}
      </Banner>
    )
  }
  const last = vacuum.samples.at(-1)
  return (
    <Banner
      metal="none"
      word={last ? 'Pulling down' : 'Not begun'}
      testID="decay-verdict"
      figure={last ? <Figure>{showText('vacuum', last.pressurePa, system)}</Figure> : undefined}
    >
      {`Then valve off and hold ${minutesText(holdS)} at or under ${limit}.`}
    </Banner>
  )
}
