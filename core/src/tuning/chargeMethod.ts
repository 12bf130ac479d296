import type { Metering } from '../label/equipment'
import type { ChargedBy } from '../label/labelTarget'

export type ChargeMethod =
  | { ok: true; deciding: ChargedBy; because: 'orificeBySuperheat' | 'valveBySubcooling' }
  | { ok: false; reason: 'noMetering' | 'superheatOnValve' | 'subcoolingOnOrifice' }

/**
 * Which quantity sets the charge, and why: a fixed orifice is charged by superheat, an expansion valve by subcooling. The other
 * one, asked for, is refused with its reason: a valve holds its own superheat whatever the charge, an orifice has no fixed subcooling.
 *
 * @param metering the device in use in this mode, as seen at the coil; in heating that is the outdoor one
 */
export function chargeMethod({ metering, asked }: { metering: Metering | undefined; asked?: ChargedBy }): ChargeMethod {
  switch (metering) {
    case undefined:
      return { ok: false, reason: 'noMetering' }
    case 'fixedOrifice':
      return asked === 'subcooling'
        ? { ok: false, reason: 'subcoolingOnOrifice' }
        : { ok: true, deciding: 'superheat', because: 'orificeBySuperheat' }
    case 'expansionValve':
      return asked === 'superheat'
        ? { ok: false, reason: 'superheatOnValve' }
        : { ok: true, deciding: 'subcooling', because: 'valveBySubcooling' }
  }
}
