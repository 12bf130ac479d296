import type { MethodProfile } from '../method/profile'
import { toSi } from '../quantity/unit'
import { interpolateGrid, type UsedCell } from './grid'
import type { ChargeMode, Orientation } from './equipment'
import { sameName, type ModelLabel, type TargetRow } from './modelLabel'
import { sheetGrid, type ChargingSheet, type SheetShape } from './sheet'

export type ChargedBy = 'superheat' | 'subcooling'

/** What picks the lookup, and where on the chart the day stands. Missing values are refused where the lookup needs them. */
export interface LookupPlace {
  readonly quantity: ChargedBy
  readonly mode: ChargeMode
  readonly orientation?: Orientation
  readonly indoorModel?: string
  readonly stage?: string
  readonly outdoorK?: number
  readonly wetBulbK?: number
  readonly dryBulbK?: number
  readonly humidity?: number
  readonly liquidGaugePa?: number
  /** bubble temperature at the liquid pressure, and its slope in K/Pa */
  readonly bubble?: { readonly temperatureK: number; readonly slopeKPerPa: number }
}

export type LookupRefusal =
  | 'needsOrientation'
  | 'needsIndoorModel'
  | 'rowNotOnLabel'
  | 'needsOutdoor'
  | 'needsWetBulb'
  | 'needsReturn'
  | 'needsLiquidPressure'
  | 'outsideChart'
  | 'blankCell'
  | 'humidityOutsideChart'

/** What the target moves by, per unit of each thing it was looked up with. */
export interface TargetSlopes {
  readonly outdoor?: number
  readonly wetBulb?: number
  readonly dryBulb?: number
  readonly liquidPressure?: number
}

export type UsedDatum =
  | { readonly kind: 'table'; readonly table: number; readonly row: number }
  | { readonly kind: 'sheet'; readonly sheet: number; readonly cells: readonly UsedCell[] }

export type LabelTarget =
  | { ok: true; targetK: number; slopes: TargetSlopes; used: UsedDatum; humidityUnknown: boolean }
  | { ok: false; reason: LookupRefusal; sheet?: number }

/**
 * The target that a model's label gives for this unit in this weather. Among what the label holds for the quantity and mode, the
 * most particular applies: a chart over conditions before a table, a line for this indoor unit or orientation before one for all.
 *
 * @returns undefined where the label has nothing for this quantity and mode; refused where it has but can't answer here. A chart
 *          is never extrapolated and no other source steps in for it
 */
export function labelTarget(label: ModelLabel, place: LookupPlace, profile: MethodProfile): LabelTarget | undefined {
  const sheets = (label.sheets ?? [])
    .map((sheet, index) => ({ sheet, index }))
    .filter(({ sheet }) => sheet.mode === place.mode && fits(sheet.stage, place.stage) && serves(sheet, place.quantity))
  const chart = pickSheet(sheets, place)
  if (chart) return fromSheet(chart, place, profile)
  return (
    fromTables(label, place) ??
    (sheets.length > 0 ? { ok: false, reason: place.indoorModel ? 'rowNotOnLabel' : 'needsIndoorModel' } : undefined)
  )
}

const shapesFor: Record<ChargedBy, readonly SheetShape[]> = {
  superheat: ['superheatGrid'],
  subcooling: ['subcoolingCurve', 'requiredLine'],
}
const serves = (sheet: ChargingSheet, quantity: ChargedBy) => shapesFor[quantity].includes(sheet.shape)
const fits = (wanted: string | undefined, here: string | undefined) => !wanted || !here || sameName(wanted, here)

interface Indexed {
  readonly sheet: ChargingSheet
  readonly index: number
}

/** For this indoor unit before any; a wet-bulb chart before a dry-bulb one where wet bulb was measured. */
function pickSheet(sheets: readonly Indexed[], place: LookupPlace): Indexed | undefined {
  const mine = sheets.filter(
    ({ sheet }) => !sheet.indoor || (place.indoorModel && sameName(sheet.indoor, place.indoorModel)),
  )
  const rank = ({ sheet }: Indexed) =>
    (sheet.indoor ? 0 : 4) +
    (shapesFor[place.quantity].indexOf(sheet.shape) > 0 ? 2 : 0) +
    (dryChart(sheet) === (place.wetBulbK !== undefined) ? 1 : 0)
  return [...mine].sort((a, b) => rank(a) - rank(b))[0]
}
const dryChart = (sheet: ChargingSheet) => sheet.indoorAxis === 'dryBulb'

