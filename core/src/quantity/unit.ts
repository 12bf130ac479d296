import { bounded } from './bounded'

/** Units that a lead types in, by what they measure. Everything inside core is SI; this is the only door. */

export type Dimension =
  | 'gaugePressure'
  | 'absolutePressure'
  | 'pressureDifference'
  | 'vacuum'
  | 'temperature'
  | 'temperatureDifference'
  | 'mass'
  | 'massRate'
  | 'massPerLength'
  | 'length'
  | 'tube'
  | 'bore'
  | 'elevation'
  | 'ratio'
  | 'count'
  | 'duration'
  | 'density'
  | 'staticPressure'
  | 'voltage'
  | 'current'
  | 'capacitance'
  | 'airflow'
  | 'airflowPerCapacity'
  | 'temperatureRate'
  | 'vacuumRate'

export type UnitSystem = 'ip' | 'si'

interface UnitOfMeasure {
  /** SI value of one of it */
  readonly factor: number
  /** added before the factor is applied: (value + offset) · factor */
  readonly offset?: number
  /** other ways people write it; compared in lower case without dots */
  readonly aliases?: readonly string[]
}

const PSI = 6894.757293168
const INCH = 0.0254
const FOOT = 0.3048
const POUND = 0.45359237
const OUNCE = POUND / 16
/** 12 000 Btu (international table) an hour, in W */
const TON_OF_COOLING = 3516.8528420667

const pressureUnits = {
  kPa: { factor: 1000 },
  MPa: { factor: 1e6 },
  bar: { factor: 1e5 },
  psi: { factor: PSI, aliases: ['lb/in2', '#'] },
} as const satisfies Record<string, UnitOfMeasure>

/** SI base per dimension: Pa, K, kg, kg/m, m, 1, s, kg/m³, V, A, F, m³/s, m³/J, K/s. Exact conversion factors: NIST SP 811. */
export const units = {
  gaugePressure: {
    psig: { ...pressureUnits.psi, aliases: ['psi', 'lb', '#'] },
    bar: { ...pressureUnits.bar, aliases: ['barg', 'bar g'] },
    kPa: { ...pressureUnits.kPa, aliases: ['kpag'] },
    MPa: { ...pressureUnits.MPa, aliases: ['mpag'] },
  },
  pressureDifference: {
    psi: { ...pressureUnits.psi, aliases: ['lb/in2', 'psid', '#'] },
    bar: { ...pressureUnits.bar },
    kPa: { ...pressureUnits.kPa },
    Pa: { factor: 1 },
  },
  absolutePressure: {
    psia: { ...pressureUnits.psi, aliases: ['psi'] },
    bar: { ...pressureUnits.bar, aliases: ['bara'] },
    kPa: { ...pressureUnits.kPa, aliases: ['kpaa'] },
    Pa: { factor: 1 },
  },
  vacuum: {
    micron: { factor: 0.133322368, aliases: ['microns', 'mtorr', 'µm', 'um', 'μm'] },
    Pa: { factor: 1 },
    Torr: { factor: 133.322368, aliases: ['mmhg'] },
    mbar: { factor: 100, aliases: ['hpa'] },
  },
  temperature: {
    '°F': { factor: 5 / 9, offset: 459.67, aliases: ['f', 'degf', 'deg f', '° f'] },
    '°C': { factor: 1, offset: 273.15, aliases: ['c', 'degc', 'deg c', '° c'] },
    K: { factor: 1 },
  },
  temperatureDifference: {
    '°F': { factor: 5 / 9, aliases: ['f', 'degf', 'f°', 'deg f', '° f', '°r'] },
    K: { factor: 1, aliases: ['c', '°c', 'degc', 'deg c', 'c°'] },
  },
  mass: {
    oz: { factor: OUNCE, aliases: ['ounce', 'ounces'] },
    lb: { factor: POUND, aliases: ['lbs', 'pound', 'pounds'] },
    g: { factor: 0.001, aliases: ['gram', 'grams'] },
    kg: { factor: 1, aliases: ['kilo', 'kilos'] },
  },
  massRate: { 'lb/min': { factor: POUND / 60 }, 'oz/min': { factor: OUNCE / 60 }, 'g/s': { factor: 0.001 } },
  massPerLength: {
    'oz/ft': { factor: OUNCE / FOOT },
    'g/m': { factor: 0.001 },
    'kg/m': { factor: 1 },
    'lb/ft': { factor: POUND / FOOT },
  },
  length: {
    ft: { factor: FOOT, aliases: ["'", 'feet', 'foot'] },
    m: { factor: 1, aliases: ['metre', 'metres', 'meter', 'meters'] },
    in: { factor: INCH, aliases: ['"', 'inch', 'inches'] },
    mm: { factor: 0.001 },
    cm: { factor: 0.01 },
  },
  tube: {
    in: { factor: INCH, aliases: ['"', 'inch', 'inches'] },
    mm: { factor: 0.001 },
    m: { factor: 1 },
  },
  bore: {
    thou: { factor: INCH / 1000, aliases: ['thousandths', 'mil', 'mils', '#'] },
    in: { factor: INCH, aliases: ['"', 'inch', 'inches'] },
    mm: { factor: 0.001 },
    m: { factor: 1 },
  },
  elevation: {
    ft: { factor: FOOT, aliases: ["'", 'feet', 'foot'] },
    m: { factor: 1, aliases: ['metre', 'metres', 'meter', 'meters'] },
  },
  ratio: { '%': { factor: 0.01, aliases: ['percent', '% rh', '%rh', 'rh'] } },
  duration: {
    min: { factor: 60, aliases: ['mins', 'minute', 'minutes', "'"] },
    s: { factor: 1, aliases: ['sec', 'seconds'] },
    h: { factor: 3600, aliases: ['hr', 'hours', 'hour'] },
  },
  density: { 'lb/ft³': { factor: POUND / FOOT ** 3 }, 'kg/m³': { factor: 1 } },
  staticPressure: {
    'in wc': { factor: 249.08891, aliases: ['inwc', 'in w.c.', 'in wg', 'inwg', 'in h2o', 'inh2o', 'iwc', '"'] },
    Pa: { factor: 1 },
  },
  voltage: { V: { factor: 1, aliases: ['volt', 'volts', 'vac'] } },
  current: { A: { factor: 1, aliases: ['amp', 'amps', 'ampere'] } },
  capacitance: { µF: { factor: 1e-6, aliases: ['uf', 'mfd', 'μf'] } },
  airflow: {
    cfm: { factor: FOOT ** 3 / 60, aliases: ['ft3/min', 'ft³/min'] },
    'L/s': { factor: 0.001 },
    'm³/h': { factor: 1 / 3600, aliases: ['m3/h'] },
  },
  airflowPerCapacity: {
    'cfm/ton': { factor: FOOT ** 3 / 60 / TON_OF_COOLING },
    'L/s/kW': { factor: 1e-6 },
  },
  count: { times: { factor: 1, aliases: ['x', '×'] } },
  vacuumRate: { 'micron/min': { factor: 0.133322368 / 60 }, 'Pa/min': { factor: 1 / 60 } },
  temperatureRate: { '°F/min': { factor: 5 / 9 / 60, aliases: ['f/min'] }, 'K/min': { factor: 1 / 60 } },
} as const satisfies Record<Dimension, Record<string, UnitOfMeasure>>

