import { labelProblemWords, sheetProblemWords } from '@zetesis/contract'
import {
  acrTubes,
  checkLabel,
  draftOf,
  preferredUnit,
  readSheet,
  sheetSpecs,
  toSi,
  type ChargeMode,
  type ChargingSheet,
  type CircuitFacts,
  type Dimension,
  type IndoorAxis,
  type Metering,
  type ModelLabel,
  type Orientation,
  type Refrigerant,
  type SheetDraft,
  type SheetShape,
  type TargetRow,
  type UnitSystem,
} from '@zetesis/core'
import { quantityInput, quantityText } from '@/ui/quantityInput'
import type { QuantityText } from '@/ui/QuantityField'

export const modelQuantities = [
  { name: 'charge', label: 'Factory charge', dimension: 'mass', group: 'charge' },
  { name: 'includedLength', label: 'Line length it covers', dimension: 'length', group: 'charge' },
  { name: 'longLine', label: 'Long-line limit', dimension: 'length', group: 'charge' },
  {
    name: 'subcoolingTolerance',
    label: 'Tolerance of subcooling, ±',
    dimension: 'temperatureDifference',
    group: 'window',
  },
  {
    name: 'superheatTolerance',
    label: 'Tolerance of superheat, ±',
    dimension: 'temperatureDifference',
    group: 'window',
  },
  {
    name: 'dischargeOverOutdoor',
    label: 'Discharge over outdoors, in heating',
    dimension: 'temperatureDifference',
    group: 'window',
  },
  { name: 'defrostLongest', label: 'A defrost lasts at most', dimension: 'duration', group: 'window' },
  { name: 'defrostCoil', label: 'A defrost ends with its coil at', dimension: 'temperature', group: 'window' },
  { name: 'outdoorLow', label: 'Outdoors from', dimension: 'temperature', group: 'window' },
  { name: 'outdoorHigh', label: 'Outdoors to', dimension: 'temperature', group: 'window' },
  { name: 'indoorLow', label: 'Indoors from', dimension: 'temperature', group: 'window' },
  { name: 'indoorHigh', label: 'Indoors to', dimension: 'temperature', group: 'window' },
  { name: 'lowSideTest', label: 'Test pressure, low side', dimension: 'gaugePressure', group: 'pressures' },
  { name: 'highSideTest', label: 'Test pressure, high side', dimension: 'gaugePressure', group: 'pressures' },
  { name: 'lowSideDesign', label: 'Design pressure, low side', dimension: 'gaugePressure', group: 'pressures' },
  { name: 'highSideDesign', label: 'Design pressure, high side', dimension: 'gaugePressure', group: 'pressures' },
  { name: 'ratedVoltage', label: 'Rated voltage', dimension: 'voltage', group: 'electrical' },
  { name: 'ratedAmps', label: 'Rated current', dimension: 'current', group: 'electrical' },
  { name: 'capacitor', label: 'Capacitor', dimension: 'capacitance', group: 'electrical' },
  { name: 'airflow', label: 'Airflow', dimension: 'airflow', group: 'electrical' },
  { name: 'maximumStatic', label: 'Maximum external static', dimension: 'staticPressure', group: 'electrical' },
] as const satisfies readonly { name: keyof ModelLabel; label: string; dimension: Dimension; group: string }[]
type QuantityName = (typeof modelQuantities)[number]['name']

export interface TableRowDraft {
  readonly orientation?: Orientation
  readonly indoor: string
  readonly cooling: QuantityText
  readonly heating: QuantityText
}
export interface TableDraft {
  readonly quantity: 'subcooling' | 'superheat'
  readonly rows: readonly TableRowDraft[]
}
export interface SheetItemDraft {
  readonly shape: SheetShape
  readonly mode: ChargeMode
  readonly indoor: string
  readonly stage: string
  readonly indoorAxis: IndoorAxis
  readonly humidityLow: QuantityText
  readonly humidityHigh: QuantityText
  readonly grid: SheetDraft
}
export interface AllowanceDraft {
  readonly tube: string
  readonly allowance: QuantityText
}

