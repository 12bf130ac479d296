/** @jest-environment node */
import { argon2id } from 'hash-wasm'
import { webcrypto } from 'node:crypto'
import { makeVault } from './vault'
import { newKey, seal, unseal } from './lockCrypto'
import type { StretchPin } from './stretchPin'

beforeAll(() => Object.defineProperty(globalThis, 'crypto', { value: webcrypto, configurable: true }))

const mara = { id: 'm', name: 'Mara' }
const jonas = { id: 'j', name: 'Jonas' }
const secrets = { pin: '482913', idleMin: 5 }
const turned = (turn: () => void) => Promise.resolve(turn())
/** the real thing, at a cost that tests bear */
const stretch: StretchPin = async ({ pin, salt, memoryKib, passes }) =>
  new Uint8Array(
    await argon2id({
      password: pin,
      salt,
      iterations: passes,
      memorySize: memoryKib,
      parallelism: 1,
      hashLength: 32,
      outputType: 'binary',
    }),
  )
/** a server that holds secrets */
function server() {
  const held = new Map<string, string>()
  return {
    held,
    deposit: (id: string, secret: string) => {
      held.set(id, secret)
      return Promise.resolve()
    },
  }
}

function device(own?: CryptoKey) {
  let stored: string | undefined
  let nowMs = 1_000_000
  const page = () =>
    makeVault({
      read: () => (stored === undefined ? undefined : JSON.parse(stored)),
      write: (locks) => (stored = JSON.stringify(locks)),
      now: () => nowMs,
      stretch,
      device: () => Promise.resolve(own),
      cost: { memoryKib: 64, passes: 1 },
    })
  return {
    page,
    later: (ms: number) => (nowMs += ms),
    stored: () => stored ?? '',
    /** what a thief carries elsewhere */
    copied: (text: string) => (stored = text),
  }
}
async function locked(own?: CryptoKey) {
  const here = device(own)
  const away = server()
  const first = here.page()
  first.use(mara.id)
  await first.set(mara, secrets, { deposit: away.deposit, rewrite: turned })
  return { here, first, away, after: here.page() }
}
const settled = async (promise: Promise<unknown>) => {
  let done = false
  void promise.then(() => (done = true))
  await new Promise((resolve) => setTimeout(resolve, 5))
  return done
}

