import fc from 'fast-check'
import { formatNumber, show, showText, showTyped, flowText } from './format'
import { parseQuantity } from './parse'
import { fromSi, preferredUnit, toSi, units, type Dimension, type UnitOf } from './unit'

const dimensions = Object.keys(units) as Dimension[]

describe('conversion', () => {
  it.each(dimensions)('%s: every unit comes back', (dimension) => {
    for (const unit of Object.keys(units[dimension]) as UnitOf<Dimension>[]) {
      fc.assert(
        fc.property(fc.double({ min: -1e4, max: 1e4, noNaN: true }), (value) => {
          const back = fromSi(dimension, toSi(dimension, { value, unit }), unit)
          expect(Math.abs(back - value)).toBeLessThan(1e-9 * Math.max(1, Math.abs(value)) + 1e-7)
        }),
      )
    }
  })

  it.each([
    ['temperature', 32, '°F', 273.15],
    ['temperatureDifference', 9, '°F', 5],
    ['gaugePressure', 118, 'psig', 813581.360594],
    ['vacuum', 500, 'micron', 66.661184],
    ['vacuum', 1, 'mbar', 100],
    ['mass', 16, 'oz', 0.45359237],
    ['length', 15, 'ft', 4.572],
    ['massPerLength', 0.6, 'oz/ft', 0.0558059],
  ] as const)('%s %d %s', (dimension, value, unit, si) => {
    expect(toSi(dimension, { value, unit } as never)).toBeCloseTo(si, 6)
  })
})

describe('reading what was typed', () => {
  const psig = (text: string) => parseQuantity(text, 'gaugePressure', 'psig')
  it.each([
    ['118', 118, 'psig'],
    [' 118 ', 118, 'psig'],
    ['8.1 bar', 8.1, 'bar'],
    ['8,1 bar', 8.1, 'bar'],
    ['8,1bar', 8.1, 'bar'],
    ['1 490', 1490, 'psig'],
    ['1\u202f490', 1490, 'psig'],
    ['-3', -3, 'psig'],
    ['−3', -3, 'psig'],
    ['.5', 0.5, 'psig'],
    ['12.', 12, 'psig'],
    ['0,125', 0.125, 'psig'],
    ['1.490', 1.49, 'psig'],
    ['1,234.5', 1234.5, 'psig'],
    ['1.234,5', 1234.5, 'psig'],
    ['810 kPa', 810, 'kPa'],
    ['118 PSI', 118, 'psig'],
  ])('%s', (text, value, unit) => {
    expect(psig(text)).toEqual({ ok: true, quantity: { value, unit } })
  })

  it.each([
    ['', 'empty'],
    ['   ', 'empty'],
    ['abc', 'notANumber'],
    ['12a', 'unknownUnit'],
    ['8 furlong', 'unknownUnit'],
    ['1,490', 'ambiguousSeparator'],
    ['1.2.3', 'notANumber'],
    ['--3', 'notANumber'],
    ['1e5', 'unknownUnit'],
  ])('refuses “%s” as %s', (text, code) => {
    const parsed = psig(text)
    expect(parsed.ok ? 'read' : parsed.problem.code).toBe(code)
  })

  it('says both readings of an ambiguous separator', () => {
    expect(psig('1,490')).toMatchObject({ problem: { asThousands: 1490, asDecimal: 1.49 } })
  })

  it('reads pounds and ounces, fractions of an inch, and temperatures', () => {
    expect(parseQuantity('5 lb 4 oz', 'mass', 'g')).toEqual({ ok: true, quantity: { value: 84, unit: 'oz' } })
    expect(parseQuantity('5 lb 4', 'mass', 'g')).toEqual({ ok: true, quantity: { value: 84, unit: 'oz' } })
    expect(parseQuantity('5 lb 17 oz', 'mass', 'oz')).toEqual({
      ok: false,
      problem: { code: 'ouncesOverPound', ounces: 17 },
    })
    expect(parseQuantity('1 1/8', 'tube', 'in')).toEqual({ ok: true, quantity: { value: 1.125, unit: 'in' } })
    expect(parseQuantity('−1 1/2', 'temperature', '°F')).toEqual({ ok: true, quantity: { value: -1.5, unit: '°F' } })
    expect(parseQuantity('1 1/2 in', 'tube', 'mm')).toEqual({ ok: true, quantity: { value: 1.5, unit: 'in' } })
    for (const half of ['3/', '/8', '1 3/', '3/ in'])
      expect(parseQuantity(half, 'tube', 'in')).toEqual({ ok: false, problem: { code: 'halfFraction', text: half } })
    expect(parseQuantity('13,2 °C', 'temperature', '°F')).toEqual({ ok: true, quantity: { value: 13.2, unit: '°C' } })
    expect(parseQuantity('3/8', 'tube', 'in')).toEqual({ ok: true, quantity: { value: 0.375, unit: 'in' } })
    expect(parseQuantity('1/0', 'tube', 'in').ok).toBe(false)
    expect(parseQuantity('21 C', 'temperature', '°F')).toEqual({ ok: true, quantity: { value: 21, unit: '°C' } })
    expect(parseQuantity('50 %', 'ratio', '%')).toEqual({ ok: true, quantity: { value: 50, unit: '%' } })
  })

  it('reads back whatever is shown', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...dimensions),
        fc.constantFrom('ip' as const, 'si' as const),
        fc.double({ min: 0, max: 9000, noNaN: true }),
        (d, system, si) => {
          const parsed = parseQuantity(showText(d, si, system), d, preferredUnit(d, system))
          expect(parsed.ok).toBe(true)
        },
      ),
    )
  })

  it('never throws, whatever is typed', () => {
    fc.assert(
      fc.property(
        fc.string(),
        fc.constantFrom(...dimensions),
        (text, d) => void parseQuantity(text, d, preferredUnit(d, 'ip')),
      ),
    )
  })
})

describe('showing', () => {
  it('uses a real minus, groups thousands, and has no negative zero', () => {
    expect(formatNumber(-3.25, 1)).toBe('−3.3')
    expect(formatNumber(-0.04, 1)).toBe('0.0')
    expect(formatNumber(92000, 0)).toBe('92\u202f000')
    expect(formatNumber(1490, 0)).toBe('1490')
  })
  it('follows the system of units', () => {
    expect(show('temperature', 273.15, 'ip')).toEqual({ figure: '32.0', unit: '°F' })
    expect(show('temperature', 273.15, 'si')).toEqual({ figure: '0.0', unit: '°C' })
    expect(showText('vacuum', 66.661184, 'ip')).toBe('500 micron')
    expect(showText('vacuum', 66.661184, 'si')).toBe('66.7 Pa')
  })
  it('leaves what was typed as typed', () => {
    expect(showTyped({ value: -8.1, unit: 'bar' })).toBe('−8.1 bar')
  })
})

describe('flowText', () => {
  it.each([
    [2.84, '2.8 Pa·m³/s'],
    [0.0234, '23 mPa·m³/s'],
    [0.00031, '310 µPa·m³/s'],
    [2.5e-11, '0.0 nPa·m³/s'],
    [0, '0.0 nPa·m³/s'],
  ])('%d', (flow, text) => expect(flowText(flow)).toBe(text))
})
