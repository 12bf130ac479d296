/**
 * A drawing as plain shapes: the app paints it as SVG, the papers as vectors in a PDF, so that both show the same picture.
 * Coordinates in points from the top left; colours are roles that each painter turns into its palette.
 */
export type Tone =
  | 'ink'
  | 'soft'
  | 'rule'
  | 'low'
  | 'high'
  | 'in'
  | 'out'
  | 'close'
  | 'none'
  | 'copper'
  | 'inBand'
  | 'hold'

export type Shape =
  | {
      kind: 'line'
      x1: number
      y1: number
      x2: number
      y2: number
      tone: Tone
      width: number
      dash?: readonly number[]
    }
  | {
      kind: 'polyline'
      points: readonly (readonly [number, number])[]
      tone: Tone
      width: number
      dash?: readonly number[]
    }
  | { kind: 'rect'; x: number; y: number; width: number; height: number; fill: Tone; stroke?: Tone }
  | { kind: 'dot'; x: number; y: number; r: number; tone: Tone }
  | {
      kind: 'text'
      x: number
      y: number
      text: string
      size: number
      tone: Tone
      anchor: 'start' | 'middle' | 'end'
      face: 'word' | 'figure'
      bold?: boolean
    }

export interface Scene {
  readonly width: number
  readonly height: number
  readonly shapes: readonly Shape[]
}

/** nothing on a page lies further out, and no page holds more shapes */
const FAR = 1e4
const MOST_SHAPES = 2500

/**
 * A drawing fit to be painted whatever went into it: every coordinate a number within reach of the page, a bounded number of shapes, and long lines
 * thinned to what a page can show.
 */
export function drawn({ width, height, shapes }: Scene): Scene {
  const at = (x: number) => Math.min(Math.max(x, -FAR), FAR)
  const sound = shapes.slice(0, MOST_SHAPES).flatMap((shape): Shape[] => {
    const placed = Object.fromEntries(
      Object.entries(shape).map(([key, value]) => [
        key,
        typeof value === 'number'
          ? at(value)
          : key === 'points'
            ? (value as readonly (readonly [number, number])[])
                .filter(([x, y]) => !Number.isNaN(x) && !Number.isNaN(y))
                .map(([x, y]) => [at(x), at(y)])
            : value,
      ]),
    ) as unknown as Shape
    return Object.values(placed).some((v) => typeof v === 'number' && Number.isNaN(v)) ? [] : [placed]
  })
  return { width: at(width), height: at(height), shapes: sound }
}

/** Between what temperatures of systems and weather can be drawn, K: what lies beyond stands at the edge. */
export const drawableK = (k: number): number => Math.min(Math.max(k, 150), 600)

/**
 * Moves label centres apart to at least `gap`, each as near its wish as that allows, inside low..high. Order is kept.
 * Pools of touching labels share the mean of their wishes (pool-adjacent-violators, Barlow et al. 1972).
 */
export function spread(wishes: readonly number[], apart: number, lowest: number, highest: number): number[] {
  const at = (x: number) => Math.min(Math.max(x, -FAR), FAR)
  const [gap, low, high] = [at(apart), at(lowest), at(highest)]
  const order = wishes.map((wish, index) => ({ wish: at(wish), index })).sort((a, b) => a.wish - b.wish)
  const pools: { sum: number; members: number[]; offset: number[] }[] = []
  for (const { wish, index } of order) {
    pools.push({ sum: wish, members: [index], offset: [0] })
    while (pools.length > 1) {
      const last = pools.at(-1)!
      const before = pools.at(-2)!
      const start = (p: (typeof pools)[number]) => p.sum / p.members.length
      const end = start(before) + gap * before.members.length
      if (start(last) >= end) break
      pools.splice(-2, 2, {
        // wishes of later members, brought back to the pool's first place
        sum: before.sum + last.sum - last.members.length * gap * before.members.length,
        members: [...before.members, ...last.members],
        offset: [...before.offset, ...last.offset.map((o) => o + gap * before.members.length)],
      })
    }
  }
  const placed = new Array<number>(wishes.length)
  let floor = low
  for (const pool of pools) {
    const start = Math.max(pool.sum / pool.members.length, floor)
    pool.members.forEach((member, i) => (placed[member] = start + pool.offset[i]!))
    floor = start + gap * pool.members.length
  }
  let ceiling = high
  for (const { index } of [...order].reverse()) {
    placed[index] = Math.min(placed[index]!, ceiling)
    ceiling = placed[index]! - gap
  }
  return placed
}
