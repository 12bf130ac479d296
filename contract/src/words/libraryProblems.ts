import { mayNotWords, rightWords, roleWords } from './people'
import { cylinderProblemWords } from './cylinders'
import {
  showTyped,
  type BookProblem,
  type DraftProblem,
  type HabitProblem,
  type InstrumentProblem,
  type JobProblem,
  type LabelProblem,
  type LogoProblem,
  type ProfileProblem,
  type RowProblem,
  type SheetProblem,
  type TableProblem,
} from '@zetesis/core'
import { circuitProblemWords } from './heatPump'
import { habitWords } from './library'
import { parseProblemWords } from './parse'

const plainNumber = (value: number) => String(value).replace('-', '−')

/** A sentence for a chart that can't stand as it is. */
export function sheetProblemWords(problem: SheetProblem | DraftProblem): string {
  switch (problem.code) {
    case 'noColumns':
      return 'The chart has no columns: add one.'
    case 'noRows':
      return 'The chart has no rows: add one.'
    case 'empty':
      return 'Every cell is blank: fill in at least one.'
    case 'notRising':
      return `${plainNumber(problem.value)} comes after a higher value: put the axis in rising order.`
    case 'repeated':
      return `${plainNumber(problem.value)} stands on this axis twice: one of them is a slip.`
    case 'ragged':
      return `This row has ${problem.found} cells, the chart ${problem.wanted} columns: leave unknown cells blank, but in place.`
    case 'unknownUnit':
      return `“${problem.unit}” isn’t a unit for this.`
    case 'notPositive':
      return 'A target must be more than zero; leave the cell blank where the maker did.'
    case 'humidityWrongWay':
      return 'The lower humidity must be under the upper one.'
    case 'unreadable':
      return parseProblemWords(problem.problem)
    case 'otherUnit':
      return `This one is in ${problem.unit}, the rest of the chart in ${problem.wanted}: type it in ${problem.wanted}.`
    case 'blankAxis':
      return 'An axis can’t have a blank: type its value or take the line out.'
  }
}

/** A sentence for a table that can't be pasted or read from a file. */
export function tableProblemWords(problem: TableProblem): string {
  switch (problem.code) {
    case 'empty':
      return 'There is no table in it: the first line holds the outdoor temperatures, each line below begins with its indoor one.'
    case 'ragged':
      return `Line ${problem.line} has ${problem.found} fields, the first line ${problem.wanted}. Nothing was taken over; mend the line and paste again.`
    case 'wrongRows':
      return `This chart has ${problem.wanted === 1 ? 'one line' : `${problem.wanted} lines`} of figures, the table ${problem.found}.`
    case 'mixedUnits':
      return `The table mixes units (${problem.units.join(', ')}). Nothing was taken over; bring it to one unit and paste again.`
  }
}

export function labelProblemWords(problem: LabelProblem): string {
  switch (problem.code) {
    case 'noName':
      return 'A model needs its name.'
    case 'notPositive':
      return 'This must be more than zero.'
    case 'noItemName':
      return 'Say what it is: “indoor coil”.'
    case 'wrongWayRound':
      return 'The upper end must be above the lower one.'
    case 'emptyTable':
      return 'The table holds no figure: type one, or take the table out.'
    case 'twiceInTable':
      return 'This line stands in the table twice.'
    case 'sheet':
      return sheetProblemWords(problem.problem)
    case 'circuit':
      return circuitProblemWords(problem.problem)
  }
}

export function instrumentProblemWords(problem: InstrumentProblem): string {
  switch (problem.code) {
    case 'noName':
      return 'An instrument needs a name.'
    case 'noAccuracy':
      return 'Type its accuracy: of reading, of full scale, or a plain ±.'
    case 'notPositive':
      return 'An accuracy is more than zero; leave it empty where the maker states none.'
    case 'noFullScale':
      return 'A share of full scale needs the full scale.'
    case 'dueBeforeCheck':
      return 'It can’t be due before it was checked.'
  }
}

export function habitProblemWords(problem: HabitProblem): string {
  switch (problem.code) {
    case 'notANumber':
      return 'Type a number.'
    case 'outOfLimits': {
      const { low, high } = problem
      if (low && high) return `This lies between ${showTyped(low)} and ${showTyped(high)}.`
      return low ? `This is at least ${showTyped(low)}.` : `This is at most ${high ? showTyped(high) : ''}.`
    }
  }
}

