// What an experienced lead concludes from readings, as the tables of causes teach it. Written from those tables and from how machines are sized, not from
// any model: the numbers are round ones that a lead could have read off her gauges.
import type { Metering } from '../label/equipment'
import type { ReadingValues } from '../reading/channels'
import type { UnitFacts } from '../facts/unitFacts'
import { customaryProfile } from '../method/readyProfiles'
import { toSi, type UnitOf } from '../quantity/unit'
import type { Refrigerant } from '../refrigerant/refrigerants'
import { saturationPressurePa } from '../refrigerant/saturation'
import { assess } from './assess'
import type { Beside } from './deviations'
import type { FaultCause } from './faultSignatures'
import { judgeCharge } from './judgeCharge'

interface Seen {
  readonly device: Metering
  readonly refrigerant?: Refrigerant
  /** °F: saturation on the suction side (dew) and on the liquid side (bubble) */
  readonly low: number
  readonly high: number
  readonly superheat: number
  readonly subcooling: number
  /** return dry and wet bulb, supply, outdoors */
  readonly air: readonly [dry: number, wet: number, supply: number, out: number]
  /** label's subcooling on a valve */
  readonly target?: number
  readonly amps?: number
  readonly rated?: number
  readonly beside?: Beside
}
type Conclusion =
  /** nothing is done to the charge, and nothing is called wrong */
  | 'sound'
  | 'addCharge'
  | 'takeOut'
  /** charge isn't touched: this is asked about or mended first */
  | { readonly not: 'charge'; readonly first?: readonly FaultCause[] }
const notCharge = (...first: FaultCause[]): Conclusion => ({ not: 'charge', first })

const f = (value: number, unit: UnitOf<'temperature'> = '°F') => ({ value: Math.round(value * 10) / 10, unit })
const gauge = (refrigerant: Refrigerant, curve: 'dew' | 'bubble', at: number) => ({
  value:
    Math.round(
      (saturationPressurePa(refrigerant, curve, toSi('temperature', { value: at, unit: '°F' }))! - 101325) / 689.4757,
    ) / 10,
  unit: 'psig' as const,
})

function conclude({ refrigerant = 'R-410A', target = 10, beside = {}, ...s }: Seen) {
  const facts: UnitFacts = {
    refrigerant,
    metering: s.device,
    work: 'new',
    ...(s.device === 'fixedOrifice'
      ? { superheatSource: 'commonRule' as const }
      : { targetSubcooling: { value: target, unit: '°F' as const } }),
  }
  const [dry, wet, supply, out] = s.air
  const values: ReadingValues = {
    suctionPressure: gauge(refrigerant, 'dew', s.low),
    liquidPressure: gauge(refrigerant, 'bubble', s.high),
    suctionLine: f(s.low + s.superheat),
    liquidLine: f(s.high - s.subcooling),
    returnDryBulb: f(dry),
    returnWetBulb: f(wet),
    supply: f(supply),
    outdoor: f(out),
    ...(s.amps ? { amps: { value: s.amps, unit: 'A' as const } } : {}),
  }
  const judged = judgeCharge({ facts, elevationM: 0 }, { mode: 'cooling', values }, [], customaryProfile)
  const found = assess({
    judged,
    settling: { state: 'settled' },
    facts,
    beside: { airflowKnownGood: true, ...(s.rated ? { ratedAmpsA: s.rated } : {}), ...beside },
    steps: [],
    totalChargeKg: 3,
  })
  return { judged, ...found }
}

const V: Pick<Seen, 'device'> = { device: 'expansionValve' }
const P: Pick<Seen, 'device'> = { device: 'fixedOrifice' }
/** piston checked against the label, drier measured: what a lead answers who was asked */
const asked: Beside = { deviceChecked: true, drierDropK: 0.2, condenserClean: true }

