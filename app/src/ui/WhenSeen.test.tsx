import { act, render } from '@testing-library/react'
import { WhenSeen } from './WhenSeen'

jest.mock('tamagui', () => {
  const { createElement, forwardRef } = jest.requireActual<typeof import('react')>('react')
  return {
    YStack: forwardRef<HTMLDivElement, { children?: string }>(function YStack({ children }, ref) {
      return createElement('div', { ref }, children)
    }),
  }
})

type Change = Pick<IntersectionObserverEntry, 'isIntersecting'>
let tell: (changes: Change[]) => void = () => undefined
beforeEach(() => {
  globalThis.IntersectionObserver = class {
    constructor(told: (changes: Change[]) => void) {
      tell = told
    }
    observe = () => undefined
    disconnect = () => undefined
  } as unknown as typeof IntersectionObserver
})

describe('what is drawn only while it can be seen', () => {
  const drawn = () => {
    const view = render(<WhenSeen>{'one'}</WhenSeen>)
    return {
      changes: (...seen: boolean[]) => act(() => tell(seen.map((isIntersecting) => ({ isIntersecting })))),
      next: (text: string) => view.rerender(<WhenSeen>{text}</WhenSeen>),
      text: () => view.container.textContent,
    }
  }
  it('stands still out of view, and catches up when it comes back', () => {
    const { changes, next, text } = drawn()
    changes(false)
    next('two')
    expect(text()).toBe('one')
    changes(true)
    expect(text()).toBe('two')
  })
  it('goes by the last of several changes that a busy phone tells of at once', () => {
    const { changes, next, text } = drawn()
    changes(false, true)
    next('two')
    expect(text()).toBe('two')
    changes(true, false)
    next('three')
    expect(text()).toBe('two')
  })
})
