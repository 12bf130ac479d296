import type { ParseProblem } from '@zetesis/core'

/** A sentence for what can't be read in a field. */
export function parseProblemWords(problem: ParseProblem): string {
  switch (problem.code) {
    case 'empty':
      return 'Type a number.'
    case 'notANumber':
      return `“${problem.text}” isn’t a number. Type digits, then the unit if it differs.`
    case 'ambiguousSeparator':
      return `“${problem.text}” can be read two ways: type ${problem.asThousands} or ${problem.asDecimal}.`
    case 'halfFraction':
      return `“${problem.text}” is half a fraction. Type both numbers, as in 3/8.`
    case 'ouncesOverPound':
      return `${problem.ounces} oz is a pound or more. Check pounds and ounces.`
    case 'unknownUnit':
      return `“${problem.unit}” isn’t a unit for this. Use ${problem.accepted.join(', ')}.`
  }
}
