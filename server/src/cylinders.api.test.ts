import { CylinderList, CylinderPage, RefrigerantReport } from '@zetesis/contract'
import { customarySpec, type BookEntry, type BookEntryBody, type Cylinder, type EntryBody } from '@zetesis/core'
import { randomUUID } from 'node:crypto'
import { entry, makeWorld, type World } from './test/world'

let world: World
let wren: Awaited<ReturnType<World['signedIn']>>
let rook: typeof wren
beforeAll(async () => {
  world = await makeWorld()
  wren = await world.signedIn('wren')
  rook = await world.signedIn('rook')
})
afterAll(() => world.close())

const kg = (value: number) => ({ value, unit: 'kg' }) as const
const ago = (minutes: number) => new Date(Date.now() - minutes * 60_000)
function line(body: BookEntryBody, minutes = 0): BookEntry {
  const at = ago(minutes).toISOString()
  return { v: 1, id: randomUUID(), at, writtenAt: at, ...body } as BookEntry
}
const cylinder = (part: Partial<Cylinder> = {}): Cylinder => ({
  id: randomUUID(),
  name: 'C-1',
  refrigerant: 'R-410A',
  state: 'virgin',
  tare: kg(5),
  ...part,
})
const tell = async (...entries: BookEntry[]) => {
  await wren.post('/api/book/entries').send({ entries }).expect(201)
}
const page = async (id: string) => CylinderPage.parse((await wren.get(`/api/cylinders/${id}`).expect(200)).body)

/** saved, and 11 kg bought */
async function stocked(part: Partial<Cylinder> = {}) {
  const c = cylinder(part)
  await tell(
    line({ kind: 'cylinderSaved', cylinder: c }, 600),
    line({ kind: 'cylinderMoved', movement: 'purchased', cylinderId: c.id, mass: kg(11) }, 590),
  )
  return c
}
async function unit(...bodies: [number, EntryBody][]) {
  const unitId = randomUUID()
  const opened = entry({ kind: 'opened', jobId: world.ours.jobId, tag: 'K-1' }, { at: ago(500) })
  const told = bodies.map(([minutes, body]) => entry(body, { at: ago(minutes) }))
  await wren
    .post(`/api/units/${unitId}/entries`)
    .send({ entries: [opened, ...told] })
    .expect(201)
  return { unitId, told }
}
const draw = (vessel: Cylinder, before: number, after: number): EntryBody => ({
  kind: 'weighed',
  direction: 'add',
  before: kg(before),
  after: kg(after),
  vessel,
})

