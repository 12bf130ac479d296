import { termWords, workingWords } from '@zetesis/contract'
import { showText, type UnitSystem, type Working } from '@zetesis/core'
import { useState, type ReactNode } from 'react'
import { Button, Text, XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { telling } from '@/ui/telling'
import { useStable } from '@/ui/useStable'
import { Figure, Soft } from '@/ui/Words'
import { WorkingLines } from '@/verdict/WorkingLines'

/** Every number of a reading; a tap opens how it was computed, with the values put in. */
export function Numbers({ workings }: { workings: readonly Working[] }) {
  const { system } = useSettings()
  return (
    <YStack role="list" testID="numbers">
      {workings.map((w) => (
        <NumberLine key={w.code} working={w} result={resultText(w, system)} />
      ))}
    </YStack>
  )
}

const resultText = ({ result }: Working, system: UnitSystem) => showText(result.dimension, result.si, system)

function NumberLine({ working, result }: { working: Working; result: string }) {
  const { system } = useSettings()
  const [open, setOpen] = useState(false)
  const toggle = useStable(() => setOpen(!open))
  // shut it needs no lines
  return (
    <Line code={working.code} result={result} lines={open ? linesOf(working, system) : undefined} onToggle={toggle} />
  )
}

const Line = telling(function Line({
  code,
  result,
  lines,
  onToggle,
}: {
  code: Working['code']
  result: ReactNode
  lines?: ReturnType<typeof linesOf>
  onToggle: () => void
}) {
  const { title, formula } = workingWords[code]
  return (
    <YStack role="listitem" borderBottomWidth={1} borderColor="$rule">
      <Button
        unstyled
        role="button"
        aria-expanded={lines !== undefined}
        testID={`number-${code}`}
        minHeight={52}
        width="100%"
        justifyContent="center"
        borderWidth={0}
        backgroundColor="transparent"
        cursor="pointer"
        onPress={onToggle}
      >
        <XStack width="100%" justifyContent="space-between" alignItems="center" gap="$3">
          <Text fontSize="$4" color="$ink" textAlign="left" flex={1}>{`${lines ? '▾' : '▸'} ${title}`}</Text>
          <Figure>{result}</Figure>
        </XStack>
      </Button>
      {lines ? (
        <YStack paddingBottom="$3" paddingLeft="$4" gap="$1" testID={`working-${code}`}>
          <Soft>{`${title} = ${formula}`}</Soft>
          <WorkingLines lines={lines} />
        </YStack>
      ) : null}
    </YStack>
  )
}, 'result')

function linesOf({ terms, result, code }: Working, system: UnitSystem) {
  const inputs = terms.map((t) => ({ name: termWords[t.name], value: showText(t.dimension, t.si, system) }))
  return [
    ...inputs,
    { name: workingWords[code].title, value: showText(result.dimension, result.si, system), sum: true },
  ]
}
