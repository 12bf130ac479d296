import { act, renderHook } from '@testing-library/react'
import { useAnswer } from './useAnswer'

interface Answer {
  readonly key: string
}
class FakeWorker {
  static all: FakeWorker[] = []
  asked: string[] = []
  open = true
  onerror?: () => void
  onmessage?: (event: { data: Answer }) => void
  constructor() {
    FakeWorker.all.push(this)
  }
  postMessage = ({ key }: Answer) => void this.asked.push(key)
  terminate = () => void (this.open = false)
  answers = (key: string) => act(() => this.onmessage!({ data: { key } }))
}
const ask = (first: string | undefined) =>
  renderHook(
    ({ key }) =>
      useAnswer<Answer, Answer>(() => new FakeWorker() as unknown as Worker, key === undefined ? undefined : { key }),
    { initialProps: { key: first } },
  )
beforeEach(() => (FakeWorker.all = []))

describe('a worker that is asked', () => {
  it('works a question through, and takes the newest one next', () => {
    const { result, rerender } = ask('a')
    const [worker] = FakeWorker.all as [FakeWorker]
    for (const key of ['b', 'c', 'd']) rerender({ key })
    expect([FakeWorker.all.length, worker.asked]).toEqual([1, ['a']])
    worker.answers('a')
    expect([result.current, worker.asked, worker.open]).toEqual([{ key: 'a' }, ['a', 'd'], true])
    worker.answers('d')
    expect([result.current, worker.open]).toEqual([{ key: 'd' }, false])
  })
  it('is closed with nothing to do, and opened anew', () => {
    const { rerender } = ask('a')
    FakeWorker.all[0]!.answers('a')
    rerender({ key: 'a' })
    expect(FakeWorker.all).toHaveLength(1)
    rerender({ key: 'b' })
    expect(FakeWorker.all.map((w) => w.asked)).toEqual([['a'], ['b']])
  })
  it('is closed where it broke, with no signal to load it by; the next question opens another', () => {
    const { result, rerender } = ask('a')
    rerender({ key: 'b' })
    act(() => FakeWorker.all[0]!.onerror!())
    expect([result.current, FakeWorker.all[0]!.open]).toEqual([undefined, false])
    rerender({ key: 'c' })
    expect(FakeWorker.all.map((w) => w.asked)).toEqual([['a'], ['c']])
  })
  it('is closed with the page, and not opened without a question', () => {
    const { rerender, unmount } = ask(undefined)
    expect(FakeWorker.all).toEqual([])
    rerender({ key: 'a' })
    unmount()
    expect(FakeWorker.all.map((w) => w.open)).toEqual([false])
  })
})
