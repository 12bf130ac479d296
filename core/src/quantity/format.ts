import { fromSi, preferredUnit, type Dimension, type UnitOf, type UnitSystem } from './unit'

const NARROW_SPACE = '\u202f'

/** Digits after the point that a reading in this unit deserves. */
const decimals: Readonly<Record<string, number>> = {
  psig: 1,
  psia: 1,
  psi: 1,
  bar: 2,
  kPa: 0,
  MPa: 3,
  Pa: 0,
  micron: 0,
  Torr: 3,
  mbar: 3,
  '°F': 1,
  '°C': 1,
  K: 1,
  oz: 1,
  lb: 2,
  g: 0,
  kg: 3,
  'oz/min': 1,
  'lb/min': 1,
  'g/s': 1,
  'oz/ft': 2,
  'g/m': 1,
  'kg/m': 4,
  'lb/ft': 3,
  ft: 1,
  m: 1,
  in: 3,
  mm: 1,
  cm: 1,
  '%': 0,
  times: 1,
  min: 0,
  s: 0,
  h: 1,
  'lb/ft³': 2,
  'kg/m³': 1,
  'in wc': 2,
  V: 1,
  A: 1,
  µF: 1,
  cfm: 0,
  'L/s': 0,
  'm³/h': 0,
  'cfm/ton': 0,
  'L/s/kW': 1,
  '°F/min': 1,
  'K/min': 2,
}

/** A number the way gauges and forms show it: "−" for minus, a narrow space between thousands, no "−0". */
export function formatNumber(value: number, digits: number): string {
  const fixed = Math.abs(value).toFixed(digits)
  const negative = value < 0 && Number(fixed) !== 0
  const [whole = '', fraction] = fixed.split('.')
  const grouped = whole.length > 4 ? whole.replace(/\B(?=(\d{3})+$)/g, NARROW_SPACE) : whole
  return `${negative ? '−' : ''}${grouped}${fraction === undefined ? '' : `.${fraction}`}`
}

export interface Shown {
  readonly figure: string
  readonly unit: string
}

/** An SI value in the preferred unit of a system, figure and unit apart so that they can be set in different sizes. */
export function show(dimension: Dimension, si: number, system: UnitSystem): Shown {
  const unit = preferredUnit(dimension, system)
  const value = fromSi(dimension, si, unit as UnitOf<Dimension>)
  // a site's height is known to the metre or foot at best; a line's length to a tenth
  const whole = dimension === 'elevation'
  const small = dimension === 'vacuum' && unit === 'Pa' && Math.abs(value) < 100
  return { figure: formatNumber(value, small ? 1 : whole ? 0 : decimals[unit]!), unit }
}

/** @example showText('mass', 0.0992, 'ip') // "3.5 oz" */
export function showText(dimension: Dimension, si: number, system: UnitSystem): string {
  const { figure, unit } = show(dimension, si, system)
  return `${figure} ${unit}`
}

/** A quantity exactly as typed, for the log. */
export function showTyped(quantity: { readonly value: number; readonly unit: string }): string {
  const text = String(quantity.value).replace('-', '−')
  return `${text} ${quantity.unit}`
}

const prefixes = [
  [1, ''],
  [1e-3, 'm'],
  [1e-6, 'µ'],
  [1e-9, 'n'],
] as const

/** A flow of gas over its many decades, to two digits: "2.8 Pa·m³/s", "31 µPa·m³/s". */
export function flowText(paM3PerS: number): string {
  const [factor, prefix] = prefixes.find(([f]) => paM3PerS >= f) ?? prefixes.at(-1)!
  const value = paM3PerS / factor
  return `${formatNumber(value, value < 10 ? 1 : 0)} ${prefix}Pa·m³/s`
}
