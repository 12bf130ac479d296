const KEY = 'zetesis.lastUnit'

/** The unit that was open last on this device, where a pocket tool drops what it worked out. */
export const readLastUnit = (): string | undefined => localStorage.getItem(KEY) ?? undefined
export const setLastUnit = (unitId: string): void => localStorage.setItem(KEY, unitId)
