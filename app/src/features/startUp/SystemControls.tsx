import type { EntryBody } from '@zetesis/core'
import type { SystemChange } from '@zetesis/rig'
import { XStack } from 'tamagui'
import type { UnitHandle } from '@/unit/useUnit'
import { useRigConsole } from '@/recording/useRigConsole'
import { drawn } from '@/ui/drawn'
import { Press } from '@/ui/Press'

const things: readonly {
  readonly id: string
  readonly word: string
  readonly change: SystemChange
  readonly says?: EntryBody
}[] = [
  {
    id: 'door',
    word: 'Open a door',
    change: { kind: 'door', seconds: 120 },
    says: { kind: 'disturbed', what: 'door' },
  },
  {
    id: 'stage-down',
    word: 'Lower stage',
    change: { kind: 'stage', share: 0.65 },
    says: { kind: 'disturbed', what: 'stage' },
  },
  {
    id: 'stage-up',
    word: 'Highest stage',
    change: { kind: 'stage', share: 1 },
    says: { kind: 'disturbed', what: 'stage' },
  },
  {
    id: 'satisfied',
    word: 'Thermostat satisfied',
    change: { kind: 'run', on: false },
    says: { kind: 'disturbed', what: 'room' },
  },
  {
    id: 'calls-again',
    word: 'It calls again',
    change: { kind: 'run', on: true },
    says: { kind: 'disturbed', what: 'room' },
  },
  { id: 'swap-clamps', word: 'Swap the clamps', change: { kind: 'swapProbes', a: 'suctionLine', b: 'liquidLine' } },
  { id: 'sun', word: 'Sun on the outdoor probe', change: { kind: 'place', channel: 'outdoor', placed: 'sun' } },
  { id: 'shade', word: 'Shade it', change: { kind: 'place', channel: 'outdoor' } },
  { id: 'low-battery', word: 'Battery low', change: { kind: 'place', channel: 'suctionLine', placed: 'lowBattery' } },
  { id: 'other-unit', word: 'Probe in another unit', change: { kind: 'slipUnit', channel: 'liquidLine' } },
]

/** what there is besides at a heat pump */
const turned: typeof things = [
  { id: 'defrost', word: 'Provoke a defrost', change: { kind: 'defrost', on: true } },
  { id: 'fan-stopped', word: 'Stop the outdoor fan', change: { kind: 'faults', faults: { fanStopped: true } } },
  { id: 'fan-runs', word: 'Let it run', change: { kind: 'faults', faults: { fanStopped: false } } },
]

/** what a hand does at a condenser that is covered */
const covering: typeof things = [
  { id: 'cover-more', word: 'Cover more', change: { kind: 'faults', faults: { blockedCondenser: 0.9 } } },
  { id: 'cover-less', word: 'Cover less', change: { kind: 'faults', faults: { blockedCondenser: 0.6 } } },
]

/** What house, weather and hands would do at the simulated system. */
export const SystemControls = drawn(function SystemControls({ unit }: { unit: UnitHandle }) {
  const atRig = useRigConsole(unit.unitId)
  const { refrigerant, oldRefrigerant = 'R-22' } = unit.view.facts
  const menus = [
    { id: 'manifold-menu', refrigerant: oldRefrigerant },
    ...(refrigerant && refrigerant !== oldRefrigerant ? [{ id: 'manifold-now', refrigerant }] : []),
  ]
  return (
    <XStack gap="$2" flexWrap="wrap" testID="system-controls">
      {[
        ...things,
        ...(unit.view.heatPump.circuit.heatPump ? turned : []),
        ...(unit.view.cold.cover ? covering : []),
      ].map(({ id, word, change, says }) => (
        <Press
          key={id}
          look="quiet"
          testID={id}
          onPress={() => {
            atRig(change)
            if (says) unit.append(says)
          }}
        >
          {word}
        </Press>
      ))}
      {menus.map((menu) => (
        <Press
          key={menu.id}
          look="quiet"
          testID={menu.id}
          onPress={() => atRig({ kind: 'manifold', refrigerant: menu.refrigerant })}
        >
          {`Manifold on ${menu.refrigerant}`}
        </Press>
      ))}
    </XStack>
  )
})
