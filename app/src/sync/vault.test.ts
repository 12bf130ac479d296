/** @jest-environment node */
import { webcrypto } from 'node:crypto'
import { makeVault } from './vault'
import { seal, unseal } from './lockCrypto'

beforeAll(() => Object.defineProperty(globalThis, 'crypto', { value: webcrypto, configurable: true }))

const mara = { id: 'm', name: 'Mara' }
const jonas = { id: 'j', name: 'Jonas' }
const secrets = { pin: '482913', password: 'a long brass pipe', idleMin: 5 }
const turned = (turn: () => void) => Promise.resolve(turn())

function device() {
  let stored: string | undefined
  let nowMs = 1_000_000
  const page = () =>
    makeVault({
      read: () => (stored === undefined ? undefined : JSON.parse(stored)),
      write: (locks) => (stored = JSON.stringify(locks)),
      now: () => nowMs,
      iterations: 1000,
    })
  return { page, later: (ms: number) => (nowMs += ms), stored: () => stored ?? '' }
}
async function locked() {
  const here = device()
  const first = here.page()
  first.use(mara.id)
  await first.set(mara, secrets, turned)
  return { here, first, after: here.page() }
}
const settled = async (promise: Promise<unknown>) => {
  let done = false
  void promise.then(() => (done = true))
  await new Promise((resolve) => setTimeout(resolve, 5))
  return done
}

describe('the lock of a device', () => {
  it('is off where nobody set one: what is kept is kept as it is', async () => {
    const vault = device().page()
    vault.use(mara.id)
    expect(vault.state()).toBe('off')
    expect(await vault.toKeep({ a: 1 })).toEqual({ a: 1 })
    expect(await vault.fromKept({ a: 1 })).toEqual({ a: 1 })
  })
  it('closes up what is kept, bytes too, and a page begun anew reads nothing before the PIN', async () => {
    const { here, first, after } = await locked()
    const value = { entry: { kind: 'note', text: 'under the stairs' }, bytes: new Uint8Array([1, 2, 250]) }
    const row = await first.toKeep(value)
    expect(new TextDecoder().decode((row as { data: Uint8Array }).data)).not.toContain('stairs')
    expect(here.stored()).not.toMatch(/482913|brass/)
    expect(after.state()).toBe('locked')
    const waits = after.ready()
    expect(await settled(waits)).toBe(false)
    expect(await after.openByPin('482914')).toBe('wrong')
    expect(await settled(waits)).toBe(false)
    expect(await after.openByPin('482913')).toBe('open')
    expect(await settled(waits)).toBe(true)
    expect(await after.fromKept(row)).toEqual(value)
  })
  it('opens with the password, too, and never with another', async () => {
    const { after } = await locked()
    expect(await after.openByPassword('a long brass pip')).toBe('wrong')
    expect(await after.openByPassword('a long brass pipe')).toBe('open')
  })
  it('waits longer after each wrong PIN, beyond a reload too, and after ten takes only the password', async () => {
    const { here, after } = await locked()
    for (let i = 0; i < 4; i++) expect(await after.openByPin('000001')).toBe('wrong')
    expect(await after.openByPin('000001')).toBe('wrong')
    expect(await here.page().openByPin(secrets.pin)).toBe('wait')
    here.later(15_000)
    for (const waitMs of [30_000, 60_000, 120_000, 240_000]) {
      expect(await here.page().openByPin('000001')).toBe('wrong')
      here.later(waitMs - 1)
      expect(await after.openByPin(secrets.pin)).toBe('wait')
      here.later(1)
    }
    expect(await after.openByPin('000001')).toBe('passwordOnly')
    here.later(86_400_000)
    expect(await after.openByPin(secrets.pin)).toBe('passwordOnly')
    expect(await after.openByPassword(secrets.password)).toBe('open')
    expect(after.passwordOnly()).toBe(false)
  })
  it('is each person’s own: another’s rows are neither read nor lost', async () => {
    const { first, after } = await locked()
    const row = await first.toKeep('Mara’s')
    after.use(jonas.id)
    expect(after.state()).toBe('off')
    expect(await after.fromKept(row)).toBeUndefined()
    await after.set(jonas, { ...secrets, pin: '771133' }, turned)
    const his = await after.toKeep('Jonas’s')
    after.use(mara.id)
    expect(after.state()).toBe('locked')
    expect(await after.openByPin('771133')).toBe('wrong')
    expect(await after.openByPin(secrets.pin)).toBe('open')
    expect(await after.fromKept(row)).toBe('Mara’s')
    expect(await after.fromKept(his)).toBeUndefined()
    after.use(undefined)
    expect(after.state()).toBe('off')
  })
  it('lets nobody write what waited behind somebody else’s lock: it would lie there in the clear', async () => {
    const { after } = await locked()
    const waited = after.ready()
    after.use(undefined)
    expect(await waited).toBe(false)
    after.use(jonas.id)
    expect(await after.ready()).toBe(true)
    after.use(mara.id)
    const own = after.ready()
    await after.openByPin(secrets.pin)
    expect(await own).toBe(true)
  })
  it('covers the page while something runs, with the key at hand, and shows it again by PIN', async () => {
    const { first } = await locked()
    first.cover()
    expect(first.state()).toBe('covered')
    expect(await first.toKeep('sample')).toMatchObject({ sealed: expect.any(String) })
    expect(await first.openByPin('1')).toBe('wrong')
    expect(first.state()).toBe('covered')
    expect(await first.openByPin(secrets.pin)).toBe('open')
  })
  it('taken off, is written anew as ever, and a torn row is no row', async () => {
    const { first } = await locked()
    const row = await first.toKeep('kept')
    const torn = { ...(row as object), data: new Uint8Array([9, 9, 9]) }
    expect(await first.fromKept(torn)).toBeUndefined()
    const read = await first.fromKept(row)
    await first.unset(turned)
    expect(first.state()).toBe('off')
    expect(await first.toKeep(read)).toBe('kept')
  })
  it('gives every row its own beginning: the same twice is never the same', async () => {
    const key = await crypto.subtle.generateKey({ name: 'AES-GCM', length: 256 }, true, ['encrypt', 'decrypt'])
    const [a, b] = [await seal(key, 'k', 'same'), await seal(key, 'k', 'same')]
    expect(a.iv).not.toEqual(b.iv)
    expect(a.data).not.toEqual(b.data)
    expect([await unseal(key, a), await unseal(key, b)]).toEqual(['same', 'same'])
  })
})
