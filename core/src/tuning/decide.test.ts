import fc from 'fast-check'
import { customaryProfile as method } from '../method/readyProfiles'
import type { ChargeGate } from './chargeGates'
import { decide, type Act } from './decide'
import type { FaultCause } from './faultSignatures'

type Told = Parameters<typeof decide>[0]
const rank = (...shares: [FaultCause, number][]) =>
  shares.map(([cause, probability]) => ({ cause, probability, reasons: [] }))
const told = (judged: object, more: Partial<Told> = {}): Told => ({
  judged: {
    target: { ok: true },
    decidingValueK: 5,
    verdict: 'out',
    nearEnough: false,
    danger: false,
    findings: [],
    method,
    ...judged,
  } as never,
  checks: [],
  ranked: rank(['undercharge', 0.9], ['none', 0.1]),
  gates: [],
  ...more,
})
const add = { action: 'add', amountKg: 0.1, reasons: [] } as const
const stop = (code: string) => ({ action: 'stop', reasons: [{ code }] }) as never
const act = (judged: object, more: Partial<Told> = {}) => decide(told(judged, more))
const gate = (code: string, more: object = {}) => ({ code, ...more }) as ChargeGate
const sound = { ranked: rank(['none', 0.9], ['undercharge', 0.05]) }

describe('the one act', () => {
  it.each<[string, Act, object, Partial<Told>]>([
    ['In', { code: 'sign', as: 'in' }, { verdict: 'in' }, { ...sound, advice: stop('inBand') }],
    [
      'near enough',
      { code: 'sign', as: 'probablyIn' },
      { verdict: 'tooClose', nearEnough: true },
      { ...sound, advice: stop('inBand') },
    ],
    ['short', { code: 'add', amountKg: 0.1 }, {}, { advice: add }],
    [
      'near enough, gone on with',
      { code: 'add', amountKg: 0.1 },
      { verdict: 'tooClose', nearEnough: true },
      { advice: add },
    ],
    [
      'near enough behind an orifice, and that nothing is wrong clearly likelier: signed, not gone on with',
      { code: 'sign', as: 'probablyIn' },
      { verdict: 'tooClose', nearEnough: true, target: { ok: true, deciding: 'superheat' } },
      { advice: add, ranked: rank(['none', 0.6], ['undercharge', 0.41]) },
    ],
    [
      'near enough behind an orifice, short about as likely: gone on with',
      { code: 'add', amountKg: 0.1 },
      { verdict: 'tooClose', nearEnough: true, target: { ok: true, deciding: 'superheat' } },
      { advice: add, ranked: rank(['none', 0.5], ['undercharge', 0.3], ['nearlyEmpty', 0.06]) },
    ],
    [
      'near enough behind a valve: gone on with, subcooling tells',
      { code: 'add', amountKg: 0.1 },
      { verdict: 'tooClose', nearEnough: true, target: { ok: true, deciding: 'subcooling' } },
      { advice: add, ranked: rank(['none', 0.6], ['undercharge', 0.41]) },
    ],
    [
      'near enough, and a look before going on: signed, as it is',
      { code: 'sign', as: 'probablyIn' },
      { verdict: 'tooClose', nearEnough: true },
      { advice: add, gates: [gate('airflowNotKnownGood')] },
    ],
    [
      'short by weight on a day that decides nothing: the scale first',
      { code: 'weighIn', amountKg: 0.25 },
      { verdict: 'none' },
      { advice: add, gates: [gate('outsideWindow')], shortKg: 0.25 },
    ],
    [
      'short by weight, and no instrument here tells',
      { code: 'weighIn', amountKg: 0.25 },
      { verdict: 'tooClose' },
      { advice: stop('withinUncertainty'), shortKg: 0.25 },
    ],
    [
      'short by weight where a settled reading says how much: the reading’s step',
      { code: 'add', amountKg: 0.1 },
      {},
      { advice: add, shortKg: 0.25 },
    ],
    [
      'short by weight and In by its reading: signed',
      { code: 'sign', as: 'in' },
      { verdict: 'in' },
      { ...sound, advice: stop('inBand'), shortKg: 0.25 },
    ],
    [
      'a weight that is none',
      { code: 'comeBack', gate: gate('outsideWindow') },
      { verdict: 'none' },
      { advice: add, gates: [gate('outsideWindow')], shortKg: Infinity },
    ],
    ['not settled', { code: 'wait' }, {}, { advice: { action: 'wait', reasons: [] } }],
    [
      'a look',
      { code: 'look', gate: gate('condenserNotKnownClean') },
      {},
      { advice: add, gates: [gate('condenserNotKnownClean')] },
    ],
    [
      'another cause nobody looked into',
      { code: 'look', gate: gate('otherCauseLeads', { cause: 'restriction', asks: true }) },
      {},
      { advice: add, gates: [gate('otherCauseLeads', { cause: 'restriction', asks: true })] },
    ],
    [
      'another cause that was looked into',
      { code: 'notCharge', cause: 'air', gate: gate('otherCauseLeads', { cause: 'air' }) },
      {},
      { advice: add, gates: [gate('otherCauseLeads', { cause: 'air' })] },
    ],
    [
      'nothing wrong is likelier',
      { code: 'leave', probability: 0.7 },
      { verdict: 'tooClose' },
      { advice: add, gates: [gate('soundLikelier', { probability: 0.7 })] },
    ],
    [
      'too cold today, whatever it reads',
      { code: 'comeBack', gate: gate('outsideWindow') },
      { verdict: 'in' },
      { ...sound, advice: stop('inBand'), gates: [gate('outsideWindow')] },
    ],
    [
      'contradicting itself',
      { code: 'remeasure', mayBeShort: false },
      {},
      { checks: [{ code: 'absurd', channels: [], causes: ['probeLost'] }] },
    ],
    [
      'contradicting itself because it may be empty',
      { code: 'remeasure', mayBeShort: true },
      {},
      { checks: [{ code: 'negativeSubcooling', channels: [], causes: ['wrongRefrigerant', 'nearlyEmpty'] }] },
    ],
    ['no target', { code: 'findTarget' }, { target: { ok: false } }, {}],
    ['half a reading', { code: 'read' }, { decidingValueK: undefined }, {}],
    ['no label’s charge', { code: 'findCharge' }, {}, {}],
    ['coarse gauges', { code: 'readFiner' }, { verdict: 'tooClose' }, { ...sound, advice: stop('withinUncertainty') }],
    [
      'liquid on its way',
      { code: 'danger' },
      { danger: true, findings: [{ code: 'superheatUnderFloor', consequence: 'neverIn' }] },
      { ...sound, advice: stop('inBand') },
    ],
    [
      'ice, and nothing that it comes from: the coil first',
      { code: 'look', gate: { code: 'coilFreezing' } },
      { danger: true, findings: [{ code: 'coilBelowFreezing', consequence: 'neverIn' }] },
      { ...sound, advice: stop('inBand') },
    ],
    [
      'In, and starved',
      { code: 'notCharge', cause: 'starvedDevice' },
      { verdict: 'in' },
      { ranked: rank(['starvedDevice', 0.8], ['none', 0.2]), advice: stop('inBand') },
    ],
  ])('%s', (_, wanted, judged, more) => expect(act(judged, more)).toEqual(wanted))

  it('signs nothing that a gate of today, a contradiction or a danger stands against, and charges nothing past a gate', () => {
    const codes = [
      'outsideWindow',
      'notSettled',
      'airflowNotKnownGood',
      'drierBlocked',
      'onlyOneCoil',
      'headTooLow',
    ] as const
    fc.assert(
      fc.property(
        fc.constantFrom('in', 'out', 'tooClose'),
        fc.boolean(),
        fc.subarray([...codes]),
        fc.boolean(),
        fc.boolean(),
        (verdict, nearEnough, gates, contradicts, wants) => {
          const found = act(
            { verdict, nearEnough: verdict === 'tooClose' && nearEnough },
            {
              advice: wants ? add : stop('inBand'),
              gates: gates.map((code) => gate(code)),
              checks: contradicts ? [{ code: 'absurd', channels: [], causes: [] }] : [],
              ...sound,
            },
          )
          if (gates.length > 0 || contradicts) expect(['add', 'remove']).not.toContain(found.code)
          if (
            contradicts ||
            gates.includes('outsideWindow') ||
            gates.includes('notSettled') ||
            gates.includes('headTooLow')
          )
            expect(found.code).not.toBe('sign')
          if (verdict === 'out') expect(found.code).not.toBe('sign')
        },
      ),
    )
  })
})
