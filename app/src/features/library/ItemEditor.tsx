import { XStack, YStack } from 'tamagui'
import { Press } from '@/ui/Press'
import { QuantityField } from '@/ui/QuantityField'
import { TextField } from '@/ui/TextField'
import type { ItemDraft, Problems } from './modelDraft'

/** What the label adds to the charge where it is fitted: indoor coil, filter-drier. */
export function ItemEditor({
  rows,
  onChange,
  problems,
}: {
  rows: readonly ItemDraft[]
  onChange: (rows: ItemDraft[]) => void
  problems: Problems
}) {
  const set = (index: number, part: Partial<ItemDraft>) =>
    onChange(rows.map((row, i) => (i === index ? { ...row, ...part } : row)))
  return (
    <YStack gap="$3">
      {rows.map((row, i) => (
        <YStack key={i} gap="$2">
          <TextField
            label="Item that changes the charge"
            value={row.name}
            onChange={(name) => set(i, { name })}
            problem={problems[`items.${i}.name`]}
            placeholder="indoor coil"
            testID={`item-${i}-name`}
          />
          <QuantityField
            label="Adds"
            dimension="mass"
            value={row.mass}
            onChange={(mass) => set(i, { mass })}
            problem={problems[`items.${i}.mass`]}
            hint="Below zero where the label takes off."
            testID={`item-${i}`}
          />
        </YStack>
      ))}
      <XStack gap="$2" flexWrap="wrap">
        <Press onPress={() => onChange([...rows, { name: '', mass: { text: '' } }])} testID="add-label-item">
          + coil, drier
        </Press>
        {rows.length > 0 ? <Press onPress={() => onChange(rows.slice(0, -1))}>− last</Press> : null}
      </XStack>
    </YStack>
  )
}
