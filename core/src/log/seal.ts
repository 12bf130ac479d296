import type { SignatureStrokes } from '../entry/handOver'
import type { UnitRecord } from './fold'

/** Handed over and closed: from then on there are only amendments, until somebody is there again on a return visit. */
export function isSealed(record: UnitRecord): boolean {
  return record.items.sealed.length > 0 && record.visiting === undefined
}

/** The record as it was when it was sealed; undefined before. */
export function asSealed(record: UnitRecord): UnitRecord | undefined {
  const { atSeal: items, strikes, struck, ignored } = record
  return items && { items, strikes, struck, ignored, atSeal: items }
}

/** A signature needs a stroke with some length: a single dot is a slip of the thumb. */
export function hasInk(strokes: SignatureStrokes): boolean {
  const travelled = strokes.map((stroke) => {
    let length = 0
    for (let i = 2; i + 1 < stroke.length; i += 2) {
      length += Math.hypot(stroke[i]! - stroke[i - 2]!, stroke[i + 1]! - stroke[i - 1]!)
    }
    return length
  })
  return travelled.reduce((a, b) => a + b, 0) > 20
}
