import { disturbedWords, entryProblemWords } from '@zetesis/contract'
import type { EntryOf } from '@zetesis/core'
import { useState } from 'react'
import { XStack } from 'tamagui'
import type { UnitHandle } from '@/unit/useUnit'
import { Disclosure } from '@/ui/Disclosure'
import { drawn } from '@/ui/drawn'
import { Press } from '@/ui/Press'
import { Body } from '@/ui/Words'

const whats = Object.keys(disturbedWords) as EntryOf<'disturbed'>['what'][]

/** Something upset it: said with a tap, so that nothing is judged until it has settled anew. */
export const UpsetCard = drawn(function UpsetCard({ unit }: { unit: UnitHandle }) {
  const [open, setOpen] = useState(false)
  const [problem, setProblem] = useState<string>()
  const say = (what: EntryOf<'disturbed'>['what']) => {
    const [first] = unit.append({ kind: 'disturbed', what })
    setProblem(first && entryProblemWords(first))
  }
  return (
    <Disclosure
      title="Something upset it"
      summary="a door, a stage, the thermostat"
      open={open}
      onToggle={() => setOpen(!open)}
      testID="upset"
    >
      <XStack gap="$2" flexWrap="wrap">
        {whats.map((what) => (
          <Press key={what} testID={`upset-${what}`} onPress={() => say(what)}>
            {disturbedWords[what]}
          </Press>
        ))}
      </XStack>
      {problem ? <Body color="$oxide">{problem}</Body> : null}
    </Disclosure>
  )
})