function fromSheet({ sheet, index }: Indexed, place: LookupPlace, profile: MethodProfile): LabelTarget {
  const no = (reason: LookupRefusal): LabelTarget => ({ ok: false, reason, sheet: index })
  const yes = (
    targetK: number,
    slopes: TargetSlopes,
    cells: readonly UsedCell[],
    humidityUnknown = false,
  ): LabelTarget => ({
    ok: true,
    targetK,
    slopes,
    used: { kind: 'sheet', sheet: index, cells },
    humidityUnknown,
  })
  const grid = sheetGrid(sheet)
  if (sheet.shape === 'requiredLine') {
    if (place.liquidGaugePa === undefined || !place.bubble) return no('needsLiquidPressure')
    const line = interpolateGrid(grid, { x: place.liquidGaugePa, y: grid.y[0]! })
    if (!line.ok) return no(refusal[line.reason])
    const { temperatureK, slopeKPerPa } = place.bubble
    return yes(temperatureK - line.value, { liquidPressure: slopeKPerPa - line.slopeX }, line.used)
  }
  if (place.outdoorK === undefined) return no('needsOutdoor')
  if (sheet.shape === 'subcoolingCurve') {
    const found = interpolateGrid(grid, { x: place.outdoorK, y: grid.y[0]! })
    return found.ok ? yes(found.value, { outdoor: found.slopeX }, found.used) : no(refusal[found.reason])
  }
  const dry = dryChart(sheet)
  const indoorK = dry ? place.dryBulbK : place.wetBulbK
  if (indoorK === undefined) return no(dry ? 'needsReturn' : 'needsWetBulb')
  if (dry && place.humidity !== undefined) {
    const low = sheet.humidityLow ? toSi('ratio', sheet.humidityLow) : profile.chartHumidityLow.si
    const high = sheet.humidityHigh ? toSi('ratio', sheet.humidityHigh) : profile.chartHumidityHigh.si
    if (place.humidity < low - 1e-9 || place.humidity > high + 1e-9) return no('humidityOutsideChart')
  }
  const found = interpolateGrid(grid, { x: place.outdoorK, y: indoorK })
  if (!found.ok) return no(refusal[found.reason])
  const slopes = { outdoor: found.slopeX, [dry ? 'dryBulb' : 'wetBulb']: found.slopeY }
  return yes(found.value, slopes, found.used, dry && place.humidity === undefined)
}

const refusal = { outside: 'outsideChart', blank: 'blankCell' } as const

function fromTables(label: ModelLabel, place: LookupPlace): LabelTarget | undefined {
  const value = (row: TargetRow) => (place.mode === 'cooling' ? row.cooling : row.heating)
  const rows = (label.tables ?? []).flatMap(({ quantity, rows: own }, table) =>
    quantity === place.quantity ? own.flatMap((row, i) => (value(row) ? [{ row, table, index: i }] : [])) : [],
  )
  if (rows.length === 0) return undefined
  const mine = rows.filter(
    ({ row }) =>
      (!row.orientation || row.orientation === place.orientation) &&
      (!row.indoor || (place.indoorModel !== undefined && sameName(row.indoor, place.indoorModel))),
  )
  const particular = ({ row }: (typeof rows)[number]) => (row.indoor ? 2 : 0) + (row.orientation ? 1 : 0)
  const best = [...mine].sort((a, b) => particular(b) - particular(a))[0]
  if (!best) {
    if (rows.some(({ row }) => row.orientation) && !place.orientation) return { ok: false, reason: 'needsOrientation' }
    if (rows.some(({ row }) => row.indoor) && !place.indoorModel) return { ok: false, reason: 'needsIndoorModel' }
    return { ok: false, reason: 'rowNotOnLabel' }
  }
  return {
    ok: true,
    targetK: toSi('temperatureDifference', value(best.row)!),
    slopes: {},
    used: { kind: 'table', table: best.table, row: best.index },
    humidityUnknown: false,
  }
}

/** Pressures that the label expects at this outdoor temperature, gauge; undefined where it says nothing about it. */
export function expectedPressures(
  label: ModelLabel,
  { outdoorK, mode, indoorModel }: { outdoorK: number; mode: ChargeMode; indoorModel?: string },
): { suctionPa?: number; liquidPa?: number } | undefined {
  const sheet = label.sheets?.find(
    (s) =>
      s.shape === 'pressureCurve' && s.mode === mode && (!s.indoor || (indoorModel && sameName(s.indoor, indoorModel))),
  )
  if (!sheet) return undefined
  const grid = sheetGrid(sheet)
  const at = (row: number) => {
    const found = interpolateGrid(grid, { x: outdoorK, y: row })
    return found.ok ? found.value : undefined
  }
  const [suctionPa, liquidPa] = [at(0), at(1)]
  return suctionPa === undefined && liquidPa === undefined ? undefined : { suctionPa, liquidPa }
}
