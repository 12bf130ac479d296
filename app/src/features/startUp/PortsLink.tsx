import { modeWords, portWords } from '@zetesis/contract'
import { useRouter } from 'expo-router'
import { YStack } from 'tamagui'
import { portsHref } from '@/frame/routes'
import { LinkRow } from '@/ui/LinkRow'
import { Soft } from '@/ui/Words'
import type { UnitHandle } from '@/unit/useUnit'

/** To the port finder, with what hangs where. */
export function PortsLink({ unit }: { unit: UnitHandle }) {
  const router = useRouter()
  const { hoses, mode, circuit } = unit.view.heatPump
  const hung = hoses?.entry.hoses.map((h) => `${h.side === 'low' ? '▽' : '△'} ${portWords[h.port].toLowerCase()}`)
  return (
    <YStack role="list">
      <LinkRow
        title="Where the hoses go"
        note={[
          circuit.heatPump ? `Runs in ${modeWords[mode].toLowerCase()}` : undefined,
          hung?.join(' · ') ?? 'nothing logged yet',
        ]
          .filter(Boolean)
          .join(' · ')}
        end={<Soft>›</Soft>}
        onPress={() => router.navigate(portsHref(unit.unitId) as never)}
        testID="ports-link"
      />
    </YStack>
  )
}
