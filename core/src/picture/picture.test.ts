import { runClock } from '../trace/runClock'
import type { VacuumRun } from '../run/vacuumRun'
import fc from 'fast-check'
import { customaryProfile } from '../method/readyProfiles'
import { judgeCharge } from '../tuning/judgeCharge'
import { decaySheetScene } from './decaySheet'
import { ladderScene } from './ladder'
import { spread, type Scene } from './scene'

const words = {
  rungs: {
    evaporating: 'evaporating',
    suctionLine: 'suction line',
    return: 'return',
    supply: 'supply',
    condensing: 'condensing',
    liquidLine: 'liquid line',
    outdoor: 'outdoors',
    discharge: 'discharge',
  },
  lowSide: 'low',
  highSide: 'high',
  freezes: 'freezes',
}
const texts = (scene: Scene) => scene.shapes.flatMap((s) => (s.kind === 'text' ? [s.text] : []))
const finite = (scene: Scene) =>
  scene.shapes.every((s) => Object.values(s).every((v) => typeof v !== 'number' || Number.isFinite(v)))

describe('labels that would collide', () => {
  it('are spread apart, keep their order and stay inside', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 400, noNaN: true }), { minLength: 1, maxLength: 8 }), (wishes) => {
        const placed = spread(wishes, 33, 20, 420)
        const order = wishes.map((w, i) => [w, placed[i]!] as const).sort((a, b) => a[0] - b[0])
        order.forEach(([, y], i) => {
          expect(y).toBeLessThanOrEqual(420 + 1e-9)
          expect(y).toBeGreaterThanOrEqual(20 - 1e-9)
          if (i > 0) expect(y - order[i - 1]![1]).toBeGreaterThanOrEqual(33 - 1e-6)
        })
      }),
    )
  })
  it('stay where they wish to be when there is room', () => {
    expect(spread([50, 150, 300], 33, 20, 420)).toEqual([50, 150, 300])
  })
  it('share the way when two want the same place', () => {
    expect(spread([100, 100], 30, 0, 400)).toEqual([85, 115])
  })
})

describe('temperature ladder', () => {
  const degF = (value: number) => ({ value, unit: '°F' as const })
  const judged = judgeCharge(
    {
      facts: { refrigerant: 'R-410A', metering: 'expansionValve', targetSubcooling: { value: 10, unit: '°F' } },
      elevationM: 0,
    },
    {
      mode: 'cooling',
      values: {
        suctionPressure: { value: 118, unit: 'psig' },
        liquidPressure: { value: 350, unit: 'psig' },
        suctionLine: degF(52),
        liquidLine: degF(96),
        outdoor: degF(90),
      },
    },
    [],
    customaryProfile,
  )
  const draw = (system: 'ip' | 'si') => ladderScene({ judged, system, words, width: 358, height: 430 })!
  it('carries every temperature with its name, in the units in use', () => {
    expect(texts(draw('ip'))).toEqual(
      expect.arrayContaining(['52.0', '96.0', '90.0', 'suction line', 'condensing', '°F']),
    )
    expect(texts(draw('si'))).toEqual(expect.arrayContaining(['11.1', '35.6', '32.2', '°C']))
    expect(finite(draw('si'))).toBe(true)
  })
  it('puts a hot discharge line over a break, and leaves the other rungs where they have room', () => {
    const hot = { ...judged, dischargeK: (170 + 459.67) / 1.8 }
    const scene = ladderScene({ judged: hot, system: 'ip', words, width: 358, height: 430 })!
    expect(texts(scene)).toEqual(expect.arrayContaining(['170.0', 'discharge']))
    const at = (text: string) => scene.shapes.flatMap((x) => (x.kind === 'text' && x.text === text ? [x.y] : []))[0]!
    expect(at('condensing') - at('discharge')).toBeGreaterThan(33)
    const mild = ladderScene({
      judged: { ...judged, dischargeK: judged.condensingK! + 1 },
      system: 'ip',
      words,
      width: 358,
      height: 430,
    })!
    expect(texts(mild)).toContain('discharge')
    expect(finite(scene) && finite(mild)).toBe(true)
  })
  it('draws the target’s band on the gap that decides', () => {
    expect(draw('ip').shapes.filter((s) => s.kind === 'rect' && s.fill === 'inBand')).toHaveLength(1)
  })
  it('is nothing while there is nothing to compare', () => {
    expect(
      ladderScene({
        judged: judgeCharge(
          { facts: {}, elevationM: 0 },
          { mode: 'cooling', values: { outdoor: degF(80) } },
          [],
          customaryProfile,
        ),
        system: 'ip',
        words,
        width: 300,
        height: 300,
      }),
    ).toBeUndefined()
  })
})

describe('decay sheet', () => {
  const labels = {
    limit: 'limit',
    valvedOff: 'valved off',
    nitrogen: 'nitrogen',
    minutes: 'minutes',
    straight: 'runs straight',
    bendsTo: (pressure: string) => `bends to ${pressure}`,
    slowing: 'slows down',
    level: 'level',
  }
  const samples = [92000, 6000, 400, 350].map((v, i) => ({
    atMs: i * 600_000,
    pressurePa: v * 0.133322368,
    entryId: String(i),
  }))
  const base: VacuumRun = {
    samples,
    limitPa: 66.661184,
    holdS: 600,
    phase: 'pulling',
    traces: [],
    clock: runClock([]),
    plan: 'single',
    breaks: [],
    breaksLeft: 0,
    targetPa: 66.661184,
  }
  it('draws readings, limit and hold on a log scale', () => {
    const scene = decaySheetScene({
      run: { ...base, valvedOffMs: 1_300_000, holdEndsMs: 1_900_000 },
      system: 'ip',
      words: labels,
      width: 358,
      height: 300,
    })
    expect(texts(scene)).toEqual(
      expect.arrayContaining(['limit 500', 'valved off', '100\u202f000', '1000', '100', 'micron']),
    )
    expect(scene.shapes.filter((s) => s.kind === 'dot')).toHaveLength(4)
    const [first, second] = scene.shapes.filter((s) => s.kind === 'dot')
    expect(first!.y).toBeLessThan(second!.y)
    expect(finite(scene)).toBe(true)
  })
  it('says what the curve does: only what levels off has a level', () => {
    const curve = { startPa: 40, leakPaPerS: 0, risePa: 4, timeConstantS: 60 }
    const said = (part: object) =>
      texts(
        decaySheetScene({
          run: { ...base, valvedOffMs: 1_300_000, decay: { curve: { ...curve, ...part } } as never },
          system: 'ip',
          words: labels,
          width: 358,
          height: 300,
        }),
      ).filter((t) => /bends|slows|runs|^level/.test(t))
    expect(said({})).toEqual(['bends to 330'])
    expect(said({ creeps: true })).toEqual(['slows down'])
    expect(said({ leakPaPerS: 0.01 })).toEqual(['runs straight'])
    expect(said({ risePa: 0 })).toEqual(['level'])
  })
  it('is sound with no reading and with a single one, in either system', () => {
    for (const system of ['ip', 'si'] as const) {
      expect(
        finite(decaySheetScene({ run: { ...base, samples: [] }, system, words: labels, width: 300, height: 200 })),
      ).toBe(true)
      expect(
        finite(
          decaySheetScene({
            run: { ...base, samples: samples.slice(0, 1) },
            system,
            words: labels,
            width: 300,
            height: 200,
          }),
        ),
      ).toBe(true)
    }
  })
})
