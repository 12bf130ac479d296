import type { ChargeMode } from '../label/equipment'
import { toSi, type Quantity } from '../quantity/unit'
import { circuitPorts, portsLeftOut, portStates, type Circuit, type CircuitPort } from './portStates'

/** A hose of the manifold on a port. */
export interface HungHose {
  readonly port: CircuitPort
  readonly side: 'low' | 'high'
  /** end of its gauge's scale, where somebody knows it */
  readonly upTo?: Quantity<'gaugePressure'>
  /** which gauge, by its id in the company's kit */
  readonly gauge?: string
}

/**
 * A hard stop. lowGaugeOnDischarge: a gauge of the low side on a port that carries high pressure in a mode that runs or comes next, and whose scale
 * isn't known to reach that pressure; portUnknown: nobody knows what the port carries then; noSuchPort: nobody saw such a port.
 */
export type HoseStop =
  | {
      readonly code: 'lowGaugeOnDischarge'
      readonly port: CircuitPort
      readonly mode: ChargeMode
      readonly highestPa: number
      readonly upToPa?: number
    }
  | { readonly code: 'portUnknown'; readonly port: CircuitPort; readonly mode: ChargeMode }
  | { readonly code: 'noSuchPort'; readonly port: CircuitPort }

/** The modes that hoses have to stand: the one that runs, the one that comes next, and in heating cooling in any case, since a defrost is a change-over. */
export const modesAhead = (mode: ChargeMode, next?: ChargeMode): readonly ChargeMode[] =>
  mode === 'heating' || next === 'heating' ? [mode, mode === 'heating' ? 'cooling' : 'heating'] : ['cooling']

/**
 * What may never hang where it is meant to hang: no written reason passes it.
 *
 * @param modes that run or come next, by `modesAhead`
 * @param highestPa gauge pressure that the high side may reach, Pa
 */
export function hoseStops(
  hoses: readonly HungHose[],
  {
    circuit,
    modes,
    highestPa,
  }: { readonly circuit: Circuit; readonly modes: readonly ChargeMode[]; readonly highestPa: number },
): HoseStop[] {
  return hoses.flatMap(({ port, side, upTo }): HoseStop[] => {
    if (!hasPort(circuit, port)) return [{ code: 'noSuchPort', port }]
    const upToPa = upTo && toSi('gaugePressure', upTo)
    if (side === 'high' || (upToPa !== undefined && upToPa >= highestPa)) return []
    for (const mode of modes) {
      if (mode === 'heating' && !circuit.heatPump) continue
      if (portsLeftOut(circuit, mode).some((left) => left.port === port)) return [{ code: 'portUnknown', port, mode }]
      const state = portStates(circuit, mode).find((s) => s.port === port)
      if (state?.pressure === 'high')
        return [
          {
            code: 'lowGaugeOnDischarge',
            port,
            mode,
            highestPa,
            ...(upToPa === undefined ? {} : { upToPa }),
          },
        ]
    }
    return []
  })
}

export const hasPort = (circuit: Circuit, port: CircuitPort): boolean =>
  port === 'trueSuction'
    ? circuit.trueSuction
    : port === 'extraLiquid'
      ? circuit.extraLiquidPort
      : port !== 'discharge' || circuit.dischargePort === true

/** The ports that a machine has. */
export const portsOf = (circuit: Circuit): CircuitPort[] => circuitPorts.filter((port) => hasPort(circuit, port))
