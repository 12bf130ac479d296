import { foldEntries, unitView, verifyChain } from '@zetesis/core'
import { readFileSync } from 'node:fs'
import path from 'node:path'
import { RecordFile } from '../api'
import { entryWords } from '../words/entry/entry'

/**
 * Three records as an earlier version exported them, and what it concluded from them. What was stored and hashed is still read whole, and a change of the
 * code that isn't meant to change a judgement changes none. That the server exports them byte for byte: `server/src/records.api.test.ts`.
 */
const file = (name: string) => readFileSync(path.join(__dirname, name), 'utf8')

describe.each(['K-01', 'K-07', 'L-03'])('the record of %s', (tag) => {
  const exported = file(`${tag}.record.json`)
  const record = RecordFile.parse(JSON.parse(exported))

  it('is read whole: nothing is lost or changed', () => {
    expect(record).toStrictEqual(JSON.parse(exported))
  })

  it('has its chain', () => {
    expect(verifyChain(record.log)).toMatchObject({ ok: true, length: record.log.length })
  })

  it('says and concludes what it did', () => {
    const folded = foldEntries(record.log)
    const nowMs = Date.parse(record.log.at(-1)!.receivedAt)
    const view = unitView(folded, { nowMs, jobElevationM: 104 })
    const told = { words: record.log.map((l) => entryWords(l.entry)), view }
    expect(JSON.parse(rounded(told))).toEqual(JSON.parse(file(`${tag}.told.json`)))
  })
})

/** Nine digits: another order of adding up is no other conclusion. The habits are left out: the record itself has them, and they are long. */
const rounded = (value: unknown) =>
  JSON.stringify(
    value,
    (key, v: unknown) =>
      key === 'profile' || key === 'method' ? undefined : typeof v === 'number' ? Number(v.toPrecision(9)) : v,
    1,
  )
