/** What a link carries behind its #: it never leaves the browser but in a request's body. */
export const linkToken = (): string => window.location.hash.slice(1)
