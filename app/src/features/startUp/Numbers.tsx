import { termWords, workingWords } from '@zetesis/contract'
import { showText, type UnitSystem, type Working } from '@zetesis/core'
import { useState } from 'react'
import { Button, Text, XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { drawn } from '@/ui/drawn'
import { Figure, Soft } from '@/ui/Words'
import { WorkingLines } from '@/verdict/WorkingLines'

/** Every number of a reading; a tap opens how it was computed, with the values put in. */
export function Numbers({ workings }: { workings: readonly Working[] }) {
  const { system } = useSettings()
  return (
    <YStack role="list" testID="numbers">
      {workings.map((w) => (
        <NumberLine key={w.code} code={w.code} result={resultText(w, system)} lines={linesOf(w, system)} />
      ))}
    </YStack>
  )
}

const resultText = ({ result }: Working, system: UnitSystem) => showText(result.dimension, result.si, system)

const NumberLine = drawn(function NumberLine({
  code,
  result,
  lines,
}: {
  code: Working['code']
  result: string
  lines: ReturnType<typeof linesOf>
}) {
  const [open, setOpen] = useState(false)
  const { title, formula } = workingWords[code]
  return (
    <YStack role="listitem" borderBottomWidth={1} borderColor="$rule">
      <Button
        unstyled
        role="button"
        aria-expanded={open}
        testID={`number-${code}`}
        minHeight={52}
        width="100%"
        justifyContent="center"
        borderWidth={0}
        backgroundColor="transparent"
        cursor="pointer"
        onPress={() => setOpen(!open)}
      >
        <XStack width="100%" justifyContent="space-between" alignItems="center" gap="$3">
          <Text fontSize="$4" color="$ink" textAlign="left" flex={1}>{`${open ? '▾' : '▸'} ${title}`}</Text>
          <Figure>{result}</Figure>
        </XStack>
      </Button>
      {open ? (
        <YStack paddingBottom="$3" paddingLeft="$4" gap="$1" testID={`working-${code}`}>
          <Soft>{`${title} = ${formula}`}</Soft>
          <WorkingLines lines={lines} />
        </YStack>
      ) : null}
    </YStack>
  )
})

function linesOf({ terms, result, code }: Working, system: UnitSystem) {
  const inputs = terms.map((t) => ({ name: termWords[t.name], value: showText(t.dimension, t.si, system) }))
  return [
    ...inputs,
    { name: workingWords[code].title, value: showText(result.dimension, result.si, system), sum: true },
  ]
}
