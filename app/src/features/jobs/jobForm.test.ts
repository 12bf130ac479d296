import { jobSchema, jobValues, type JobInput } from './jobForm'

const typed = (part: Partial<JobInput> = {}): JobInput => ({
  ...jobValues(),
  name: ' Harrow Lane ',
  timeZone: 'Europe/Madrid',
  elevation: { text: '340', unit: 'ft' },
  ...part,
})
const problems = (part: Partial<JobInput>) => {
  const read = jobSchema('ip').safeParse(typed(part))
  return read.success ? [] : read.error.issues.map((i) => [i.path.join('.'), i.message])
}

describe('a job’s card as it is typed', () => {
  it('leaves out what is empty, and is the same when it is opened again', () => {
    const card = jobSchema('ip').parse(typed({ customerName: 'T. Ansley', from: '2026-07-14' }))
    expect(card).toEqual({
      name: 'Harrow Lane',
      timeZone: 'Europe/Madrid',
      elevation: { value: 340, unit: 'ft' },
      customer: { name: 'T. Ansley' },
      from: '2026-07-14',
    })
    expect(jobSchema('si').parse(jobValues(card))).toEqual(card)
  })
  it('takes the zone of this device for a new one', () => {
    expect(jobValues().timeZone).toBe(Intl.DateTimeFormat().resolvedOptions().timeZone)
  })
  it('keeps the elevation that stands, whatever an old draft says of it', () => {
    const stands = { value: 340, unit: 'ft' } as const
    expect(jobSchema('ip', { stands }).parse(typed({ elevation: { text: '' } })).elevation).toEqual(stands)
  })
  it('says all of it at once', () => {
    const found = problems({ name: '', timeZone: '', elevation: { text: '' } }).map(([path]) => path)
    expect(found).toEqual(['name', 'timeZone', 'elevation'])
  })
  it.each<[Partial<JobInput>, string, RegExp]>([
    [{ name: ' ' }, 'name', /needs a name/],
    [{ timeZone: 'Madrid' }, 'timeZone', /continent and city/],
    [{ elevation: { text: '' } }, 'elevation', /./],
    [{ elevation: { text: 'high' } }, 'elevation', /./],
    [{ from: '14.7.2026' }, 'from', /2026-07-14/],
    [{ from: '1900-07-14' }, 'from', /2026-07-14/],
    [{ from: '2026-07-16', to: '2026-07-14' }, 'to', /swap/],
    [{ notes: 'x'.repeat(2001) }, 'notes', /2000/],
  ])('says at its field what is wrong with %o', (part, path, words) => {
    expect(problems(part)).toContainEqual([path, expect.stringMatching(words)])
  })
})
