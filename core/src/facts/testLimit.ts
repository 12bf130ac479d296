import type { ModelLabel } from '../label/modelLabel'
import { toSi } from '../quantity/unit'
import type { UnitFacts } from './unitFacts'

/** The test pressure that may not be passed: the lowest of what plate and label say. */
export function testLimitPa(facts: UnitFacts, label: ModelLabel | undefined): number | undefined {
  const said = [facts.testPressure, label?.lowSideTest, label?.highSideTest].flatMap((q) =>
    q ? [toSi('gaugePressure', q)] : [],
  )
  return said.length === 0 ? undefined : Math.min(...said)
}
