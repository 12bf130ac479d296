import { elevationLimitsM } from '../air/atmosphere'
import type { MethodProfile } from '../method/profile'
import { toSi } from '../quantity/unit'
import type { UnitFacts } from './unitFacts'

/** Whether the system ran before: its own, looser habits of pressure and vacuum apply. */
export const isOldWork = ({ work }: Pick<UnitFacts, 'work'>): boolean => work === 'retrofit' || work === 'conversion'

/** Whether a machine that runs already is only read and, where it must be, topped up or drawn down; a repair that opens it is a retrofit. */
export const isCheck = ({ work }: Pick<UnitFacts, 'work'>): boolean => work === 'check'

/** Limit and length of the decay hold by the method in force, for new or for older work. */
export function decayTerms(facts: Pick<UnitFacts, 'work'>, method: MethodProfile) {
  const old = isOldWork(facts)
  const limit = old ? method.decayLimitOldPa : method.decayLimitNewPa
  const hold = method.decayHoldS
  return { limitPa: limit.si, limitSource: limit.source, holdS: hold.si, holdSource: hold.source }
}

/** The unit's own elevation, else the job site's, else sea level. */
export function siteElevationM(facts: UnitFacts, jobElevationM = 0): number {
  const elevation = facts.elevation ? toSi('elevation', facts.elevation) : jobElevationM
  return Math.min(Math.max(elevation, elevationLimitsM.low), elevationLimitsM.high)
}
