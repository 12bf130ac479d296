import { actWords, countdown, missingWords, refusalWords, stageTitle, waitWords } from '@zetesis/contract'
import { waitStage, type StageView, type UnitSystem, type UnitView } from '@zetesis/core'
import { useRouter } from 'expo-router'
import { Button, Text, useMedia, XStack, YStack } from 'tamagui'
import { CopperFitting } from '@/charts/CopperFitting'
import { useBarAction } from '@/frame/barAction'
import { needHref, stageHref } from '@/frame/routes'
import { LogList } from '@/unit/LogList'
import { useSettings } from '@/settings/settings'
import { useClock } from '@/settings/useNow'
import { Heading, Soft } from '@/ui/Words'
import {
  baselineLine,
  decayLine,
  pressureLine,
  recoveryLine,
  refitLine,
  relabelLine,
  verdictText,
  weighLine,
} from '@/unit/lines'
import { CheckItUp } from '@/unit/CheckItUp'
import { FactChips } from '@/unit/UnitHead'
import { PlaceCard } from './PlaceCard'
import { VisitLink } from '@/unit/visit/VisitLink'
import { UnitPage } from '@/unit/UnitPage'
import type { UnitHandle } from '@/unit/useUnit'

/** One unit's copper line: finished, passed with a reason, waiting, stopped, still to do. */
export function LinePage() {
  return <UnitPage title="" home render={(unit) => <Line unit={unit} />} />
}

const ROW = 84

function Line({ unit }: { unit: UnitHandle }) {
  const { view, unitId } = unit
  const { wide } = useMedia()
  const router = useRouter()
  const tag = view.facts.tag ?? 'this unit'
  useBarAction(actWords(view.need, tag), () => router.navigate(needHref(unitId, view.need, view.current) as never))
  return (
    <YStack gap="$4">
      <FactChips view={view} />
      <YStack role="list" testID="copper-line">
        {view.stages.map((stage, i) => (
          <YStack key={stage.stage} role="listitem">
            <Button
              unstyled
              role="link"
              testID={`stage-${stage.stage}`}
              width="100%"
              minHeight={ROW}
              alignItems="flex-start"
              justifyContent="flex-start"
              borderWidth={0}
              borderRadius="$2"
              backgroundColor="transparent"
              hoverStyle={{ backgroundColor: '$card' }}
              cursor="pointer"
              onPress={() => router.navigate(stageHref(unitId, stage.stage) as never)}
            >
              <XStack gap="$3" width="100%" alignItems="flex-start">
                <CopperFitting state={stage.state} last={i === view.stages.length - 1} height={ROW} />
                <YStack flex={1} minWidth={0} alignItems="flex-start" paddingTop="$1">
                  <Text
                    fontSize="$5"
                    lineHeight="$5"
                    fontWeight="700"
                    color={stage.state === 'todo' ? '$soft' : '$ink'}
                  >
                    {stageTitle(stage.stage, view.facts)}
                  </Text>
                  <Soft textAlign="left">
                    <StageLine stage={stage} view={view} />
                  </Soft>
                </YStack>
              </XStack>
            </Button>
          </YStack>
        ))}
      </YStack>
      <VisitLink unit={unit} />
      <CheckItUp unit={unit} />
      <PlaceCard unit={unit} />
      {wide ? null : (
        <YStack gap="$2">
          <Heading>Log</Heading>
          <LogList unit={unit} />
        </YStack>
      )}
    </YStack>
  )
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

/** What a stage has to say for itself, in one line. */
function StageLine({ stage, view }: { stage: StageView; view: UnitView }) {
  const { system } = useSettings()
  const wait = stage.state === 'waiting' ? view.waits.find((w) => waitStage[w.kind] === stage.stage) : undefined
  const running = useClock((now) =>
    wait && wait.endsMs > now ? `${capital(waitWords[wait.kind])} · ${countdown(wait.endsMs - now)} left` : '',
  )
  return running || stageLine(stage, view, system)
}

function stageLine({ stage, state, pass }: StageView, view: UnitView, system: UnitSystem): string {
  if (state === 'bypassed' && pass) return `Passed: ${pass.entry.reason}`
  switch (stage) {
    case 'prepare': {
      if (view.refusal && view.refusal !== 'cantBeMadeTight') return refusalWords[view.refusal]
      if (view.missing.length > 0) return `Still unknown: ${view.missing.map((m) => missingWords[m]).join(', ')}`
      const { lineLength, labelCharge } = view.facts
      return [
        lineLength && `${lineLength.value} ${lineLength.unit} line`,
        labelCharge && `label charge ${labelCharge.value} ${labelCharge.unit}`,
      ]
        .filter(Boolean)
        .join(' · ')
    }
    case 'baseline':
      return baselineLine(view, system)
    case 'recovery':
      return recoveryLine(view, system)
    case 'refit':
      return refitLine(view)
    case 'relabel':
      return relabelLine(view)
    case 'pressureTest':
      return pressureLine(view, system)
    case 'vacuum':
      return decayLine(view, system)
    case 'weighIn':
      return weighLine(view, system)
    case 'startUp':
      return view.reading ? verdictText(view, system) : 'Pressures, temperatures, verdict'
    case 'handOver':
      return view.sealed ? 'Signed and sealed' : 'Papers and signature'
  }
}
