import { circuitText } from '@zetesis/contract'
import type { CircuitFacts } from '@zetesis/core'
import { useState } from 'react'
import { answered, answerOf, circuitQuestions } from '@/kit/circuitQuestions'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { Body } from '@/ui/Words'
import { problemsUnder, type Problems } from './modelDraft'

/** Ports, metering devices and reversing valve of a model, so that nobody has to look at every unit of it. */
export function CircuitEditor({
  circuit,
  onChange,
  problems,
}: {
  circuit: CircuitFacts
  onChange: (circuit: CircuitFacts) => void
  problems: Problems
}) {
  const [open, setOpen] = useState(false)
  const wrong = problemsUnder(problems, 'circuit')
  return (
    <Disclosure
      title="Circuit and ports"
      summary={circuitText(circuit) || 'metering devices, true suction, where the liquid port lies'}
      open={open || Object.keys(wrong).length > 0}
      onToggle={() => setOpen(!open)}
      testID="model-circuit"
    >
      {Object.values(circuitQuestions)
        .flat()
        .map(({ key, label, options, hint }) => (
          <Choice
            key={key}
            label={label}
            options={options}
            value={answerOf(circuit[key])}
            onChange={(answer) => onChange(answered(circuit, key, answer))}
            testID={`circuit-${key}`}
            {...(hint ? { hint } : {})}
          />
        ))}
      {Object.entries(wrong).map(([key, words]) => (
        <Body key={key} color="$oxide" testID={`circuit-wrong-${key}`}>
          {words}
        </Body>
      ))}
    </Disclosure>
  )
}
