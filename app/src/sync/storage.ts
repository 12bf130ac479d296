/** Small things kept on this device. Storage may be full or switched off: then they hold until the page closes, and nothing breaks. */

const inMemory = new Map<string, string>()

export function readKept(key: string): string | null {
  const here = inMemory.get(key)
  if (here !== undefined) return here
  try {
    return localStorage.getItem(key)
  } catch {
    return null
  }
}

export function keep(key: string, value: string): void {
  try {
    localStorage.setItem(key, value)
    inMemory.delete(key)
  } catch {
    inMemory.set(key, value)
  }
}

export function unkeep(key: string): void {
  inMemory.delete(key)
  try {
    localStorage.removeItem(key)
  } catch {
    // nothing was there
  }
}

/** A kept value as it was, or nothing where there is none or it can't be read. */
export function readKeptJson<T>(key: string): T | undefined {
  try {
    return (JSON.parse(readKept(key) ?? 'null') as T | null) ?? undefined
  } catch {
    return undefined
  }
}
