import { weighedProblemWords } from './cylinders'
import { elevationLimitsM, showText, type EntryProblem, type UnitSystem } from '@zetesis/core'
import { circuitProblemWords, hoseStopWords } from './heatPump'
import { habitProblemWords, instrumentProblemWords, labelProblemWords, profileProblemWords } from './libraryProblems'
import { mayNotWords } from './people'
import { minutesText, refusalWords, stageWords } from './stages'
import { visitItemWords } from './visits'

/** A sentence for what speaks against an entry. */
export function entryProblemWords(problem: EntryProblem, system: UnitSystem = 'ip'): string {
  switch (problem.code) {
    case 'future':
      return 'This time lies in the future. Correct it, or check the clock of the phone.'
    case 'sealed':
      return 'This unit is sealed. Only amendments can be added.'
    case 'notSealed':
      return 'This unit is not sealed yet: write an ordinary entry instead of an amendment.'
    case 'notOpened':
      return 'There is no such unit. Open it first.'
    case 'alreadyOpened':
      return 'This unit has been opened already.'
    case 'unknownEntry':
      return 'The entry to strike out is not in this log, or is struck out already.'
    case 'cannotStrike':
      return 'An opening, a seal, a strike-out or an amendment can’t be struck out.'
    case 'mayNot':
      return mayNotWords(problem)
    case 'archived':
      return 'This unit is archived. Take it out of the archive first.'
    case 'archivedSo':
      return 'The log says that already.'
    case 'sameJob':
      return 'It stands in this job already.'
    case 'whichGate':
      return 'Say which stage is to be passed.'
    case 'unknownRequest':
      return 'This request is not in the log, or was taken back.'
    case 'answeredBefore':
      return `${problem.by} has answered this request already.`
    case 'negative':
      return 'This can’t be negative.'
    case 'afterHeavier':
    case 'afterLighter':
    case 'wrongRefrigerant':
    case 'mixing':
    case 'notForRecovery':
    case 'emptyCylinder':
    case 'overfilled':
    case 'belowTare':
      return weighedProblemWords(problem, system)
    case 'notPositive':
      return 'This must be more than zero.'
    case 'belowAbsoluteZero':
      return 'That is below absolute zero. Check the figure and its unit.'
    case 'outsideHumidity':
      return 'Relative humidity lies between 0 and 100 %.'
    case 'wetBulbAboveDryBulb':
      return 'Wet bulb can’t be above dry bulb. Check both, and that the wick is wet.'
    case 'belowVacuum':
      return 'That is below a perfect vacuum. Check the figure and its unit.'
    case 'pressureOutsideData': {
      const low = showText('gaugePressure', problem.lowGaugePa, system)
      const high = showText('gaugePressure', problem.highGaugePa, system)
      return `${problem.refrigerant} data cover ${low} to ${high} here. Check the figure, its unit and the refrigerant.`
    }
    case 'emptyReading':
      return 'Nothing was typed: give at least one value.'
    case 'emptySignature':
      return 'The box is empty. Sign with a finger, then seal.'
    case 'elevationOutside': {
      const at = (m: number) => showText('elevation', m, system)
      return `Sites lie between ${at(elevationLimitsM.low)} and ${at(elevationLimitsM.high)}. Check feet and metres.`
    }
    case 'gateClosed':
      return `Not finished yet: ${problem.stages.map((s) => stageWords[s].toLowerCase()).join(', ')}. Finish it, or pass it with a written reason.`
    case 'badLabel':
      return labelProblemWords(problem.problem)
    case 'badProfile':
      return profileProblemWords(problem.problem)
    case 'badHabit':
      return habitProblemWords(problem.problem)
    case 'badInstrument':
      return instrumentProblemWords(problem.problem)
    case 'aboveTestPressure':
      return `Stop: the plate allows ${showText('gaugePressure', problem.limitPa, system)}. Never test above the lowest-rated part.`
    case 'noTestPressure':
      return 'Stop: read the plate’s highest test pressure first, and type it above. Without it nothing is raised.'
    case 'notStarted':
      return 'The system isn’t running yet: open the valves and start it first.'
    case 'alreadyBegun':
      return 'Nitrogen, vacuum or charge was begun on it: it goes its whole way, and is no check.'
    case 'notACheck':
      return 'Only a check-up is held against how the machine was handed over.'
    case 'notFoundRunning':
      return 'This unit was started here: log its start, not that it ran already.'
    case 'otherSideMissing':
      return 'One of the two says nothing alone: measure this one, too.'
    case 'windowUpsideDown':
      return 'The window’s upper end must lie above its lower end.'
    case 'dateGone':
      return 'That day has gone: give one that is to come.'
    case 'hoursTurned':
      return 'It must end after it begins.'
    case 'noVisit':
      return 'There is no such return visit any more, or all of it is done.'
    case 'visitMissing':
      return 'Charged in the cold: that is provisional. Promise the return visit that makes it final, on the start-up page; what isn’t needed is closed there with a reason.'
    case 'nothingToDo':
      return 'Name at least one thing to do.'
    case 'itemsLost':
      return `Still open of the visit before: ${problem.items.map((what) => visitItemWords[what].toLowerCase()).join(', ')}. Keep it in, or close it there with a reason.`
    case 'alreadyThere':
      return 'Somebody is on this visit already: go on there.'
    case 'notVisiting':
      return 'Nobody is on this visit: it was signed already.'
    case 'itemClosed':
      return 'That is closed already.'
    case 'needsEvidence':
      return 'A reading or a look closes this, no word. If it isn’t needed, say why.'
    case 'nameMissing':
      return 'Type the name of the person who signs.'
    case 'sealedBefore':
      return 'That was sealed: on a return visit only what was logged on it can be struck out. Amend it in words.'
    case 'holdNotBegun':
      return 'No hold has begun before this time. Begin the hold first.'
    case 'notHolding':
      return 'That hold isn’t in this log any more: valve off again.'
    case 'unknownTrace':
      return 'This recording never began in this log.'
    case 'traceTwice':
      return 'This recording has begun already.'
    case 'carriedTooOld':
      return `This was read more than ${minutesText(problem.mostS)} ago. Read it again, or leave it out.`
    case 'notConversion':
      return 'This unit isn’t converted: set the kind of work under Prepare first.'
    case 'wordsMissing':
      return 'Write it in a few words: it stays on the record and in the papers.'
    case 'alreadyCharged':
      return 'The new refrigerant is in it already. To go back, turn the conversion back under Refit.'
    case 'noOldRefrigerant':
      return 'Say under Prepare first which refrigerant was in it.'
    case 'notAnOrifice':
      return 'Pistons are 20 to 120 thousandths of an inch wide (0.51 to 3.05 mm). Check the figure and its unit: 59 thou, 0.059 in or 1.5 mm.'
    case 'boreMissing':
      return 'Type the bore that is in it now, also where it stayed.'
    case 'lengthMissing':
      return 'Type the length that is in it now, also where it stayed.'
    case 'bulbMissing':
      return 'Choose the refrigerant that its bulb is made for.'
    case 'pumpedIntoVacuum':
      return 'Stop a pump-down at or above zero: below it air is drawn in through every seal, and the compressor runs without oil.'
    case 'oldLabelStands':
      return 'Cross the old label out first: whoever comes next reads the first one that they see.'
    case 'notCharged':
      return 'Nothing was weighed in yet. The label says what is in it.'
    case 'nothingToTurnBack':
      return 'No other refrigerant was chosen yet: choose the one that stays under Prepare, as a retrofit.'
    case 'coolsOnly':
      return 'This unit only cools by what stands under Prepare. Say there that it is a heat pump, if it is one.'
    case 'onlyInCooling':
      return 'Both sides of the reversing valve carry suction gas in cooling only: change over first, and let it settle.'
    case 'coldWayNotAllowed':
      return 'The method in force doesn’t allow this way. Choose another one, or another method with a reason.'
    case 'coveredSo':
      return 'It stands so in the log already.'
    case 'coverStillOn':
      return 'The condenser is still covered. Take the cover off and log it first: left on, the head rises until something opens.'
    case 'twoHoses':
      return 'Two hoses on one port: choose another port for one of them.'
    case 'lowGaugeOnDischarge':
    case 'portUnknown':
    case 'noSuchPort':
      return hoseStopWords(problem, system)
    case 'badCircuit':
      return circuitProblemWords(problem.problem)
    case 'refusedStop':
      return refusalWords[problem.refusal]
  }
}
