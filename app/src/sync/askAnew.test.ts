import { QueryClient, QueryObserver } from '@tanstack/react-query'
import { askAnew } from './askAnew'

const key = ['log', 'a unit']

/** A server whose answers come when they are let: each says what it had when it was asked. */
function slowServer() {
  const waiting: (() => void)[] = []
  const server = { has: ['opened'], asked: 0 }
  const ask = () => {
    const said = [...server.has]
    server.asked += 1
    return new Promise<string[]>((resolve) => waiting.push(() => resolve(said)))
  }
  const answerAll = async () => {
    for (const answer of waiting.splice(0)) answer()
    await new Promise((later) => setTimeout(later, 20))
  }
  return { server, ask, answerAll }
}
const soon = () => new Promise((later) => setTimeout(later, 20))

describe('asking after what was just sent', () => {
  it('waits for an answer that knows of it, though news makes the page ask again and again meanwhile', async () => {
    const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
    const { server, ask, answerAll } = slowServer()
    client.setQueryData(key, ['opened'])
    const leave = new QueryObserver(client, { queryKey: key, queryFn: ask }).subscribe(() => undefined)
    await soon()
    // sent while a question is under way that doesn't know of it
    server.has.push('judged')
    let isDone = false
    const asking = askAnew(client, key, ask).then(() => (isDone = true))
    await soon()
    // news of it, and at once news of the next
    for (let news = 0; news < 2; news++) {
      void client.invalidateQueries({ queryKey: key })
      await soon()
    }
    expect([isDone, client.getQueryData(key)]).toEqual([false, ['opened']])
    await answerAll()
    await asking
    expect(client.getQueryData(key)).toEqual(['opened', 'judged'])
    leave()
    client.clear()
  })

  it('asks for nothing again that was let go meanwhile, as when the device is locked', async () => {
    const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
    const { server, ask } = slowServer()
    client.setQueryData(key, ['opened'])
    const asking = askAnew(client, key, ask)
    await soon()
    client.removeQueries({ queryKey: key })
    await asking
    expect([server.asked, client.getQueryData(key)]).toEqual([1, undefined])
    client.clear()
  })

  it('says so where there is no answer, as when the server goes away right after it took what was sent', async () => {
    const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
    client.setQueryData(key, ['opened'])
    const away = new Error('away')
    expect(await askAnew(client, key, () => Promise.reject(away))).toBe(away)
    expect(client.getQueryData(key)).toEqual(['opened'])
    client.clear()
  })
})