describe('the cylinder book', () => {
  it('is derived from the logs of units and the company’s book', async () => {
    const c = await stocked()
    await unit([60, draw(c, 16, 15.6)], [50, draw(c, 15.6, 15.5)])
    const found = await page(c.id)
    expect(found.netKg).toBeCloseTo(10.5, 9)
    expect(found.findings).toEqual([])
    expect(found.lines.map((l) => [l.kind, Number(l.kg.toFixed(6)), l.tag])).toEqual([
      ['charged', -0.1, 'K-1'],
      ['charged', -0.4, 'K-1'],
      ['purchased', 11, undefined],
    ])
    const { cylinders } = CylinderList.parse((await wren.get('/api/cylinders').expect(200)).body)
    expect(cylinders.find((r) => r.cylinder.id === c.id)?.netKg).toBeCloseTo(10.5, 9)
  })
  it('follows a weighing that is struck out, and a purchase that is', async () => {
    const c = await stocked()
    const { unitId, told } = await unit([60, draw(c, 16, 15)])
    const strike = entry({ kind: 'struck', strikes: told[0]!.id, reason: 'wrong cylinder' })
    await wren
      .post(`/api/units/${unitId}/entries`)
      .send({ entries: [strike] })
      .expect(201)
    expect((await page(c.id)).netKg).toBeCloseTo(11, 9)
    const drawn = await unit([55, draw(c, 16, 15.5)])
    await tell(line({ kind: 'movementStruck', strikes: drawn.told[0]!.id, reason: 'not the book’s to strike' }))
    expect((await page(c.id)).netKg).toBeCloseTo(10.5, 9)
    const undo = entry({ kind: 'struck', strikes: drawn.told[0]!.id, reason: 'as before' })
    await wren
      .post(`/api/units/${drawn.unitId}/entries`)
      .send({ entries: [undo] })
      .expect(201)
    const bought = line({ kind: 'cylinderMoved', movement: 'purchased', cylinderId: c.id, mass: kg(3) }, 40)
    await tell(bought)
    expect((await page(c.id)).netKg).toBeCloseTo(14, 9)
    await tell(line({ kind: 'movementStruck', strikes: bought.id, reason: 'entered twice' }))
    expect((await page(c.id)).netKg).toBeCloseTo(11, 9)
  })
  it('keeps both of two that drew at once, and shows it', async () => {
    const c = await stocked()
    await Promise.all([unit([60, draw(c, 16, 15.6)]), unit([59, draw(c, 16, 15.5)])])
    const found = await page(c.id)
    expect(found.netKg).toBeCloseTo(10.1, 9)
    expect(found.findings.map((f) => f.code)).toEqual(['overlap'])
  })
  it('a weighing finds what isn’t logged; a mended tare changes what it found', async () => {
    const c = await stocked()
    await tell(line({ kind: 'cylinderMoved', movement: 'weighed', cylinderId: c.id, mass: kg(15.8) }, 30))
    const found = await page(c.id)
    expect(found.netKg).toBeCloseTo(10.8, 9)
    expect(found.findings).toMatchObject([{ code: 'unexplained', beyond: true }])
    expect(found.lines[0]).toMatchObject({ kind: 'weighed' })
    expect(found.lines[0]!.kg).toBeCloseTo(-0.2, 9)
    await tell(line({ kind: 'cylinderSaved', cylinder: { ...c, tare: kg(4.8) } }))
    const mended = await page(c.id)
    expect(mended.netKg).toBeCloseTo(11, 9)
    expect(mended.findings).toMatchObject([{ code: 'unexplained', beyond: false }])
  })
  it('fills over without losing a gram', async () => {
    const [a, b] = [await stocked(), await stocked({ name: 'C-2' })]
    await tell(
      line({ kind: 'cylinderMoved', movement: 'transferred', cylinderId: a.id, toCylinderId: b.id, mass: kg(2.5) }, 20),
    )
    expect((await page(a.id)).netKg).toBeCloseTo(8.5, 9)
    expect((await page(b.id)).netKg).toBeCloseTo(13.5, 9)
  })
  it('refuses the wrong refrigerant and a cylinder over its limit, and writes nothing', async () => {
    const c = await stocked({ refrigerant: 'R-32' })
    const { unitId } = await unit([70, { kind: 'facts', facts: { refrigerant: 'R-410A' } }])
    const send = (body: EntryBody) => wren.post(`/api/units/${unitId}/entries`).send({ entries: [entry(body)] })
    const wrong = await send(draw(c, 16, 15)).expect(422)
    expect(wrong.body.detail).toMatch(/Stop: this cylinder holds R-32, the unit takes R-410A/)
    const recovery = cylinder({ name: 'R-1', state: 'empty', refrigerant: undefined, waterCapacity: kg(21) })
    const over = { kind: 'weighed', direction: 'remove', before: kg(20), after: kg(24), vessel: recovery } as const
    expect((await send(over).expect(422)).body.detail).toMatch(/Stop: .* at most/)
    expect((await page(c.id)).netKg).toBeCloseTo(11, 9)
  })
  it('finds a recovery cylinder overfilled by the company’s own share', async () => {
    const c = await stocked({ state: 'recovered', waterCapacity: kg(21) })
    expect((await page(c.id)).findings).toEqual([])
    const share = { quantity: { value: 50, unit: '%' } as const, source: 'our insurer' }
    const profile = { ...customarySpec, id: randomUUID(), name: 'Careful', values: { cylinderFillShare: share } }
    await tell(line({ kind: 'profileSaved', profile }), line({ kind: 'profileChosen', profileId: profile.id }))
    expect((await page(c.id)).findings).toMatchObject([{ code: 'overfilled' }])
    await tell(line({ kind: 'profileChosen', profileId: customarySpec.id }))
    expect((await page(c.id)).findings).toEqual([])
  })
  it('is one company’s own', async () => {
    const c = await stocked()
    await rook.get(`/api/cylinders/${c.id}`).expect(404)
    const theirs = CylinderList.parse((await rook.get('/api/cylinders').expect(200)).body)
    expect(theirs.cylinders).toEqual([])
    await rook.get('/api/cylinders/nonsense').expect(404)
  })
})

