import type { InstrumentClass } from '@zetesis/core'
import { keep, readKeptJson } from '@/sync/storage'

const key = (userId: string) => `zetesis.instrumentClass.${userId}`

/** What a person said last that their unnamed instruments are: remembered on this device. */
export const saidClass = (userId: string | undefined): InstrumentClass | undefined => {
  const kept = userId ? readKeptJson<string>(key(userId)) : undefined
  return kept === 'analog' || kept === 'digital' ? kept : undefined
}

export const keepSaidClass = (userId: string | undefined, said: InstrumentClass): void => {
  if (userId) keep(key(userId), JSON.stringify(said))
}
