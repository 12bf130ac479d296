import { atmosphericPressurePa, toSi, type Instrument } from '@zetesis/core'
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
function likeUnit({ view }: UnitHandle) {
  const { facts, tuning, elevationM, startedMs, reading } = view
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
    },
    running: startedMs !== undefined,
  }
}
