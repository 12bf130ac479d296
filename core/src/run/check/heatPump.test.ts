import type { EntryBody } from '../../entry/entry'
import { NOON, testEntry } from '../../entry/testing'
import { bare, degF, good, psig, record, started, type Lines } from '../testingLines'
import { checkEntry } from './checkEntry'

const said = (lines: Lines, body: object) =>
  checkEntry(record(lines), testEntry(700, 0, body as EntryBody), { nowMs: NOON }).map((p) =>
    `${p.code} ${p.path}`.trim(),
  )
const pump: Lines = [...bare, [-80, { kind: 'facts', facts: { mode: 'heatPump' } }]]
const running: Lines = [...pump, ...started]
const inHeating: Lines = [...running, [-20, { kind: 'modeChanged', mode: 'heating', how: 'thermostat', seen: true }]]

const defrost = { kind: 'defrostSeen', how: 'byItself', lasted: { value: 4, unit: 'min' }, coil: degF(60) }
const valve = { kind: 'reversingValveRead', vapourLine: degF(50), trueSuction: degF(51) }
const heaters = { kind: 'heatersNoted', crankcase: 'warm', sump: 'none' }
const heating = { kind: 'modeChanged', mode: 'heating', how: 'thermostat', seen: true }
const high = (port: string) => ({ port, side: 'high' })
const hoses = (part: object) => ({ kind: 'hosesOn', mode: 'cooling', hoses: [], ...part })

describe('what only a heat pump does', () => {
  it.each([
    ['a defrost', defrost, ''],
    ['the reversing valve', valve, ''],
    ['its heaters', heaters, ''],
    ['changing over', heating, 'mode'],
    ['hoses for heating', hoses({ mode: 'heating' }), 'mode'],
    ['hoses for heating next', hoses({ next: 'heating' }), 'next'],
  ])('%s', (_, body, path) => {
    const coolsOnly = `coolsOnly ${path}`.trim()
    expect(said(running, body)).not.toContain(coolsOnly)
    expect(said([...bare, ...started], body)).toContain(coolsOnly)
  })
  it('hoses for cooling hang on anything', () => {
    expect(said(bare, hoses({}))).toEqual([])
    expect(said(bare, hoses({ next: 'cooling' }))).toEqual([])
  })
})

describe('a defrost and the reversing valve', () => {
  it('are seen once it was started', () => {
    expect(said(running, defrost)).toEqual([])
    expect(said(pump, defrost)).toEqual(['notStarted'])
    expect(said(running, valve)).toEqual([])
    expect(said(pump, valve)).toEqual(['notStarted'])
  })
  it('with a length and temperatures that can be, where they were taken', () => {
    expect(said(running, { kind: 'defrostSeen', how: 'byItself' })).toEqual([])
    expect(said(running, { ...defrost, lasted: { value: 0, unit: 'min' } })).toEqual(['notPositive lasted'])
    expect(said(running, { ...defrost, coil: { value: 0, unit: 'K' } })).toEqual(['notPositive coil'])
    expect(said(running, { ...valve, vapourLine: { value: 0, unit: 'K' } })).toEqual(['notPositive vapourLine'])
    expect(said(running, { ...valve, trueSuction: { value: 0, unit: 'K' } })).toEqual(['notPositive trueSuction'])
  })
  it('the valve in cooling only', () => {
    expect(said(inHeating, valve)).toEqual(['onlyInCooling vapourLine'])
    expect(said([...inHeating, [-10, { ...heating, mode: 'cooling' } as EntryBody]], valve)).toEqual([])
  })
})

describe('hoses', () => {
  it('one to a port, with a scale that goes somewhere', () => {
    expect(said(running, hoses({ hoses: [high('liquid'), high('vapour')] }))).not.toContain('twoHoses hoses')
    expect(said(running, hoses({ hoses: [high('liquid'), high('liquid')] }))).toContain('twoHoses hoses')
    expect(said(running, hoses({ hoses: [{ ...high('liquid'), upTo: psig(0) }] }))).toEqual([
      'notPositive hoses.0.upTo',
    ])
    expect(said(running, hoses({ hoses: [{ ...high('liquid'), upTo: psig(800) }] }))).toEqual([])
  })
  it('no low gauge on what will carry discharge once it is turned', () => {
    const low = { port: 'vapour', side: 'low', upTo: psig(250) }
    const hung = (next?: string): Lines => [
      ...running,
      [-25, hoses({ hoses: [low], ...(next ? { next } : {}) }) as unknown as EntryBody],
    ]
    expect(said(running, hoses({ hoses: [low] }))).toEqual([])
    expect(said(running, hoses({ hoses: [low], next: 'heating' }))).toEqual(['lowGaugeOnDischarge hoses'])
    expect(said(running, heating)).toEqual([])
    expect(said(hung(), heating)).toEqual(['lowGaugeOnDischarge hoses'])
    expect(said([...hung(), [-20, hoses({}) as unknown as EntryBody]], heating)).toEqual([])
    expect(said([...running, [-25, hoses({ hoses: [high('liquid')] }) as unknown as EntryBody]], heating)).toEqual([])
  })
  it('a reading in heating says which way it ran, too', () => {
    expect(said([...inHeating, [-10, { kind: 'reading', mode: 'heating', values: good }]], valve)).toEqual([
      'onlyInCooling vapourLine',
    ])
  })
})
