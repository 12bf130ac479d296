import { parseQuantity } from '@zetesis/core'
import fc from 'fast-check'
import { padKeys, padPress } from './padKeys'

const typed = (...keys: string[]) => keys.reduce((now, key) => padPress(now, key), { text: '', start: 0, end: 0 }).text

describe('the number pad', () => {
  it('types what a phone’s decimal keyboard can’t: below zero, fractions, pounds and ounces', () => {
    const read = [
      [typed('1', '3', '.', '5', 'minus'), 'temperature', '°F', -13.5],
      [typed('minus', '4', '0'), 'temperature', '°C', -40],
      [typed('1', 'space', '3', 'slash', '8'), 'tube', 'in', 1.375],
      [typed('5', 'pounds', '4', 'ounces'), 'mass', 'oz', 84],
      [typed('5', 'pounds', '4'), 'mass', 'lb', 84],
    ] as const
    for (const [text, dimension, unit, value] of read)
      expect(parseQuantity(text, dimension, unit as never)).toMatchObject({ ok: true, quantity: { value } })
  })

  it('takes the sign off again, and keeps the caret by the digit where it stood', () => {
    expect(typed('9', 'minus', 'minus', '3')).toBe('93')
    expect(padPress({ text: '93', start: 1, end: 1 }, 'minus')).toEqual({ text: '−93', start: 2, end: 2 })
    expect(padPress({ text: '-93', start: 0, end: 0 }, 'minus')).toEqual({ text: '93', start: 0, end: 0 })
  })

  it('takes away what is chosen, else the sign before the caret, and stays at an empty field', () => {
    expect(padPress({ text: '121.5', start: 1, end: 3 }, 'back')).toEqual({ text: '1.5', start: 1, end: 1 })
    expect(padPress({ text: '121', start: 2, end: 2 }, 'back')).toEqual({ text: '11', start: 1, end: 1 })
    expect(padPress({ text: '', start: 0, end: 0 }, 'back')).toEqual({ text: '', start: 0, end: 0 })
    expect(padPress({ text: '121', start: 0, end: 3 }, '7').text).toBe('7')
  })

  it('has for each field the keys that it knows', () => {
    expect(padKeys('mass', 'oz')).toEqual(['pounds', 'ounces'])
    expect(padKeys('mass', 'g')).not.toContain('pounds')
    expect(padKeys('tube', 'in')).toEqual(['space', 'slash'])
    expect(padKeys('tube', 'mm')).not.toContain('slash')
    expect(padKeys('temperature', '°F', { same: true })).toEqual(['minus', 'same'])
    expect(padKeys('vacuum', 'micron')).not.toContain('minus')
    expect(padKeys('staticPressure', 'in wc', { same: true })).toContain('same')
  })

  it('never moves the caret out of the field', () => {
    const key = fc.constantFrom('1', '.', 'back', 'minus', 'clear', 'pounds', 'ounces', 'slash', 'space')
    fc.assert(
      fc.property(fc.array(key), fc.nat(), (keys, at) => {
        let now = { text: '', start: 0, end: 0 }
        for (const press of keys) {
          const caret = at % (now.text.length + 1)
          now = padPress({ ...now, start: caret, end: Math.max(caret, now.text.length - 1) }, press)
          expect(now.start).toBeGreaterThanOrEqual(0)
          expect(now.end).toBeLessThanOrEqual(now.text.length)
          expect(now.start).toBeLessThanOrEqual(now.end)
        }
      }),
    )
  })
})