export interface ItemDraft {
  readonly name: string
  readonly mass: QuantityText
}

export type ModelDraft = { [Q in QuantityName]: QuantityText } & {
  name: string
  maker: string
  refrigerant?: Refrigerant
  metering?: Metering
  mode?: 'coolingOnly' | 'heatPump'
  circuit: CircuitFacts
  heating?: 'checks' | 'sets'
  allowances: AllowanceDraft[]
  items: ItemDraft[]
  tables: TableDraft[]
  sheets: SheetItemDraft[]
}

const blank: QuantityText = { text: '' }

/** The form of a label as stored, or of a new one. */
export function modelDraft(label: ModelLabel | undefined): ModelDraft {
  const quantities = Object.fromEntries(modelQuantities.map(({ name }) => [name, quantityText(label?.[name])])) as {
    [Q in QuantityName]: QuantityText
  }
  return {
    ...quantities,
    name: label?.name ?? '',
    maker: label?.maker ?? '',
    refrigerant: label?.refrigerant,
    metering: label?.metering,
    mode: label?.mode,
    circuit: label?.circuit ?? {},
    heating: label?.heatingSets ? 'sets' : undefined,
    allowances: (label?.allowances ?? []).map(({ tube, allowance }) => ({
      tube: acrTubes.find((t) => Math.abs(t.outsideDiameterM - toSi('tube', tube)) < 1e-4)?.name ?? '',
      allowance: quantityText(allowance),
    })),
    items: (label?.items ?? []).map(({ name, mass }) => ({ name, mass: quantityText(mass) })),
    tables: (label?.tables ?? []).map(({ quantity, rows }) => ({ quantity, rows: rows.map(rowDraft) })),
    sheets: (label?.sheets ?? []).map((sheet) => ({
      shape: sheet.shape,
      mode: sheet.mode,
      indoor: sheet.indoor ?? '',
      stage: sheet.stage ?? '',
      indoorAxis: sheet.indoorAxis ?? 'wetBulb',
      humidityLow: quantityText(sheet.humidityLow),
      humidityHigh: quantityText(sheet.humidityHigh),
      grid: draftOf(sheet),
    })),
  }
}

const rowDraft = ({ orientation, indoor, cooling, heating }: TargetRow): TableRowDraft => ({
  orientation,
  indoor: indoor ?? '',
  cooling: quantityText(cooling),
  heating: quantityText(heating),
})

/** An empty chart of a shape, four columns wide, in the units in use. */
export function emptySheet(shape: SheetShape, system: UnitSystem): SheetItemDraft {
  const spec = sheetSpecs[shape]
  const rows = 'axis' in spec.rows ? 3 : spec.rows.names.length
  const empty = (n: number) => Array.from({ length: n }, () => '')
  return {
    shape,
    mode: 'cooling',
    indoor: '',
    stage: '',
    indoorAxis: 'wetBulb',
    humidityLow: blank,
    humidityHigh: blank,
    grid: {
      columnUnit: preferredUnit(spec.columns, system),
      rowUnit: 'axis' in spec.rows ? preferredUnit(spec.rows.axis, system) : '',
      cellUnit: preferredUnit(spec.cells, system),
      columns: empty(4),
      rows: empty(rows),
      cells: Array.from({ length: rows }, () => empty(4)),
    },
  }
}

export const emptyRow: TableRowDraft = { indoor: '', cooling: blank, heating: blank }

/** What a person must mend, each sentence at its place in the form. */
export type Problems = Readonly<Record<string, string>>

