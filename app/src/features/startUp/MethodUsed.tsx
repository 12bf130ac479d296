import { habitWords, originWords } from '@zetesis/contract'
import { habitSpecs, showText, showTyped, type JudgedReading, type UnitSystem } from '@zetesis/core'
import { useState } from 'react'
import { YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { drawn } from '@/ui/drawn'
import { Disclosure } from '@/ui/Disclosure'
import { Body, Soft } from '@/ui/Words'

/** Every value of the method that this verdict rests on, with who set it and where it comes from. */
export const MethodUsed = ({ judged: { habits, method }, name }: { judged: JudgedReading; name: string }) => (
  <Used habits={habits} method={method} name={name} />
)

const Used = drawn(function Used({
  habits,
  method,
  name,
}: Pick<JudgedReading, 'habits' | 'method'> & { name: string }) {
  const [open, setOpen] = useState(false)
  const { system } = useSettings()
  return (
    <Card>
      <Disclosure
        title={`Judged by “${name}”`}
        summary={`${habits.length} values used`}
        open={open}
        onToggle={() => setOpen(!open)}
        testID="method-used"
      >
        <YStack gap="$2" role="list">
          {habits.map((key) => (
            <YStack key={key} role="listitem" testID={`habit-${key}`}>
              <Body fontSize="$3" lineHeight="$3">{`${habitWords[key]} ${valueText(method, key, system)}`}</Body>
              <Soft>{`${originWords[method[key].origin]}: ${method[key].source}`}</Soft>
            </YStack>
          ))}
        </YStack>
      </Disclosure>
    </Card>
  )
})

function valueText(method: JudgedReading['method'], key: JudgedReading['habits'][number], system: UnitSystem): string {
  const { quantity, si } = method[key]
  const shown = showText(habitSpecs[key].dimension, si, system)
  return shown.endsWith(` ${quantity.unit}`) ? showTyped(quantity) : shown
}
