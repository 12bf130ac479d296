import {
  isSealed,
  newKey,
  PIN_COST,
  seal,
  unseal,
  unwrapByPin,
  unwrapByServer,
  unwrapEarlier,
  wrapByPin,
  wrapForServer,
  type EarlierWrapped,
  type PinCost,
  type PinWrapped,
  type ServerWrapped,
} from './lockCrypto'
import type { StretchPin } from './stretchPin'

/** Somebody's lock on this device. */
interface Lock {
  readonly owner: { readonly id: string; readonly name: string }
  readonly keyId: string
  readonly byPin: PinWrapped | EarlierWrapped
  /** the server holds what opens it, for whoever signs in */
  readonly byServer?: ServerWrapped
  /** only of locks that were set before the server held anything, until the PIN opens them next */
  readonly byPassword?: EarlierWrapped
  /** locks by itself after so long without a touch */
  readonly idleMin: number
  /** wrong PINs in a row */
  readonly wrong: number
  /** no PIN is looked at before */
  readonly waitUntilMs: number
}

interface Locks {
  /** whose lock is in force: the person who is signed in on this device */
  readonly active?: string
  readonly people: Readonly<Record<string, Lock>>
}

/** off: nothing is closed up; locked: the key isn't here; covered: the key is, for a recording that runs, and the page shows nothing; open. */
export type LockState = 'off' | 'locked' | 'covered' | 'open'
export type Opened = 'open' | 'wrong' | 'wait' | 'onlineOnly'
/** Hands the server a secret to hold for this person's lock. */
export type Deposit = (lockId: string, secret: string) => Promise<void>

/** Wrong PINs before it waits, and before only signing in opens. */
const FREE_TRIES = 4
const MOST_TRIES = 10
const FIRST_WAIT_MS = 15_000

export type Vault = ReturnType<typeof makeVault>

/**
 * What a device keeps of somebody's work, closed up under a key that their PIN opens. With a lock on, everything is written sealed; without its key nothing of it
 * is read, and whoever wants to read or write waits. Rows sealed by another person's key are left alone.
 */
