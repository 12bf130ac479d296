import { act, renderHook } from '@testing-library/react'
import { useClock } from './useNow'

// by the fake timers' own time
jest.mock('@/sync/clock', () => ({ clock: { now: () => Date.now() } }))

beforeEach(() => jest.useFakeTimers())
afterEach(() => jest.useRealTimers())

describe('the page’s clock', () => {
  it('draws only what the chosen answer changes', () => {
    let drawn = 0
    const endsMs = Date.now() + 3500
    const { result } = renderHook(() => {
      drawn += 1
      return useClock((now) => now >= endsMs)
    })
    expect(result.current).toBe(false)
    act(() => void jest.advanceTimersByTime(3000))
    expect([result.current, drawn]).toEqual([false, 1])
    act(() => void jest.advanceTimersByTime(2000))
    expect([result.current, drawn]).toEqual([true, 2])
  })
  it('stands still where nobody looks', () => {
    const { unmount } = renderHook(() => useClock((now) => now))
    expect(jest.getTimerCount()).toBe(1)
    unmount()
    expect(jest.getTimerCount()).toBe(0)
  })
})
