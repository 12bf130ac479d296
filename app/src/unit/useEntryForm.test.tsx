import { act, renderHook } from '@testing-library/react'
import type { EntryBody } from '@zetesis/core'
import { clearDraft, readDraft } from '@/ui/useDraft'
import { useEntryForm } from './useEntryForm'
import type { UnitHandle } from './useUnit'

const mockSafe: (() => void)[] = []
jest.mock('@/sync/client', () => ({ whenSafe: (then: () => void) => void mockSafe.push(then) }))
jest.mock('@/settings/settings', () => ({ useSettings: () => ({ system: 'ip' }) }))

const empty = { gauge: { text: '' }, time: '', note: '' }
function unit(answer: ReturnType<UnitHandle['appendAll']> = []) {
  const written: { body: EntryBody; at?: Date }[] = []
  const handle = { unitId: 'u1', appendAll: (list: typeof written) => (written.push(...list), answer) }
  return { written, handle: handle as unknown as UnitHandle }
}
const formOf = (handle: UnitHandle) => renderHook(() => useEntryForm(handle, 'test', empty)).result

afterEach(() => {
  clearDraft('test.u1')
  mockSafe.length = 0
})

describe('the form of an entry', () => {
  it('keeps what is typed on the device, and takes it up again', () => {
    const { handle } = unit()
    const form = formOf(handle)
    act(() => form.current.change({ gauge: { text: '430' } }))
    expect(readDraft('test.u1')).toMatchObject({ gauge: { text: '430' } })
    expect(formOf(handle).current.draft.gauge.text).toBe('430')
  })
  it('reads a field in the unit typed, and says under it what can’t be read', () => {
    const form = formOf(unit().handle)
    act(() => form.current.change({ gauge: { text: '30 bar' } }))
    expect(form.current.quantity('gauge', 'gaugePressure')).toEqual({ value: 30, unit: 'bar' })
    act(() => form.current.change({ gauge: { text: 'much' } }))
    act(() => expect(form.current.quantity('gauge', 'gaugePressure')).toBeUndefined())
    expect(form.current.problems.gauge).toBeTruthy()
    // typing on takes the sentence away
    act(() => form.current.change({ gauge: { text: '4' } }))
    expect(form.current.problems).toEqual({})
  })
  it('writes nothing at a time that is none, and says so under the time', () => {
    const { handle, written } = unit()
    const form = formOf(handle)
    act(() => form.current.change({ time: 'noon' }))
    act(() => expect(form.current.log({ kind: 'pumpOn' }, 'gauge')).toBe(false))
    expect(written).toEqual([])
    expect(form.current.problems.time).toMatch(/14:05/)
    expect(form.current.problems.gauge).toBeUndefined()
  })
  it('says what core refuses under the field it names: the time, the field, or the one the page names', () => {
    for (const [path, field] of [
      ['at', 'time'],
      ['gauge', 'gauge'],
      ['', 'note'],
    ] as const) {
      const form = formOf(unit([{ code: 'future', path } as never]).handle)
      act(() => expect(form.current.log({ kind: 'pumpOn' }, 'note')).toBe(false))
      expect(Object.keys(form.current.problems)).toEqual([field])
    }
  })
  it('lets go of what was typed only once the entry is written down or with the server', () => {
    const form = formOf(unit().handle)
    act(() => form.current.change({ gauge: { text: '430' }, note: 'kept' }))
    act(() => expect(form.current.log({ kind: 'pumpOn' })).toBe(true))
    act(() => form.current.done({ note: 'kept' }))
    expect(form.current.draft.gauge.text).toBe('430')
    act(() => mockSafe.forEach((then) => then()))
    expect(form.current.draft).toEqual({ ...empty, note: 'kept' })
    expect(readDraft('test.u1')).toEqual({ ...empty, note: 'kept' })
  })
})
