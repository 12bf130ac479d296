/** The session of a sign-in's answer, as a request carries it. */
export const sessionCookie = (answer: Response): string =>
  answer.headers
    .getSetCookie()
    .find((cookie) => cookie.startsWith('zetesis='))
    ?.split(';')[0] ?? ''