const cases: [string, Seen, Conclusion][] = [
  // sound machines of every make
  ['valve, ordinary day', { ...V, low: 41, high: 108, superheat: 10, subcooling: 10, air: [75, 63, 56, 92] }, 'sound'],
  [
    'valve, large modern condenser',
    { ...V, low: 44, high: 93, superheat: 10, subcooling: 9.5, air: [76, 64, 56, 83] },
    'sound',
  ],
  ['valve, mild day', { ...V, low: 39, high: 86, superheat: 11, subcooling: 9, air: [73, 61, 54, 73] }, 'sound'],
  [
    'valve, hot day, old condenser',
    { ...V, low: 46, high: 128, superheat: 9, subcooling: 11, air: [79, 66, 60, 102] },
    'sound',
  ],
  [
    'valve, label of 6 °F',
    { ...V, low: 42, high: 104, superheat: 12, subcooling: 6, target: 6, air: [75, 62, 55, 90] },
    'sound',
  ],
  [
    'valve, label of 15 °F',
    { ...V, low: 42, high: 112, superheat: 9, subcooling: 15, target: 15, air: [75, 63, 56, 92] },
    'sound',
  ],
  [
    'valve drawing 66 % of its plate',
    { ...V, low: 42, high: 106, superheat: 10, subcooling: 10, air: [75, 63, 56, 90], amps: 9.2, rated: 14 },
    'sound',
  ],
  [
    'valve drawing 84 % of its plate on a hot day',
    { ...V, low: 46, high: 122, superheat: 10, subcooling: 10.5, air: [78, 65, 59, 102], amps: 11.8, rated: 14 },
    'sound',
  ],
  [
    'valve on R-454B',
    { ...V, refrigerant: 'R-454B', low: 43, high: 107, superheat: 9, subcooling: 9.5, air: [75, 63, 56, 91] },
    'sound',
  ],
  [
    'valve on R-32',
    { ...V, refrigerant: 'R-32', low: 42, high: 106, superheat: 10, subcooling: 10, air: [75, 63, 55, 91] },
    'sound',
  ],
  ['piston on target', { ...P, low: 42, high: 106, superheat: 11.3, subcooling: 9, air: [76, 64, 57, 90] }, 'sound'],
  [
    'piston on target with little subcooling',
    { ...P, low: 42, high: 101, superheat: 11, subcooling: 4, air: [76, 64, 57, 90] },
    'sound',
  ],
  [
    'piston on target with much subcooling',
    { ...P, refrigerant: 'R-22', low: 41, high: 115, superheat: 11, subcooling: 18, air: [76, 64, 57, 90] },
    'sound',
  ],
  [
    'piston, humid house',
    { ...P, refrigerant: 'R-22', low: 46, high: 108, superheat: 18.5, subcooling: 9, air: [77, 69, 63, 90] },
    'sound',
  ],
  // too little
  [
    'valve short by a tenth',
    { ...V, low: 41, high: 105, superheat: 11, subcooling: 4.5, air: [75, 63, 56, 92] },
    'addCharge',
  ],
  [
    'valve short, label of 15',
    { ...V, low: 41, high: 106, superheat: 11, subcooling: 9, target: 15, air: [75, 63, 56, 92] },
    'addCharge',
  ],
  [
    'valve short on R-454B',
    { ...V, refrigerant: 'R-454B', low: 42, high: 104, superheat: 11, subcooling: 4, air: [75, 63, 56, 91] },
    'addCharge',
  ],
  [
    'piston short, both coils say so',
    { ...P, low: 36, high: 101, superheat: 26, subcooling: 2, air: [76, 64, 59, 90], beside: asked },
    'addCharge',
  ],
  [
    'piston short on R-22',
    {
      ...P,
      refrigerant: 'R-22',
      low: 37,
      high: 103,
      superheat: 24,
      subcooling: 3,
      air: [76, 64, 58, 90],
      beside: asked,
    },
    'addCharge',
  ],
  [
    'piston a little short',
    { ...P, low: 40, high: 104, superheat: 17, subcooling: 4, air: [76, 64, 57, 90], beside: asked },
    'addCharge',
  ],
  [
    'piston short whose make shows 16 °F when right',
    {
      ...P,
      refrigerant: 'R-22',
      low: 39,
      high: 114,
      superheat: 19,
      subcooling: 9,
      air: [76, 64, 57, 90],
      beside: asked,
    },
    'addCharge',
  ],
  // too much, from mild to gross
  [
    'valve over by 5 °F',
    {
      ...V,
      low: 42,
      high: 111,
      superheat: 10,
      subcooling: 15.5,
      air: [75, 63, 56, 92],
      beside: { restOverAmbientK: 0.2 },
    },
    'takeOut',
  ],
  [
    'valve over by 10 °F, standing pressure fits',
    {
      ...V,
      low: 42,
      high: 116,
      superheat: 10,
      subcooling: 20,
      air: [75, 63, 56, 92],
      beside: { restOverAmbientK: 0.1 },
    },
    'takeOut',
  ],
  [
    'valve with twice its charge, standing pressure fits',
    {
      ...V,
      low: 44,
      high: 126,
      superheat: 9,
      subcooling: 30,
      air: [75, 63, 56, 92],
      beside: { restOverAmbientK: -0.2 },
    },
    'takeOut',
  ],
  [
    'piston over',
    {
      ...P,
      low: 44,
      high: 112,
      superheat: 6,
      subcooling: 16,
      air: [76, 64, 57, 90],
      beside: { ...asked, restOverAmbientK: 0 },
    },
    'takeOut',
  ],
  // not the charge
  [
    'head and subcooling up, nobody looked at it standing',
    { ...V, low: 43, high: 126, superheat: 10, subcooling: 22, air: [75, 63, 56, 92] },
    notCharge(),
  ],
  [
    'air: the same, and too much pressure standing',
    { ...V, low: 43, high: 122, superheat: 10, subcooling: 17, air: [75, 63, 56, 92], beside: { restOverAmbientK: 4 } },
    notCharge('air'),
  ],
  [
    'restriction: cold behind the drier',
    { ...V, low: 27, high: 104, superheat: 32, subcooling: 11, air: [75, 63, 62, 92], beside: { drierDropK: 6 } },
    notCharge('restriction'),
  ],
  [
    'starved valve',
    { ...V, low: 30, high: 104, superheat: 30, subcooling: 11, air: [75, 63, 61, 92], beside: { drierDropK: 0.2 } },
    notCharge('starvedDevice'),
  ],
  [
    'undersized piston, subcooling of 8',
    { ...P, low: 35, high: 102, superheat: 24, subcooling: 8, air: [76, 64, 59, 90] },
    notCharge(),
  ],
  [
    'undersized piston, subcooling of 15',
    { ...P, low: 33, high: 103, superheat: 27, subcooling: 15, air: [76, 64, 60, 90] },
    notCharge('starvedDevice', 'restriction'),
  ],
  ['oversized piston', { ...P, low: 49, high: 107, superheat: 2.5, subcooling: 4, air: [76, 64, 59, 90] }, notCharge()],
  [
    'overfeeding valve, mild',
    { ...V, low: 45, high: 106, superheat: 4, subcooling: 6.5, air: [75, 63, 57, 92] },
    notCharge('overfeeding'),
  ],
  [
    'loose bulb',
    { ...V, low: 49, high: 108, superheat: 2, subcooling: 5, air: [75, 63, 59, 92] },
    notCharge('overfeeding'),
  ],
  [
    'worn compressor',
    { ...V, low: 54, high: 99, superheat: 10, subcooling: 8, air: [75, 63, 62, 92], amps: 6.2, rated: 14 },
    notCharge('weakCompressor'),
  ],
  [
    'dirty filter',
    {
      ...V,
      low: 31,
      high: 104,
      superheat: 9,
      subcooling: 9,
      air: [75, 63, 48, 92],
      beside: { airflowKnownGood: false },
    },
    notCharge('lowAirflow'),
  ],
  [
    'dirty filter on a piston',
    {
      ...P,
      low: 33,
      high: 102,
      superheat: 4,
      subcooling: 8,
      air: [75, 63, 47, 92],
      beside: { airflowKnownGood: false },
    },
    notCharge('lowAirflow'),
  ],
  [
    'dirty condenser',
    { ...V, low: 44, high: 132, superheat: 10, subcooling: 9.5, air: [75, 63, 57, 92] },
    notCharge('dirtyCondenser'),
  ],
  [
    'dirty condenser on a piston',
    { ...P, low: 46, high: 130, superheat: 5, subcooling: 9, air: [76, 64, 58, 92] },
    notCharge('dirtyCondenser', 'air', 'overcharge'),
  ],
  // the weather
  [
    'piston at 59 °F outdoors, charge right',
    { ...P, low: 31, high: 74, superheat: 34, subcooling: 8, air: [72, 59, 55, 59] },
    notCharge('coldOutdoors'),
  ],
  [
    'piston at 60 °F outdoors, old condenser',
    { ...P, low: 34, high: 82, superheat: 30, subcooling: 6, air: [72, 60, 55, 60] },
    notCharge('coldOutdoors'),
  ],
  ['cold house', { ...V, low: 34, high: 92, superheat: 9, subcooling: 5, air: [62, 54, 45, 80] }, notCharge()],
  // gas where liquid should be
  [
    'nearly empty valve',
    { ...V, low: 22, high: 95, superheat: 38, subcooling: 0.2, air: [75, 63, 67, 92] },
    'addCharge',
  ],
  // flooding
  [
    'liquid at the compressor',
    { ...V, low: 46, high: 108, superheat: -0.3, subcooling: 9, air: [75, 63, 57, 92] },
    notCharge(),
  ],
]

