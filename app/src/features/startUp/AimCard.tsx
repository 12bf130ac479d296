import { predictedText } from '@zetesis/contract'
import { aimScene, showText, type JudgedReading, type Scene, type TuningRun } from '@zetesis/core'
import { format } from 'date-fns/format'
import { YStack } from 'tamagui'
import { SceneView } from '@/charts/SceneView'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { drawn } from '@/ui/drawn'
import { Press } from '@/ui/Press'
import { useStable } from '@/ui/useStable'
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
export function AimCard({
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
  const last = tuning.steps.at(-1)
  const strikeLast = useStable(() => last && onStrike?.(last.entryId))
  if (!scene && !last) return null
  const d = (k: number | undefined) => (k === undefined ? '…' : showText('temperatureDifference', k, system))
  const lines = tuning.steps.map((step) => {
    const { entryId, before, after, predicted, amountKg } = step
    return {
      entryId,
      what: `${format(step.atMs, 'HH:mm')}  ${amountKg < 0 ? 'out' : 'in'} ${showText('mass', Math.abs(amountKg), system)}: superheat ${d(before?.superheatK)} → ${d(after?.superheatK)}, subcooling ${d(before?.subcoolingK)} → ${d(after?.subcoolingK)}`,
      then: predicted && (after ? cameText(step, system) : predictedText(predicted, system)),
    }
  })
  return <Aimed scene={scene} lines={lines} undo={last && format(last.atMs, 'HH:mm')} onUndo={onStrike && strikeLast} />
}

const Aimed = drawn(function Aimed({
  scene,
  lines,
  undo,
  onUndo,
}: {
  scene?: Scene
  lines: readonly { entryId: string; what: string; then?: string }[]
  /** when the last step was */
  undo?: string
  onUndo?: () => void
}) {
  return (
    <Card testID="aim">
      <Heading>Aim</Heading>
      {scene ? (
        <WhenSeen>
          <SceneView scene={scene} label="Superheat against subcooling, with the steps" testID="aim-chart" />
        </WhenSeen>
      ) : null}
      {lines.map(({ entryId, what, then }) => (
        <YStack key={entryId} testID="tuned-step">
          <Body>{what}</Body>
          {then ? <Soft>{then}</Soft> : null}
        </YStack>
      ))}
      {undo && onUndo ? (
        <Press look="quiet" testID="undo-step" onPress={onUndo}>
          {`Undo the step of ${undo}`}
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
