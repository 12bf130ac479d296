import { orientationWords } from '@zetesis/contract'
import { orientations } from '@zetesis/core'
import { XStack, YStack } from 'tamagui'
import { Choice } from '@/ui/Choice'
import { Press } from '@/ui/Press'
import { QuantityField } from '@/ui/QuantityField'
import { TextField } from '@/ui/TextField'
import { Body } from '@/ui/Words'
import { FieldProblem } from '@/ui/FieldProblem'
import { emptyRow, type Problems, type TableDraft, type TableRowDraft } from './modelDraft'

export const orientationRows = (): TableRowDraft[] => orientations.map((orientation) => ({ ...emptyRow, orientation }))

/** Targets by orientation or indoor unit, in cooling and heating; a table of one line is a plain figure. */
export function TableEditor({
  table,
  onChange,
  onRemove,
  problems,
  testID,
}: {
  table: TableDraft
  onChange: (table: TableDraft) => void
  onRemove: () => void
  problems: Problems
  testID: string
}) {
  const setRow = (index: number, part: Partial<TableRowDraft>) =>
    onChange({ ...table, rows: table.rows.map((row, i) => (i === index ? { ...row, ...part } : row)) })
  return (
    <YStack gap="$3" testID={testID}>
      <Choice
        label="Figures of"
        options={[
          { value: 'subcooling', label: 'Subcooling' },
          { value: 'superheat', label: 'Superheat' },
        ]}
        value={table.quantity}
        onChange={(quantity) => onChange({ ...table, quantity: quantity ?? 'subcooling' })}
        testID={`${testID}-quantity`}
      />
      {table.rows.map((row, i) => (
        <YStack key={i} gap="$2" borderTopWidth={1} borderColor="$rule" paddingTop="$2">
          {row.orientation ? (
            <Body fontWeight="700">{orientationWords[row.orientation]}</Body>
          ) : (
            <TextField
              label="Indoor unit"
              value={row.indoor}
              onChange={(indoor) => setRow(i, { indoor })}
              hint="Empty: any."
              testID={`${testID}-${i}-indoor`}
            />
          )}
          <XStack gap="$3">
            <YStack flex={1}>
              <QuantityField
                label="Cooling"
                dimension="temperatureDifference"
                value={row.cooling}
                onChange={(cooling) => setRow(i, { cooling })}
                problem={problems[`rows.${i}.cooling`]}
                testID={`${testID}-${i}-cooling`}
              />
            </YStack>
            <YStack flex={1}>
              <QuantityField
                label="Heating"
                dimension="temperatureDifference"
                value={row.heating}
                onChange={(heating) => setRow(i, { heating })}
                problem={problems[`rows.${i}.heating`]}
                testID={`${testID}-${i}-heating`}
              />
            </YStack>
          </XStack>
          <FieldProblem id={`${testID}-${i}`} problem={problems[`rows.${i}`]} />
        </YStack>
      ))}
      <XStack gap="$2" flexWrap="wrap">
        <Press onPress={() => onChange({ ...table, rows: [...table.rows, emptyRow] })} testID={`${testID}-add-indoor`}>
          + indoor unit
        </Press>
        {table.rows.length > 1 ? (
          <Press onPress={() => onChange({ ...table, rows: table.rows.slice(0, -1) })} testID={`${testID}-drop-row`}>
            − last line
          </Press>
        ) : null}
        <Press look="stop" onPress={onRemove} testID={`${testID}-remove`}>
          Take the table out
        </Press>
      </XStack>
    </YStack>
  )
}
