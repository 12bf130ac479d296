import { JobList } from '@zetesis/contract'
import type { BookEntry, BookEntryBody, EntryBody, JobCard } from '@zetesis/core'
import { randomUUID } from 'node:crypto'
import { renewSummaries } from './services/summaries'
import { verifyAll } from './services/verify'
import { databaseBefore } from './test/before'
import { Heads } from './services/heads'
import { entry, makeWorld, type World } from './test/world'

let world: World
let wren: Awaited<ReturnType<World['signedIn']>>
let rook: Awaited<ReturnType<World['signedIn']>>
beforeAll(async () => {
  world = await makeWorld()
  wren = await world.signedIn('wren')
  rook = await world.signedIn('rook')
})
afterAll(() => world.close())

const card: JobCard = {
  name: 'Harrow Lane',
  place: '4 Harrow Lane',
  customer: { name: 'T. Ansley', contact: '555 0101' },
  timeZone: 'Europe/Madrid',
  elevation: { value: 667, unit: 'm' },
  from: '2026-07-14',
  to: '2026-07-16',
}
function line(body: BookEntryBody): BookEntry {
  const at = new Date().toISOString()
  return { v: 1, id: randomUUID(), at, writtenAt: at, ...body } as BookEntry
}
const post = (agent: typeof wren, ...bodies: BookEntryBody[]) =>
  agent.post('/api/book/entries').send({ entries: bodies.map(line) })
const listed = async (agent: typeof wren, id: string) =>
  JobList.parse((await agent.get('/api/jobs').expect(200)).body).jobs.find((j) => j.id === id)
const open = (agent: typeof wren, jobId: string, unitId = randomUUID() as string) =>
  agent.post(`/api/units/${unitId}/entries`).send({ entries: [entry({ kind: 'opened', jobId, tag: 'H-1' })] })

