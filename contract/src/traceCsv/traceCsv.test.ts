import { toSi, type TraceSample } from '@zetesis/core'
import fc from 'fast-check'
import { guessLog } from './guess'
import type { LogMapping } from './mapping'
import { readClockS, readDateMs, readNumber } from './numbers'
import { readLog } from './read'
import { traceCsv } from './write'

const mapped = (text: string): LogMapping => {
  const guess = guessLog(text)
  if (!guess.ok) throw new Error(guess.refusal.code)
  return guess.mapping
}
const read = (text: string, change: Partial<LogMapping> = {}) => readLog(text, { ...mapped(text), ...change })
const micron = (text: string, change: Partial<LogMapping> = {}) =>
  read(text, change).samples.map((s) => [s.timeS, s.values.vacuum && Math.round(s.values.vacuum / 0.133322368)])
const rows = (line: (i: number) => string, count = 12) => Array.from({ length: count }, (_, i) => line(i)).join('\n')

describe('what no gauge gives', () => {
  it('is a gap: an open clamp’s figure, and the row’s others stay', () => {
    const text = `time (s),vacuum (micron),ambient °F\n${rows((i) => `${i},${300 + i},${i === 3 ? 9999 : 72}`)}`
    const { samples, gaps } = read(text)
    expect(samples).toHaveLength(12)
    expect(samples[3]!.values.ambient ?? null).toBeNull()
    expect(samples[3]!.values.vacuum).toBeCloseTo(303 * 0.133322368, 3)
    expect(gaps).toBe(1)
  })
})

describe('files of any logger', () => {
  it.each([
    ['comma, header, seconds, micron', `time (s),vacuum (micron)\n${rows((i) => `${i * 5},${300 + i}`)}`, 5, 301],
    ['semicolon, decimal comma, Torr', `t;Druck Torr\n${rows((i) => `${i * 2},0;0,${300 + i}`)}`, 2, 301],
    ['tabs, no header', rows((i) => `${i}\t${400 + i}`), 1, 401],
    ['spaces', rows((i) => `${i * 10}   ${500 + i}`), 10, 501],
    ['minutes, Pa', `elapsed min,p Pa\n${rows((i) => `${i / 2},${(40 + i * 0.133322368).toFixed(4)}`)}`, 30, 301],
    ['hPa', `seconds,hPa\n${rows((i) => `${i},${(0.4 + i * 0.00133322).toFixed(5)}`)}`, 1, 301],
    ['time of day', `clock,micron\n${rows((i) => `14:05:${String(i * 3).padStart(2, '0')},${300 + i}`)}`, 3, 301],
    ['half days', `clock,micron\n${rows((i) => `2:05:${String(i).padStart(2, '0')} PM,${300 + i}`)}`, 1, 301],
    ['ISO', `at,mTorr\n${rows((i) => `2026-07-14T10:00:${String(i).padStart(2, '0')}Z,${300 + i}`)}`, 1, 301],
    [
      'date and time apart',
      `date;time;micron\n${rows((i) => `14.07.2026;10:00:${String(i).padStart(2, '0')};${300 + i}`)}`,
      1,
      301,
    ],
    ['units in the cells', rows((i) => `${i},${300 + i} micron`), 1, 301],
    ['one column', `vacuum micron\n${rows((i) => `${300 + i}`)}`, 1, 301],
    ['thousands apart', `s;micron\n${rows((i) => `${i};1 ${300 + i}`)}`, 1, 1301],
  ])('%s', (_, text, secondS, secondMicron) => {
    const samples = micron(text)
    expect(samples).toHaveLength(12)
    expect(samples[1]![0]).toBeCloseTo(secondS, 6)
    expect(Math.abs((samples[1]![1] as number) - secondMicron)).toBeLessThanOrEqual(1)
  })
  it('past midnight the clock goes on', () => {
    const text = `t,micron\n${rows((i) => `${i < 6 ? `23:59:${54 + i}` : `00:00:0${i - 6}`},300`)}`
    expect(micron(text).map(([t]) => t)).toEqual([0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11])
  })
  it('finds the probe at the pipe beside the gauge', () => {
    const { channels } = mapped(`s,vacuum micron,pipe temp C\n${rows((i) => `${i},${300 + i},21.5`)}`)
    expect(channels).toMatchObject({ vacuum: { column: 1, unit: 'micron' }, ambient: { column: 2, unit: '°C' } })
  })
  it('tells the unit from the figures where the file doesn’t, and says that it is a guess', () => {
    const unit = (values: number[]) => mapped(rows((i) => `${i},${values[i]}`, values.length)).channels.vacuum
    expect(unit([101_000, 40_000, 9000, 600, 90, 50])).toMatchObject({ unit: 'Pa', guessed: true })
    expect(unit([755_000, 40_000, 9000, 600, 400, 350])).toMatchObject({ unit: 'micron', guessed: true })
    expect(unit([758, 40, 9, 0.6, 0.45, 0.4])).toMatchObject({ unit: 'Torr', guessed: true })
  })
})

