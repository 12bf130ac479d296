import { parseTable, rowNames, sheetWords, tableCsv, tableProblemWords } from '@zetesis/contract'
import {
  chartFamilyScene,
  draftFromTable,
  draftUnits,
  looseGrid,
  oddCells,
  resizeDraft,
  sheetSpecs,
  tableOf,
  type SheetDraft,
} from '@zetesis/core'
import { useMemo, useState } from 'react'
import { Text, XStack, YStack } from 'tamagui'
import { SceneView } from '@/charts/SceneView'
import { Banner } from '@/ui/Banner'
import { Choice } from '@/ui/Choice'
import { Disclosure } from '@/ui/Disclosure'
import { readTextFile, saveFile } from '@/ui/files'
import { Press } from '@/ui/Press'
import { QuantityField } from '@/ui/QuantityField'
import { TextField } from '@/ui/TextField'
import { Body, Soft } from '@/ui/Words'
import { GridCells } from './GridCells'
import type { Problems, SheetItemDraft } from './modelDraft'

/** One chart of a label: filled by thumb cell by cell, pasted from a spreadsheet or read from a CSV, with its curves drawn as they grow. */
export function SheetEditor({
  item,
  onChange,
  onRemove,
  problems,
  testID,
}: {
  item: SheetItemDraft
  onChange: (item: SheetItemDraft) => void
  onRemove: () => void
  problems: Problems
  testID: string
}) {
  const { shape, grid } = item
  const spec = sheetSpecs[shape]
  const words = sheetWords[shape]
  const setGrid = (next: SheetDraft) => onChange({ ...item, grid: next })
  const units = [
    { key: 'columnUnit', label: words.columns, options: draftUnits(spec.columns) },
    ...('axis' in spec.rows
      ? [{ key: 'rowUnit', label: words.rows, options: draftUnits(spec.rows.axis) } as const]
      : []),
    { key: 'cellUnit', label: words.cells, options: draftUnits(spec.cells) },
  ] as const
  const wide = problems.columns ?? problems.rows ?? problems.cells
  return (
    <YStack gap="$3" testID={testID}>
      <Choice
        label={`${words.title} for`}
        options={[
          { value: 'cooling', label: 'Cooling' },
          { value: 'heating', label: 'Heating' },
        ]}
        value={item.mode}
        onChange={(mode) => onChange({ ...item, mode: mode ?? 'cooling' })}
        testID={`${testID}-mode`}
      />
      {shape === 'superheatGrid' ? (
        <Choice
          label="Its rows are the return air’s"
          options={[
            { value: 'wetBulb', label: 'Wet bulb' },
            { value: 'dryBulb', label: 'Dry bulb' },
          ]}
          value={item.indoorAxis}
          onChange={(indoorAxis) => onChange({ ...item, indoorAxis: indoorAxis ?? 'wetBulb' })}
          testID={`${testID}-axis`}
        />
      ) : null}
      <XStack gap="$2" flexWrap="wrap">
        {units.map(({ key, label, options }) => (
          <Press
            key={key}
            testID={`${testID}-${key}`}
            label={`${label} in ${grid[key]}: change the unit`}
            onPress={() => setGrid({ ...grid, [key]: options[(options.indexOf(grid[key]) + 1) % options.length]! })}
          >
            {`${label}: ${grid[key]}`}
          </Press>
        ))}
      </XStack>
      {wide ? (
        <Banner metal="out" word="Not yet">
          {wide}
        </Banner>
      ) : null}
      <GridCells
        draft={grid}
        rowTitles={'names' in spec.rows ? spec.rows.names.map((name) => rowNames[name]!) : undefined}
        onChange={setGrid}
        problems={problems}
        testID={testID}
      />
      <XStack gap="$2" flexWrap="wrap">
        <Press testID={`${testID}-add-column`} onPress={() => setGrid(resizeDraft(grid, sized(grid, 1, 0)))}>
          + column
        </Press>
        <Press testID={`${testID}-drop-column`} onPress={() => setGrid(resizeDraft(grid, sized(grid, -1, 0)))}>
          − column
        </Press>
        {'axis' in spec.rows ? (
          <>
            <Press testID={`${testID}-add-row`} onPress={() => setGrid(resizeDraft(grid, sized(grid, 0, 1)))}>
              + row
            </Press>
            <Press testID={`${testID}-drop-row`} onPress={() => setGrid(resizeDraft(grid, sized(grid, 0, -1)))}>
              − row
            </Press>
          </>
        ) : null}
      </XStack>
      <Curves item={item} testID={testID} />
      <PasteAndFiles item={item} setGrid={setGrid} testID={testID} />
      <Particulars item={item} onChange={onChange} problems={problems} testID={testID} />
      <XStack>
        <Press look="stop" onPress={onRemove} testID={`${testID}-remove`}>
          Take this chart out
        </Press>
      </XStack>
    </YStack>
  )
}

const sized = ({ columns, rows }: SheetDraft, moreColumns: number, moreRows: number) => ({
  columns: Math.min(Math.max(columns.length + moreColumns, 1), 100),
  rows: Math.min(Math.max(rows.length + moreRows, 1), 100),
})

