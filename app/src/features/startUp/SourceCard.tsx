import {
  atmosphericPressurePa,
  labelTarget,
  orificeThousandths,
  toSi,
  type Instrument,
  type Quantity,
} from '@zetesis/core'
import { OIL_LOGGED } from '@zetesis/rig'
import type { SlotChoice } from '@/kit/choice'
import { ReadingsFrom, type Readings } from '@/recording/ReadingsFrom'
import type { UnitHandle } from '@/unit/useUnit'
import { Card } from '@/ui/Card'
import { useSystemImport } from './importSystem'
import { useLiveTerms } from './useLive'

/** Where the readings of a running system come from. */
export function SourceCard({
  readings,
  choice,
  kit,
}: {
  readings: Readings
  choice: SlotChoice
  kit: readonly Instrument[]
}) {
  const { unit } = readings
  const terms = useLiveTerms(unit.view, { choice, kit })
  const importing = useSystemImport(terms, kit)
  return (
    <Card>
      <ReadingsFrom readings={readings} file={importing} set={likeUnit(unit)} />
    </Card>
  )
}

/** The rig stands in for this very unit: its refrigerant, metering device, charge, target and elevation. */
export function likeUnit({ view, record }: UnitHandle) {
  const { facts, tuning, charge, elevationM, startedMs, reading } = view
  const { target } = reading?.judged ?? {}
  const plate = facts.targetSubcooling && toSi('temperatureDifference', facts.targetSubcooling)
  const looked = target?.ok && target.deciding === 'subcooling' ? target.targetK : undefined
  const targetSubcoolingK = plate ?? looked
  return {
    like: {
      ...(facts.metering ? { metering: facts.metering } : {}),
      ...(facts.refrigerant ? { refrigerant: facts.refrigerant } : {}),
      ...(tuning.totalChargeKg === undefined ? {} : { chargeKg: tuning.totalChargeKg }),
      ...(targetSubcoolingK === undefined ? {} : { targetSubcoolingK }),
      pressurePa: atmosphericPressurePa(elevationM),
      ...(charge.tunedKg === 0 ? {} : { tunedKg: charge.tunedKg }),
      ...turnedLike(view),
      ...convertedLike(view, record.items.deviceFitted.find(({ entry }) => !entry.coil)?.entry.was),
    },
    running: startedMs !== undefined,
  }
}

/** A heat pump: what meters outdoors, its label's figure in heating, which way round it runs, and where the low hose hangs. */
function turnedLike({ heatPump, facts, label, method }: UnitHandle['view']) {
  const { circuit, mode, hoses } = heatPump
  if (!circuit.heatPump) return {}
  const { orientation, indoorModel } = facts
  const place = { quantity: 'subcooling', mode: 'heating', orientation, indoorModel } as const
  const target = label && labelTarget(label, place, method)
  const low = hoses?.entry.hoses.find((h) => h.side === 'low')?.port
  return {
    heatPump: {
      mode,
      ...(circuit.outdoorDevice ? { metering: circuit.outdoorDevice } : {}),
      ...(target?.ok ? { targetSubcoolingK: target.targetK } : {}),
      // nobody said: at the true suction where there is one, as the drawing advises
      lowHose:
        low === undefined
          ? circuit.trueSuction
            ? 'trueSuction'
            : 'vapour'
          : low === 'trueSuction'
            ? 'trueSuction'
            : 'vapour',
    },
  } as const
}

/** A machine that runs on another refrigerant than it was built for, with the orifice and the oil that are in it, and with what was weighed in. */
function convertedLike({ facts, conversion, charge, tuning }: UnitHandle['view'], found: Quantity<'bore'> | undefined) {
  const { oldRefrigerant, refrigerant, builtFor = oldRefrigerant } = facts
  // as it was found it runs on what it was built for
  if (!conversion || !builtFor || !refrigerant || (refrigerant === oldRefrigerant && !facts.builtFor)) return {}
  const { orifice } = tuning.beside
  const was = found ?? facts.oldBore
  const old = was && orificeThousandths(toSi('bore', was))
  const stays = conversion.list.some(({ line, answer }) => line.because === 'oilChange' && !answer?.entry.done)
  return {
    converted: {
      builtFor,
      boreRatio: old && orifice?.fittedThousandths ? orifice.fittedThousandths / old : 1,
      oilLogged: stays ? OIL_LOGGED : 0,
    },
    ...(charge.weighedKg > 0 ? { inKg: charge.weighedKg } : {}),
  }
}
