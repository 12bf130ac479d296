import { keep, readKept } from '@/sync/storage'

const KEY = 'zetesis.lastUnit'

/** The unit that was open last on this device, where a pocket tool drops what it worked out. */
export const readLastUnit = (): string | undefined => readKept(KEY) ?? undefined
export const setLastUnit = (unitId: string): void => keep(KEY, unitId)
