import { machineOrifice } from '../conversion/machineOrifice'
import { orificeThousandths } from '../conversion/orifice'
import { usualConditions } from '../conversion/usualConditions'
import type { LookedInto } from '../entry/startUp'
import { byTime } from '../entry/time'
import type { UnitRecord } from '../log/fold'
import { restDeviation } from '../measurement/plausibleAtRest'
import { toSi } from '../quantity/unit'
import type { ReadingValues } from '../reading/channels'
import type { Beside } from '../tuning/deviations'
import type { FittedOrifice } from '../tuning/wrongOrifice'
import { measure } from '../tuning/measured'
import { plausibilityMargins } from '../tuning/plausible'
import type { InForceHere } from './inForce'

/**
 * What was seen to before the start and looked into after it, as diagnosis and advice take it: of each thing the latest word counts.
 *
 * How far the standing pressure's saturation lies from where the air around both coils puts it (K) comes from the checklist before the start, or from a later stop; the drop over the
 * drier, and along the whole liquid line, (K) only where both ends were measured; the rated current (A) as it was typed, which the label's stands in for elsewhere.
 */
export function besideOf({ items }: UnitRecord, terms: InForceHere): Beside {
  const before = byTime(items.preStart).at(-1)?.entry
  const standingThen = byTime(items.started).at(-1)?.entry.rest ?? before?.rest
  /** newest first */
  const looked = byTime(items.lookedInto)
    .map((l) => l.entry)
    .reverse()
  const last = <K extends keyof LookedInto>(key: K): LookedInto[K] | undefined =>
    looked.find((l) => l[key] !== undefined)?.[key]
  const standing = looked.find((l) => l.standingPressure && l.standingAir)
  // the house as it was measured then, else as the last reading found it
  const house = byTime(items.reading.filter((item) => !item.entry.baseline)).at(-1)?.entry.values.returnDryBulb
  const indoors = house ? { returnDryBulb: house } : {}
  const rest = standing
    ? restOf(
        {
          ...indoors,
          liquidPressure: standing.standingPressure,
          outdoor: standing.standingAir,
          ...(standing.standingIndoor ? { returnDryBulb: standing.standingIndoor } : {}),
        },
        terms,
      )
    : standingThen && restOf({ ...indoors, ...standingThen }, terms)
  const drier = looked.find((l) => l.drierIn && l.drierOut)
  const drierDropK = drier && toSi('temperature', drier.drierIn!) - toSi('temperature', drier.drierOut!)
  const line = looked.find((l) => l.lineIn && l.lineOut)
  const lineDropK = line && toSi('temperature', line.lineIn!) - toSi('temperature', line.lineOut!)
  const lineChecked = last('lineChecked')
  const ratedAmps = last('ratedAmps')
  // who fitted another one looked at it
  const deviceChecked =
    last('deviceChecked') ?? before?.deviceChecked ?? (items.deviceFitted.length > 0 ? true : undefined)
  const orifice = fittedOrifice(items, terms)
  return {
    airflowKnownGood: last('airflowGood') ?? before?.airflowGood ?? false,
    condenserClean: last('condenserClean') ?? before?.condenserClean ?? false,
    ...(deviceChecked === undefined ? {} : { deviceChecked }),
    ...(orifice ? { orifice } : {}),
    ...(rest === undefined ? {} : { restOverAmbientK: rest.offK, restStandardK: rest.standardK }),
    ...(drierDropK === undefined ? {} : { drierDropK }),
    ...(lineDropK === undefined ? {} : { lineDropK }),
    ...(lineChecked === undefined ? {} : { lineChecked }),
    ...(ratedAmps === undefined ? {} : { ratedAmpsA: toSi('current', ratedAmps) }),
  }
}

/** The piston of a converted machine, as it is and as it is reckoned from what was in it. */
export function fittedOrifice(
  items: UnitRecord['items'],
  { facts, method }: Pick<InForceHere, 'facts' | 'method'>,
): FittedOrifice | undefined {
  const { work, metering, oldRefrigerant, refrigerant, oldBore } = facts
  if (work !== 'conversion' || metering !== 'fixedOrifice') return undefined
  const indoor = items.deviceFitted.filter(({ entry }) => !entry.coil)
  const device = indoor.at(-1)?.entry
  if (device && device.device !== 'piston') return undefined
  // back to what was in it first, its first bore is right again
  const first = indoor.find((d) => d.entry.was)?.entry.was
  const was = first ?? oldBore
  const ratio =
    oldRefrigerant && refrigerant
      ? machineOrifice({ oldRefrigerant, newRefrigerant: refrigerant, ...usualConditions(method) })?.machineRatio
      : undefined
  const thousandths = (bore: typeof was) => bore && orificeThousandths(toSi('bore', bore))
  const [fitted, old] = [thousandths(device?.bore ?? oldBore), thousandths(was)]
  return {
    ...(fitted === undefined ? {} : { fittedThousandths: fitted }),
    ...(old === undefined || ratio === undefined ? {} : { reckonedThousandths: old * ratio }),
  }
}

function restOf(values: ReadingValues, { facts, elevationM, method }: InForceHere) {
  const m = measure({ facts, values, elevationM, profile: method })
  const { suctionPressurePa, liquidPressurePa, outdoorK, returnK } = m
  return restDeviation(
    {
      ...(facts.refrigerant ? { refrigerant: facts.refrigerant } : {}),
      ...(suctionPressurePa === undefined ? {} : { suctionPressurePa }),
      ...(liquidPressurePa === undefined ? {} : { liquidPressurePa }),
      ...(outdoorK === undefined ? {} : { outdoorK }),
      ...(returnK === undefined ? {} : { returnK }),
    },
    plausibilityMargins(method),
  )
}
