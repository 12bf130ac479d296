import type { Habit, HabitOverlay } from '../method/profile'
import type { HabitKey } from '../method/habits'
import { anyToSi, toSi, type Quantity } from '../quantity/unit'
import type { Refrigerant } from '../refrigerant/refrigerants'
import { checkCircuit, type CircuitFacts, type CircuitProblem } from './circuitFacts'
import type { Metering, Orientation } from './equipment'
import { checkSheet, type ChargingSheet, type SheetProblem } from './sheet'

/** One line of a label's table: for this orientation or this indoor unit (or for all, where both are empty), per mode. */
export interface TargetRow {
  readonly orientation?: Orientation
  readonly indoor?: string
  readonly cooling?: Quantity<'temperatureDifference'>
  readonly heating?: Quantity<'temperatureDifference'>
}

/** Figures by orientation or indoor unit; one row without either is a plain constant. */
export interface TargetTable {
  readonly quantity: 'subcooling' | 'superheat'
  readonly rows: readonly TargetRow[]
}

export interface LineAllowance {
  readonly tube: Quantity<'tube'>
  readonly allowance: Quantity<'massPerLength'>
}

/** Something that the label adds to the charge (or takes off) where it is fitted: an indoor coil, a filter-drier. */
export interface LabelItem {
  readonly name: string
  readonly mass: Quantity<'mass'>
}

/** What a maker's plate, sticker and literature say of one outdoor model. All but the name may be missing. */
export interface ModelLabel {
  readonly name: string
  readonly maker?: string
  readonly refrigerant?: Refrigerant
  readonly metering?: Metering
  readonly mode?: 'coolingOnly' | 'heatPump'
  /** ports, metering devices and reversing valve of this model */
  readonly circuit?: CircuitFacts
  readonly charge?: Quantity<'mass'>
  readonly includedLength?: Quantity<'length'>
  readonly allowances?: readonly LineAllowance[]
  readonly items?: readonly LabelItem[]
  readonly longLine?: Quantity<'length'>
  readonly lowSideTest?: Quantity<'gaugePressure'>
  readonly highSideTest?: Quantity<'gaugePressure'>
  readonly lowSideDesign?: Quantity<'gaugePressure'>
  readonly highSideDesign?: Quantity<'gaugePressure'>
  readonly ratedVoltage?: Quantity<'voltage'>
  readonly ratedAmps?: Quantity<'current'>
  readonly capacitor?: Quantity<'capacitance'>
  readonly airflow?: Quantity<'airflow'>
  readonly maximumStatic?: Quantity<'staticPressure'>
  readonly outdoorLow?: Quantity<'temperature'>
  readonly outdoorHigh?: Quantity<'temperature'>
  readonly indoorLow?: Quantity<'temperature'>
  readonly indoorHigh?: Quantity<'temperature'>
  /** the label's figures for heating are for setting the charge, not only for checking it */
  readonly heatingSets?: true
  /** discharge over outdoor air in heating, for charging by it */
  readonly dischargeOverOutdoor?: Quantity<'temperatureDifference'>
  /** longest that its board lets a defrost run, and how warm the outdoor coil is when it ends */
  readonly defrostLongest?: Quantity<'duration'>
  readonly defrostCoil?: Quantity<'temperature'>
  readonly subcoolingTolerance?: Quantity<'temperatureDifference'>
  readonly superheatTolerance?: Quantity<'temperatureDifference'>
  readonly tables?: readonly TargetTable[]
  readonly sheets?: readonly ChargingSheet[]
}

/** The habits that a label overrides. */
const habitOf = {
  outdoorLow: 'outdoorFloorK',
  outdoorHigh: 'outdoorCeilingK',
  indoorLow: 'indoorLowK',
  indoorHigh: 'indoorHighK',
  subcoolingTolerance: 'subcoolingToleranceK',
  superheatTolerance: 'superheatToleranceK',
  longLine: 'longLineM',
  defrostLongest: 'defrostLongestS',
  defrostCoil: 'defrostCoilK',
} as const satisfies Partial<Record<keyof ModelLabel, HabitKey>>

const dimensionOf = {
  outdoorLow: 'temperature',
  outdoorHigh: 'temperature',
  indoorLow: 'temperature',
  indoorHigh: 'temperature',
  subcoolingTolerance: 'temperatureDifference',
  superheatTolerance: 'temperatureDifference',
  longLine: 'length',
  defrostLongest: 'duration',
  defrostCoil: 'temperature',
} as const