/** A lock as it was set before: PBKDF2, of the PIN and of the password; with a row that it closed. */
async function earlierLock() {
  const key = await newKey()
  const keyId = crypto.randomUUID()
  const wrapped = async (secret: string) => {
    const [salt, iv] = [new Uint8Array(16).fill(7), new Uint8Array(12).fill(9)]
    const material = await crypto.subtle.importKey('raw', new TextEncoder().encode(secret), 'PBKDF2', false, [
      'deriveKey',
    ])
    const how = { name: 'PBKDF2', hash: 'SHA-256', salt, iterations: 1000 }
    const by = await crypto.subtle.deriveKey(how, material, { name: 'AES-GCM', length: 256 }, false, ['wrapKey'])
    const data = await crypto.subtle.wrapKey('raw', key, by, { name: 'AES-GCM', iv })
    const text = (bytes: Uint8Array) => Buffer.from(bytes).toString('base64')
    return { salt: text(salt), iterations: 1000, iv: text(iv), data: text(new Uint8Array(data)) }
  }
  const lock = {
    owner: mara,
    keyId,
    byPin: await wrapped('482913'),
    byPassword: await wrapped('a long brass pipe'),
    idleMin: 5,
    wrong: 0,
    waitUntilMs: 0,
  }
  return {
    stored: JSON.stringify({ active: mara.id, people: { [mara.id]: lock } }),
    row: await seal(key, keyId, 'of before'),
  }
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
    expect(here.stored()).not.toMatch(/482913/)
    expect(after.state()).toBe('locked')
    const waits = after.ready()
    expect(await settled(waits)).toBe(false)
    expect(await after.openByPin('482914')).toBe('wrong')
    expect(await settled(waits)).toBe(false)
    expect(await after.openByPin('482913')).toBe('open')
    expect(await settled(waits)).toBe(true)
    expect(await after.fromKept(row)).toEqual(value)
  })
  it('opens with what the server holds, too, and never with another; nothing of a password lies on it', async () => {
    const { after, away, here } = await locked()
    expect(Object.keys(JSON.parse(here.stored()).people.m).sort()).toEqual(
      ['owner', 'keyId', 'byPin', 'byServer', 'idleMin', 'wrong', 'waitUntilMs'].sort(),
    )
    expect(here.stored()).not.toContain([...away.held.values()][0])
    expect(await after.openByServer('A'.repeat(43) + '=')).toBe('wrong')
    expect(await after.openByServer(away.held.get(after.lockId()!)!)).toBe('open')
  })
  it('is not set where the server holds nothing for it', async () => {
    const page = device().page()
    page.use(mara.id)
    const deposit = () => Promise.reject(new Error('no signal'))
    await expect(page.set(mara, secrets, { deposit, rewrite: turned })).rejects.toThrow('no signal')
    expect(page.state()).toBe('off')
  })
  it('carried elsewhere is closed to its PIN: this browser’s own key isn’t there', async () => {
    const own = await crypto.subtle.generateKey({ name: 'AES-GCM', length: 256 }, false, ['encrypt', 'decrypt'])
    const { here, after } = await locked(own)
    const elsewhere = device(
      await crypto.subtle.generateKey({ name: 'AES-GCM', length: 256 }, false, ['encrypt', 'decrypt']),
    )
    elsewhere.copied(here.stored())
    expect(await elsewhere.page().openByPin(secrets.pin)).toBe('wrong')
    const without = device()
    without.copied(here.stored())
    expect(await without.page().openByPin(secrets.pin)).toBe('wrong')
    expect(await after.openByPin(secrets.pin)).toBe('open')
  })
  it('set as locks were before opens once as it did, and is closed by no password from then on', async () => {
    const away = server()
    const earlier = await earlierLock()
    const here = device()
    here.copied(earlier.stored)
    expect(here.page().isEarlier()).toBe(true)
    expect(await here.page().openByEarlierPassword('another')).toBe('wrong')
    expect(await here.page().openByEarlierPassword('a long brass pipe')).toBe('open')
    const page = here.page()
    expect(await page.openByPin('482914')).toBe('wrong')
    expect(await page.openByPin('482913')).toBe('open')
    expect(await page.fromKept(earlier.row)).toBe('of before')
    expect(here.stored()).not.toMatch(/iterations|byPassword/)
    await page.seeToServer(away.deposit)
    await page.seeToServer(() => Promise.reject(new Error('once is enough')))
    const next = here.page()
    expect(await next.openByServer(away.held.get(next.lockId()!)!)).toBe('open')
    expect(await next.fromKept(earlier.row)).toBe('of before')
    expect(await here.page().openByPin('482913')).toBe('open')
  })
  it('waits longer after each wrong PIN, beyond a reload too, and after ten opens only to whoever signs in', async () => {
    const { here, after, away } = await locked()
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
    expect(await after.openByPin('000001')).toBe('onlineOnly')
    here.later(86_400_000)
    expect(await after.openByPin(secrets.pin)).toBe('onlineOnly')
    expect(await after.openByServer(away.held.get(after.lockId()!)!)).toBe('open')
    expect(after.onlineOnly()).toBe(false)
  })
  it('is each person’s own: another’s rows are neither read nor lost', async () => {
    const { first, after } = await locked()
    const row = await first.toKeep('Mara’s')
    after.use(jonas.id)
    expect(after.state()).toBe('off')
    expect(await after.fromKept(row)).toBeUndefined()
    await after.set(jonas, { ...secrets, pin: '771133' }, { deposit: server().deposit, rewrite: turned })
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
