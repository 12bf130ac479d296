import { scaleLinear } from 'd3-scale'
import type { MethodProfile } from '../method/profile'
import { formatNumber } from '../quantity/format'
import { fromSi, preferredUnit, toSi, type UnitSystem } from '../quantity/unit'
import { targetSuperheat } from '../tuning/targetSuperheat'
import { drawn, type Scene, type Shape } from './scene'

const linesF = [5, 10, 15, 20, 25, 30, 35, 40]

/**
 * A map of the common rule: outdoors across, return wet bulb up; where it gives a target is filled, lines of equal target cross it,
 * and today is a dot. Outside the filled part the rule says nothing.
 */
export function ruleMapScene({
  here,
  profile,
  system,
  width,
  height,
}: {
  here?: { readonly outdoorK: number; readonly wetBulbK: number }
  profile: MethodProfile
  system: UnitSystem
  width: number
  height: number
}): Scene {
  const temperature = preferredUnit('temperature', system)
  const difference = preferredUnit('temperatureDifference', system)
  const room = 3
  const [left, right] = [profile.ruleOutdoorLowK.si - room, profile.ruleOutdoorHighK.si + room]
  const [bottom, top] = [profile.ruleWetBulbLowK.si - room, profile.ruleWetBulbHighK.si + room]
  const x = scaleLinear([left, right], [36, width - 8])
  const y = scaleLinear([bottom, top], [height - 26, 22])
  const shapes: Shape[] = []
  const rule = (outdoorDryBulbK: number, indoorWetBulbK: number) =>
    targetSuperheat({ outdoorDryBulbK, indoorWetBulbK }, profile)

  const columns = 56
  const step = (right - left) / columns
  for (let i = 0; i < columns; i++) {
    const middle = left + (i + 0.5) * step
    const lowest = lowestWetBulb((wetBulbK) => rule(middle, wetBulbK).ok, profile)
    if (lowest === undefined) continue
    const upper = y(profile.ruleWetBulbHighK.si)
    shapes.push({
      kind: 'rect',
      x: x(left + i * step),
      y: upper,
      width: x(left + step) - x(left) + 0.5,
      height: y(lowest) - upper,
      fill: 'inBand',
    })
  }
  for (const f of linesF) {
    const points = isoLine(f, profile).map(([o, w]): [number, number] => [x(o), y(w)])
    if (points.length < 2) continue
    shapes.push({ kind: 'polyline', points, tone: 'in', width: f === 5 ? 2.5 : 1 })
    const end = points.at(-1)!
    const shown = fromSi('temperatureDifference', toSi('temperatureDifference', { value: f, unit: '°F' }), difference)
    shapes.push(
      text(
        Math.min(end[0] + 2, width - 22),
        Math.max(end[1] + 4, 20),
        formatNumber(shown, system === 'ip' ? 0 : 1),
        'start',
      ),
    )
  }
  const ticks = (low: number, high: number) =>
    scaleLinear()
      .domain([fromSi('temperature', low, temperature), fromSi('temperature', high, temperature)])
      .ticks(6)
  for (const value of ticks(left, right))
    shapes.push(
      text(x(toSi('temperature', { value, unit: temperature })), height - 8, formatNumber(value, 0), 'middle'),
    )
  for (const value of ticks(bottom, top))
    shapes.push(text(30, y(toSi('temperature', { value, unit: temperature })) + 4, formatNumber(value, 0), 'end'))
  shapes.push(text(4, 12, temperature, 'start'), text(width - 2, height - 22, temperature, 'end'))
  if (here) {
    const inside = (v: number, a: number, b: number) => Math.min(Math.max(v, a), b)
    const [cx, cy] = [x(inside(here.outdoorK, left, right)), y(inside(here.wetBulbK, bottom, top))]
    shapes.push({ kind: 'dot', x: cx, y: cy, r: 8, tone: 'copper' }, { kind: 'dot', x: cx, y: cy, r: 3, tone: 'ink' })
  }
  return drawn({ width, height, shapes })
}

const text = (x: number, y: number, words: string, anchor: 'start' | 'middle' | 'end'): Shape => ({
  kind: 'text',
  x,
  y,
  text: words,
  size: 13,
  tone: 'soft',
  anchor,
  face: 'figure',
})

/** The lowest wet bulb of the rule's range that it gives a target at; found from below, since the target rises with it. */
function lowestWetBulb(ok: (wetBulbK: number) => boolean, { ruleWetBulbLowK, ruleWetBulbHighK }: MethodProfile) {
  let [low, high] = [ruleWetBulbLowK.si, ruleWetBulbHighK.si]
  if (!ok(high)) return undefined
  if (ok(low)) return low
  while (high - low > 0.01) {
    const middle = (low + high) / 2
    if (ok(middle)) high = middle
    else low = middle
  }
  return high
}

/** Points (outdoors, wet bulb) of equal target inside the rule's range: wet bulb = (2·target + 80 + outdoors) / 3 in °F. */
function isoLine(targetF: number, profile: MethodProfile): [number, number][] {
  const kelvin = (f: number) => toSi('temperature', { value: f, unit: '°F' })
  const points: [number, number][] = []
  for (let f = 40; f <= 140; f += 1) {
    const [outdoorK, wetBulbK] = [kelvin(f), kelvin((2 * targetF + 80 + f) / 3)]
    const inside =
      outdoorK >= profile.ruleOutdoorLowK.si - 1e-6 &&
      outdoorK <= profile.ruleOutdoorHighK.si + 1e-6 &&
      wetBulbK >= profile.ruleWetBulbLowK.si - 1e-6 &&
      wetBulbK <= profile.ruleWetBulbHighK.si + 1e-6
    if (inside) points.push([outdoorK, wetBulbK])
  }
  return points
}
