import {
  anyInfrared,
  customaryProfile,
  customarySpec,
  habitKeys,
  parseQuantity,
  passableStages,
  refrigerants,
  resolveProfile,
  type Finding,
  type Need,
} from '@zetesis/core'
import published from '../../docs/record.schema.json'
import {
  AppendEntries,
  EntrySchema,
  entryProblemWords,
  entryWords,
  findingWords,
  noTargetWords,
  MAX_BATCH,
  needWords,
  parseProblemWords,
  recordJsonSchema,
  countdown,
  actWords,
} from './index'

const base = {
  v: 1,
  id: '3f0c2f6e-8a50-4b0a-9a5e-0d6f0b8f4a11',
  at: '2026-07-14T12:00:00.000Z',
  writtenAt: '2026-07-14T12:00:00.000Z',
}
const reads = (body: object) => EntrySchema.safeParse({ ...base, ...body }).success

describe('entries', () => {
  it.each([
    [{ kind: 'pumpOn' }, true],
    [{ kind: 'micron', reading: { value: 450, unit: 'micron' } }, true],
    [{ kind: 'micron', reading: { value: 450 } }, false],
    [{ kind: 'micron', reading: { value: 450, unit: 'psig' } }, false],
    [{ kind: 'micron', reading: { value: '450', unit: 'micron' } }, false],
    [{ kind: 'micron', reading: { value: Infinity, unit: 'micron' } }, false],
    [{ kind: 'micron', reading: { value: 1e12, unit: 'micron' } }, false],
    [{ kind: 'facts', facts: { refrigerant: 'R-410A', place: null } }, true],
    [{ kind: 'facts', facts: { refrigerant: 'R-411Z' } }, false],
    [{ kind: 'facts', facts: { colour: 'green' } }, false],
    [{ kind: 'gatePassed', stage: 'vacuum', reason: '  ' }, false],
    [{ kind: 'gatePassed', stage: 'vacuum', reason: 'gauge broke' }, true],
    [{ kind: 'sealed', name: 'Wren', signature: [] }, false],
    [{ kind: 'sealed', name: 'Wren', signature: [[0, 0, 9999, 1]] }, false],
    [{ kind: 'amendment', text: 'nul \u0000 byte' }, false],
    [{ kind: 'amendment', text: 'half a pair \ud800' }, false],
    [
      {
        kind: 'reading',
        mode: 'cooling',
        values: { suctionLine: { value: 54, unit: '°F' } },
        instruments: { suctionLine: anyInfrared.id },
        kit: [anyInfrared],
      },
      true,
    ],
    [{ kind: 'teleported' }, false],
    [{ kind: 'pumpOn', at: 'yesterday' }, false],
    [{ kind: 'pumpOn', at: '2026-07-14T14:00:00+02:00' }, false],
    [{ kind: 'pumpOn', id: '7' }, false],
    [{ kind: 'pumpOn', v: 2 }, false],
    [{ kind: 'pumpOn', extra: 1 }, false],
  ])('%j: %s', (body, ok) => {
    expect(reads(body)).toBe(ok)
  })
  it('knows every refrigerant of core and no other stage', () => {
    for (const refrigerant of refrigerants) expect(reads({ kind: 'facts', facts: { refrigerant } })).toBe(true)
    for (const stage of passableStages) expect(reads({ kind: 'gatePassed', stage, reason: 'why not' })).toBe(true)
    expect(reads({ kind: 'gatePassed', stage: 'handOver', reason: 'why not' })).toBe(false)
    expect(reads({ kind: 'gatePassed', stage: 'lunch', reason: 'why not' })).toBe(false)
  })
  it('come in batches that aren’t empty and aren’t endless', () => {
    const entry = { ...base, kind: 'pumpOn' }
    expect(AppendEntries.safeParse({ entries: [] }).success).toBe(false)
    expect(AppendEntries.safeParse({ entries: Array(MAX_BATCH + 1).fill(entry) }).success).toBe(false)
    expect(AppendEntries.safeParse({ entries: [entry] }).success).toBe(true)
  })
})