export type UnitOf<D extends Dimension> = D extends Dimension ? keyof (typeof units)[D] & string : never
/** A value exactly as somebody typed it: number and unit, never converted. */
export interface Quantity<D extends Dimension = Dimension> {
  readonly value: number
  readonly unit: UnitOf<D>
}

/** A value as typed whose dimension is known from where it stands. */
export interface AnyQuantity {
  readonly value: number
  readonly unit: string
}

/** `toSi` for a value whose dimension is known from where it stands; its unit was checked when it was typed. */
export function anyToSi(dimension: Dimension, quantity: AnyQuantity): number {
  return toSi(dimension, quantity as Quantity)
}

/** What is shown and assumed for a bare number, in each system. */
const preferred: { readonly [D in Dimension]: Record<UnitSystem, UnitOf<D>> } = {
  gaugePressure: { ip: 'psig', si: 'bar' },
  absolutePressure: { ip: 'psia', si: 'bar' },
  pressureDifference: { ip: 'psi', si: 'bar' },
  vacuum: { ip: 'micron', si: 'Pa' },
  temperature: { ip: '°F', si: '°C' },
  temperatureDifference: { ip: '°F', si: 'K' },
  mass: { ip: 'oz', si: 'g' },
  massRate: { ip: 'oz/min', si: 'g/s' },
  massPerLength: { ip: 'oz/ft', si: 'g/m' },
  length: { ip: 'ft', si: 'm' },
  tube: { ip: 'in', si: 'mm' },
  bore: { ip: 'thou', si: 'mm' },
  elevation: { ip: 'ft', si: 'm' },
  ratio: { ip: '%', si: '%' },
  count: { ip: 'times', si: 'times' },
  duration: { ip: 'min', si: 'min' },
  density: { ip: 'lb/ft³', si: 'kg/m³' },
  staticPressure: { ip: 'in wc', si: 'Pa' },
  voltage: { ip: 'V', si: 'V' },
  current: { ip: 'A', si: 'A' },
  capacitance: { ip: 'µF', si: 'µF' },
  airflow: { ip: 'cfm', si: 'L/s' },
  airflowPerCapacity: { ip: 'cfm/ton', si: 'L/s/kW' },
  temperatureRate: { ip: '°F/min', si: 'K/min' },
  vacuumRate: { ip: 'micron/min', si: 'Pa/min' },
}

export function preferredUnit<D extends Dimension>(dimension: D, system: UnitSystem): UnitOf<D> {
  return preferred[dimension][system]
}

/** The units of a dimension with factors, as a plain table. */
export function unitTable(dimension: Dimension): Readonly<Record<string, UnitOfMeasure>> {
  return units[dimension]
}

/**
 * A typed value in SI (Pa, K, kg, kg/m, m, 1, s), no further from zero than 10³⁰. Gauge pressures stay gauge: see `absolutePressurePa`.
 * @example toSi('temperature', { value: 32, unit: '°F' }) // 273.15
 */
export function toSi<D extends Dimension>(dimension: D, quantity: Quantity<D>): number {
  const { factor, offset = 0 } = unitTable(dimension)[quantity.unit]!
  return bounded((quantity.value + offset) * factor)
}

/**
 * An SI value in a unit of the dimension; the inverse of `toSi`.
 * @example fromSi('temperature', 273.15, '°F') // 32
 */
export function fromSi<D extends Dimension>(dimension: D, si: number, unit: UnitOf<D>): number {
  const { factor, offset = 0 } = unitTable(dimension)[unit]!
  return bounded(bounded(si) / factor - offset)
}
