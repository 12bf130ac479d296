import { absolutePressurePa, manifoldSetting, toSi, type ReadingValues } from '@zetesis/core'
import { useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { Disclosure } from '@/ui/Disclosure'
import { together } from '@/ui/fields'
import { QuantityField, type QuantityText } from '@/ui/QuantityField'
import { quantityInput } from '@/ui/quantityInput'
import { Soft } from '@/ui/Words'
import type { UnitHandle } from '@/unit/useUnit'
import { ManifoldBanner } from './ManifoldBanner'

const sides = [
  { id: 'low', label: '▽ Saturation it shows', pressure: 'suctionPressure' },
  { id: 'high', label: '△ Saturation it shows', pressure: 'liquidPressure' },
] as const
const blank: QuantityText = { text: '' }

/**
 * After a conversion the manifold often still stands on the old refrigerant: the saturation temperatures that it shows, typed beside the pressures, tell. They aren't logged; the
 * pressures are, and those are right whatever the menu says.
 */
export function ManifoldCheck({ unit, values }: { unit: UnitHandle; values: ReadingValues }) {
  const { system } = useSettings()
  const { facts, elevationM } = unit.view
  const [open, setOpen] = useState(false)
  const [shown, setShown] = useState<Record<'low' | 'high', QuantityText>>({ low: blank, high: blank })
  const { refrigerant } = facts
  if (!refrigerant) return null
  const found = sides.map(({ id, pressure }) => {
    const typed = quantityInput('temperature', system).safeParse(shown[id]).data
    const gauge = values[pressure]
    if (!typed || !gauge) return undefined
    const pressurePa = absolutePressurePa({ gaugePa: toSi('gaugePressure', gauge), elevationM })
    const suspect = facts.oldRefrigerant
    return manifoldSetting({
      refrigerant,
      pressurePa,
      shownK: toSi('temperature', typed),
      ...(suspect ? { suspect } : {}),
    })
  })
  return (
    <YStack gap="$3">
      <Card>
        <Disclosure
          title="Manifold’s menu"
          summary={`is it on ${refrigerant}?`}
          open={open}
          onToggle={() => setOpen(!open)}
          testID="manifold-check"
        >
          <Soft>
            Type what the manifold shows beside the pressures above: it tells which refrigerant its menu stands on.
          </Soft>
          <XStack flexWrap="wrap" columnGap="$3" rowGap="$3" {...together}>
            {sides.map(({ id, label }) => (
              <YStack key={id} flexGrow={1} flexBasis={132}>
                <QuantityField
                  label={label}
                  dimension="temperature"
                  value={shown[id]}
                  onChange={(text) => setShown({ ...shown, [id]: text })}
                  testID={`shown-${id}`}
                />
              </YStack>
            ))}
          </XStack>
        </Disclosure>
      </Card>
      <ManifoldBanner setting={found[0] ?? found[1]} refrigerant={refrigerant} />
    </YStack>
  )
}
