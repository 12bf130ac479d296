import { fromBase64, toBase64 } from './base64'
import type { StretchPin } from './stretchPin'

/** A key, closed up by a PIN: stretched by Argon2id, and closed once more by this browser's own key where there is one. */
export interface PinWrapped {
  readonly salt: string
  readonly memoryKib: number
  readonly passes: number
  readonly iv: string
  readonly data: string
  /** of the second closing, by the browser's key */
  readonly deviceIv?: string
}

/** A key, closed up by a secret that the server holds for whoever signs in. */
export interface ServerWrapped {
  readonly iv: string
  readonly data: string
}

/** As locks were set before: by PBKDF2, of the PIN and of the account's password. They are closed anew when they are opened. */
export interface EarlierWrapped {
  readonly salt: string
  readonly iterations: number
  readonly iv: string
  readonly data: string
}

/** Something on this device that only its key opens. */
export interface Sealed {
  /** which key */
  readonly sealed: string
  readonly iv: Uint8Array<ArrayBuffer>
  readonly data: Uint8Array<ArrayBuffer>
}
export const isSealed = (row: unknown): row is Sealed =>
  typeof row === 'object' && row !== null && typeof (row as Partial<Sealed>).sealed === 'string' && 'iv' in row

/** what a PIN costs to try: 64 MiB, three passes (RFC 9106's second choice has as much memory) */
export const PIN_COST = { memoryKib: 64 * 1024, passes: 3 } as const
export type PinCost = Pick<PinWrapped, 'memoryKib' | 'passes'>

const SALT_BYTES = 16
const IV_BYTES = 12
const KEY_BYTES = 32
const AES = { name: 'AES-GCM', length: 256 } as const

/** Whether this browser lends its cryptography to this page: over https and on the machine itself it does. */
export const canSeal = (): boolean => typeof crypto !== 'undefined' && (crypto.subtle as unknown) !== undefined

const random = (bytes: number) => crypto.getRandomValues(new Uint8Array(bytes))

/** A new key for what is kept on this device. */
export const newKey = (): Promise<CryptoKey> => crypto.subtle.generateKey(AES, true, ['encrypt', 'decrypt'])

const aesKey = (raw: Uint8Array<ArrayBuffer>) =>
  crypto.subtle.importKey('raw', raw, AES, false, ['wrapKey', 'unwrapKey'])

const unwrapped = (data: Uint8Array<ArrayBuffer>, by: CryptoKey, iv: string) =>
  crypto.subtle.unwrapKey('raw', data, by, { name: 'AES-GCM', iv: bytes(iv) }, AES, true, ['encrypt', 'decrypt'])

export async function wrapByPin(
  key: CryptoKey,
  pin: string,
  { stretch, device, cost = PIN_COST }: { stretch: StretchPin; device: CryptoKey | undefined; cost?: PinCost },
): Promise<PinWrapped> {
  const [salt, iv, deviceIv] = [random(SALT_BYTES), random(IV_BYTES), random(IV_BYTES)]
  const by = await aesKey(await stretch({ pin, salt, ...cost }))
  const inner = new Uint8Array(await crypto.subtle.wrapKey('raw', key, by, { name: 'AES-GCM', iv }))
  const outer = device && (await crypto.subtle.encrypt({ name: 'AES-GCM', iv: deviceIv }, device, inner))
  return {
    salt: toBase64(salt),
    ...cost,
    iv: toBase64(iv),
    data: toBase64(outer ? new Uint8Array(outer) : inner),
    ...(outer ? { deviceIv: toBase64(deviceIv) } : {}),
  }
}

/** @returns undefined where the PIN is another, or this browser's own key is gone */
export async function unwrapByPin(
  { salt, memoryKib, passes, iv, data, deviceIv }: PinWrapped,
  pin: string,
  { stretch, device }: { stretch: StretchPin; device: CryptoKey | undefined },
): Promise<CryptoKey | undefined> {
  const by = await aesKey(await stretch({ pin, salt: bytes(salt), memoryKib, passes }))
  try {
    const inner =
      deviceIv === undefined
        ? bytes(data)
        : new Uint8Array(await crypto.subtle.decrypt({ name: 'AES-GCM', iv: bytes(deviceIv) }, device!, bytes(data)))
    return await unwrapped(inner, by, iv)
  } catch {
    return undefined
  }
}

/** Closes a key up by a new secret, for the server to hold. */
export async function wrapForServer(key: CryptoKey): Promise<{ wrapped: ServerWrapped; secret: string }> {
  const [secret, iv] = [random(KEY_BYTES), random(IV_BYTES)]
  const data = await crypto.subtle.wrapKey('raw', key, await aesKey(secret), { name: 'AES-GCM', iv })
  return { wrapped: { iv: toBase64(iv), data: toBase64(new Uint8Array(data)) }, secret: toBase64(secret) }
}

/** @returns undefined where the secret is another */
export async function unwrapByServer({ iv, data }: ServerWrapped, secret: string): Promise<CryptoKey | undefined> {
  try {
    return await unwrapped(bytes(data), await aesKey(bytes(secret)), iv)
  } catch {
    return undefined
  }
}

/** @returns undefined where the secret is another */
export async function unwrapEarlier(
  { salt, iterations, iv, data }: EarlierWrapped,
  secret: string,
): Promise<CryptoKey | undefined> {
  try {
    const text = new TextEncoder().encode(secret.normalize('NFKC'))
    const material = await crypto.subtle.importKey('raw', text, 'PBKDF2', false, ['deriveKey'])
    const how = { name: 'PBKDF2', hash: 'SHA-256', salt: bytes(salt), iterations }
    const by = await crypto.subtle.deriveKey(how, material, AES, false, ['unwrapKey'])
    return await unwrapped(bytes(data), by, iv)
  } catch {
    return undefined
  }
}

const bytes = (text: string) => new Uint8Array(fromBase64(text))

/** Closes a value up; bytes in it come back as bytes. */
export async function seal(key: CryptoKey, keyId: string, value: unknown): Promise<Sealed> {
  const iv = random(IV_BYTES)
  const text = JSON.stringify(value, (_, part: unknown) =>
    part instanceof Uint8Array ? { [BYTES]: toBase64(part) } : part,
  )
  const data = await crypto.subtle.encrypt({ name: 'AES-GCM', iv }, key, new TextEncoder().encode(text))
  return { sealed: keyId, iv, data: new Uint8Array(data) }
}

export async function unseal(key: CryptoKey, { iv, data }: Sealed): Promise<unknown> {
  const text = await crypto.subtle.decrypt({ name: 'AES-GCM', iv }, key, data)
  return JSON.parse(new TextDecoder().decode(text), (_, part: unknown) =>
    typeof part === 'object' && part !== null && BYTES in part ? fromBase64(String(part[BYTES])) : part,
  )
}
const BYTES = '$bytes'
