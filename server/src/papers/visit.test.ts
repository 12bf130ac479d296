import { entryHash, ENTRY_VERSION, unitView, type ChainedEntry, type EntryBody } from '@zetesis/core'
import type { RecordFile } from '@zetesis/contract'
import { demoId } from '../demo/ids'
import { coolingReading } from '../demo/story'
import { fileOf } from './fileOf'
import { openRecord } from './openRecord'
import { papersPdf } from './papers'
import { sealedWords, visitLines } from './visit'

const WARM = Date.parse('2026-08-20T18:00:00.000Z')
const zone = 'America/Chicago'
const sealed = fileOf('O-04')
const visitId = sealed.log.find(({ entry }) => entry.kind === 'returnVisit')!.entry.id

/** the record file with more of its log, so many minutes after the visit began */
function later(file: RecordFile, ...bodies: [minutes: number, body: EntryBody][]): RecordFile {
  const log = [...file.log]
  for (const [minutes, body] of bodies) {
    const at = new Date(WARM + minutes * 60_000).toISOString()
    const entry = {
      v: ENTRY_VERSION,
      id: demoId(`later ${log.length}`),
      at,
      writtenAt: at,
      ...body,
    } as ChainedEntry['entry']
    const before = log.at(-1)!
    const link = {
      unitId: file.unit.id,
      seq: log.length + 1,
      author: before.author,
      receivedAt: at,
      entry,
      previousHash: before.hash,
    }
    log.push({ ...link, hash: entryHash(link) })
  }
  return { ...file, log, lastHash: log.at(-1)!.hash }
}
const reading: EntryBody = {
  kind: 'reading',
  mode: 'cooling',
  values: {
    ...coolingReading('R-410A', 189, {
      evaporating: 43,
      superheat: 11,
      condensing: 101,
      subcooling: 11.2,
      indoor: [76, 63],
      supply: 57,
      outdoor: 84,
    }),
  },
}
const there = later(
  sealed,
  [0, { kind: 'cameBack', visitId }],
  [1, { kind: 'modeChanged', mode: 'cooling', how: 'thermostat', seen: true }],
)
const read = later(there, [60, reading])
const signed = later(
  read,
  [70, { kind: 'visitItemClosed', visitId, item: 1, how: 'notNeeded', words: 'Valve was replaced in June.' }],
  [
    80,
    {
      kind: 'amendment',
      text: 'Charge read warm, nothing changed.',
      visitId,
      name: 'Orla Penn',
      signature: [[0, 0, 300, 200, 500, 50]],
    },
  ],
)
const told = (file: RecordFile) => {
  const { record, jobElevationM } = openRecord(file)
  const view = unitView(record, { nowMs: WARM + 100 * 60_000, jobElevationM })
  const lines = visitLines(record, view, { system: 'ip', timeZone: zone, jobElevationM })
  return {
    head: sealedWords(record, view, zone),
    lines,
    of: (label: string) => lines.find((l) => l.label === label)?.value,
  }
}

describe('papers of a unit that somebody came back to', () => {
  it('say when it was sealed and as what, until somebody is there', () => {
    const { head, lines } = told(sealed)
    expect(head).toBe('Sealed 2026-07-12, provisional')
    expect(lines).toEqual([])
  })
  it('say that the visit isn’t signed yet', () => {
    expect(told(there).head).toBe('Sealed 2026-07-12, provisional; return visit of 2026-08-20 not signed yet')
    expect(told(there).of('Charge, read in cooling')).toBe(
      'open, asked for outdoors 65 °F to 100 °F, indoors 70 °F to 80 °F',
    )
  })
  it('tell both dates, each item and the verdict of both days', () => {
    const { head, of } = told(signed)
    expect(head).toBe('Sealed 2026-07-12, provisional; completed 2026-08-20')
    expect(of('Came back')).toMatch(/^2026-08-20, /)
    expect(of('Charge, read in cooling')).toMatch(/^done 2026-08-20, asked for/)
    expect(of('Reversing valve, read')).toMatch(
      /^not needed 2026-08-20, Valve was replaced in June\., asked for outdoors from 65 °F$/,
    )
    expect(of('Sealed 2026-07-12')).toMatch(/^Provisional, The charge is set by discharge temperature/)
    expect(of('Now')).toMatch(/^In, 11\.\d °F subcooling/)
  })
  it('say so where it was signed with something open', () => {
    const left = later(read, [
      80,
      { kind: 'amendment', text: 'Too wet for the rest.', visitId, name: 'Orla', signature: [[0, 0, 300, 200]] },
    ])
    expect(told(left).head).toBe('Sealed 2026-07-12, provisional; visited 2026-08-20')
  })
  it('have a page for it', async () => {
    const pages = async (file: RecordFile) =>
      (await papersPdf(file, 'ip', { timeZone: zone })).toString('latin1').match(/\/Type \/Page\b/g)!.length
    expect(await pages(signed)).toBe((await pages(sealed)) + 1)
  })
})
