import { assessReading } from './assessReading'
import { degF, good, opened, started, view, type Lines } from './testingLines'

const reading = (values: object, mode: 'cooling' | 'heating' = 'cooling'): Lines => [
  [-1, { kind: 'reading', mode, values } as never],
]
const assess = (values: object, facts: object = {}, mode: 'cooling' | 'heating' = 'cooling') => {
  const lines: Lines = [[-89, { kind: 'facts', facts } as never]]
  const shown = view(opened, lines, started, reading(values, mode))
  const item = mode === 'cooling' ? shown.reading! : shown.heating!
  return { found: assessReading(item, shown), shown, item }
}
const codes = (found: ReturnType<typeof assessReading>) => found.gates.map((g) => g.code)

describe('what a logged reading says beyond its verdict', () => {
  it('nothing while the metering device isn’t known, in cooling', () => {
    const { ranked, gates, advice } = assess(good, { metering: null }).found
    expect([ranked, gates, advice]).toEqual([[], [], undefined])
  })
  it('in heating whether it can be true, and no step', () => {
    const { found } = assess(good, { mode: 'heatPump' }, 'heating')
    expect(found.ranked).toEqual([])
    expect(found.gates).toEqual([])
    expect(found.checks.length).toBeGreaterThan(0)
    expect(found).not.toHaveProperty('advice')
    expect(assess({ ...good, supply: degF(95) }, { mode: 'heatPump', metering: null }, 'heating').found.ranked).toEqual(
      [],
    )
  })
  it('for a good one: the step none, and nothing in its way but what was left undone', () => {
    const { found } = assess(good)
    expect(found.checks).toEqual([])
    expect(found.swap).toBeUndefined()
  })
  it('for two probes the wrong way round: which', () => {
    // the liquid line's clamp on the suction line, and the other one there
    const { found } = assess({ ...good, suctionLine: good.liquidLine, liquidLine: good.suctionLine })
    expect(found.swap).toBeDefined()
  })
  it('an unsettled reading is no ground to charge on', () => {
    const { shown, item } = assess(good)
    const of = (settled: boolean) => codes(assessReading({ judged: item.judged, settled }, shown))
    expect(of(false)).toContain('notSettled')
    expect(of(true)).not.toContain('notSettled')
  })
})
