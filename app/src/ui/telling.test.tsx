import { render } from '@testing-library/react'
import type { ReactNode } from 'react'
import { telling } from './telling'
import { Written } from './Written'

describe('words that change by the second', () => {
  it('are written in place: what holds them is drawn once', () => {
    let drawn = 0
    const Line = telling(function Line({ name, figure }: { name: string; figure: ReactNode }) {
      drawn += 1
      return (
        <p>
          {name} {figure}
        </p>
      )
    }, 'figure')
    const { container, rerender } = render(<Line name="Superheat" figure="9.8 °F" />)
    const element = container.querySelector('span')
    for (const figure of ['9.9 °F', '', '10.1 °F']) {
      rerender(<Line name="Superheat" figure={figure} />)
      expect(container.textContent).toBe(`Superheat ${figure}`)
    }
    expect(container.querySelector('span')).toBe(element)
    expect(drawn).toBe(1)
    rerender(<Line name="Subcooling" figure="10.1 °F" />)
    expect([container.textContent, drawn]).toEqual(['Subcooling 10.1 °F', 2])
  })
  it('follow their source, and what they are read by when that changes', () => {
    let [words, tell] = ['one', () => undefined as void]
    const stopped = jest.fn()
    const subscribe = (changed: () => void) => {
      tell = changed
      return stopped
    }
    const { container, rerender, unmount } = render(<Written read={() => words} subscribe={subscribe} />)
    words = 'two'
    tell()
    expect(container.textContent).toBe('two')
    rerender(<Written read={() => `${words}!`} subscribe={subscribe} />)
    expect(container.textContent).toBe('two!')
    words = 'three'
    tell()
    expect(container.textContent).toBe('three!')
    unmount()
    expect(stopped).toHaveBeenCalledTimes(1)
  })
})