/** The label that a form holds, or everything that keeps it from being one. */
export function readModel(
  draft: ModelDraft,
  system: UnitSystem,
): { ok: true; label: ModelLabel } | { ok: false; problems: Problems } {
  const problems: Record<string, string> = {}
  const read = <D extends Dimension>(dimension: D, value: QuantityText, path: string) => {
    const parsed = quantityInput(dimension, system).safeParse(value)
    if (!parsed.success) problems[path] = parsed.error.issues[0]!.message
    return parsed.data
  }
  const quantities = Object.fromEntries(
    modelQuantities.map(({ name, dimension }) => [name, read(dimension, draft[name], name)]),
  )
  const label = tidy({
    ...quantities,
    name: draft.name.trim(),
    maker: draft.maker.trim() || undefined,
    refrigerant: draft.refrigerant,
    metering: draft.metering,
    mode: draft.mode,
    heatingSets: draft.heating === 'sets' ? true : undefined,
    circuit: Object.keys(draft.circuit ?? {}).length > 0 ? draft.circuit : undefined,
    allowances: list(
      draft.allowances.flatMap(({ tube, allowance }, i) => {
        const size = acrTubes.find((t) => t.name === tube)
        const value = read('massPerLength', allowance, `allowances.${i}.allowance`)
        if (!size && value) problems[`allowances.${i}.tube`] = 'Choose the tube that this allowance is for.'
        return size && value
          ? [
              {
                tube: { value: Number((size.outsideDiameterM / 0.0254).toFixed(4)), unit: 'in' as const },
                allowance: value,
              },
            ]
          : []
      }),
    ),
    items: list(
      draft.items.flatMap(({ name, mass }, i) => {
        const value = read('mass', mass, `items.${i}.mass`)
        if (!value && name.trim() !== '') problems[`items.${i}.mass`] ??= 'Type what the label adds for it.'
        return value ? [{ name: name.trim(), mass: value }] : []
      }),
    ),
    tables: list(
      draft.tables.map(({ quantity, rows }, i) => ({
        quantity,
        rows: rows.map(({ orientation, indoor, cooling, heating }, j) =>
          tidy({
            orientation,
            indoor: indoor.trim() || undefined,
            cooling: read('temperatureDifference', cooling, `tables.${i}.rows.${j}.cooling`),
            heating: read('temperatureDifference', heating, `tables.${i}.rows.${j}.heating`),
          }),
        ),
      })),
    ),
    sheets: list(draft.sheets.flatMap((sheet, i) => readSheetItem(sheet, i) ?? [])),
  }) as ModelLabel
  for (const problem of Object.keys(problems).length === 0 ? checkLabel(label) : []) {
    problems[problem.path] ??= labelProblemWords(problem)
  }
  return Object.keys(problems).length > 0 ? { ok: false, problems } : { ok: true, label }

  function readSheetItem(item: SheetItemDraft, i: number): ChargingSheet | undefined {
    const { shape, mode, indoor, stage, indoorAxis, humidityLow, humidityHigh, grid } = item
    const extra = tidy({
      shape,
      mode,
      indoor: indoor.trim() || undefined,
      stage: stage.trim() || undefined,
      indoorAxis: shape === 'superheatGrid' ? indoorAxis : undefined,
      humidityLow: read('ratio', humidityLow, `sheets.${i}.humidityLow`),
      humidityHigh: read('ratio', humidityHigh, `sheets.${i}.humidityHigh`),
    })
    const found = readSheet(shape, grid, extra)
    if (found.ok) return { ...extra, ...found.sheet }
    for (const problem of found.problems) problems[`sheets.${i}.${problem.path}`] ??= sheetProblemWords(problem)
    return undefined
  }
}

const list = <T>(items: T[]): T[] | undefined => (items.length === 0 ? undefined : items)
/** without the keys that hold nothing */
const tidy = <T extends object>(value: T): T =>
  Object.fromEntries(Object.entries(value).filter(([, v]) => v !== undefined)) as T

/** The problems under a path, with the path cut off. */
export function problemsUnder(problems: Problems, path: string): Problems {
  const inside = Object.entries(problems).filter(([key]) => key.startsWith(`${path}.`))
  return Object.fromEntries(inside.map(([key, words]) => [key.slice(path.length + 1), words]))
}
