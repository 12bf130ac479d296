import { fromBase64, toBase64 } from './base64'

/** A key, closed up by something that a person knows. */
export interface WrappedKey {
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

/** PBKDF2 with SHA-256, as often as the OWASP password storage guide asks for */
const ITERATIONS = 600_000
const SALT_BYTES = 16
const IV_BYTES = 12
const AES = { name: 'AES-GCM', length: 256 } as const

/** Whether this browser lends its cryptography to this page: over https and on the machine itself it does. */
export const canSeal = (): boolean => typeof crypto !== 'undefined' && (crypto.subtle as unknown) !== undefined

const random = (bytes: number) => crypto.getRandomValues(new Uint8Array(bytes))

/** A new key for what is kept on this device. */
export const newKey = (): Promise<CryptoKey> => crypto.subtle.generateKey(AES, true, ['encrypt', 'decrypt'])

async function keyOf(secret: string, salt: Uint8Array<ArrayBuffer>, iterations: number): Promise<CryptoKey> {
  const material = await crypto.subtle.importKey(
    'raw',
    new TextEncoder().encode(secret.normalize('NFKC')),
    'PBKDF2',
    false,
    ['deriveKey'],
  )
  return crypto.subtle.deriveKey({ name: 'PBKDF2', hash: 'SHA-256', salt, iterations }, material, AES, false, [
    'wrapKey',
    'unwrapKey',
  ])
}

export async function wrapKey(key: CryptoKey, secret: string, iterations = ITERATIONS): Promise<WrappedKey> {
  const [salt, iv] = [random(SALT_BYTES), random(IV_BYTES)]
  const data = await crypto.subtle.wrapKey('raw', key, await keyOf(secret, salt, iterations), { name: 'AES-GCM', iv })
  return { salt: toBase64(salt), iterations, iv: toBase64(iv), data: toBase64(new Uint8Array(data)) }
}

/** @returns undefined where the secret is another */
export async function unwrapKey(
  { salt, iterations, iv, data }: WrappedKey,
  secret: string,
): Promise<CryptoKey | undefined> {
  try {
    const by = await keyOf(secret, bytes(salt), iterations)
    const how = { name: 'AES-GCM', iv: bytes(iv) }
    return await crypto.subtle.unwrapKey('raw', bytes(data), by, how, AES, true, ['encrypt', 'decrypt'])
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
