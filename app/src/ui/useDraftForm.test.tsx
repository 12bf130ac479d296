import { act, renderHook } from '@testing-library/react'
import { clearDraft, readDraft } from './useDraft'
import { useDraftForm } from './useDraftForm'

const mockSafe: (() => void)[] = []
jest.mock('@/sync/client', () => ({ whenSafe: (then: () => void) => void mockSafe.push(then) }))
jest.mock('@/settings/settings', () => ({ useSettings: () => ({ system: 'ip' }) }))

const empty = { words: '', strokes: [] as number[] }
const formOf = (more?: { problemsStay: boolean }) => renderHook(() => useDraftForm('test', empty, more)).result

afterEach(() => {
  clearDraft('test')
  mockSafe.length = 0
})

describe('a form that is kept on the device', () => {
  it('loses neither of two changes that come before it is drawn anew', () => {
    const form = formOf()
    act(() => {
      form.current.change((now) => ({ strokes: [...now.strokes, 1] }))
      form.current.change((now) => ({ strokes: [...now.strokes, 2] }))
      form.current.change({ words: 'both' })
    })
    expect(form.current.draft).toEqual({ words: 'both', strokes: [1, 2] })
    expect(readDraft('test')).toEqual({ words: 'both', strokes: [1, 2] })
  })
  it('takes a problem away with the next keystroke, but in a long form only when it is saved again', () => {
    const short = formOf()
    act(() => void short.current.fail({ words: 'Write some.' }))
    act(() => short.current.change({ words: 'x' }))
    expect(short.current.problems).toEqual({})
    const long = formOf({ problemsStay: true })
    act(() => void long.current.fail({ words: 'Write some.' }))
    act(() => long.current.change({ words: 'x' }))
    expect(long.current.problems).toEqual({ words: 'Write some.' })
  })
  it('goes back to empty once what was logged is safe, but keeps what was typed for the next one meanwhile', () => {
    const form = formOf()
    act(() => form.current.change({ words: 'logged', strokes: [1] }))
    act(() => form.current.done())
    expect(form.current.draft).toEqual({ words: 'logged', strokes: [1] })
    act(() => form.current.change({ words: 'the next' }))
    act(() => mockSafe.forEach((then) => then()))
    expect(form.current.draft).toEqual({ words: 'the next', strokes: [] })
    expect(readDraft('test')).toEqual({ words: 'the next', strokes: [] })
    act(() => form.current.done())
    act(() => mockSafe.at(-1)!())
    expect([form.current.draft, readDraft('test')]).toEqual([empty, {}])
  })
  it('forgets the draft and goes only once what was saved is safe', () => {
    const form = formOf()
    const gone = jest.fn()
    act(() => form.current.change({ words: 'kept' }))
    act(() => form.current.leave(gone))
    expect(readDraft('test')).toMatchObject({ words: 'kept' })
    expect(gone).not.toHaveBeenCalled()
    act(() => mockSafe.forEach((then) => then()))
    expect(readDraft('test')).toEqual({})
    expect(gone).toHaveBeenCalledTimes(1)
  })
})
