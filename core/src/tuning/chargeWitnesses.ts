import { estimateSlope, type ChargeStep, type Slope } from '../charge/adviseStep'
import type { ChargeWitness } from '../charge/chargeBelief'
import type { UnitFacts } from '../facts/unitFacts'
import { deviationsOf, type Beside } from './deviations'
import type { RankedCause } from './diagnose'
import type { FaultCause } from './faultSignatures'
import type { JudgedReading } from './judgeCharge'

const ofCharge: readonly FaultCause[] = ['none', 'undercharge', 'nearlyEmpty', 'overcharge']
/** where the charge is less likely than this what a reading says isn't the charge's */
const SPEAKS_OF_CHARGE = 0.5
/** flatter than this a slope says nothing of the charge, K/kg */
const FLAT = 1e-6
const isCharge = (kg: number) => kg > 1e-4 && kg < 1e5

/**
 * What a settled reading in cooling says of the charge: behind an orifice superheat and subcooling, behind a valve subcooling, each divided by what an amount of charge moves it. The likelier
 * another fault, the less it says; none where that is likelier than the charge.
 *
 * @param ranked of the same reading
 * @returns kg off the right charge, below zero: short; none where the device or the whole charge isn't known
 * Source: `estimateSlope` for slopes, `deviationsOf` for expectations and their spread.
 */
export function chargeWitnesses({
  judged,
  ranked,
  facts,
  beside,
  steps,
  totalChargeKg,
}: {
  readonly judged: JudgedReading
  readonly ranked: readonly RankedCause[]
  readonly facts: Pick<UnitFacts, 'metering' | 'refrigerant'>
  readonly beside: Beside
  readonly steps: readonly ChargeStep[]
  readonly totalChargeKg: number
}): ChargeWitness[] {
  const { metering, refrigerant } = facts
  const share = ranked.reduce((sum, r) => (ofCharge.includes(r.cause) ? sum + r.probability : sum), 0)
  if (!metering || !isCharge(totalChargeKg) || !(share >= SPEAKS_OF_CHARGE)) return []
  const { deviations } = deviationsOf(
    { measured: judged, target: judged.target, metering, refrigerant, standard: judged.standard },
    judged.method,
    { ...beside, ...(judged.uncertainty ? { standardK: judged.uncertainty.standardK } : {}) },
  )
  // behind a valve superheat is the valve's
  const telling = metering === 'fixedOrifice' ? (['superheat', 'subcooling'] as const) : (['subcooling'] as const)
  return telling.flatMap((source): ChargeWitness[] => {
    const seen = deviations[source]
    if (!seen) return []
    const slope = estimateSlope(steps, source, { totalChargeKg, meteringDevice: metering, profile: judged.method })
    // the day's own scatter comes on top of the instruments'
    const standardK = Math.hypot(seen.standard, judged.method.readingRepeatsK.si) / Math.sqrt(share)
    return witness(source, { deviationK: seen.deviation, standardK }, slope)
  })
}

/** One quantity off its expectation, as kilograms, with the doubt of the reading and of the slope; none where it hardly follows the charge. */
export function witness(
  source: ChargeWitness['source'],
  { deviationK, standardK }: { readonly deviationK: number; readonly standardK: number },
  { kPerKg, standard }: Slope,
): ChargeWitness[] {
  if (!(Math.abs(kPerKg) > FLAT)) return []
  const offKg = deviationK / kPerKg
  return [{ source, offKg, standardKg: Math.hypot(standardK / kPerKg, (offKg * standard) / kPerKg) }]
}
