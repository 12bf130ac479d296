import assert from 'node:assert/strict'
import { before, describe, it } from 'node:test'
import pg from 'pg'
import { Driver } from './driver'
import { setStage } from './stage'

/** A phone with a fingerprint reader, played by the browser's own virtual authenticator, at the server's name. */
describe('passkeys', () => {
  const stage = setStage()
  let phone: Driver
  let authenticatorId = ''

  before(async () => {
    const named = stage.server.base.replace('127.0.0.1', 'localhost')
    phone = await Driver.open(stage.browser, named)
    authenticatorId = await withAuthenticator(phone)
    await phone.signIn('jonas', 'first-season')
  })
  async function withAuthenticator(driver: Driver): Promise<string> {
    const wire = await driver.page.createCDPSession()
    await wire.send('WebAuthn.enable')
    const added = await wire.send('WebAuthn.addVirtualAuthenticator', {
      options: {
        protocol: 'ctap2',
        transport: 'internal',
        hasResidentKey: true,
        hasUserVerification: true,
        isUserVerified: true,
        automaticPresenceSimulation: true,
      },
    })
    return added.authenticatorId
  }
  const inDatabase = async (text: string, values: unknown[] = []) => {
    const client = new pg.Client({ connectionString: stage.server.database })
    await client.connect()
    const { rows } = await client.query(text, values)
    await client.end()
    return rows as Record<string, unknown>[]
  }
  const signOut = async () => {
    await phone.go('/')
    await phone.press('sign-out')
    await phone.see('login')
  }
  /** the password was typed long ago */
  const longAgo = () =>
    inDatabase(`update session set sess = jsonb_set(sess::jsonb, '{confirmed}', '"2020-01-01T00:00:00.000Z"')::json`)

  it('is added with a name, signs in without password and code, and is told of', async () => {
    await phone.go('/account')
    await phone.press('passkeys-open')
    await phone.press('add-passkey')
    await phone.shows('Give it a name')
    await phone.type('passkey-name', 'my phone')
    await phone.press('add-passkey')
    await phone.shows('not used yet')
    // the same device once more is none
    await phone.type('passkey-name', 'my phone again')
    await phone.press('add-passkey')
    await phone.shows('This device has a passkey here already.')
    // a code is asked for where a password is typed, from now on
    await inDatabase(`update people set second_factor = 'JBSWY3DPEHPK3PXP' where login = 'jonas'`)
    await signOut()
    await phone.press('passkey-sign-in')
    await phone.see('wait-bar')
    const me = await phone.json<{ login: string; secondFactor: boolean }>('/api/me')
    assert.deepEqual([me.login, me.secondFactor], ['jonas', true])
    const [mail] = await inDatabase(`select text from mails where subject like 'A passkey was added%'`)
    assert.match(String(mail!.text), /a passkey was added on Zetesis just now/)
  })

  it('proves who one is where the password was typed long ago, and no code is at hand', async () => {
    await new Promise((later) => setTimeout(later, 1500))
    await longAgo()
    await new Promise((later) => setTimeout(later, 1500))
    const other = await Driver.open(stage.browser, stage.server.base)
    await other.signIn('mara', 'copper-line')
    await other.close()
    await phone.load('/account')
    await phone.press('factor-open')
    await phone.see('factor-password')
    await phone.press('passkeys-open')
    await phone.press('end-passkey')
    await phone.see('confirm')
    await phone.press('confirm-passkey')
    await phone.gone('end-passkey')
    assert.deepEqual(await inDatabase('select id from passkeys'), [])
  })

  it('taken away opens nothing, and a finger that isn’t the owner’s neither', async () => {
    await signOut()
    await phone.press('passkey-sign-in')
    await phone.shows('This passkey wasn’t taken.')
    await inDatabase(`update people set second_factor = null where login = 'jonas'`)
    await phone.signIn('jonas', 'first-season')
    const wire = await phone.page.createCDPSession()
    await wire.send('WebAuthn.enable')
    await wire.send('WebAuthn.clearCredentials', { authenticatorId }).catch(() => undefined)
    await phone.go('/account')
    await phone.press('passkeys-open')
    await phone.type('passkey-name', 'my phone')
    await phone.press('add-passkey')
    await phone.shows('not used yet')
    await signOut()
    await wire.send('WebAuthn.setUserVerified', { authenticatorId, isUserVerified: false }).catch(() => undefined)
    await phone.press('passkey-sign-in')
    await new Promise((later) => setTimeout(later, 1500))
    assert.equal(await phone.exists('wait-bar'), false)
  })

  it('at an address in numbers says what it needs, and the sign-in page offers none', async () => {
    const lead = await Driver.open(stage.browser, stage.server.base)
    await lead.load('/')
    await lead.see('login')
    assert.equal(await lead.exists('passkey-sign-in'), false)
    await lead.signIn()
    await lead.go('/account')
    await lead.press('passkeys-open')
    await lead.shows('the server’s own name in the address, not a number')
    await lead.close()
  })
})
