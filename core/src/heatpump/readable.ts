import type { ChargeMode } from '../label/equipment'
import { portsLeftOut, portStates, type Circuit } from './portStates'

export type NotReadable = 'noTrueSuction' | 'liquidPortTwoPhase' | 'liquidPortUnknown'

/** What a unit's ports let be computed in a mode, and why not what they don't. */
export interface Readable {
  readonly superheat: boolean
  readonly subcooling: boolean
  readonly why: readonly NotReadable[]
}

/** In cooling both; in heating superheat at a true suction port only, and subcooling where a port of the high side carries liquid. */
export function readableIn(mode: ChargeMode, circuit: Circuit): Readable {
  const states = portStates(circuit, mode)
  const superheat = states.some((s) => s.valid.includes('superheat'))
  const subcooling = states.some((s) => s.valid.includes('subcooling'))
  const unknown = portsLeftOut(circuit, mode).some((left) => left.port === 'liquid')
  return {
    superheat,
    subcooling,
    why: [
      ...(superheat ? [] : (['noTrueSuction'] as const)),
      ...(subcooling ? [] : [unknown ? ('liquidPortUnknown' as const) : ('liquidPortTwoPhase' as const)]),
    ],
  }
}
