import { BookPage } from '@zetesis/contract'
import { customarySpec, foldBook, type BookEntry, type BookEntryBody, type ProfileSpec } from '@zetesis/core'
import { randomUUID } from 'node:crypto'
import { makeWorld, type World } from './test/world'

let world: World
let wren: Awaited<ReturnType<World['signedIn']>>
let rook: Awaited<ReturnType<World['signedIn']>>
beforeAll(async () => {
  world = await makeWorld()
  wren = await world.signedIn('wren')
  rook = await world.signedIn('rook')
})
afterAll(() => world.close())

function line(body: BookEntryBody, id = randomUUID() as string): BookEntry {
  const at = new Date().toISOString()
  return { v: 1, id, at, writtenAt: at, ...body } as BookEntry
}
const specOf = (values: Record<string, { value: number; unit: string }>): ProfileSpec => ({
  ...customarySpec,
  id: randomUUID(),
  name: 'Ours',
  values: Object.fromEntries(Object.entries(values).map(([k, quantity]) => [k, { quantity, source: 'ours' }])),
})
const model = (name: string, modelId = randomUUID() as string, replaces?: string) =>
  line({
    kind: 'modelSaved',
    modelId,
    label: { name, charge: { value: 98, unit: 'oz' } },
    ...(replaces ? { replaces } : {}),
  })
const post = (agent: typeof wren, entries: unknown[]) => agent.post('/api/book/entries').send({ entries })
const read = async (agent: typeof wren, after = 0) =>
  BookPage.parse((await agent.get(`/api/book/entries?after=${after}`).expect(200)).body).entries

describe('the company’s book', () => {
  it('keeps what was saved, in order, once however often it is sent', async () => {
    const entries = [model('Ostrel 24-V'), line({ kind: 'profileChosen', profileId: 'ready-cautious' })]
    const before = (await read(wren)).at(-1)?.seq ?? 0
    await post(wren, entries).expect(201, { lastSeq: before + 2 })
    await post(wren, entries).expect(201, { lastSeq: before + 2 })
    const items = await read(wren, before)
    expect(items.map((i) => [i.seq, i.entry.id])).toEqual([
      [before + 1, entries[0]!.id],
      [before + 2, entries[1]!.id],
    ])
    expect(items[0]!.author).toEqual({ id: world.ours.userId, name: 'Lead wren' })
    expect(foldBook(items).chosenProfileId).toBe('ready-cautious')
  })
  it('is one company’s own', async () => {
    await post(rook, [model('Brask 48')]).expect(201)
    expect(foldBook(await read(rook)).models.map((m) => m.value.name)).toEqual(['Brask 48'])
    expect(foldBook(await read(wren)).models.map((m) => m.value.name)).not.toContain('Brask 48')
  })
  it('keeps both of two corrections at once, and says so', async () => {
    const first = model('Kelvane 24')
    const { modelId } = first as Extract<BookEntry, { kind: 'modelSaved' }>
    await post(wren, [first]).expect(201)
    await Promise.all([
      post(wren, [model('Kelvane 24 a', modelId, first.id)]).expect(201),
      post(wren, [model('Kelvane 24 b', modelId, first.id)]).expect(201),
    ])
    const kept = foldBook(await read(wren)).models.find((m) => m.id === modelId)!
    expect(kept.value.name).toMatch(/Kelvane 24 [ab]/)
    expect(kept.over).toBe('Lead wren')
    expect((await read(wren)).map((i) => i.seq)).toEqual((await read(wren)).map((_, i) => i + 1))
  })
  it.each([
    ['a model without a name', () => model(''), 400, /name/],
    [
      'a chart whose axis repeats',
      () =>
        line({
          kind: 'modelSaved',
          modelId: randomUUID(),
          label: {
            name: 'x',
            sheets: [
              {
                shape: 'subcoolingCurve',
                mode: 'cooling',
                columns: { unit: '°F', values: [70, 70] },
                rows: { unit: '', values: [0] },
                cells: { unit: '°F', values: [[10, 9]] },
              },
            ],
          },
        }),
      422,
      /twice/,
    ],
    [
      'an accuracy of nothing',
      () =>
        line({
          kind: 'instrumentSaved',
          instrument: {
            id: randomUUID(),
            name: 'Gauge',
            kind: 'pressureGauge',
            accuracies: [{ dimension: 'gaugePressure', ofReading: { value: 0, unit: '%' }, stated: 'rectangular' }],
          },
        }),
      422,
      /more than zero/,
    ],
    [
      'an accuracy in another kind of unit',
      () =>
        line({
          kind: 'instrumentSaved',
          instrument: {
            id: randomUUID(),
            name: 'Gauge',
            kind: 'pressureGauge',
            accuracies: [{ dimension: 'gaugePressure', absolute: { value: 1, unit: 'oz' }, stated: 'rectangular' }],
          },
        }),
      400,
      /in a unit of what/,
    ],
    [
      'thresholds the wrong way round',
      () =>
        line({
          kind: 'profileSaved',
          profile: specOf({
            inProbability: { value: 50, unit: '%' },
            outProbability: { value: 50, unit: '%' },
            indoorLowK: { value: 84, unit: '°F' },
          }),
        }),
      422,
      /wrong way round/,
    ],
    [
      'a change of a ready method',
      () => line({ kind: 'profileSaved', profile: { ...specOf({}), id: 'ready-customary' } }),
      422,
      /copy/,
    ],
  ] as [string, () => BookEntry, number, RegExp][])('refuses %s with a sentence', async (_, make, status, words) => {
    const count = (await read(wren)).length
    const answer = await post(wren, [model('good'), make()]).expect(status)
    expect(JSON.stringify(answer.body)).toMatch(words)
    expect((await read(wren)).length).toBe(count)
  })
  it('needs a sign-in, and JSON', async () => {
    const { default: request } = await import('supertest')
    await request(world.app).get('/api/book/entries').expect(401)
    await wren.post('/api/book/entries').type('form').send('entries=1').expect(415)
  })
})
