import type { ConversionRefusal } from '../../conversion/suitability'
import type { Stage } from '../../entry/stage'
import type { VisitItemKind } from '../../entry/visit'
import type { HoseStop } from '../../heatpump/hoses'
import type { CircuitProblem } from '../../label/circuitFacts'
import type { LabelProblem } from '../../label/modelLabel'
import type { InstrumentProblem } from '../../measurement/instrument'
import type { HabitProblem, ProfileProblem } from '../../method/checkProfile'
import type { Right, Role } from '../../people/rights'
import { toSi, type Dimension, type Quantity } from '../../quantity/unit'
import type { Refrigerant } from '../../refrigerant/refrigerants'

export type WeighedProblem =
  | { code: 'negative'; path: string }
  | { code: 'afterHeavier'; path: 'after' }
  | { code: 'afterLighter'; path: 'after' }
  /** a hard stop: what is in the cylinder isn't what the unit takes */
  | { code: 'wrongRefrigerant'; path: 'cylinder'; holds: Refrigerant; wants: Refrigerant }
  /** a hard stop: two refrigerants in one cylinder */
  | { code: 'mixing'; path: 'cylinder'; holds: Refrigerant; comes: Refrigerant }
  /** a hard stop: recovered refrigerant goes into a recovery cylinder, and new refrigerant comes from one that is known */
  | { code: 'notForRecovery'; path: 'cylinder' }
  | { code: 'emptyCylinder'; path: 'cylinder' }
  /** a hard stop */
  | { code: 'overfilled'; path: 'after'; limitKg: number; kg: number }
  | { code: 'belowTare'; path: 'after'; tareKg: number; contentKg: number }

/** A path into the entry, so that the form can put the sentence at its field. */
export type EntryProblem =
  | { code: 'future'; path: 'at' }
  | { code: 'sealed'; path: '' }
  | { code: 'notSealed'; path: '' }
  | { code: 'notOpened'; path: '' }
  | { code: 'alreadyOpened'; path: '' }
  | { code: 'unknownEntry'; path: 'strikes' }
  | { code: 'cannotStrike'; path: 'strikes' }
  | WeighedProblem
  | { code: 'notPositive'; path: string }
  | { code: 'belowAbsoluteZero'; path: string }
  | { code: 'outsideHumidity'; path: string }
  | { code: 'wetBulbAboveDryBulb'; path: string }
  | { code: 'belowVacuum'; path: string }
  | { code: 'pressureOutsideData'; path: string; refrigerant: Refrigerant; lowGaugePa: number; highGaugePa: number }
  | { code: 'emptyReading'; path: '' }
  /** a value of another time is older than the method lets count, or newer than its reading */
  | { code: 'carriedTooOld'; path: string; mostS: number }
  | { code: 'emptySignature'; path: 'signature' }
  | { code: 'elevationOutside'; path: string }
  | { code: 'gateClosed'; path: ''; stages: Stage[] }
  | { code: 'badLabel'; path: string; problem: LabelProblem }
  | { code: 'badProfile'; path: string; problem: ProfileProblem }
  | { code: 'badHabit'; path: 'quantity'; problem: HabitProblem }
  | { code: 'badInstrument'; path: string; problem: InstrumentProblem }
  | { code: 'refusedStop'; path: '' | 'refrigerant'; refusal: ConversionRefusal }
  | { code: 'aboveTestPressure'; path: 'gauge'; limitPa: number }
  | { code: 'noTestPressure'; path: 'gauge' }
  | { code: 'notStarted'; path: '' }
  /** nitrogen, vacuum or charge was begun: it is no check any more */
  | { code: 'alreadyBegun'; path: 'facts.work' }
  /** how a machine was handed over belongs to a check-up of it */
  | { code: 'notACheck'; path: '' }
  /** found running is said of a check or on a return visit */
  | { code: 'notFoundRunning'; path: '' }
  | {
      code: 'otherSideMissing'
      path: 'drierIn' | 'drierOut' | 'lineIn' | 'lineOut' | 'standingPressure' | 'standingAir'
    }
  | { code: 'windowUpsideDown'; path: string }
  | { code: 'dateGone'; path: 'by' | 'day' }
  | { code: 'hoursTurned'; path: 'to' }
  /** no such return visit, or nothing of it open */
  | { code: 'noVisit'; path: '' | 'visitId' }
  /** charged in the cold, and nobody promised to come back */
  | { code: 'visitMissing'; path: '' }
  | { code: 'nothingToDo'; path: 'items' }
  /** still open of the promise that this one replaces */
  | { code: 'itemsLost'; path: 'items'; items: readonly VisitItemKind[] }
  | { code: 'alreadyThere'; path: 'visitId' }
  | { code: 'notVisiting'; path: 'visitId' }
  | { code: 'itemClosed'; path: 'item' }
  /** a reading or a look closes it, no word */
  | { code: 'needsEvidence'; path: 'item' }
  | { code: 'nameMissing'; path: 'name' }
  /** on a return visit only what was logged on it is struck out */
  | { code: 'sealedBefore'; path: 'strikes' }
  | { code: 'holdNotBegun'; path: 'at' }
  | { code: 'notHolding'; path: '' }
  | { code: 'unknownTrace'; path: 'traceId' }
  /** whoever writes it may not, by the company's table of rights */
  | { code: 'mayNot'; path: ''; role: Role; right: Right; answer: 'asks' | 'no' }
  /** nothing is logged on a unit that is out of the way */
  | { code: 'archived'; path: '' }
  | { code: 'archivedSo'; path: '' }
  | { code: 'sameJob'; path: 'jobId' }
  | { code: 'whichGate'; path: 'stage' }
  | { code: 'unknownRequest'; path: 'asks' }
  | { code: 'answeredBefore'; path: 'asks'; by: string }
  | { code: 'traceTwice'; path: 'traceId' }
  | { code: 'notConversion'; path: '' }
  | { code: 'wordsMissing'; path: string }
  | { code: 'alreadyCharged'; path: 'refrigerant' }
  | { code: 'noOldRefrigerant'; path: 'refrigerant' }
  | { code: 'notAnOrifice'; path: 'was' | 'bore' | 'facts.oldBore' }
  | { code: 'boreMissing'; path: 'bore' }
  | { code: 'lengthMissing'; path: 'length' }
  | { code: 'bulbMissing'; path: 'bulb' }
  | { code: 'pumpedIntoVacuum'; path: 'suctionPressure' }
  | { code: 'oldLabelStands'; path: 'oldCrossedOut' }
  | { code: 'notCharged'; path: '' }
  | { code: 'nothingToTurnBack'; path: '' }
  | { code: 'coolsOnly'; path: string }
  | { code: 'twoHoses'; path: 'hoses' }
  /** hard stops: a low-side gauge where high pressure comes, or where nobody knows */
  | (HoseStop & { path: 'hoses' })
  /** both sides of the reversing valve are suction in cooling only */
  | { code: 'onlyInCooling'; path: string }
  | { code: 'coldWayNotAllowed'; path: 'school' }
  | { code: 'coveredSo'; path: 'on' }
  /** a hard stop: what covers the condenser comes off first */
  | { code: 'coverStillOn'; path: '' }
  | { code: 'badCircuit'; path: string; problem: CircuitProblem }

export function positive<D extends Dimension>(dimension: D, quantity: Quantity<D>, path: string): EntryProblem[] {
  return toSi(dimension, quantity) > 0 ? [] : [{ code: 'notPositive', path }]
}
