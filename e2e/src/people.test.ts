import assert from 'node:assert/strict'
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import path from 'node:path'
import { before, describe, it } from 'node:test'
import type { Browser } from 'puppeteer-core'
import { entriesOfKind, readyFacts, tellEntries, unitIds } from './demo'
import { Driver } from './driver'
import { pdfText } from './pdfText'
import type { TestServer } from './server'
import { setStage } from './stage'

const PASSWORD = 'three brass elbows in rain'
const PIMS = 'two valves and a long ladder'

/** A crew's own company: from an empty machine to sealed units with people on them. */
describe('a company of one’s own', () => {
  const mails = mkdtempSync(path.join(tmpdir(), 'zetesis-mail.'))
  const stage = setStage({ env: { DEMO: '0', MAIL_DIR: mails } })
  let server: TestServer
  let browser: Browser
  let ada: Driver
  let pim: Driver
  before(async () => {
    ;({ server, browser, lead: ada } = stage)
    pim = await Driver.open(browser, server.base)
  })
  /** it goes out a moment after the act that it belongs to */
  const mail = async (about: RegExp): Promise<string> => {
    for (const until = Date.now() + 30_000; Date.now() < until; await new Promise((later) => setTimeout(later, 100))) {
      const found = mailed(about)
      if (found) return found
    }
    throw new Error(`no mail about ${about}`)
  }
  const mailed = (about: RegExp): string | undefined => {
    const texts = readdirSync(mails)
      .sort()
      .map((name) =>
        readFileSync(path.join(mails, name), 'utf8')
          .replace(/=\r?\n/g, '')
          .replace(/=3D/g, '='),
      )
    return texts.filter((text) => about.test(text)).at(-1)
  }
  const linkIn = (text: string) => /http:\/\/127\.0\.0\.1:\d+(\/\S+#[\w-]{43})/.exec(text)![1]!
  const sent = (driver: Driver) => driver.reads('sync-note', /everything sent/)

  it('is set up on a phone with the code that the terminal shows, and says what to do first', async () => {
    const code = /set-up code (\S+)/.exec(server.said())![1]!
    await ada.go('/')
    await ada.type('set-up-code', 'WRONG')
    await ada.press('code-go')
    await ada.shows('4 tries are left')
    await ada.type('set-up-code', code.toLowerCase())
    await ada.press('code-go')
    await ada.type('company', 'Alder & Daughters')
    await ada.press('units-ip')
    await ada.press('method-ready-cautious')
    await ada.reads('method-words', /Decay hold: 20 min, customary 10 min/)
    await ada.type('elevation', '560')
    await ada.type('name', 'Ada Alder')
    await ada.type('password', 'password2026')
    await ada.press('set-up')
    await ada.shows('Type an e-mail address')
    // a reload half-way loses nothing but what is secret
    await ada.page.reload({ waitUntil: 'domcontentloaded' })
    await ada.type('set-up-code', code)
    await ada.press('code-go')
    await ada.see('company')
    assert.equal(await ada.value('company'), 'Alder & Daughters')
    assert.equal(await ada.value('password'), '')
    await ada.type('login', 'Ada@Example.com')
    await ada.type('password', 'adaalder2026')
    await ada.press('set-up')
    await ada.shows('is a name that others know')
    await ada.type('password', PASSWORD)
    await ada.press('set-up')
    await ada.see('no-jobs')
    await ada.reads('whose', /Alder & Daughters · Ada Alder/)
  })

  it('shows its logo, drawn from a picture in which a script was', async () => {
    await ada.go('/company/card')
    await ada.see('company-name')
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="300" height="90"><script>alert(1)</script><rect width="300" height="90" fill="#8a3b12" onload="alert(2)"/></svg>'
    await ada.chooseFile('logo-choose', 'logo.txt', 'no picture')
    await ada.shows('Choose a PNG or an SVG file.')
    await ada.chooseFile('logo-choose', 'logo.svg', svg)
    await ada.see('logo-off')
    await ada.type('company-address', '4 Mill Yard, Harrow')
    await ada.type('company-licences', 'HVAC 1207, E 33')
    await ada.act(/Save the card/)
    await ada.at(/^\/company$/)
    await sent(ada)
    const book = await ada.json<{ entries: { entry: { kind: string; company?: { logo?: string } } }[] }>(
      '/api/book/entries',
    )
    const logo = book.entries.filter(({ entry }) => entry.kind === 'companySaved').at(-1)!.entry.company!.logo!
    const bytes = Buffer.from(logo, 'base64')
    assert.equal(bytes.subarray(1, 4).toString(), 'PNG')
    assert.ok(!bytes.includes('script'))
  })

  it('invites an installer, who opens the link on another phone, once', async () => {
    await ada.go('/company/people')
    await ada.type('invite-login', 'not an address')
    await ada.press('invite-go')
    await ada.shows('Type an e-mail address')
    await ada.type('invite-login', 'PIM@Example.com')
    await ada.press('invite-go')
    await ada.see('invited')
    const link = linkIn(await mail(/pim@example\.com/))
    assert.ok((await ada.text('invite-link')).endsWith(link))
    // opened where somebody else is signed in, it says so
    const tab = await ada.page.browserContext().newPage()
    const second = new Driver(tab, server.base)
    await second.load(link)
    await second.shows('Ada Alder is signed in here')
    await tab.close()
    await pim.load(link)
    await pim.shows('Ada Alder invites you, pim@example.com, as installer.')
    await pim.type('join-name', 'Pim Harrow')
    await pim.type('join-password', PIMS)
    await pim.press('join')
    await pim.reads('whose', /Alder & Daughters · Pim Harrow/)
    await pim.gone('company')
    const other = await Driver.open(browser, server.base)
    await other.load(link)
    await other.shows('was used already')
    await other.close()
  })

  it('gives people certificates; one that is over is said', async () => {
    await ada.go('/company/people')
    await ada.press('open-pim@example.com')
    await ada.type('cert-kind', 'Refrigerant handling')
    await ada.type('cert-number', 'RH-88')
    await ada.type('cert-until', '2020-02-30')
    await ada.press('cert-add')
    await ada.shows('Type the day as')
    await ada.type('cert-until', '2020-02-28')
    await ada.press('cert-add')
    await ada.reads('certificates', /expired 2020-02-28/)
    await sent(ada)
  })

  it('makes a job and a row of sixteen, with what the company has at hand', async () => {
    await ada.go('/')
    await ada.press('new-job')
    assert.equal(await ada.value('elevation'), '560')
    await ada.type('name', 'Mill Yard')
    await ada.type('customerName', 'T. Ansley')
    await ada.press('bar-action')
    await ada.press('make-row')
    await ada.type('row-pattern', 'M-##')
    await ada.type('row-count', '16')
    await ada.press('row-open')
    await ada.see('unit-M-16')
    await sent(ada)
  })

  it('an installer asks a lead to pass a gate, with no signal; it is granted with one tap from another phone', async () => {
    const units = await unitIds(ada)
    await tellEntries(pim, units['M-01']!, [[30, { kind: 'facts', facts: readyFacts }]])
    await pim.go(`/units/${units['M-01']}/pressure-test`)
    await pim.see('ask-open')
    await pim.gone('gate-open')
    await pim.loseSignal()
    await pim.press('ask-open')
    await pim.press('ask-lead')
    await pim.shows('Write the reason')
    await pim.type('ask-reason', 'The old lines were tested last week')
    await pim.press('ask-lead')
    await pim.see('asked')
    await pim.signal(true)
    await sent(pim)
    await ada.go('/')
    await ada.see('asked-M-01')
    await ada.shows('The old lines were tested last week')
    await ada.press('grant')
    await sent(ada)
    await pim.shows('Passed with a reason by Ada Alder')
    await ada.gone('asked-M-01')
  })

  it('a refusal says why, and what is asked can be taken back', async () => {
    const units = await unitIds(ada)
    await pim.go(`/units/${units['M-01']}/vacuum`)
    await pim.press('ask-open')
    await pim.type('ask-reason', 'The pump broke')
    await pim.press('ask-lead')
    await pim.press('withdraw')
    await pim.press('ask-open')
    await pim.type('ask-reason', 'The pump broke, really')
    await pim.press('ask-lead')
    await pim.reads('asked', /The pump broke, really/)
    await sent(pim)
    await ada.go(`/units/${units['M-01']}/vacuum`)
    await ada.reads('request', /The pump broke, really/)
    await ada.type('answer-words', 'Take the other pump')
    await ada.press('refuse')
    await sent(ada)
    await pim.reads('ask-refused', /Refused by Ada Alder.*Take the other pump/)
  })

  it('both finish a unit; only the lead seals, and papers carry company, customer and certificates', async () => {
    const units = await unitIds(ada)
    for (const [n, tag] of ['M-01', 'M-02'].entries()) {
      const unitId = units[tag]!
      if (n === 1) await tellEntries(pim, unitId, [[30, { kind: 'facts', facts: readyFacts }]])
      for (const stage of ['pressureTest', 'vacuum', 'weighIn', 'startUp'].slice(n === 0 ? 1 : 0)) {
        await tellEntries(pim, unitId, [
          [1, { kind: 'asked', what: 'gate', stage, reason: `${stage} was done before` }],
        ])
        await ada.go('/')
        await ada.see(`asked-${tag}`)
        await ada.press('grant')
        await sent(ada)
      }
      await pim.go(`/units/${unitId}/hand-over`)
      await pim.see('lead-seals')
      await pim.gone('signature')
      await ada.go(`/units/${unitId}/hand-over`)
      await ada.type('sign-name', 'T. Ansley')
      await ada.sign()
      await ada.act(/Seal/)
      await ada.see('sealed')
      await sent(ada)
      await pim.see('sealed')
      await pim.shows('A lead adds to a sealed record.')
    }
    const papers = (await pdfText((await pim.fetch(`/api/units/${units['M-01']}/papers.pdf`)).bytes)).join(' ')
    for (const words of [
      'Work by Alder & Daughters, 4 Mill Yard, Harrow.',
      'Licences: HVAC 1207, E 33.',
      'Pim Harrow: Refrigerant handling RH-88, expired 2020-02-28.',
      'For T. Ansley',
      'asked by Pim Harrow',
    ])
      assert.ok(papers.replace(/\s+/g, ' ').includes(words), `the papers say: ${words}`)
  })

  it('a password is changed and forgotten; a link for a new one works once', async () => {
    await pim.go('/account')
    await pim.see('sessions')
    await pim.press('password-open')
    await pim.type('password-old', 'wrong')
    await pim.type('password-new', 'four valves and a short rope')
    await pim.press('password-change')
    await pim.shows('The old password is wrong.')
    await pim.type('password-old', PIMS)
    await pim.press('password-change')
    await pim.shows('changed; every other session is over')
    const elsewhere = await Driver.open(browser, server.base)
    await elsewhere.go('/forgotten')
    await elsewhere.type('login', 'pim@example.com')
    await elsewhere.press('send-link')
    await elsewhere.see('forgotten-sent')
    const link = linkIn(await mail(/this link takes one/))
    await elsewhere.load(link)
    await elsewhere.type('password', 'qwertyqwerty')
    await elsewhere.press('set-password')
    await elsewhere.shows('among the first that anybody tries')
    await elsewhere.type('password', PIMS)
    await elsewhere.press('set-password')
    await elsewhere.see('password-set')
    // every session is over by it, on the other phone, too
    await pim.go('/')
    await pim.see('login')
    await pim.type('login', 'pim@example.com')
    await pim.type('password', PIMS)
    await pim.press('sign-in')
    await pim.see('whose')
    await elsewhere.close()
  })

  it('somebody taken out while their phone was away: what it held comes to a lead, marked', async () => {
    const units = await unitIds(ada)
    await pim.go(`/units/${units['M-03']}/vacuum`)
    await pim.see('micron')
    await pim.loseSignal()
    await pim.type('micron', '480')
    await pim.act(/Log/)
    await pim.reads('sync-note', /1 not sent yet/)
    await ada.go('/company/people')
    await ada.press('open-ada@example.com')
    await ada.press('take-out')
    await ada.press('take-out-sure')
    await ada.shows('This is the only lead.')
    await ada.press('open-ada@example.com')
    await ada.press('open-pim@example.com')
    await ada.press('take-out')
    await ada.press('take-out-sure')
    await ada.see('gone')
    await new Promise((resolve) => setTimeout(resolve, 2500))
    await pim.signal(true)
    await pim.reads('handing-over', /Everything that this device still held is handed over/)
    await ada.go('/company')
    await ada.reads('held', /Pim Harrow’s device still held an entry/)
    await ada.press('held-take')
    await ada.page.waitForSelector('[data-testid="held"]', { hidden: true })
    const [micron] = await entriesOfKind(ada, units['M-03']!, 'micron')
    assert.deepEqual(micron!.reading, { value: 480, unit: 'micron' })
    const [note] = await entriesOfKind(ada, units['M-03']!, 'note')
    assert.match(String(note!.text), /One entry of Pim Harrow’s/)
    await ada.go('/company/audit')
    await ada.reads('audit-lines', /Took pim@example\.com out of the company/)
    assert.deepEqual([...ada.errors, ...pim.errors], [])
  })
})