const lookedAtFirst = ['condenserNotKnownClean', 'deviceNotCompared']

describe('what an experienced lead concludes', () => {
  it('holds at least forty cases over both devices', () => {
    expect(cases.length).toBeGreaterThanOrEqual(40)
    expect(new Set(cases.map(([, s]) => s.device)).size).toBe(2)
  })
  it.each(cases)('%s', (_name, seen, conclusion) => {
    const { advice, gates, ranked, judged, checks } = conclude(seen)
    // a look may be asked for before charge; what speaks against the charge itself is what counts there
    const against = gates.filter((g) => !lookedAtFirst.includes(g.code))
    if (conclusion === 'sound') {
      expect(checks).toEqual([])
      expect(advice!.action).toBe('stop')
      expect(ranked[0]!.cause).toBe('none')
      expect(judged.verdict).not.toBe('out')
    } else if (conclusion === 'addCharge') {
      expect(['undercharge', 'nearlyEmpty']).toContain(ranked[0]!.cause)
      expect([advice!.action, against]).toEqual(['add', []])
    } else if (conclusion === 'takeOut') {
      expect(ranked[0]!.cause).toBe('overcharge')
      expect([advice!.action, gates]).toEqual(['remove', []])
    } else {
      // whether by a look that is asked for first or by a cause that leads: nothing is charged on it
      const touches = gates.length === 0 && (advice?.action === 'add' || advice?.action === 'remove')
      expect(touches).toBe(false)
      if (conclusion.first?.length) expect(conclusion.first).toContain(ranked[0]!.cause)
    }
  })
  it('asks for the standing pressure where only that tells air from too much charge', () => {
    const { separating } = conclude({ ...V, low: 43, high: 124, superheat: 10, subcooling: 21, air: [75, 63, 56, 92] })
    expect(separating?.symptom).toBe('restPressure')
  })
  it('superheat a little under zero is a danger, and no contradiction', () => {
    const { judged, checks } = conclude({
      ...V,
      low: 46,
      high: 108,
      superheat: -0.3,
      subcooling: 9,
      air: [75, 63, 57, 92],
    })
    expect(checks).toEqual([])
    expect(judged.verdict).toBe('out')
    expect(judged.findings.find((x) => x.code === 'superheatUnderFloor')?.severity).toBe('danger')
  })
})