export function profileProblemWords(problem: ProfileProblem): string {
  switch (problem.code) {
    case 'noName':
      return 'A method needs a name.'
    case 'noSource':
      return problem.path === 'superheatOrder'
        ? 'Allow at least one source of a superheat target.'
        : 'Say where this value comes from.'
    case 'wrongWayRound':
      return `The wrong way round: “${habitWords[problem.low]}” must not be above “${habitWords[problem.high]}”.`
    case 'notANumber':
    case 'outOfLimits':
      return habitProblemWords(problem)
  }
}

export function jobProblemWords(problem: JobProblem): string {
  switch (problem.code) {
    case 'noName':
      return 'A job needs a name.'
    case 'notAZone':
      return 'This isn’t a time zone. Name it by continent and city, as Europe/Madrid.'
    case 'daysTurned':
      return 'The last day comes before the first: swap them.'
  }
}

/** Why a job's elevation can't be changed as it is: verdicts rest on it. */
export function elevationStandsWords(units: readonly { readonly tag: string; readonly sealed: boolean }[]): string {
  const sealed = units.filter((u) => u.sealed).map((u) => u.tag)
  if (sealed.length > 0)
    return `${listed(sealed)} ${sealed.length === 1 ? 'was' : 'were'} sealed by this elevation, and a sealed record never changes. Give units that stand elsewhere their own, under Prepare, or make another job for them.`
  return `${listed(units.map((u) => u.tag))} ${units.length === 1 ? 'goes' : 'go'} by this elevation. Save the job’s card once more: each then gets the new one in its log.`
}

export function rowProblemWords(problem: RowProblem): string {
  switch (problem.code) {
    case 'noNumber':
      return 'Say where the number goes: K-## gives K-01, House {n} gives House 1.'
    case 'noFloor':
      return 'Say where the floor goes, as {floor}.## for 3.01; without floors, leave {floor} out.'
    case 'tooLong':
      return `“${problem.tag}” is too long: at most ${problem.most} letters.`
    case 'notWhole':
      return 'Type whole numbers, the lower one first.'
    case 'tooMany':
      return `That would be ${problem.count} units; at most ${problem.most} at once.`
    case 'taken':
      return `In this job already: ${listed(problem.tags)}. Change the pattern or the first number.`
  }
}

const SHOWN_TAGS = 4
const listed = (tags: readonly string[]) =>
  tags.length > SHOWN_TAGS
    ? `${tags.slice(0, SHOWN_TAGS).join(', ')} and ${tags.length - SHOWN_TAGS} more`
    : tags.join(', ')

/** A sentence for what speaks against a logo. */
export const logoProblemWords: Record<LogoProblem, string> = {
  notPng: 'This isn’t a picture that can be read. Choose a PNG or an SVG file.',
  tooLarge: 'This picture is too large even made smaller. Choose a simpler one.',
}

/** A sentence for what speaks against an entry of the company's book. */
export function bookProblemWords(problem: BookProblem): string {
  switch (problem.code) {
    case 'future':
      return 'This time lies in the future. Check the clock of the phone.'
    case 'readyProfile':
      return 'A ready method can’t be changed: copy it and change the copy.'
    case 'badLabel':
      return labelProblemWords(problem.problem)
    case 'badInstrument':
      return instrumentProblemWords(problem.problem)
    case 'badProfile':
      return profileProblemWords(problem.problem)
    case 'badCylinder':
      return cylinderProblemWords(problem.problem)
    case 'notPositive':
      return 'This must be more than zero.'
    case 'toItself':
      return 'Choose another cylinder: it can’t be filled over into itself.'
    case 'noTarget':
      return 'Choose the cylinder that it goes into.'
    case 'mayNot':
      return mayNotWords(problem)
    case 'noName':
      return 'Give the company a name: it stands on every paper.'
    case 'badLogo':
      return logoProblemWords[problem.problem]
    case 'rightsOutside':
      return `${roleWords[problem.role]}s can’t be given that answer for “${rightWords[problem.right].toLowerCase()}”. Choose one of those offered.`
    case 'badJob':
      return jobProblemWords(problem.problem)
    case 'noReason':
      return 'Say why it is struck out: the reason stays in the book.'
  }
}
