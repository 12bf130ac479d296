import type { DecayResult } from '../vacuum/decayResult'
import { nextEvacuationStep } from './nextEvacuationStep'
import { opened, view, type Lines } from './testingLines'

const at = (...parts: Lines[]) => view(opened, ...parts).vacuum
const result = (part: Partial<DecayResult>) =>
  ({ cause: 'tight', verdict: 'in', complete: true, ...part }) as DecayResult
const typed = { live: false, typing: true }
const live = { live: true, typing: false }
const pulling: Lines = [[-30, { kind: 'pumpOn' }]]
const holding: Lines = [...pulling, [-4, { kind: 'valvedOff' }]]

describe('the next step of an evacuation', () => {
  it('is to log what is typed, whatever the phase', () => {
    for (const lines of [[], pulling, holding]) expect(nextEvacuationStep(at(lines), typed)).toBe('log')
  })
  it('is to switch on, to break where breaks are asked for, and to valve off, on live readings', () => {
    expect(nextEvacuationStep(at(), live)).toBe('pumpOn')
    expect(nextEvacuationStep(at(pulling), live)).toBe('valvedOff')
    const ready = { kind: 'vacuumReady', method: 'triple', coresOut: true, gaugeFar: true, oilChanged: true } as const
    expect(nextEvacuationStep(at([[-31, ready], ...pulling]), live)).toBe('nitrogenBreak')
  })
  it('is to judge a hold that has been long enough, or that shows its leak before', () => {
    expect(nextEvacuationStep(at(holding), { ...live, recorded: result({}) })).toBe('judge')
    expect(nextEvacuationStep(at(holding), { ...live, recorded: result({ complete: false }) })).toBeUndefined()
    const leak = result({ complete: false, cause: 'leak', verdict: 'out' })
    expect(nextEvacuationStep(at(holding), { ...live, recorded: leak })).toBe('judge')
    const unclear = result({ complete: false, cause: 'inconclusive', verdict: 'out' })
    expect(nextEvacuationStep(at(holding), { ...live, recorded: unclear })).toBeUndefined()
  })
  it('is nothing while a file is to be chosen', () => {
    expect(nextEvacuationStep(at(pulling), { live: false, typing: false })).toBeUndefined()
  })
  it('after a decay was judged: nitrogen into a wet system, the pump on any other', () => {
    const judged = (cause: DecayResult['cause'], verdict: 'in' | 'out') => ({
      ...at(holding),
      verdict: { state: verdict, startPa: 1, endPa: 2, highestPa: 2, endTimeS: 600, risePaPerMin: 0.1 } as never,
      decay: result({ cause, verdict }),
    })
    expect(nextEvacuationStep(judged('moisture', 'out'), live)).toBe('nitrogenBreak')
    expect(nextEvacuationStep(judged('both', 'out'), live)).toBe('nitrogenBreak')
    expect(nextEvacuationStep(judged('leak', 'out'), live)).toBe('pumpOn')
    expect(nextEvacuationStep(judged('tight', 'in'), typed)).toBe('log')
  })
})
