import { stateChannels } from '../reading/channels'
import type { UnitFacts } from '../facts/unitFacts'
import type { PlausibilityMargins, PlausibleReading } from '../measurement/plausibility'
import type { MethodProfile } from '../method/profile'
import type { ChargeMode } from '../label/equipment'
import { bounded } from '../quantity/bounded'
import type { Measured } from './measured'

/** A measured reading as the plausibility checks want it: SI, pressures absolute, what isn't measured left out. */
export function plausibleOf(
  m: Measured,
  { facts, running, mode }: { facts: UnitFacts; running: boolean; mode?: ChargeMode },
): PlausibleReading {
  const all = {
    refrigerant: facts.refrigerant,
    mode,
    ...Object.fromEntries(stateChannels.map((c) => [c, m[c]])),
  }
  const known = Object.fromEntries(Object.entries(all).filter(([, v]) => v !== undefined)) as PlausibleReading
  return { ...known, running }
}

/** What the method and the instruments let two readings be apart before they contradict each other. */
export function plausibilityMargins(
  method: MethodProfile,
  standard: { readonly superheatK?: number; readonly subcoolingK?: number } = {},
): PlausibilityMargins {
  const probesK = method.clampsAgreeK.si
  const beyond = (u: number | undefined) => Math.max(probesK, method.contradictionSigmas.si * bounded(u ?? 0))
  return {
    probesK,
    liquidUnderOutdoorK: method.liquidUnderOutdoorK.si,
    suctionOverReturnK: method.suctionOverReturnK.si,
    suctionOverOutdoorK: method.heatingSuctionOverK.si,
    restK: method.restAgreeK.si,
    superheatK: beyond(standard.superheatK),
    subcoolingK: beyond(standard.subcoolingK),
    indoorLowK: method.indoorLowK.si,
    indoorHighK: method.indoorHighK.si,
  }
}