/** What the label says where the profile has a habit; it beats the profile. */
export function labelHabits(label: ModelLabel | undefined): HabitOverlay {
  if (!label) return {}
  const layer: { [K in HabitKey]?: Habit } = {}
  for (const [field, key] of Object.entries(habitOf) as [keyof typeof habitOf, HabitKey][]) {
    const quantity = label[field]
    if (quantity === undefined) continue
    layer[key] = {
      si: anyToSi(dimensionOf[field], quantity),
      quantity,
      source: `label of ${label.name}`,
      origin: 'label',
    }
  }
  return layer
}

export type LabelProblem =
  | { code: 'noName'; path: 'name' }
  | { code: 'notPositive'; path: string }
  | { code: 'noItemName'; path: string }
  | { code: 'wrongWayRound'; path: string }
  | { code: 'emptyTable'; path: string }
  | { code: 'twiceInTable'; path: string }
  | { code: 'sheet'; path: string; problem: SheetProblem }
  | { code: 'circuit'; path: string; problem: CircuitProblem }

/** What is wrong with a label, each at its place; an empty label with a name is fine. */
export function checkLabel(label: ModelLabel): LabelProblem[] {
  const problems: LabelProblem[] = []
  if (label.name.trim() === '') problems.push({ code: 'noName', path: 'name' })
  const positive = [
    'charge',
    'longLine',
    'lowSideTest',
    'highSideTest',
    'lowSideDesign',
    'highSideDesign',
    'ratedVoltage',
    'ratedAmps',
    'capacitor',
    'airflow',
    'maximumStatic',
    'dischargeOverOutdoor',
    'defrostLongest',
    'subcoolingTolerance',
    'superheatTolerance',
  ] as const
  for (const key of positive) if ((label[key]?.value ?? 1) <= 0) problems.push({ code: 'notPositive', path: key })
  if ((label.includedLength?.value ?? 0) < 0) problems.push({ code: 'notPositive', path: 'includedLength' })
  const pairs = [
    ['outdoorLow', 'outdoorHigh'],
    ['indoorLow', 'indoorHigh'],
  ] as const
  for (const [low, high] of pairs) {
    const [a, b] = [label[low], label[high]]
    if (a && b && toSi('temperature', a) >= toSi('temperature', b)) problems.push({ code: 'wrongWayRound', path: high })
  }
  label.allowances?.forEach(({ tube, allowance }, i) => {
    if (tube.value <= 0) problems.push({ code: 'notPositive', path: `allowances.${i}.tube` })
    if (allowance.value < 0) problems.push({ code: 'notPositive', path: `allowances.${i}.allowance` })
  })
  label.items?.forEach(({ name }, i) => {
    if (name.trim() === '') problems.push({ code: 'noItemName', path: `items.${i}.name` })
    if (label.items!.findIndex((other) => sameName(other.name, name)) < i)
      problems.push({ code: 'twiceInTable', path: `items.${i}.name` })
  })
  if (label.circuit)
    for (const problem of checkCircuit(label.circuit, label))
      problems.push({ code: 'circuit', path: `circuit.${problem.path}`, problem })
  label.tables?.forEach((table, i) => problems.push(...checkTable(table, `tables.${i}`)))
  label.sheets?.forEach((sheet, i) =>
    checkSheet(sheet).forEach((problem) =>
      problems.push({ code: 'sheet', path: `sheets.${i}.${problem.path}`, problem }),
    ),
  )
  return problems
}

function checkTable({ rows }: TargetTable, path: string): LabelProblem[] {
  const problems: LabelProblem[] = []
  if (!rows.some((row) => row.cooling ?? row.heating)) problems.push({ code: 'emptyTable', path })
  rows.forEach((row, i) => {
    if ((row.cooling?.value ?? 1) <= 0) problems.push({ code: 'notPositive', path: `${path}.rows.${i}.cooling` })
    if ((row.heating?.value ?? 1) <= 0) problems.push({ code: 'notPositive', path: `${path}.rows.${i}.heating` })
    const same = (other: TargetRow) =>
      other.orientation === row.orientation && sameName(other.indoor ?? '', row.indoor ?? '')
    if (rows.findIndex(same) < i) problems.push({ code: 'twiceInTable', path: `${path}.rows.${i}` })
  })
  return problems
}

/** Model numbers are written with and without dashes and in any case. */
export function sameName(a: string, b: string): boolean {
  const plain = (text: string) => text.toLowerCase().replace(/[\s\-_/.]+/g, '')
  return plain(a) === plain(b)
}

/** The label's allowance for a tube, where it lists one within a thousandth of an inch. */
export function allowanceFor(label: ModelLabel, tubeM: number): Quantity<'massPerLength'> | undefined {
  return label.allowances?.find((a) => Math.abs(toSi('tube', a.tube) - tubeM) < 2.6e-5)?.allowance
}
