import { acrTubes } from '@zetesis/core'
import { XStack, YStack } from 'tamagui'
import { FieldProblem } from '@/ui/FieldProblem'
import { PickOne } from '@/ui/PickOne'
import { Press } from '@/ui/Press'
import { QuantityField } from '@/ui/QuantityField'
import type { AllowanceDraft, Problems } from './modelDraft'

const tubes = acrTubes.map((t) => ({ value: t.name as string, label: `${t.name} in` }))

/** Charge allowance per length, for each liquid-line size that the label lists. */
export function AllowanceEditor({
  rows,
  onChange,
  problems,
}: {
  rows: readonly AllowanceDraft[]
  onChange: (rows: AllowanceDraft[]) => void
  problems: Problems
}) {
  const set = (index: number, part: Partial<AllowanceDraft>) =>
    onChange(rows.map((row, i) => (i === index ? { ...row, ...part } : row)))
  return (
    <YStack gap="$3">
      {rows.map((row, i) => (
        <YStack key={i} gap="$2">
          <PickOne
            label="Allowance for liquid line"
            options={tubes}
            value={row.tube || undefined}
            onChange={(tube) => set(i, { tube: tube ?? '' })}
            testID={`allowance-${i}-tube`}
          />
          <FieldProblem id={`allowance-${i}-tube`} problem={problems[`allowances.${i}.tube`]} />
          <QuantityField
            label="Per length"
            dimension="massPerLength"
            value={row.allowance}
            onChange={(allowance) => set(i, { allowance })}
            problem={problems[`allowances.${i}.allowance`]}
            testID={`allowance-${i}`}
          />
        </YStack>
      ))}
      <XStack gap="$2" flexWrap="wrap">
        <Press onPress={() => onChange([...rows, { tube: '', allowance: { text: '' } }])} testID="add-allowance">
          + allowance for a tube
        </Press>
        {rows.length > 0 ? <Press onPress={() => onChange(rows.slice(0, -1))}>− last</Press> : null}
      </XStack>
    </YStack>
  )
}