describe('words', () => {
  it('say what to do about a field that can’t be read', () => {
    const problem = (text: string) => {
      const parsed = parseQuantity(text, 'gaugePressure', 'psig')
      return parsed.ok ? '' : parseProblemWords(parsed.problem)
    }
    expect(problem('abc')).toContain('isn’t a number')
    expect(problem('1,490')).toContain('type 1490 or 1.49')
    expect(problem('8 furlong')).toContain('psig, bar, kPa, MPa')
    expect(problem('')).toBe('Type a number.')
  })
  it('give the range of the data in the units in use', () => {
    const problem = {
      code: 'pressureOutsideData',
      path: 'x',
      refrigerant: 'R-410A',
      lowGaugePa: 0,
      highGaugePa: 4e6,
    } as const
    expect(entryProblemWords(problem, 'ip')).toContain('580.2 psig')
    expect(entryProblemWords(problem, 'si')).toContain('40.00 bar')
  })
  it('word every need, for the list and for the button', () => {
    const needs: Need[] = [
      { code: 'prepare', missing: ['refrigerant'] },
      { code: 'refused', refusal: 'noDropInForR410A' },
      { code: 'weighIn', openKg: 0.26 },
      { code: 'weighIn', openKg: undefined },
      ...(['startVacuum', 'pullDown', 'holdRunning', 'readGauge', 'decayFailed'] as const).map((code) => ({ code })),
      ...(
        [
          'start',
          'settling',
          'takeReading',
          'readingOut',
          'readingClose',
          'readingOpen',
          'sign',
          'signNear',
          'nothing',
        ] as const
      ).map((code) => ({ code })),
    ]
    for (const need of needs) {
      expect(needWords(need, 'ip')).toMatch(/\S/)
      expect(actWords(need, 'K-1')).toContain('K-1')
    }
    expect(needWords({ code: 'weighIn', openKg: -0.0283495 }, 'ip')).toBe('take out 1.0 oz')
  })
  it('give limits from the profile, in the units in use', () => {
    const cool: Finding = {
      code: 'coolOutdoors',
      severity: 'hold',
      consequence: 'notSettled',
      values: [{ name: 'outdoor', dimension: 'temperature', si: 285.93 }],
      habits: ['outdoorFloorK'],
    }
    expect(findingWords(cool, 'ip', customaryProfile)).toContain('Under 65.0 °F')
    expect(findingWords(cool, 'si', customaryProfile)).toContain('Under 18.3 °C')
    expect(noTargetWords('targetBelowFloor', 'si')).toContain('under 2.8 K')
    const own = resolveProfile({
      ...customarySpec,
      values: { outdoorFloorK: { quantity: { value: 55, unit: '°F' }, source: 'own' } },
    })
    expect(findingWords(cool, 'ip', own)).toContain('Under 55.0 °F')
    expect(findingWords(cool, 'ip', own)).toContain('outdoors 55.0 °F')
  })
  it('count down', () => {
    expect([countdown(252_000), countdown(59_001), countdown(3_780_000), countdown(-5)]).toEqual([
      '4:12',
      '1:00',
      '1:03:00',
      '0:00',
    ])
  })
  it('show a log line as it was typed', () => {
    const parsed = EntrySchema.parse({
      ...base,
      kind: 'weighed',
      direction: 'add',
      before: { value: 9.86, unit: 'kg' },
      after: { value: 341.5, unit: 'oz' },
      cylinder: 'C-9',
    })
    expect(entryWords(parsed)).toBe('Added: scale 9.86 kg → 341.5 oz, cylinder C-9')
  })
  it('give every habit a source', () => {
    for (const key of habitKeys) expect(customaryProfile[key]).toMatchObject({ source: expect.stringMatching(/\w{3}/) })
  })
})

describe('the published JSON Schema of the record', () => {
  it('is the one that the contract makes today', () => {
    expect(published).toEqual(JSON.parse(JSON.stringify(recordJsonSchema())))
  })
})
