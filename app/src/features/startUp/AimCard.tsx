import { memo } from 'react'
import { predictedText } from '@zetesis/contract'
import { aimScene, showText, type JudgedReading, type TuningRun } from '@zetesis/core'
import { format } from 'date-fns/format'
import { YStack } from 'tamagui'
import { SceneView } from '@/charts/SceneView'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { Press } from '@/ui/Press'
import { WhenSeen } from '@/ui/WhenSeen'
import { Body, Heading, Soft } from '@/ui/Words'

const words = {
  superheat: 'superheat',
  subcooling: 'subcooling',
  short: 'short',
  starved: 'starved',
  over: 'overcharged',
  overfed: 'overfed',
}

/** Where the reading stands against the box, the way it came, and the steps with what was expected of each. */
export const AimCard = memo(function AimCard({
  judged,
  tuning,
  onStrike,
}: {
  judged: JudgedReading
  tuning: TuningRun
  /** takes the last step back: struck out, so that slope, book and balance forget it */
  onStrike?: (entryId: string) => void
}) {
  const { system } = useSettings()
  const scene = aimScene({ judged, trail: tuning.trail, steps: tuning.steps, system, words, width: 358, height: 300 })
  if (!scene && tuning.steps.length === 0) return null
  const last = tuning.steps.at(-1)
  return (
    <Card testID="aim">
      <Heading>Aim</Heading>
      {scene ? (
        <WhenSeen>
          <SceneView scene={scene} label="Superheat against subcooling, with the steps" testID="aim-chart" />
        </WhenSeen>
      ) : null}
      {tuning.steps.map((step) => {
        const { before, after, predicted } = step
        const d = (k: number | undefined) => (k === undefined ? '…' : showText('temperatureDifference', k, system))
        return (
          <YStack key={step.entryId} testID="tuned-step">
            <Body>
              {`${format(step.atMs, 'HH:mm')}  ${step.amountKg < 0 ? 'out' : 'in'} ${showText('mass', Math.abs(step.amountKg), system)}: superheat ${d(before?.superheatK)} → ${d(after?.superheatK)}, subcooling ${d(before?.subcoolingK)} → ${d(after?.subcoolingK)}`}
            </Body>
            {predicted && !after ? <Soft>{predictedText(predicted, system)}</Soft> : null}
            {predicted && after ? <Soft>{cameText(step, system)}</Soft> : null}
          </YStack>
        )
      })}
      {last && onStrike ? (
        <Press look="quiet" testID="undo-step" onPress={() => onStrike(last.entryId)}>
          {`Undo the step of ${format(last.atMs, 'HH:mm')}`}
        </Press>
      ) : null}
    </Card>
  )
})

/** What was expected against what came. */
function cameText({ predicted, after }: TuningRun['steps'][number], system: 'ip' | 'si'): string {
  const one = (name: string, expected: { lowK: number; highK: number } | undefined, came: number | undefined) => {
    if (!expected || came === undefined) return undefined
    const inside = came >= expected.lowK && came <= expected.highK
    return `${name} came ${inside ? 'as expected' : came < expected.lowK ? 'lower than expected' : 'higher than expected'} (${showText('temperatureDifference', expected.lowK, system)} to ${showText('temperatureDifference', expected.highK, system)})`
  }
  return [
    one('superheat', predicted?.superheat, after?.superheatK),
    one('subcooling', predicted?.subcooling, after?.subcoolingK),
  ]
    .filter(Boolean)
    .join(', ')
}
