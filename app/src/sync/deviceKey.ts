import { createStore, get, set } from 'idb-keyval'

const NAME = 'key'

/**
 * A key of this browser's that no page can read out, only use: what a PIN closes is closed by it once more, so that what a page has written can't be tried out
 * elsewhere. Undefined where this browser keeps none.
 */
export async function deviceKey(): Promise<CryptoKey | undefined> {
  try {
    const store = createStore('zetesis-lock', 'key')
    const kept = await get<CryptoKey>(NAME, store)
    if (kept) return kept
    const made = await crypto.subtle.generateKey({ name: 'AES-GCM', length: 256 }, false, ['encrypt', 'decrypt'])
    await set(NAME, made, store)
    return made
  } catch {
    return undefined
  }
}
