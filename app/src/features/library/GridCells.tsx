import type { SheetDraft } from '@zetesis/core'
import { useRef } from 'react'
import { Input, ScrollView, Text, XStack, YStack } from 'tamagui'
import type { Problems } from './modelDraft'

const WIDTH = 58

/** The chart's cells as fields: Enter and the arrows move between them, so that a sticker is filled in row by row. */
export function GridCells({
  draft,
  rowTitles,
  onChange,
  problems,
  testID,
}: {
  draft: SheetDraft
  /** names of the rows where they aren't measured */
  rowTitles?: readonly string[]
  onChange: (draft: SheetDraft) => void
  problems: Problems
  testID: string
}) {
  const box = useRef<HTMLElement>(null)
  const move = (row: number, column: number) => {
    const wanted = box.current?.querySelector<HTMLInputElement>(`[data-testid="${testID}-${row}-${column}"]`)
    wanted?.focus()
    wanted?.select()
  }
  const setCell = (row: number, column: number, text: string) =>
    onChange({ ...draft, cells: draft.cells.map((line, i) => (i === row ? replace(line, column, text) : line)) })
  const cell = (
    row: number,
    column: number,
    value: string,
    set: (text: string) => void,
    label: string,
    problem?: string,
  ) => (
    <GridCell
      key={`${row}-${column}`}
      value={value}
      onChange={set}
      label={label}
      wrong={problem !== undefined}
      axis={row === 0 || column === 0}
      testID={`${testID}-${row}-${column}`}
      onKey={(key) => {
        if (key === 'Enter')
          move(
            column >= draft.columns.length ? row + 1 : row,
            column >= draft.columns.length ? (row === 0 ? 0 : 1) : column + 1,
          )
        if (key === 'ArrowDown') move(row + 1, column)
        if (key === 'ArrowUp') move(row - 1, column)
      }}
    />
  )
  const sentences = [
    ...new Set(
      Object.entries(problems)
        .filter(([path]) => /^(columns|rows|cells)\./.test(path))
        .map(([, words]) => words),
    ),
  ]
  return (
    <YStack gap="$2" ref={box as never}>
      <ScrollView horizontal>
        <YStack gap="$1" paddingBottom="$2">
          <XStack gap="$1">
            <YStack width={WIDTH} />
            {draft.columns.map((value, j) =>
              cell(
                0,
                j + 1,
                value,
                (text) => onChange({ ...draft, columns: replace(draft.columns, j, text) }),
                `Column ${j + 1}`,
                problems[`columns.${j}`],
              ),
            )}
          </XStack>
          {draft.cells.map((line, i) => (
            <XStack key={i} gap="$1">
              {rowTitles ? (
                <YStack width={WIDTH} height={48} justifyContent="center">
                  <Text fontSize="$3" fontWeight="600" color="$ink">
                    {rowTitles[i]}
                  </Text>
                </YStack>
              ) : (
                cell(
                  i + 1,
                  0,
                  draft.rows[i] ?? '',
                  (text) => onChange({ ...draft, rows: replace(draft.rows, i, text) }),
                  `Row ${i + 1}`,
                  problems[`rows.${i}`],
                )
              )}
              {line.map((value, j) =>
                cell(
                  i + 1,
                  j + 1,
                  value,
                  (text) => setCell(i, j, text),
                  `${rowTitles?.[i] ?? `Row ${draft.rows[i] || i + 1}`}, column ${draft.columns[j] || j + 1}`,
                  problems[`cells.${i}.${j}`] ?? problems[`cells.${i}`],
                ),
              )}
            </XStack>
          ))}
        </YStack>
      </ScrollView>
      {sentences.map((words) => (
        <Text
          key={words}
          role="alert"
          color="$oxide"
          fontSize="$3"
          lineHeight="$3"
          fontWeight="600"
          testID={`${testID}-problem`}
        >
          {words}
        </Text>
      ))}
    </YStack>
  )
}

const replace = (texts: readonly string[], index: number, text: string) =>
  texts.map((old, i) => (i === index ? text : old))

function GridCell({
  value,
  onChange,
  label,
  wrong,
  axis,
  onKey,
  testID,
}: {
  value: string
  onChange: (text: string) => void
  label: string
  wrong: boolean
  axis: boolean
  onKey: (key: string) => void
  testID: string
}) {
  return (
    <Input
      unstyled
      value={value}
      onChangeText={onChange}
      aria-label={label}
      aria-invalid={wrong || undefined}
      inputMode="decimal"
      autoComplete="off"
      testID={testID}
      width={WIDTH}
      height={48}
      minHeight={48}
      textAlign="center"
      borderWidth={2}
      borderRadius="$2"
      borderColor={wrong ? '$oxide' : '$rule'}
      focusStyle={{ borderColor: '$copper' }}
      backgroundColor={axis ? '$pane' : '$card'}
      fontFamily="$figure"
      fontWeight={axis ? '700' : '600'}
      fontSize="$5"
      color="$ink"
      onKeyPress={(event: { nativeEvent: { key: string } }) => onKey(event.nativeEvent.key)}
    />
  )
}
