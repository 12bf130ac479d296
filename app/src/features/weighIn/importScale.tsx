import { showText, type Cylinder, type Instrument, type ScaleStep } from '@zetesis/core'
import { useMemo } from 'react'
import { YStack } from 'tamagui'
import type { ImportUse } from '@/recording/ImportCard'
import type { UnitHandle } from '@/unit/useUnit'
import { useSettings } from '@/settings/settings'
import { Body, Soft } from '@/ui/Words'
import { scaleHabits, transferBody, type How } from '@/weighing/weighing'

const kindWords: Record<ScaleStep['kind'], string> = {
  transfer: 'refrigerant',
  knock: 'a knock, not counted',
  jump: 'a jump (cylinder changed, lifted, tare lost), not counted',
  drift: 'drift, not counted',
}

/** A recorded scale brought in: each transfer that it shows becomes a weighing. */
export function useScaleImport(
  unit: UnitHandle,
  how: How,
  named: { vessel?: Cylinder; instrument?: Instrument },
): ImportUse {
  const { system } = useSettings()
  const { method } = unit.view
  const terms = useMemo(() => ({ kind: 'scale' as const, habits: scaleHabits(method) }), [method])
  return {
    terms,
    channels: ['mass'],
    hint: 'Any table of times and weights of the cylinder: g, kg, oz or lb.',
    usable: ({ scale }) => (scale?.steps ?? []).some((s) => s.kind === 'transfer'),
    about: ({ scale }) => {
      const told = (scale?.steps ?? []).filter((s) => s.kind !== 'drift')
      return (
        <YStack gap="$1" testID="import-verdict">
          {told.map((s) => (
            <Body key={s.after.fromS}>
              {`Minute ${Math.round(s.before.toS / 60)}: ${showText('mass', s.before.kg, system)} → ${showText('mass', s.after.kg, system)}, ${kindWords[s.kind]}`}
            </Body>
          ))}
          {told.some((s) => s.kind === 'transfer') ? (
            <Soft>{`${showText('mass', scale?.transferredKg ?? 0, system)} out of the cylinder in all.`}</Soft>
          ) : (
            <Body color="$oxide">Nothing in it looks like refrigerant that flowed. Check the column and its unit.</Body>
          )}
        </YStack>
      )
    },
    entries: ({ scale }, traceId) =>
      (scale?.steps ?? [])
        .filter((s) => s.kind === 'transfer')
        .map((s) => ({ body: transferBody(s, how, system, traceId, named), atS: s.after.fromS })),
  }
}
