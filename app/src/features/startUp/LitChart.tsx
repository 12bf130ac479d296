import { orientationWords, rowNames, sheetWords } from '@zetesis/contract'
import {
  fromSi,
  sheetSpecs,
  toSi,
  type ChargeMode,
  type ChargingSheet,
  type JudgedReading,
  type ModelLabel,
  type TargetTable,
  type UnitSystem,
  type UsedCell,
} from '@zetesis/core'
import { ScrollView, Text, XStack, YStack } from 'tamagui'
import { useSettings } from '@/settings/settings'
import { Card } from '@/ui/Card'
import { drawn } from '@/ui/drawn'
import { Heading, Soft } from '@/ui/Words'

/** The part of the label that gave the target, with the cells that made it lit. */
export function LitChart({ judged: { target, mode }, label }: { judged: JudgedReading; label?: ModelLabel }) {
  return label && target.ok && target.used ? <Lit used={target.used} label={label} mode={mode} /> : null
}

type Used = NonNullable<Extract<JudgedReading['target'], { ok: true }>['used']>
const Lit = drawn(function Lit({ used, label, mode }: { used: Used; label: ModelLabel; mode: ChargeMode }) {
  if (used.kind === 'table') {
    const table = label.tables?.[used.table]
    return table ? <LitTable table={table} row={used.row} name={label.name} mode={mode} /> : null
  }
  const sheet = label.sheets?.[used.sheet]
  return sheet ? <LitSheet sheet={sheet} used={used.cells} name={label.name} /> : null
})

function LitTable({ table, row, name, mode }: { table: TargetTable; row: number; name: string; mode: ChargeMode }) {
  const { system } = useSettings()
  return (
    <Card testID="lit-table">
      <Heading>{`${name}: ${table.quantity}${mode === 'heating' ? ', in heating' : ''}`}</Heading>
      <YStack>
        {table.rows.map((line, i) => (
          <XStack
            key={i}
            justifyContent="space-between"
            alignItems="center"
            paddingHorizontal="$2"
            minHeight={40}
            borderRadius="$2"
            borderWidth={2}
            borderColor={i === row ? '$copper' : 'transparent'}
            testID={i === row ? 'lit-row' : undefined}
          >
            <Soft color="$ink">
              {[line.indoor, line.orientation && orientationWords[line.orientation]].filter(Boolean).join(', ') ||
                'Any indoor unit'}
            </Soft>
            <Cell text={line[mode] ? differenceIn(line[mode], system) : '–'} bold={i === row} />
          </XStack>
        ))}
      </YStack>
    </Card>
  )
}

const differenceIn = (q: { value: number; unit: '°F' | 'K' }, system: UnitSystem) => {
  const unit = system === 'ip' ? '°F' : 'K'
  return `${plain(fromSi('temperatureDifference', toSi('temperatureDifference', q), unit))} ${unit}`
}
const plain = (value: number) => String(Math.round(value * 10) / 10).replace('-', '−')

function LitSheet({ sheet, used, name }: { sheet: ChargingSheet; used: readonly UsedCell[]; name: string }) {
  const { rows } = sheetSpecs[sheet.shape]
  const lit = (row: number, column: number) => used.some((u) => u.row === row && u.column === column)
  const rowName = (i: number) => ('axis' in rows ? plain(sheet.rows.values[i]!) : rowNames[rows.names[i]!]!)
  return (
    <Card testID="lit-chart">
      <Heading>{`${name}: ${sheetWords[sheet.shape].title.toLowerCase()}`}</Heading>
      <Soft>
        {`${sheetWords[sheet.shape].columns} across, ${sheet.columns.unit}${sheet.indoorAxis ? `; ${sheet.indoorAxis === 'wetBulb' ? 'wet bulb' : 'dry bulb'} down, ${sheet.rows.unit}` : ''}; cells in ${sheet.cells.unit}`}
      </Soft>
      <ScrollView horizontal>
        <YStack>
          <XStack>
            <Cell text="" head />
            {sheet.columns.values.map((x) => (
              <Cell key={x} text={plain(x)} head />
            ))}
          </XStack>
          {sheet.cells.values.map((line, i) => (
            <XStack key={i}>
              <Cell text={rowName(i)} head />
              {line.map((value, j) => (
                <Cell key={j} text={value === null ? '' : plain(value)} lit={lit(i, j)} bold={lit(i, j)} />
              ))}
            </XStack>
          ))}
        </YStack>
      </ScrollView>
    </Card>
  )
}

function Cell({ text, lit, bold, head }: { text: string; lit?: boolean; bold?: boolean; head?: boolean }) {
  return (
    <YStack
      minWidth={46}
      height={32}
      alignItems="center"
      justifyContent="center"
      borderWidth={lit ? 2 : 0}
      borderColor="$copper"
      backgroundColor={lit ? '$hold' : 'transparent'}
      testID={lit ? 'lit-cell' : undefined}
    >
      <Text
        fontFamily="$figure"
        fontWeight={bold || head ? '700' : '500'}
        fontSize="$3"
        color={head ? '$soft' : '$ink'}
      >
        {text}
      </Text>
    </YStack>
  )
}
