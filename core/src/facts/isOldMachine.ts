import type { UnitFacts } from './unitFacts'

/** Whether the habits of old machines apply: as somebody said; where nobody did, those that were there before this work count as old. */
export const isOldMachine = ({ age, work }: Pick<UnitFacts, 'age' | 'work'>): boolean =>
  age === undefined ? work !== undefined && work !== 'new' : age === 'old'
