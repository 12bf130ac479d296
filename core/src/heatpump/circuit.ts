import type { UnitFacts } from '../facts/unitFacts'
import { meteringOf, type CircuitFacts } from '../label/circuitFacts'
import type { ChargeMode, Metering } from '../label/equipment'
import type { ModelLabel } from '../label/modelLabel'
import type { Circuit } from './portStates'

type Known = Pick<UnitFacts, 'circuit' | 'mode' | 'metering'>

/** What is known of a unit's circuit: what somebody saw at this very unit before what its model's label says. */
export const unitCircuitFacts = ({ circuit }: Pick<UnitFacts, 'circuit'>, label?: ModelLabel): CircuitFacts => ({
  ...label?.circuit,
  ...circuit,
})

/**
 * The circuit that ports are told by. A port that nobody saw isn't there; where the outdoor device sits at the coil, the small valve's port can only lie on the line's side
 * of it.
 */
export function unitCircuit(facts: Known, label?: ModelLabel): Circuit {
  const known = unitCircuitFacts(facts, label)
  const { outdoorDevice, outdoorDeviceAt, liquidPort, trueSuction, extraLiquidPort } = known
  const side = liquidPort ?? (outdoorDeviceAt === 'coil' ? 'lineSide' : undefined)
  return {
    heatPump: facts.mode === 'heatPump',
    ...(outdoorDevice ? { outdoorDevice: meteringOf[outdoorDevice] } : {}),
    ...(side ? { liquidPort: side } : {}),
    trueSuction: trueSuction ?? false,
    extraLiquidPort: extraLiquidPort ?? false,
    ...(known.throttlesOutdoors ? { throttlesOutdoors: true } : {}),
    ...(known.dischargePort ? { dischargePort: true } : {}),
  }
}

/** The metering device in use: the indoor one in cooling (the outdoor one where that meters in both modes), the outdoor one in heating; undefined where nobody looked. */
export function meteringIn(mode: ChargeMode, facts: Known, label?: ModelLabel): Metering | undefined {
  const { indoorDevice, outdoorDevice, throttlesOutdoors } = unitCircuitFacts(facts, label)
  const inCooling = throttlesOutdoors ? outdoorDevice : indoorDevice
  if (mode === 'cooling') return facts.metering ?? (inCooling && meteringOf[inCooling])
  return outdoorDevice && meteringOf[outdoorDevice]
}
