import { Text } from 'tamagui'
import { Soft } from './Words'

/** What is wrong at a field and what to do about it; else its hint. */
export function FieldProblem({ id, problem, hint }: { id: string; problem?: string; hint?: string }) {
  if (problem) {
    return (
      <Text id={`${id}-problem`} role="alert" color="$oxide" fontSize="$3" lineHeight="$3" fontWeight="600">
        {problem}
      </Text>
    )
  }
  return hint ? <Soft>{hint}</Soft> : null
}
