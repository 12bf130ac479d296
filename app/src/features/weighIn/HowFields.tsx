import { sideWords } from '@zetesis/contract'
import { showText } from '@zetesis/core'
import { useSettings } from '@/settings/settings'
import type { CylinderStock } from '@/sync/useCylinders'
import { Choice } from '@/ui/Choice'
import { FieldProblem } from '@/ui/FieldProblem'
import { PickOne } from '@/ui/PickOne'
import { TextField } from '@/ui/TextField'
import type { How } from '@/weighing/weighing'

const OTHER = 'other'

/** Which way, with which cylinder, into what, as what. */
export function HowFields({
  how,
  change,
  cylinders,
  problem,
  only,
}: {
  how: How
  change: (part: Partial<How>) => void
  cylinders: readonly CylinderStock[]
  problem?: string
  /** the one way that is meant here */
  only?: How['direction'] | undefined
}) {
  const { system } = useSettings()
  const options = [
    ...cylinders.map(({ cylinder, netKg }) => ({
      value: cylinder.id,
      label: [
        cylinder.name,
        cylinder.refrigerant ?? 'empty',
        netKg === undefined ? undefined : showText('mass', netKg, system),
      ]
        .filter(Boolean)
        .join(' · '),
    })),
    { value: OTHER, label: 'Another, not in the book' },
  ]
  return (
    <>
      {only ? null : (
        <Choice
          label="Refrigerant"
          options={[
            { value: 'add', label: 'Goes in' },
            { value: 'remove', label: 'Comes out' },
          ]}
          value={how.direction}
          onChange={(v) => change({ direction: v ?? how.direction, cylinderId: undefined })}
          testID="direction"
        />
      )}
      <PickOne
        label="Cylinder on the scale"
        options={options}
        value={how.cylinderId ?? (how.cylinder ? OTHER : undefined)}
        onChange={(v) => change({ cylinderId: v === OTHER ? OTHER : v })}
        testID="cylinder"
      />
      {how.cylinderId === OTHER ? (
        <TextField
          label="Its name"
          value={how.cylinder}
          onChange={(cylinder) => change({ cylinder })}
          placeholder="C-12"
          testID="cylinder-name"
        />
      ) : null}
      <FieldProblem id="cylinder" problem={problem} />
      <Choice
        label={how.direction === 'add' ? 'Into the' : 'Out of the'}
        options={(['liquid', 'suction'] as const).map((value) => ({ value, label: sideWords[value] }))}
        value={how.side}
        onChange={(side) => change({ side: side ?? how.side })}
        testID="side"
      />
      <Choice
        label="As"
        options={[
          { value: 'liquid', label: 'Liquid' },
          { value: 'vapour', label: 'Vapour' },
        ]}
        value={how.phase}
        onChange={(phase) => change({ phase: phase ?? how.phase })}
        testID="phase"
      />
      <Choice
        label="System"
        options={[
          { value: 'rest', label: 'At rest' },
          { value: 'running', label: 'Running' },
        ]}
        value={how.running ? 'running' : 'rest'}
        onChange={(v) => change({ running: v === 'running' })}
        testID="running"
      />
    </>
  )
}
