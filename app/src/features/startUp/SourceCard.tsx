import { atmosphericPressurePa, toSi, type Instrument } from '@zetesis/core'
import type { SlotChoice } from '@/kit/choice'
import { ImportCard } from '@/recording/ImportCard'
import { RigCard } from '@/recording/RigCard'
import type { UnitHandle } from '@/unit/useUnit'
import { Card } from '@/ui/Card'
import { Choice } from '@/ui/Choice'
import { useSystemImport } from './importSystem'
import { useLiveTerms } from './useLive'

export const readingSources = [
  { value: 'typed', label: 'Typed' },
  { value: 'file', label: 'Log file' },
  { value: 'rig', label: 'Rig' },
] as const
export type ReadingSource = (typeof readingSources)[number]['value']

/** Where the readings come from; a wireless probe would be one more. */
export function SourceCard({
  unit,
  source,
  onSource,
  fixed,
  choice,
  kit,
}: {
  unit: UnitHandle
  source: ReadingSource
  onSource: (source: ReadingSource) => void
  /** the rig is connected: take it off first */
  fixed: boolean
  choice: SlotChoice
  kit: readonly Instrument[]
}) {
  const terms = useLiveTerms(unit.view, { choice, kit })
  const importing = useSystemImport(terms, kit)
  return (
    <Card>
      <Choice
        label="Readings come from"
        options={readingSources}
        value={source}
        onChange={(v) => !fixed && onSource(v ?? source)}
        testID="source"
      />
      {source === 'file' ? <ImportCard unit={unit} use={importing} /> : null}
      {source === 'rig' ? <RigCard unit={unit} kind="system" set={likeUnit(unit)} /> : null}
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
