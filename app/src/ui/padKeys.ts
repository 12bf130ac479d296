import type { Dimension } from '@zetesis/core'

/** A key of the number pad beside the ten digits and the point. */
export type PadKey = 'minus' | 'slash' | 'space' | 'pounds' | 'ounces' | 'same' | 'clear'

/** What may lie below zero: temperatures and their differences, and a gauge on a line in vacuum. */
const signed: readonly Dimension[] = ['temperature', 'temperatureDifference', 'gaugePressure', 'elevation']
/** tubes and orifices are sold in fractions of an inch, charges written in pounds and ounces */
const fractions: readonly Dimension[] = ['tube', 'bore', 'length']

/** The two keys that a field has for itself: beside the digits, and beside the point. `same`: a value of a moment ago may be taken as read now. */
export function padKeys(dimension: Dimension, unit: string, { same = false } = {}): readonly [PadKey, PadKey] {
  if (dimension === 'mass' && (unit === 'oz' || unit === 'lb')) return ['pounds', 'ounces']
  if (fractions.includes(dimension) && unit === 'in') return ['space', 'slash']
  const beside = signed.includes(dimension) ? 'minus' : 'clear'
  return [beside, same ? 'same' : beside === 'clear' ? 'space' : 'clear']
}

export interface Typed {
  readonly text: string
  /** where the caret stands, or what is chosen */
  readonly start: number
  readonly end: number
}

const put = ({ text, start, end }: Typed, what: string): Typed => ({
  text: text.slice(0, start) + what + text.slice(end),
  start: start + what.length,
  end: start + what.length,
})

/** What a press makes of a field's text: a digit goes where the caret stands, a sign before all of it, a word after one space. */
export function padPress(typed: Typed, key: string): Typed {
  const { text, start, end } = typed
  switch (key) {
    case 'back':
      return put(start === end ? { text, start: Math.max(0, start - 1), end } : typed, '')
    case 'clear':
      return { text: '', start: 0, end: 0 }
    case 'minus': {
      const rest = text.replace(/^\s*[-−–]/, '')
      const by = rest === text ? 1 : rest.length - text.length
      const sign = rest === text ? '−' : ''
      return { text: sign + rest, start: Math.max(0, start + by), end: Math.max(0, end + by) }
    }
    case 'slash':
      return put(typed, '/')
    case 'space':
      return put(typed, ' ')
    case 'pounds':
      return put(typed, ' lb ')
    case 'ounces':
      return put(typed, ' oz')
    default:
      return put(typed, key)
  }
}
