/** A licence or certificate of a person, as it is printed on papers. */
export interface Certificate {
  /** refrigerant handling, electrical, brazing …, as the person calls it */
  readonly kind: string
  readonly number: string
  /** the last day that it counts, ISO; none where it doesn't end */
  readonly until?: string
}

/** Whether a certificate counts no more on a day (ISO). It is said, and bars nothing: who may do the work is for the law and the lead. */
export const isExpired = ({ until }: Certificate, day: string): boolean => until !== undefined && until < day
