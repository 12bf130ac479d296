import { showText, type ScaleStep, type ScaleWatch } from '@zetesis/core'
import type { ComponentProps } from 'react'
import type { UnitHandle } from '@/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { Press } from '@/ui/Press'
import { Body, Soft } from '@/ui/Words'
import { LiveScale } from './LiveScale'
import { ScaleControls } from './ScaleControls'

/** The scale as it goes, with the transfer that waits to be logged. */
export function TransferCard({
  unit: { unitId, view },
  watch,
  next,
  jump,
  loggedKg,
  problems,
  onLog,
  way,
  plate,
}: {
  unit: UnitHandle
  watch: ScaleWatch | undefined
  /** the first transfer that isn't logged yet */
  next: ScaleStep | undefined
  /** the last jump, while nobody said that it was refrigerant */
  jump: ScaleStep | undefined
  loggedKg: number
  problems: readonly (string | undefined)[]
  onLog: (step: ScaleStep) => void
} & Pick<ComponentProps<typeof ScaleControls>, 'way'> & { plate: ComponentProps<typeof ScaleControls>['next'] }) {
  const { system } = useSettings()
  const { due, weighedKg } = view.charge
  const mass = (kg: number) => showText('mass', kg, system)
  return (
    <Card>
      {watch ? (
        <LiveScale
          watch={watch}
          beforeKg={weighedKg}
          dueKg={due.ok ? due.dueKg : undefined}
          loggedKg={loggedKg}
          toleranceKg={view.method.weighInToleranceKg.si}
        />
      ) : (
        <Soft>The scale settles …</Soft>
      )}
      {next ? (
        <Body testID="confirm-step">
          {`${mass(Math.abs(next.kg))} went ${next.kg < 0 ? 'out of' : 'into'} the cylinder: ${mass(next.before.kg)} → ${mass(next.after.kg)}. Right? Then log it.`}
        </Body>
      ) : null}
      {jump && !next ? (
        <Press look="quiet" testID="count-jump" onPress={() => onLog(jump)}>
          {`The jump was refrigerant: log ${mass(Math.abs(jump.kg))}`}
        </Press>
      ) : null}
      {problems.map((problem) =>
        problem ? (
          <Body key={problem} color="$oxide" testID="step-problem">
            {problem}
          </Body>
        ) : null,
      )}
      <ScaleControls unitId={unitId} way={way} next={plate} />
    </Card>
  )
}