describe('the report of a period', () => {
  const today = () => new Date().toISOString().slice(0, 10)
  const yesterday = () =>
    ago(60 * 24)
      .toISOString()
      .slice(0, 10)
  it('closes for every refrigerant, and names the job', async () => {
    const c = await stocked({ refrigerant: 'R-407C' })
    await unit([60, draw(c, 16, 15.25)])
    const url = `/api/refrigerant?from=${yesterday()}&to=${today()}&assessment=AR4`
    const report = RefrigerantReport.parse((await wren.get(url).expect(200)).body)
    const mine = report.refrigerants.find((r) => r.refrigerant === 'R-407C')!
    expect(mine).toMatchObject({ openingKg: 0, purchasedKg: 11, recoveredKg: 0, returnedKg: 0 })
    expect(mine.chargedKg).toBeCloseTo(0.75, 9)
    expect(mine.closingKg).toBeCloseTo(10.25, 9)
    expect(mine.netIntoUnitsCo2eKg).toBeCloseTo(0.75 * 1774, 6)
    expect(report.jobs.find((j) => j.refrigerant === 'R-407C')).toMatchObject({ job: 'Test job' })
  })
  it('names what hoses kept and lost, without what was struck or drawn empty', async () => {
    const hose = (fate: 'kept' | 'lost' | 'drawn', oz: number): EntryBody => ({
      kind: 'hoseLeft',
      bore: { value: 0.25, unit: 'in' },
      length: { value: 5, unit: 'ft' },
      phase: 'liquid',
      temperature: { value: 90, unit: '°F' },
      fate,
      mass: { value: oz, unit: 'oz' },
    })
    const { unitId, told } = await unit(
      [70, { kind: 'facts', facts: { refrigerant: 'R-454B' } }],
      [60, hose('kept', 1)],
      [50, hose('kept', 2)],
      [40, hose('lost', 0.5)],
      [30, hose('drawn', 3)],
    )
    const struck = entry({ kind: 'struck', strikes: told[2]!.id, reason: 'counted twice' })
    await wren
      .post(`/api/units/${unitId}/entries`)
      .send({ entries: [struck] })
      .expect(201)
    const url = `/api/refrigerant?from=${yesterday()}&to=${today()}&assessment=AR5`
    const { hoses } = RefrigerantReport.parse((await wren.get(url).expect(200)).body)
    const mine = hoses.find((h) => h.refrigerant === 'R-454B')!
    expect(mine.keptKg / 0.028349523125).toBeCloseTo(1, 9)
    expect(mine.lostKg / 0.028349523125).toBeCloseTo(0.5, 9)
  })
  it('comes as CSV and as PDF', async () => {
    const query = `from=${yesterday()}&to=${today()}&units=si`
    const csv = await wren
      .get(`/api/refrigerant.csv?${query}`)
      .expect(200)
      .expect('Content-Type', /text\/csv/)
    const [head, first] = csv.text.split('\r\n')
    expect(head).toBe('time,cylinder,refrigerant,movement,into the cylinder g,± g,job,unit,by,note')
    expect(first).toMatch(/,C-1,R-410A,bought,11000,/)
    const pdf = await wren.get(`/api/refrigerant.pdf?${query}`).expect(200)
    expect(pdf.body.subarray(0, 5).toString()).toBe('%PDF-')
  })
  it('says what is wrong with its dates', async () => {
    const wrong = await wren.get(`/api/refrigerant?from=${today()}&to=${yesterday()}`).expect(400)
    expect(JSON.stringify(wrong.body)).toMatch(/ends before it begins/)
    await wren.get('/api/refrigerant?from=soon&to=later').expect(400)
  })
})