export function makeVault({
  read,
  write,
  stretch,
  device = () => Promise.resolve(undefined),
  now = Date.now,
  cost = PIN_COST,
}: {
  read: () => Partial<Locks> | undefined
  write: (locks: Locks) => void
  stretch: StretchPin
  /** this browser's own key, where it has one */
  device?: () => Promise<CryptoKey | undefined>
  now?: () => number
  /** less than usual, for tests */
  cost?: PinCost
}) {
  let key: CryptoKey | undefined
  let covered = false
  const listeners = new Set<() => void>()
  const waiting: (() => void)[] = []
  const locks = (): Locks => ({ people: {}, ...read() })
  const lock = (): Lock | undefined => {
    const { active, people } = locks()
    return active === undefined ? undefined : people[active]
  }
  const state = (): LockState => (!lock() ? 'off' : !key ? 'locked' : covered ? 'covered' : 'open')
  const tell = () => {
    if (state() !== 'locked') for (const go of waiting.splice(0)) go()
    listeners.forEach((listener) => listener())
  }
  const change = (part: Partial<Lock>) => {
    const { active, people } = locks()
    const mine = lock()
    if (active !== undefined && mine) write({ active, people: { ...people, [active]: { ...mine, ...part } } })
  }
  const letIn = (opened: CryptoKey): Opened => {
    key = opened
    covered = false
    change({ wrong: 0, waitUntilMs: 0 })
    tell()
    return 'open'
  }

  return {
    state,
    owner: () => lock()?.owner,
    idleMin: () => lock()?.idleMin,
    /** until when no PIN is looked at, where that is still to come */
    waitUntilMs: () => lock()?.waitUntilMs ?? 0,
    onlineOnly: () => (lock()?.wrong ?? 0) >= MOST_TRIES,
    lockId: () => lock()?.keyId,
    /** set before the server held anything: the password that the person had then opens it, once more */
    isEarlier: () => lock()?.byPassword !== undefined,
    subscribe(listener: () => void) {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    /** done when what is kept can be read and written: false where another person is in force by then, for whom nothing of the one before is written */
    async ready(): Promise<boolean> {
      if (state() !== 'locked') return true
      const { active } = locks()
      await new Promise<void>((resolve) => waiting.push(resolve))
      return locks().active === active
    },

    /** Whose lock is in force from now on: whoever is signed in. One who has none here writes as ever. */
    use(userId: string | undefined) {
      const { active, people } = locks()
      if (active === userId) return
      key = undefined
      covered = false
      write({ ...(userId === undefined ? {} : { active: userId }), people })
      tell()
    },
    /** A lock for somebody. What is kept already is written anew by `rewrite`, under the key. */
    async set(
      owner: Lock['owner'],
      { pin, idleMin }: { pin: string; idleMin: number },
      { deposit, rewrite }: { deposit: Deposit; rewrite: (turn: () => void) => Promise<void> },
    ) {
      const made = await newKey()
      const keyId = crypto.randomUUID()
      const byPin = await wrapByPin(made, pin, { stretch, device: await device(), cost })
      const { wrapped: byServer, secret } = await wrapForServer(made)
      // before anything is sealed: a lock that nobody could open without its PIN is none
      await deposit(keyId, secret)
      const { people } = locks()
      await rewrite(() => {
        key = made
        const mine: Lock = {
          owner: { id: owner.id, name: owner.name },
          keyId,
          byPin,
          byServer,
          idleMin,
          wrong: 0,
          waitUntilMs: 0,
        }
        write({ active: owner.id, people: { ...people, [owner.id]: mine } })
      })
      tell()
    },
    /** No lock any more; what was sealed is written anew, as ever. */
    async unset(rewrite: (turn: () => void) => Promise<void>) {
      await rewrite(() => {
        const { active, people } = locks()
        write({
          ...(active === undefined ? {} : { active }),
          people: Object.fromEntries(Object.entries(people).filter(([id]) => id !== active)),
        })
        key = undefined
      })
      tell()
    },
    setIdle(idleMin: number) {
      change({ idleMin })
      tell()
    },
    async openByPin(pin: string): Promise<Opened> {
      const mine = lock()
      if (!mine) return 'open'
      if (mine.wrong >= MOST_TRIES) return 'onlineOnly'
      if (mine.waitUntilMs > now()) return 'wait'
      // counted before it is looked at
      const wrong = mine.wrong + 1
      const waitMs = wrong > FREE_TRIES ? FIRST_WAIT_MS * 2 ** (wrong - FREE_TRIES - 1) : 0
      change({ wrong, waitUntilMs: waitMs > 0 ? now() + waitMs : 0 })
      const own = await device()
      const opened =
        'iterations' in mine.byPin
          ? await unwrapEarlier(mine.byPin, pin)
          : await unwrapByPin(mine.byPin, pin, { stretch, device: own })
      if (opened) {
        // closed by the password no more, and by the PIN as it is done now
        if ('iterations' in mine.byPin)
          change({ byPin: await wrapByPin(opened, pin, { stretch, device: own, cost }), byPassword: undefined })
        return letIn(opened)
      }
      tell()
      return wrong >= MOST_TRIES ? 'onlineOnly' : 'wrong'
    },
    /** @param secret that the server held, and gave to whoever signed in */
    async openByServer(secret: string): Promise<Opened> {
      const mine = lock()
      if (!mine) return 'open'
      const opened = mine.byServer && (await unwrapByServer(mine.byServer, secret))
      return opened ? letIn(opened) : 'wrong'
    },
    async openByEarlierPassword(password: string): Promise<Opened> {
      const mine = lock()
      const opened = mine?.byPassword && (await unwrapEarlier(mine.byPassword, password))
      return opened ? letIn(opened) : 'wrong'
    },
    /** A lock that was set before the server held anything hands it something now. */
    async seeToServer(deposit: Deposit): Promise<void> {
      const mine = lock()
      if (!mine || !key || mine.byServer) return
      const { wrapped, secret } = await wrapForServer(key)
      await deposit(mine.keyId, secret)
      if (lock()?.keyId === mine.keyId) change({ byServer: wrapped })
    },
    /** Lets go of the key. */
    close() {
      key = undefined
      covered = false
      tell()
    },
    /** another page of this browser set a lock, or took one off */
    lookAgain: tell,
    /** Shows nothing any more; the key stays here for what runs. */
    cover() {
      covered = true
      tell()
    },
    /** A value as it is written down. */
    async toKeep(value: unknown): Promise<unknown> {
      const mine = lock()
      return mine && key ? seal(key, mine.keyId, value) : value
    },
    /** A row as it was; undefined where another person's key closes it. */
    async fromKept(row: unknown): Promise<unknown> {
      if (!isSealed(row)) return row
      const mine = lock()
      if (!mine || !key || row.sealed !== mine.keyId) return undefined
      return unseal(key, row).catch(() => undefined)
    },
  }
}