describe('jobs in the company’s book', () => {
  it('stand in the list as last saved, of one company, and take units', async () => {
    const jobId = randomUUID()
    await open(wren, jobId).expect(404)
    await post(wren, { kind: 'jobSaved', jobId, job: card }).expect(201)
    await post(wren, { kind: 'jobSaved', jobId, job: { ...card, name: 'Harrow Row' } }).expect(201)
    expect(await listed(wren, jobId)).toEqual({
      ...card,
      name: 'Harrow Row',
      id: jobId,
      standing: 'open',
      units: 0,
      sealed: 0,
    })
    expect(await listed(rook, jobId)).toBeUndefined()
    await open(wren, jobId).expect(201)
    expect(await listed(wren, jobId)).toMatchObject({ units: 1 })
    await open(rook, jobId).expect(404)
  })
  it('are closed and archived, and nothing of them goes', async () => {
    const jobId = randomUUID()
    await post(wren, { kind: 'jobSaved', jobId, job: card }, { kind: 'jobStands', jobId, standing: 'archived' }).expect(
      201,
    )
    expect(await listed(wren, jobId)).toMatchObject({ ...card, standing: 'archived' })
    await post(wren, { kind: 'jobStands', jobId, standing: 'open' }).expect(201)
    expect(await listed(wren, jobId)).toMatchObject({ standing: 'open' })
  })
  it('can’t be closed by another company', async () => {
    const jobId = randomUUID()
    await post(wren, { kind: 'jobSaved', jobId, job: card }).expect(201)
    await post(rook, { kind: 'jobStands', jobId, standing: 'archived' }).expect(201)
    expect(await listed(wren, jobId)).toMatchObject({ standing: 'open' })
  })
  it('take another elevation once every unit that goes by it has the new one in its log', async () => {
    const [jobId, unitId, away] = [randomUUID() as string, randomUUID() as string, randomUUID() as string]
    const at = (elevation: JobCard['elevation']) => ({ kind: 'jobSaved', jobId, job: { ...card, elevation } }) as const
    const log = (unit: string, ...bodies: EntryBody[]) =>
      wren.post(`/api/units/${unit}/entries`).send({ entries: bodies.map((body) => entry(body)) })
    await post(wren, at({ value: 100, unit: 'm' })).expect(201)
    await post(wren, at({ value: 667, unit: 'm' })).expect(201)
    await open(wren, jobId, unitId).expect(201)
    await open(wren, jobId, away).expect(201)
    await log(away, { kind: 'archived', reason: 'given up' }).expect(201)
    // as another part of this process saw it before the card was corrected
    const heads = new Heads()
    expect((await heads.read(world.db, world.ours.companyId, away))?.jobElevationM).toBe(667)
    const { body } = await post(wren, at({ value: 20, unit: 'm' })).expect(422)
    expect(body).toMatchObject({ type: 'urn:zetesis:problem:elevationStands' })
    expect(body.detail).toMatch(/goes by this elevation/)
    await post(wren, at({ value: 66_700, unit: 'cm' as 'm' })).expect(400)
    await log(unitId, { kind: 'facts', facts: { elevation: { value: 20, unit: 'm' } } }).expect(201)
    await post(wren, at({ value: 20, unit: 'm' })).expect(201)
    expect(await listed(wren, jobId)).toMatchObject({ elevation: { value: 20, unit: 'm' } })
    // its log is the same, what it goes by isn’t
    expect((await heads.read(world.db, world.ours.companyId, away))?.jobElevationM).toBe(20)
    // without its own again, and back from the archive, they go by what the card says now
    await log(unitId, { kind: 'facts', facts: { elevation: null } }).expect(201)
    await log(away, { kind: 'archived', reason: 'wanted', back: true }).expect(201)
    const { units } = await verifyAll(world.db)
    expect(units.filter((u) => [unitId, away].includes(u.unitId)).map((u) => u.stateAgrees)).toEqual([true, true])
  })
  it('leave a sealed unit as it was sealed: by its own elevation, or the card’s stands', async () => {
    const jobId = randomUUID()
    const at = (value: number) =>
      ({ kind: 'jobSaved', jobId, job: { ...card, elevation: { value, unit: 'm' } } }) as const
    const seal = async (elevation?: JobCard['elevation']) => {
      const unitId = randomUUID()
      await open(wren, jobId, unitId).expect(201)
      const passed = (['prepare', 'pressureTest', 'vacuum', 'weighIn', 'startUp'] as const).map((stage): EntryBody => ({
        kind: 'gatePassed',
        stage,
        reason: 'not what this is about',
      }))
      const sealed: EntryBody = {
        kind: 'sealed',
        name: 'Wren Halloway',
        signature: [[0, 0, 300, 200, 500, 50]],
        ...(elevation ? { elevation } : {}),
      }
      await wren
        .post(`/api/units/${unitId}/entries`)
        .send({ entries: [...passed, sealed].map((body) => entry(body)) })
        .expect(201)
    }
    await post(wren, at(700)).expect(201)
    await seal({ value: 700, unit: 'm' })
    await post(wren, at(200)).expect(201)
    await seal()
    expect((await post(wren, at(300)).expect(422)).body.detail).toMatch(/sealed by this elevation/)
  })
  it('keep who is on them, and the order that their units were put in', async () => {
    const jobId = randomUUID()
    const people = [{ id: randomUUID(), name: 'Wren Halloway' }]
    await post(wren, { kind: 'jobSaved', jobId, job: { ...card, people } }).expect(201)
    expect(await listed(wren, jobId)).toMatchObject({ people })
    await post(wren, { kind: 'rowOrdered', jobId, unitIds: [randomUUID()] }).expect(201)
    await post(wren, { kind: 'rowOrdered', jobId, unitIds: ['none' as never] }).expect(400)
    const { crew } = (await wren.get('/api/crew').expect(200)).body
    expect(crew).toEqual(expect.arrayContaining([expect.objectContaining({ name: 'Lead wren', role: 'lead' })]))
  })
  it.each([
    ['no zone', { timeZone: 'Nowhere/Town' }, 422],
    ['days turned', { from: '2026-07-16', to: '2026-07-14' }, 422],
    ['a day that is none', { from: '2026-02-30' }, 400],
    ['a year that is none', { from: '1900-01-01' }, 400],
    ['too high', { elevation: { value: 90_000, unit: 'm' } }, 400],
    ['an empty name', { name: '' }, 400],
  ])('are refused with %s', async (_, part, status) => {
    await post(wren, { kind: 'jobSaved', jobId: randomUUID(), job: { ...card, ...part } as JobCard }).expect(status)
  })
  it('put the customer on the record and its papers', async () => {
    const [jobId, unitId] = [randomUUID(), randomUUID()]
    await post(wren, { kind: 'jobSaved', jobId, job: card }).expect(201)
    await open(wren, jobId, unitId).expect(201)
    const { body } = await wren.get(`/api/units/${unitId}/record.json`).expect(200)
    expect(body.job).toEqual({ name: card.name, place: card.place, elevation: card.elevation, customer: card.customer })
    await wren.get(`/api/units/${unitId}/papers.pdf`).expect(200)
  })
})

