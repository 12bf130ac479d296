import { entryProblemWords } from '@zetesis/contract'
import type { CircuitPart } from '@zetesis/core'
import { useState } from 'react'
import { answered, answerOf, circuitQuestions, type CircuitKey } from '@/kit/circuitQuestions'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { Body, Heading, Soft } from '@/ui/Words'
import type { UnitHandle } from '@/unit/useUnit'
import { partWords } from './words'

/** What somebody sees at the part that they tapped: answered by a tap, in the log at once. */
export function PartCard({ unit, part }: { unit: UnitHandle; part: CircuitPart }) {
  const { system } = useSettings()
  const [problem, setProblem] = useState<string>()
  const { facts, heatPump, sealed } = unit.view
  const asked = circuitQuestions[part] ?? []
  if (asked.length === 0 || sealed) return null
  const say = (key: CircuitKey, answer: string | undefined) => {
    const circuit = answered(facts.circuit ?? {}, key, answer)
    const [first] = unit.append({ kind: 'facts', facts: { circuit } })
    setProblem(first && entryProblemWords(first, system))
  }
  return (
    <Card testID="part-card">
      <Heading>{partWords[part]}</Heading>
      {asked.map(({ key, label, options, hint }) => {
        return (
          <Choice
            key={key}
            label={label}
            options={options}
            value={answerOf(heatPump.known[key])}
            onChange={(value) => say(key, value)}
            testID={`say-${key}`}
            {...(hint ? { hint } : {})}
          />
        )
      })}
      {problem ? (
        <Body color="$oxide" testID="part-refused">
          {problem}
        </Body>
      ) : null}
      {unit.view.label?.circuit ? <Soft>What isn’t said here comes from the model’s label.</Soft> : null}
    </Card>
  )
}