describe('a cylinder with a long book', () => {
  it('takes one movement more without looking at the others again, and comes to the same', async () => {
    const c = cylinder({ name: 'Long' })
    await tell(
      line({ kind: 'cylinderSaved', cylinder: c }, 9000),
      line({ kind: 'cylinderMoved', movement: 'purchased', cylinderId: c.id, mass: kg(500) }, 8999),
    )
    const drawn = (i: number) =>
      line(
        { kind: 'cylinderMoved', movement: 'returned', cylinderId: c.id, mass: kg(0.1), fate: 'destroyed' },
        8000 - i,
      )
    for (let i = 0; i < 5; i++) await tell(...Array.from({ length: 40 }, (_, k) => drawn(40 * i + k)))
    const written = async (act: () => Promise<void>) => {
      const rows = async () =>
        (
          await world.pool.query<{ entry_id: string; row: string }>(
            'select entry_id, xmin::text as row from cylinder_movements where cylinder_id = $1',
            [c.id],
          )
        ).rows
      const before = new Map((await rows()).map((r) => [r.entry_id, r.row]))
      await act()
      return (await rows()).filter((r) => before.get(r.entry_id) !== r.row).length
    }
    const { unitId } = await unit([70, { kind: 'facts', facts: { refrigerant: 'R-410A' } }])
    expect(await written(() => tell(drawn(300)))).toBe(1)
    const charge = () =>
      wren.post(`/api/units/${unitId}/entries`).send({ entries: [entry(draw(c, 20, 19.5), { at: ago(20) })] })
    expect(await written(async () => void (await charge().expect(201)))).toBe(1)
    // what says nothing of cylinders writes none of its rows
    const facts = () =>
      wren
        .post(`/api/units/${unitId}/entries`)
        .send({ entries: [entry({ kind: 'facts', facts: { stages: 1 } } as never)] })
    expect(await written(async () => void (await facts()))).toBe(0)
    const quick = await page(c.id)
    expect(quick.netKg).toBeCloseTo(500 - 20 - 0.1 - 0.5, 9)
    // the same from the beginning: a mended tare makes it all anew
    expect(
      await written(() => tell(line({ kind: 'cylinderSaved', cylinder: { ...c, name: 'Long 2' } }, 1))),
    ).toBeGreaterThan(200)
    const anew = await page(c.id)
    expect(anew.netKg).toBeCloseTo(quick.netKg, 9)
    expect(anew.standardUncertaintyKg).toBeCloseTo(quick.standardUncertaintyKg, 9)
    expect(anew.findings).toEqual(quick.findings)
    expect(anew.lines.length).toBe(quick.lines.length)
    // one that comes late, from a phone that was away, is put in its place
    await tell(line({ kind: 'cylinderMoved', movement: 'purchased', cylinderId: c.id, mass: kg(3) }, 8500))
    expect((await page(c.id)).netKg).toBeCloseTo(quick.netKg + 3, 9)
  })
  it('finds what weighings and drawings at once leave unexplained the same way, one by one or all at once', async () => {
    const moves = (c: Cylinder): BookEntry[] => [
      line({ kind: 'cylinderMoved', movement: 'purchased', cylinderId: c.id, mass: kg(11) }, 590),
      line({ kind: 'cylinderMoved', movement: 'weighed', cylinderId: c.id, mass: kg(15.2) }, 400),
      line({ kind: 'cylinderMoved', movement: 'returned', cylinderId: c.id, mass: kg(2), fate: 'destroyed' }, 300),
      line({ kind: 'cylinderMoved', movement: 'weighed', cylinderId: c.id, mass: kg(13) }, 200),
    ]
    const [a, b] = [cylinder({ name: 'A' }), cylinder({ name: 'B' })]
    await tell(line({ kind: 'cylinderSaved', cylinder: a }, 600), line({ kind: 'cylinderSaved', cylinder: b }, 600))
    for (const one of moves(a)) await tell(one)
    await tell(...moves(b), line({ kind: 'cylinderSaved', cylinder: b }, 1))
    const [x, y] = [await page(a.id), await page(b.id)]
    expect(x.netKg).toBeCloseTo(y.netKg, 9)
    expect(x.findings.map(({ code }) => code)).toEqual(y.findings.map(({ code }) => code))
    expect(x.lines.map((l) => l.kg.toFixed(6))).toEqual(y.lines.map((l) => l.kg.toFixed(6)))
  })
  it('leaves out a movement whose strike came first', async () => {
    const c = await stocked()
    const bought = line({ kind: 'cylinderMoved', movement: 'purchased', cylinderId: c.id, mass: kg(4) }, 10)
    await tell(line({ kind: 'movementStruck', strikes: bought.id, reason: 'typed twice' }, 9))
    await tell(bought)
    expect((await page(c.id)).netKg).toBeCloseTo(11, 9)
  })
  it('one batch that fills a recovery cylinder twice finds no room for the second', async () => {
    const recovery = cylinder({ name: 'R-9', state: 'empty', refrigerant: undefined, waterCapacity: kg(6) })
    // known to the book, which is asked what is in it
    await tell(line({ kind: 'cylinderSaved', cylinder: recovery }, 600))
    const { unitId } = await unit([70, { kind: 'facts', facts: { refrigerant: 'R-410A' } }])
    const into = (before: number, after: number) =>
      entry({ kind: 'weighed', direction: 'remove', before: kg(before), after: kg(after), vessel: recovery })
    // each by itself fits; both together don’t
    const both = await wren.post(`/api/units/${unitId}/entries`).send({ entries: [into(5, 8), into(5, 8)] })
    expect(both.status).toBe(422)
    expect(both.body.detail).toMatch(/Stop: .* at most/)
    await wren
      .post(`/api/units/${unitId}/entries`)
      .send({ entries: [into(5, 8)] })
      .expect(201)
  })
})