/** The family of curves as far as it can be drawn, and the cells that break its pattern. */
function Curves({ item, testID }: { item: SheetItemDraft; testID: string }) {
  const { shape, grid: draft } = item
  const grid = useMemo(() => looseGrid(shape, draft), [shape, draft])
  const odd = useMemo(() => (grid ? oddCells(grid) : []), [grid])
  const spec = sheetSpecs[shape]
  if (!grid) return <Soft>The curves are drawn once both axes are filled in.</Soft>
  const names = 'names' in spec.rows ? spec.rows.names.map((n) => rowNames[n]!) : draft.rows
  const { columnUnit, cellUnit } = draft
  const scene = chartFamilyScene({ grid, rowNames: names, odd, columnUnit, cellUnit, width: 358, height: 230 })
  return (
    <YStack gap="$2" width="100%" maxWidth={480}>
      {scene ? (
        <SceneView
          scene={scene}
          label={`Curves of the ${sheetWords[shape].title.toLowerCase()}`}
          testID={`${testID}-curves`}
        />
      ) : null}
      {odd.map(({ row, column, suggested }) => (
        <Text
          key={`${row}.${column}`}
          fontSize="$3"
          lineHeight="$3"
          color="$brass"
          fontWeight="600"
          role="status"
          testID={`${testID}-odd`}
        >
          {`◐ ${draft.cells[row]![column]} at ${draft.columns[column]} ${columnUnit}${'axis' in spec.rows ? `, ${draft.rows[row]} ${draft.rowUnit}` : ''} breaks the pattern: its neighbours suggest about ${Math.round(suggested)}. A slip?`}
        </Text>
      ))}
    </YStack>
  )
}

function PasteAndFiles({
  item,
  setGrid,
  testID,
}: {
  item: SheetItemDraft
  setGrid: (grid: SheetDraft) => void
  testID: string
}) {
  const [open, setOpen] = useState(false)
  const [text, setText] = useState('')
  const [problem, setProblem] = useState<string>()
  const take = (pasted: string) => {
    const taken = draftFromTable(item.shape, parseTable(pasted), item.grid)
    setProblem(taken.ok ? undefined : tableProblemWords(taken.problem))
    if (!taken.ok) return
    setGrid(taken.draft)
    setText('')
    setOpen(false)
  }
  const read = async () => {
    const file = await readTextFile('.csv,.tsv,.txt')
    if (!file) return
    setText(file)
    take(file)
  }
  return (
    <Disclosure
      title="Paste, or a CSV file"
      open={open}
      onToggle={() => setOpen(!open)}
      testID={`${testID}-paste-open`}
    >
      <TextField
        label="Paste from a spreadsheet"
        value={text}
        onChange={setText}
        problem={problem}
        long
        hint="First line: the columns’ values. First field of each line below: its row’s."
        testID={`${testID}-paste`}
      />
      <XStack gap="$2" flexWrap="wrap">
        <Press onPress={() => take(text)} testID={`${testID}-paste-take`}>
          Take it over
        </Press>
        <Press onPress={() => void read()} testID={`${testID}-csv-in`}>
          Read a CSV file
        </Press>
        <Press
          onPress={() => saveFile(`${item.shape}.csv`, 'text/csv', tableCsv(tableOf(item.shape, item.grid)))}
          testID={`${testID}-csv-out`}
        >
          Save as CSV
        </Press>
      </XStack>
    </Disclosure>
  )
}

/** For which indoor unit and stage the chart is, and between which humidities. */
function Particulars({
  item,
  onChange,
  problems,
  testID,
}: {
  item: SheetItemDraft
  onChange: (item: SheetItemDraft) => void
  problems: Problems
  testID: string
}) {
  const [open, setOpen] = useState(item.indoor !== '' || item.stage !== '')
  const dry = item.shape === 'superheatGrid' && item.indoorAxis === 'dryBulb'
  return (
    <Disclosure
      title="Only for …"
      summary={dry ? 'indoor unit, stage, humidity' : 'indoor unit, stage'}
      open={open || problems.humidityLow !== undefined || problems.humidityHigh !== undefined}
      onToggle={() => setOpen(!open)}
      testID={`${testID}-only`}
    >
      <TextField
        label="Indoor unit"
        value={item.indoor}
        onChange={(indoor) => onChange({ ...item, indoor })}
        hint="Empty: any."
      />
      <TextField
        label="Stage"
        value={item.stage}
        onChange={(stage) => onChange({ ...item, stage })}
        hint="Empty: the highest."
      />
      {dry ? (
        <>
          <Body fontSize="$3">A dry-bulb chart holds only at ordinary humidity; empty takes the method’s limits.</Body>
          <QuantityField
            label="Humidity from"
            dimension="ratio"
            value={item.humidityLow}
            onChange={(humidityLow) => onChange({ ...item, humidityLow })}
            problem={problems.humidityLow}
          />
          <QuantityField
            label="Humidity to"
            dimension="ratio"
            value={item.humidityHigh}
            onChange={(humidityHigh) => onChange({ ...item, humidityHigh })}
            problem={problems.humidityHigh}
          />
        </>
      ) : null}
    </Disclosure>
  )
}
