import type { ScaleChange } from '@zetesis/rig'
import { XStack } from 'tamagui'
import { useRigConsole } from '@/recording/useRigConsole'
import { Press } from '@/ui/Press'

/** What hands would do at the simulated scale. */
export function ScaleControls({
  unitId,
  way,
  next,
}: {
  unitId: string
  way: 'out' | 'in'
  /** the cylinder that is chosen: it comes on when the cylinder is changed */
  next: { tareKg?: number; contentKg?: number }
}) {
  const apply: (change: ScaleChange) => void = useRigConsole(unitId)
  return (
    <XStack gap="$2" flexWrap="wrap">
      <Press grow testID="valve-open" onPress={() => apply({ kind: 'flow', way })}>
        Open the valve
      </Press>
      <Press grow testID="valve-shut" onPress={() => apply({ kind: 'flow', way: 'shut' })}>
        Close it
      </Press>
      <Press look="quiet" testID="knock" onPress={() => apply({ kind: 'knock' })}>
        Knock it
      </Press>
      <Press look="quiet" testID="lift" onPress={() => apply({ kind: 'lift', seconds: 7 })}>
        Lift it
      </Press>
      <Press look="quiet" testID="tug" onPress={() => apply({ kind: 'tug', seconds: 7 })}>
        Pull the hose
      </Press>
      <Press look="quiet" testID="lean" onPress={() => apply({ kind: 'lean', seconds: 7 })}>
        Lean on it
      </Press>
      <Press look="quiet" testID="tare-lost" onPress={() => apply({ kind: 'tareLost' })}>
        Switch it off and on
      </Press>
      <Press look="quiet" testID="swap" onPress={() => apply({ kind: 'swap', ...next })}>
        Put the chosen cylinder on
      </Press>
    </XStack>
  )
}
