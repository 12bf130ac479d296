import { formatNumber } from './format'
import { fromSi, toSi, type Dimension, type Quantity, type UnitOf } from './unit'

/**
 * What each dimension may be in this work, in SI: wide enough for every gauge, weather, building and machine that a crew meets, and too narrow for a slip of the
 * thumb to stop a program. Not habits: nobody's method changes them.
 */
export const physicalRange: { readonly [D in Dimension]: readonly [low: number, high: number] } = {
  // full vacuum to a full nitrogen cylinder
  gaugePressure: [-1.1e5, 3e7],
  absolutePressure: [0, 3e7],
  pressureDifference: [-3e7, 3e7],
  // a thousandth of a micron to more than the atmosphere
  vacuum: [1.3e-4, 1.2e5],
  // −100 to 300 °C
  temperature: [173.15, 573.15],
  temperatureDifference: [-400, 400],
  mass: [-20_000, 20_000],
  massRate: [-100, 100],
  massPerLength: [-100, 100],
  length: [-10_000, 10_000],
  tube: [-1, 1],
  // metering devices of anything that a crew meets
  bore: [0, 0.02],
  elevation: [-1000, 10_000],
  ratio: [-10, 10],
  count: [-1e6, 1e6],
  duration: [-1e8, 1e8],
  density: [-1e5, 1e5],
  staticPressure: [-1e5, 1e5],
  voltage: [-1e5, 1e5],
  current: [-1e4, 1e4],
  capacitance: [-1, 1],
  airflow: [-1000, 1000],
  airflowPerCapacity: [-1, 1],
  temperatureRate: [-100, 100],
  vacuumRate: [-1e5, 1e5],
}

const SLACK = 1e-9
/** a typed figure nearer to zero than this is a slip, not a measurement */
const LEAST = 1e-9

/**
 * Whether a value as typed can be meant: inside the dimension's physical range, and no figure so small that it only looks like zero. Zero itself may be.
 * @example inPhysicalRange('temperature', { value: 1e9, unit: '°F' }) // false
 */
export function inPhysicalRange<D extends Dimension>(dimension: D, quantity: Quantity<D>): boolean {
  const [low, high] = physicalRange[dimension]
  const si = toSi(dimension, quantity)
  const tiny = quantity.value !== 0 && Math.abs(quantity.value) < LEAST
  // what lies at the end in one unit must not lie beyond it in another
  return !tiny && si >= low - SLACK * Math.abs(low) && si <= high + SLACK * Math.abs(high)
}

/** The range in a unit, for a sentence: "−148 to 572 °F". */
export function physicalRangeText<D extends Dimension>(dimension: D, unit: UnitOf<D>): string {
  const [low, high] = physicalRange[dimension].map((si) => figure(fromSi(dimension, si, unit)))
  return `${low} to ${high} ${unit}`
}

/** three digits are enough to say where a range ends */
function figure(value: number): string {
  const size = Math.abs(value)
  if (size === 0 || size >= 100) return formatNumber(Number(value.toPrecision(4)), 0)
  return formatNumber(Number(value.toPrecision(2)), size >= 10 ? 0 : size >= 1 ? 1 : size >= 0.1 ? 2 : 4)
}
