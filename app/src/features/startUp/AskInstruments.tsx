import type { InstrumentClass } from '@zetesis/core'
import { XStack } from 'tamagui'
import { keepSaidClass, saidClass } from '@/kit/saidClass'
import { Card } from '@/ui/Card'
import { Press } from '@/ui/Press'
import { Body, Soft } from '@/ui/Words'
import type { UnitHandle } from '@/unit/useUnit'

const classWords: Record<InstrumentClass, string> = { analog: 'Dial gauges', digital: 'Digital' }

/** On a unit's first reading, once: what it is read with. Gone when it is said, or when instruments of the kit are chosen. */
export function AskInstruments({ unit }: { unit: UnitHandle }) {
  const last = saidClass(unit.user?.id)
  const say = (said: InstrumentClass) => {
    keepSaidClass(unit.user?.id, said)
    unit.append({ kind: 'facts', facts: { instrumentClass: said } })
  }
  return (
    <Card testID="ask-instruments">
      <Body fontWeight="700">What do you read it with?</Body>
      <XStack gap="$2" flexWrap="wrap">
        {(['analog', 'digital'] as const).map((of) => (
          <Press key={of} grow testID={`read-with-${of}`} onPress={() => say(of)}>
            {of === last ? `${classWords[of]}, as last time` : classWords[of]}
          </Press>
        ))}
      </XStack>
      <Soft>
        Or choose your own below: they are remembered. Unanswered it counts as dials, unless it is read finer.
      </Soft>
    </Card>
  )
}
