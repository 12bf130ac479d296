const LEAST_LETTERS = 3

/** Whether words say something: at least three letters beside blanks. Asked of every reason that stays on a record. */
export const isReason = (words: string | undefined): boolean => (words ?? '').trim().length >= LEAST_LETTERS
