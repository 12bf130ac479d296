import { PasskeyAsked, PasskeyRows, SessionUser } from '@zetesis/contract'
import { browserSupportsWebAuthn, startAuthentication, startRegistration, WebAuthnError } from '@simplewebauthn/browser'
import { ApiError, call, NoAnswer } from './api'
import { beginSession, tell } from './client'

/** Whether this browser has passkeys at all, for a page that is reached by a name. */
export const hasPasskeys = (): boolean =>
  typeof window !== 'undefined' && browserSupportsWebAuthn() && !/^[\d.]+$|^\[/.test(window.location.hostname)

const asked = (path: string) => call(path, { method: 'POST', body: {}, answer: PasskeyAsked })

async function answered(): Promise<object> {
  const optionsJSON = (await asked('/sign-in/passkey/begin')) as never
  return startAuthentication({ optionsJSON })
}

export const signInByPasskey = async (): Promise<SessionUser> =>
  beginSession('/sign-in/passkey', { response: await answered() })
export const confirmByPasskey = async (): Promise<void> =>
  tell('/account/confirm/passkey', { response: await answered() })

export async function addPasskey(name: string): Promise<void> {
  const optionsJSON = (await asked('/account/passkeys/begin')) as never
  await tell('/account/passkeys', { name, response: await startRegistration({ optionsJSON }) })
}
export const fetchPasskeys = async () => (await call('/account/passkeys', { answer: PasskeyRows })).passkeys
export const endPasskey = (id: string): Promise<void> => tell(`/account/passkeys/${encodeURIComponent(id)}/end`)

/** A sentence for what came between; nothing where whoever was asked left it themselves. */
export function passkeySentence(error: unknown): string | undefined {
  if (error instanceof ApiError || error instanceof NoAnswer) return error.message
  if (error instanceof WebAuthnError && error.code === 'ERROR_AUTHENTICATOR_PREVIOUSLY_REGISTERED')
    return 'This device has a passkey here already.'
  if (error instanceof Error && ['NotAllowedError', 'AbortError'].includes(error.name)) return undefined
  return 'The passkey wasn’t read. Try again, or use your password.'
}
