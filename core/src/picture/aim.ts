import { scaleLinear } from 'd3-scale'
import { formatNumber, showText } from '../quantity/format'
import { fromSi, preferredUnit, type UnitSystem } from '../quantity/unit'
import type { JudgedReading } from '../tuning/judgeCharge'
import type { TrailPoint, TunedStep } from '../run/tuningRun'
import { drawn, type Scene, type Shape } from './scene'

export interface AimWords {
  readonly superheat: string
  readonly subcooling: string
  readonly short: string
  readonly starved: string
  readonly over: string
  readonly overfed: string
}

const PAD = { left: 44, right: 12, top: 12, bottom: 38 }

/**
 * The aim: superheat across, subcooling up, the tolerance as a box, the trail of readings with the ounces between them, and the present reading
 * with its doubt as an ellipse. The corners name what they mean.
 *
 * @returns undefined without both quantities, or without a target
 */
export function aimScene({
  judged: j,
  trail,
  steps,
  system,
  words,
  width,
  height,
}: {
  judged: JudgedReading
  trail: readonly TrailPoint[]
  steps: readonly TunedStep[]
  system: UnitSystem
  words: AimWords
  width: number
  height: number
}): Scene | undefined {
  const { superheatK, subcoolingK, target, method } = j
  if (superheatK === undefined || subcoolingK === undefined || !target.ok) return undefined
  const unit = preferredUnit('temperatureDifference', system)
  const u = (k: number) => fromSi('temperatureDifference', k, unit)
  const points = trail.flatMap((p) =>
    p.superheatK === undefined || p.subcoolingK === undefined
      ? []
      : [{ ...p, superheatK: p.superheatK, subcoolingK: p.subcoolingK }],
  )
  const bySuperheat = target.deciding === 'superheat'
  const box = bySuperheat
    ? { x: [target.lowK, target.highK], y: [method.usualSubcoolingLowK.si, method.usualSubcoolingHighK.si] }
    : { x: [method.valveSuperheatLowK.si, method.valveSuperheatHighK.si], y: [target.lowK, target.highK] }
  const most = (values: readonly number[], least: number) => Math.max(least, ...values.map((v) => v * 1.08))
  const topX = u(most([superheatK, box.x[1]!, ...points.map((p) => p.superheatK)], 30 / 1.8))
  const topY = u(most([subcoolingK, box.y[1]!, ...points.map((p) => p.subcoolingK)], 20 / 1.8))
  const x = scaleLinear([Math.min(0, u(superheatK)), topX], [PAD.left, width - PAD.right])
  const y = scaleLinear([Math.min(0, u(subcoolingK)), topY], [height - PAD.bottom, PAD.top])
  const at = (p: { superheatK: number; subcoolingK: number }) => [x(u(p.superheatK)), y(u(p.subcoolingK))] as const
  const text = (
    px: number,
    py: number,
    words_: string,
    more: Partial<Extract<Shape, { kind: 'text' }>> = {},
  ): Shape => ({
    kind: 'text',
    x: px,
    y: py,
    text: words_,
    size: 13,
    tone: 'soft',
    anchor: 'middle',
    face: 'word',
    ...more,
  })

  const shapes: Shape[] = []
  const [left, right] = [x(u(box.x[0]!)), x(u(box.x[1]!))]
  const [upper, lower] = [y(u(box.y[1]!)), y(u(box.y[0]!))]
  // what decides, all the way; the box where the other one is usual too
  if (bySuperheat)
    shapes.push({
      kind: 'rect',
      x: left,
      y: PAD.top,
      width: right - left,
      height: height - PAD.bottom - PAD.top,
      fill: 'inBand',
    })
  else
    shapes.push({
      kind: 'rect',
      x: PAD.left,
      y: upper,
      width: width - PAD.right - PAD.left,
      height: lower - upper,
      fill: 'inBand',
    })
  shapes.push({
    kind: 'rect',
    x: left,
    y: upper,
    width: right - left,
    height: lower - upper,
    fill: 'inBand',
    stroke: 'in',
  })
  for (const tick of x.ticks(5)) {
    shapes.push({
      kind: 'line',
      x1: x(tick),
      x2: x(tick),
      y1: PAD.top,
      y2: height - PAD.bottom,
      tone: 'rule',
      width: 1,
    })
    shapes.push(text(x(tick), height - PAD.bottom + 15, formatNumber(tick, 0), { face: 'figure' }))
  }
  for (const tick of y.ticks(5)) {
    shapes.push({ kind: 'line', x1: PAD.left, x2: width - PAD.right, y1: y(tick), y2: y(tick), tone: 'rule', width: 1 })
    shapes.push(text(PAD.left - 6, y(tick) + 4, formatNumber(tick, 0), { face: 'figure', anchor: 'end' }))
  }
  shapes.push(text(width - PAD.right, height - 4, `${words.superheat}, ${unit}`, { anchor: 'end' }))
  shapes.push(text(2, height - 4, `↑ ${words.subcooling}, ${unit}`, { anchor: 'start' }))
  shapes.push(
    text(width - PAD.right - 4, height - PAD.bottom - 8, words.short, { anchor: 'end' }),
    text(width - PAD.right - 4, PAD.top + 14, words.starved, { anchor: 'end' }),
    text(PAD.left + 6, PAD.top + 14, words.over, { anchor: 'start' }),
    text(PAD.left + 6, height - PAD.bottom - 8, words.overfed, { anchor: 'start' }),
  )
  const path = [...points.map(at), at({ superheatK, subcoolingK })]
  if (path.length > 1) shapes.push({ kind: 'polyline', points: path, tone: 'copper', width: 2, dash: [5, 4] })
  points.forEach((p) => {
    const [px, py] = at(p)
    shapes.push({ kind: 'dot', x: px, y: py, r: p.settled ? 4.5 : 2.5, tone: 'copper' })
  })
  for (const step of steps) {
    const before = points.filter((p) => p.atMs <= step.atMs).at(-1)
    const after = points.find((p) => p.atMs > step.atMs) ?? { superheatK, subcoolingK }
    if (!before) continue
    const [[ax, ay], [bx, by]] = [at(before), at(after)]
    const label = `${step.amountKg < 0 ? '−' : '+'}${showText('mass', Math.abs(step.amountKg), system)}`
    // beside the line, where neither dot lies
    shapes.push(
      text((ax + bx) / 2 + 9, (ay + by) / 2 - 3, label, { tone: 'ink', face: 'figure', bold: true, anchor: 'start' }),
    )
  }
  const [cx, cy] = at({ superheatK, subcoolingK })
  const doubt = 2 * (j.uncertainty?.standardK ?? 0)
  const [rx, ry] = [Math.max(6, x(u(doubt)) - x(0)), Math.max(6, y(0) - y(u(doubt)))]
  const ring = Array.from({ length: 37 }, (_, i): [number, number] => {
    const angle = (i * Math.PI) / 18
    return [cx + rx * Math.cos(angle), cy + ry * Math.sin(angle)]
  })
  const tone = j.verdict === 'in' ? 'in' : j.verdict === 'out' ? 'out' : j.verdict === 'tooClose' ? 'close' : 'ink'
  shapes.push({ kind: 'polyline', points: ring, tone, width: 2.5 }, { kind: 'dot', x: cx, y: cy, r: 4, tone })
  return drawn({ width, height, shapes })
}