describe('rows that can’t be read', () => {
  it('are listed with their line, and gaps are counted; the rest stays', () => {
    const text = `s,micron\n0,300\n1,---\nbattery\n2,abc\n3,302\n,303\n`
    const result = read(text)
    expect(result.samples.map((s) => s.timeS)).toEqual([0, 1, 3])
    expect(result.gaps).toBe(1)
    expect(result.unread).toEqual([
      { line: 4, text: 'battery', why: 'columns' },
      { line: 5, text: '2,abc', why: 'value' },
      { line: 7, text: ',303', why: 'time' },
    ])
  })
  it('every row is a sample, a gap’s sample or listed: nothing vanishes', () => {
    const cell = fc.oneof(fc.constantFrom('', '---', 'OL', 'x', '12,5'), fc.integer({ min: 1, max: 9999 }).map(String))
    fc.assert(
      fc.property(fc.array(fc.tuple(cell, cell), { minLength: 1, maxLength: 40 }), (cells) => {
        const good = rows((i) => `${i};${300 + i}`, 20)
        const text = `${good}\n${cells.map(([a, b]) => `${a};${b}`).join('\n')}\n`
        const { samples, unreadCount, rows: counted } = readLog(text, { ...mapped(good), decimal: ',' })
        expect(samples.length + unreadCount).toBe(counted)
      }),
    )
  })
})

describe('what isn’t a log', () => {
  it.each([
    ['', 'empty'],
    ['   \n\n', 'empty'],
    ['\u0000\u0001\u0002PNG', 'binary'],
    ['Dear crew,\nthe gauge is in the van.', 'noNumbers'],
  ])('%j', (text, code) => {
    expect(guessLog(text)).toMatchObject({ ok: false, refusal: { code } })
  })
  it('any text is a mapping or a refusal, and reading it never throws', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), (text) => {
        const guess = guessLog(text)
        if (guess.ok) expect(readLog(text, guess.mapping).rows).toBeGreaterThanOrEqual(0)
      }),
    )
  })
})

describe('figures and times', () => {
  it.each([
    ['1,234.5', '.', 1234.5],
    ['1.234,5', ',', 1234.5],
    ['−3', '.', -3],
    ['5e2', '.', 500],
    ['12 micron', '.', 12],
    ['one', '.', undefined],
  ] as const)('%s', (text, decimal, value) => expect(readNumber(text, decimal)).toBe(value))
  it('clocks', () => {
    expect(['14:05', '2:05 PM', '12:00 am', '14:05:30,250', '25:00', '5'].map(readClockS)).toEqual([
      50_700,
      50_700,
      0,
      50_730.25,
      undefined,
      undefined,
    ])
  })
  it('dates, days first or months first', () => {
    const at = (text: string, dayFirst: boolean) => new Date(readDateMs(text, { dayFirst })!).getMonth()
    expect([at('03.04.2026 10:00', true), at('03/04/2026 10:00', false), at('2026-04-03 10:00', true)]).toEqual([
      3, 2, 3,
    ])
    expect(readDateMs('40.04.2026', { dayFirst: true })).toBeUndefined()
  })
})

describe('a recording as CSV', () => {
  const samples: TraceSample[] = Array.from({ length: 50 }, (_, i) => ({
    timeS: i,
    values: { vacuum: i === 7 ? null : 40 + i / 7, ambient: 294.15 + i / 100 },
  }))
  it.each(['ip', 'si'] as const)('comes back as it went, in %s', (system) => {
    const text = traceCsv(samples, { startMs: Date.parse('2026-07-14T10:00:00Z'), speed: 1, system })
    const back = read(text)
    expect(back.startMs).toBe(Date.parse('2026-07-14T10:00:00Z'))
    expect(back.unreadCount).toBe(0)
    back.samples.forEach((s, i) => {
      expect(s.timeS).toBe(i)
      const wanted = samples[i]!.values.vacuum
      if (typeof wanted === 'number') expect(s.values.vacuum).toBeCloseTo(wanted, 4)
      else expect(s.values.vacuum).toBeNull()
      expect(s.values.ambient).toBeCloseTo(samples[i]!.values.ambient!, 3)
    })
  })
  it('of the rig tells wall time, and the rig’s own seconds', () => {
    const [, , second] = traceCsv(samples, { startMs: 0, speed: 60, system: 'ip' }).split('\r\n')
    expect(second).toMatch(/^1970-01-01T00:00:00\.016Z,1,/)
    expect(toSi('vacuum', { value: Number(second!.split(',')[2]), unit: 'micron' })).toBeCloseTo(40 + 1 / 7, 4)
  })
})
