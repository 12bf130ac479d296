import { decayLines, heldWords, nextForDecay, sampleProblemWords } from '@zetesis/contract'
import type { DecayResult, UnitFacts } from '@zetesis/core'
import { useState } from 'react'
import { WorkingLines } from '@/verdict/WorkingLines'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { Body, Heading, Soft } from '@/ui/Words'
import type { DecayAnswer } from '@/workers/decay.worker'

/** What to do about it in a line, or what it was where the unit is sealed, and under it every number. */
export function DecayNumbers({
  result,
  facts,
  due,
  sealed,
  problems,
}: {
  result: DecayResult
  facts: UnitFacts
  /** still to be weighed in before the valves are opened */
  due: string | undefined
  sealed: boolean
  problems: DecayAnswer['problems']
}) {
  const { system } = useSettings()
  const [open, setOpen] = useState(false)
  return (
    <Card testID="decay-next">
      <Heading>{sealed ? heldWords(result, facts.work) : nextForDecay(result, facts.work, due)}</Heading>
      {problems.map((problem) => (
        <Soft key={problem.code}>{sampleProblemWords(problem)}</Soft>
      ))}
      <Disclosure
        title="How it was judged"
        summary="Likelihoods, rise, plateau, leak"
        open={open}
        onToggle={() => setOpen(!open)}
        testID="decay-numbers"
      >
        <WorkingLines lines={decayLines(result, system, facts.refrigerant)} />
        {result.leakPaM3PerS !== undefined ? (
          <Body fontSize="$3" lineHeight="$3">
            The volume is estimated from the line set and the label charge, good to about a third; so is the leak.
          </Body>
        ) : null}
      </Disclosure>
    </Card>
  )
}