describe('a unit', () => {
  const at = (height: number): BookEntryBody => ({
    kind: 'jobSaved',
    jobId: randomUUID(),
    job: { ...card, elevation: { value: height, unit: 'm' } },
  })
  const rowsOf = async (jobId: string) => (await wren.get(`/api/jobs/${jobId}/units`).expect(200)).body.units
  const log = (unitId: string, ...bodies: EntryBody[]) =>
    wren.post(`/api/units/${unitId}/entries`).send({ entries: bodies.map((body) => entry(body)) })

  it('moves to another job of the company, and its verdicts go by that one’s elevation', async () => {
    const [low, high] = [at(0), at(2000)] as { jobId: string }[]
    await post(wren, low as never).expect(201)
    await post(wren, high as never).expect(201)
    const unitId = randomUUID()
    await open(wren, low!.jobId, unitId).expect(201)
    const move = entry({ kind: 'moved', jobId: high!.jobId })
    await wren
      .post(`/api/units/${unitId}/entries`)
      .send({ entries: [move] })
      .expect(201)
    expect(await rowsOf(low!.jobId)).toEqual([])
    expect(await rowsOf(high!.jobId)).toMatchObject([{ id: unitId, jobId: high!.jobId }])
    const file = (await wren.get(`/api/units/${unitId}/record.json`).expect(200)).body
    expect(file).toMatchObject({ unit: { jobId: high!.jobId }, job: { elevation: { value: 2000, unit: 'm' } } })
    // another process reads it the same way
    const other = await world.another()
    const there = await world.signedIn('wren', other.app)
    const [row] = (await there.get(`/api/jobs/${high!.jobId}/units`).expect(200)).body.units
    expect(row.id).toBe(unitId)
    expect((await log(unitId, { kind: 'moved', jobId: randomUUID() }).expect(422)).body.type).toMatch(/noSuchJob/)
    expect((await log(unitId, { kind: 'moved', jobId: world.theirs.jobId }).expect(422)).body.type).toMatch(/noSuchJob/)
    // struck out, it stands where it stood
    await log(unitId, { kind: 'struck', strikes: move.id, reason: 'the wrong one' }).expect(201)
    expect(await rowsOf(low!.jobId)).toMatchObject([{ id: unitId, jobId: low!.jobId }])
  })
  it('is archived with a reason and taken back; meanwhile it takes no reading', async () => {
    const job = at(0) as { jobId: string }
    await post(wren, job as never).expect(201)
    const unitId = randomUUID()
    await open(wren, job.jobId, unitId).expect(201)
    await log(unitId, { kind: 'archived', reason: 'given up' }).expect(201)
    expect((await rowsOf(job.jobId))[0].summary).toMatchObject({ archived: true, need: { code: 'nothing' } })
    expect((await log(unitId, { kind: 'pumpOn' }).expect(422)).body.detail).toMatch(/Take it out of the archive/)
    await log(unitId, { kind: 'archived', reason: 'wanted after all', back: true }, { kind: 'pumpOn' }).expect(201)
    expect((await rowsOf(job.jobId))[0].summary.archived).toBeUndefined()
  })
})

describe('summaries of an earlier version', () => {
  it('are made anew from the logs when the server starts', async () => {
    const [jobId, unitId] = [randomUUID(), randomUUID()]
    await post(wren, { kind: 'jobSaved', jobId, job: card }).expect(201)
    await open(wren, jobId, unitId).expect(201)
    await world.pool.query(`update unit_state set summary = '{"tag":"old"}', summary_form = 1 where unit_id = $1`, [
      unitId,
    ])
    const agrees = async () => (await verifyAll(world.db)).units.find((u) => u.unitId === unitId)?.stateAgrees
    expect(await agrees()).toBe(false)
    expect(await renewSummaries(world.db)).toBe(1)
    expect(await agrees()).toBe(true)
    expect(await renewSummaries(world.db)).toBe(0)
  })
})

describe('an installation from before jobs stood in the book', () => {
  it('is carried forward with every job as it was', async () => {
    const { pool, forward, drop } = await databaseBefore(5)
    try {
      const company = randomUUID()
      const elevation = { value: 340, unit: 'ft' }
      await pool.query('insert into companies (id, name) values ($1, $2)', [company, 'Copper & Line'])
      const job = (id: string, title: string, place: string, zone: string) =>
        pool.query('insert into jobs (company_id, id, name, place, elevation, time_zone) values ($1,$2,$3,$4,$5,$6)', [
          company,
          id,
          title,
          place,
          elevation,
          zone,
        ])
      await job(randomUUID(), 'Kiln Street', '2–16 Kiln Street', 'America/Chicago')
      await job(randomUUID(), 'Nowhere yet', '', 'UTC')
      await forward()
      const { rows } = await pool.query('select name, card, standing from jobs order by name')
      expect(rows).toEqual([
        {
          name: 'Kiln Street',
          standing: 'open',
          card: { name: 'Kiln Street', place: '2–16 Kiln Street', timeZone: 'America/Chicago', elevation },
        },
        { name: 'Nowhere yet', standing: 'open', card: { name: 'Nowhere yet', timeZone: 'UTC', elevation } },
      ])
    } finally {
      await drop()
    }
  })
})
