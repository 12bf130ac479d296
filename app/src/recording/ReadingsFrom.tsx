import type { Instrument } from '@zetesis/core'
import { useState, type ReactNode } from 'react'
import type { RigSession } from '@/workers/rig.worker'
import type { UnitHandle } from '@/unit/useUnit'
import { Choice } from '@/ui/Choice'
import { readDraft, saveDraft } from '@/ui/useDraft'
import { ImportCard, type ImportUse } from './ImportCard'
import { RigCard, useRig } from './RigCard'
import type { RigKind } from './rigs'

/** Where readings come from. A further source (a gateway, a radio probe) is one more line here and one more card in `ReadingsFrom`. */
const sources = [
  { value: 'typed', label: 'Typed' },
  { value: 'file', label: 'Log file' },
  { value: 'rig', label: 'Simulator' },
] as const
export type ReadingSource = (typeof sources)[number]['value']

export interface Readings {
  readonly unit: UnitHandle
  readonly kind: RigKind
  readonly from: ReadingSource
  /** the rig that gives them; another source is chosen once it is taken off */
  readonly session: RigSession | undefined
  readonly pick: (source: ReadingSource) => void
  /** an instrument that was chosen, unless the rig brings its own */
  readonly named: (chosen: Instrument | undefined) => Instrument | undefined
}

/** How a stage's readings come in: what was picked stays picked on this device, and a rig that runs decides. */
export function useReadingsFrom(unit: UnitHandle, kind: RigKind): Readings {
  const name = `source.${kind}.${unit.unitId}`
  const session = useRig(unit.unitId, kind)
  const [picked, setPicked] = useState(() => readDraft<{ from: ReadingSource }>(name).from ?? 'typed')
  const from = session ? 'rig' : picked
  return {
    unit,
    kind,
    from,
    session,
    pick(source) {
      if (session) return
      setPicked(source)
      saveDraft(name, { from: source })
    },
    named: (chosen) => (from === 'rig' ? undefined : chosen),
  }
}

/** The choice of the source, and what it needs: fields to type into (the page's own), a file, or the rig. */
export function ReadingsFrom({
  readings: { unit, kind, from, pick },
  file,
  set,
  children,
}: {
  readings: Readings
  file: ImportUse
  /** what else the rig is set up with */
  set?: object
  children?: ReactNode
}) {
  return (
    <>
      <Choice
        label="Readings come from"
        options={sources}
        value={from}
        onChange={(v) => pick(v ?? from)}
        testID="source"
      />
      {children}
      {from === 'file' ? <ImportCard unit={unit} use={file} /> : null}
      {from === 'rig' ? <RigCard unit={unit} kind={kind} set={set} /> : null}
    </>
  )
}
