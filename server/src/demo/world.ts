import { toSi, type SignatureStrokes, type UnitFacts } from '@zetesis/core'
import type { SystemRigName } from '@zetesis/rig'
import { demoJobs } from './crew'
import { weighedWith } from './cylinders'
import { demoId } from './ids'
import { demoModelId, demoModels, demoModelVersion, readWith, type DemoModel } from './library'
import { recordDecay, type DemoTrace } from './recorded'
import { conversions, converting } from './conversions'
import { recordSystem } from './recordedSystem'
import { nitrogenTest } from './nitrogen'
import { orchardGate } from './orchard'
import { coolingReading, dF, feet, oz, standingReading, story, type Told } from './story'

const [kiln, lowmoor, orchard] = demoJobs

export interface DemoUnit {
  readonly tag: string
  readonly unitId: string
  readonly told: readonly Told[]
  /** recordings that the log names */
  readonly traces: readonly DemoTrace[]
}

const pullDown = (until: number): [number, number][] => [
  [until + 34, 92000],
  [until + 28, 21000],
  [until + 22, 6200],
  [until + 16, 2100],
  [until + 10, 820],
  [until + 4, 410],
  [until + 0.5, 320],
]
const signature: SignatureStrokes = [
  [120, 260, 160, 120, 200, 260, 240, 130, 280, 265],
  [300, 230, 340, 200, 360, 250, 400, 220, 430, 255, 520, 240, 700, 225],
]

const valve = { work: 'new', mode: 'coolingOnly', metering: 'expansionValve' } satisfies UnitFacts
const piston = {
  work: 'new',
  mode: 'coolingOnly',
  metering: 'fixedOrifice',
  superheatSource: 'commonRule',
} satisfies UnitFacts
const line = (length: number) =>
  ({
    lineLength: feet(length),
    includedLength: feet(15),
    allowance: { value: 0.6, unit: 'oz/ft' },
    liquidLine: { value: 0.375, unit: 'in' },
  }) satisfies UnitFacts

/** The made-up crew's units, told from `now` backwards so that waits are running when the demo opens. */
export function demoWorld(now: Date): DemoUnit[] {
  const units: DemoUnit[] = []
  const kilnM = toSi('elevation', kiln.elevation)
  const begin = (tag: string, job: (typeof demoJobs)[number], facts: UnitFacts, ago = 60 * 26) => {
    const s = story(tag, job.id, now)
    s.tell(ago, { kind: 'facts', facts })
    const traces: DemoTrace[] = []
    units.push({ tag, unitId: demoId(`unit ${tag}`), told: s.told, traces })
    return { ...s, traces }
  }
  const label = (s: ReturnType<typeof story>, model: DemoModel, ago: number) =>
    s.tell(ago, {
      kind: 'label',
      modelId: demoModelId(model),
      version: demoModelVersion(model),
      label: demoModels[model],
    })
  const goodDecay = (s: ReturnType<typeof story>, ago: number) => {
    nitrogenTest(s, ago + 44)
    s.tell(ago + 36, { kind: 'pumpOn' })
    s.micron(...pullDown(ago))
    s.tell(ago, { kind: 'valvedOff' })
    s.micron([ago - 1, 335], [ago - 4, 352], [ago - 7, 361], [ago - 10.5, 366])
  }
  const day = 60 * 24

  const k1 = begin(
    'K-01',
    kiln,
    {
      ...valve,
      place: 'House 2, loft',
      model: 'Ostrel 24-V',
      refrigerant: 'R-410A',
      labelCharge: oz(98),
      targetSubcooling: dF(10),
      ...line(32),
    },
    2.95 * day,
  )
  goodDecay(k1, 2.2 * day)
  k1.tell(2.18 * day, weighedWith('C-12', now, { direction: 'add', before: oz(312.4), after: oz(302.3) }))
  k1.tell(2.17 * day, { kind: 'started' })
  k1.tell(
    2.16 * day,
    readWith(
      'digital',
      coolingReading('R-410A', kilnM, {
        evaporating: 43,
        superheat: 11,
        condensing: 107,
        subcooling: 10.4,
        indoor: [76, 63],
        supply: 57,
        outdoor: 91,
      }),
      now,
    ),
  )
  k1.tell(2.15 * day, {
    kind: 'sealed',
    name: 'Mara Quill',
    signature,
    remarks: 'Filter size written on the return grille.',
    elevation: kiln.elevation,
  })

  const k2 = begin('K-02', kiln, {
    ...piston,
    place: 'House 4, landing',
    model: 'Ostrel 30-P',
    refrigerant: 'R-454B',
    labelCharge: oz(84),
    ...line(15),
  })
  goodDecay(k2, 190)
  k2.tell(150, { kind: 'started' })
  k2.tell(
    130,
    readWith(
      'digital',
      coolingReading('R-454B', kilnM, {
        evaporating: 42,
        superheat: 13.4,
        condensing: 109,
        subcooling: 7,
        indoor: [76, 65],
        supply: 57.5,
        outdoor: 90,
      }),
      now,
    ),
  )

  const k3 = begin('K-03', kiln, {
    ...valve,
    place: 'House 6, loft',
    model: 'Kelvane 36',
    refrigerant: 'R-454B',
    labelCharge: oz(112),
    targetSubcooling: dF(10),
    ...line(28),
  })
  goodDecay(k3, 150)
  k3.tell(120, weighedWith('C-14', now, { direction: 'add', before: oz(288), after: oz(280.2) }))
  // standing between 90 °F outdoors and 77 °F in the house it held saturation: what shows later is charge, not air
  k3.tell(96, {
    kind: 'preStart',
    zeroed: true,
    valvesShut: true,
    airflowGood: true,
    condenserClean: true,
    thermostatFar: true,
    rest: standingReading('R-454B', kilnM, { outdoor: 90, indoor: 77 }),
  })
  k3.tell(95, { kind: 'started' })
  k3.tell(
    70,
    readWith(
      'digital',
      coolingReading('R-454B', kilnM, {
        evaporating: 44,
        superheat: 9,
        condensing: 116,
        subcooling: 17.5,
        indoor: [75, 63],
        supply: 56,
        outdoor: 91,
      }),
      now,
    ),
  )

  const k4 = begin('K-04', kiln, {
    ...piston,
    place: 'House 8, rear, upstairs',
    model: 'Ostrel 30-P',
    refrigerant: 'R-454B',
    labelCharge: oz(84),
    ...line(25),
  })
  label(k4, 'ostrel30P', 60 * 25)
  goodDecay(k4, 80)
  k4.tell(40, {
    kind: 'gatePassed',
    stage: 'weighIn',
    reason: 'Cylinder empty; rest of the charge comes with the next van.',
  })
  k4.tell(7, { kind: 'started' })

  const k5 = begin('K-05', kiln, {
    ...valve,
    place: 'House 10, loft',
    model: 'Kelvane 24',
    refrigerant: 'R-32',
    labelCharge: oz(70),
    orientation: 'up',
    ...line(30.3),
  })
  label(k5, 'kelvane24', 60 * 25)
  goodDecay(k5, 45)

  const k6 = begin('K-06', kiln, {
    ...piston,
    place: 'House 12, hall',
    model: 'Brask P-18',
    refrigerant: 'R-410A',
    labelCharge: oz(66),
    ...line(22),
  })
  nitrogenTest(k6, 60)
  k6.tell(42, { kind: 'pumpOn' })
  k6.micron(...pullDown(5.8))
  k6.tell(5.8, { kind: 'valvedOff' })
  k6.micron([4.8, 340], [2, 362])

  const k7 = begin('K-07', kiln, {
    ...valve,
    place: 'House 14, loft',
    model: 'Kelvane 24',
    refrigerant: 'R-454B',
    labelCharge: oz(78),
    targetSubcooling: dF(10),
    ...line(34),
  })
  nitrogenTest(k7, 100)
  // the wet line set: its gauge was logging
  recordDecay(k7, { tag: 'K-07', rig: 'wet', seed: 7, startedAgo: 60, valveOffMin: 8, holdMin: 15 })

  begin(
    'K-08',
    kiln,
    {
      work: 'new',
      mode: 'coolingOnly',
      place: 'House 16, loft',
      model: 'Ostrel 24-V',
      refrigerant: 'R-410A',
      lineLength: feet(27),
    },
    30,
  )

  const l1 = begin('L-01', lowmoor, {
    work: 'conversion',
    oil: 'mineral',
    oldBore: { value: 74, unit: 'thou' },
    highSideDesign: { value: 325, unit: 'psig' },
    mode: 'coolingOnly',
    place: 'Plant yard',
    model: 'Brask 48 (old)',
    oldRefrigerant: 'R-22',
    recovered: { value: 5.9, unit: 'lb' },
    refrigerant: 'R-422D',
    metering: 'fixedOrifice',
    superheatSource: 'commonRule',
    labelCharge: { value: 8.5, unit: 'lb' },
    includedLength: feet(25),
    lineLength: feet(25),
    liquidLine: { value: 0.375, unit: 'in' },
  })
  const pounds = (value: number) => ({ value, unit: 'lb' }) as const
  const lowmoorM = toSi('elevation', lowmoor.elevation)
  converting(l1, lowmoorM, { ago: 200, to: 'R-422D', beside: 'R-438A', bore: { was: 74, now: 86 } })
  l1.tell(
    195,
    weighedWith('R-03', now, { direction: 'remove', before: pounds(24.5), after: pounds(30.4) }),
    'installer',
  )
  nitrogenTest(l1, 50, { plate: 300 })
  l1.tell(30, { kind: 'pumpOn' })
  l1.micron([28, 64000], [20, 14500], [12, 5200], [4, 2300])

  const l2 = begin('L-02', lowmoor, {
    ...valve,
    place: 'Reading room, east wall',
    model: 'Kelvane 24',
    refrigerant: 'R-410A',
    labelCharge: oz(70),
    orientation: 'up',
    ...line(15),
  })
  label(l2, 'kelvane24', 60 * 25)
  goodDecay(l2, 170)
  l2.tell(140, { kind: 'started' })
  const analogReading = coolingReading('R-410A', lowmoorM, {
    evaporating: 42,
    superheat: 11,
    condensing: 105,
    subcooling: 7.8,
    indoor: [75, 63],
    supply: 55,
    outdoor: 89,
  })
  l2.tell(100, readWith('analog', analogReading, now))

  // two start-ups that a logger recorded: a valve that starves its coil, and line clamps hung the wrong way round
  const recorded = (tag: string, place: string, rig: SystemRigName, seed: number, startedAgo: number) => {
    const facts: UnitFacts = {
      ...valve,
      place,
      model: 'Ostrel 30-V',
      refrigerant: 'R-410A',
      labelCharge: oz(96),
      targetSubcooling: dF(10),
      ...line(15),
    }
    const unit = begin(tag, lowmoor, facts)
    goodDecay(unit, startedAgo + 60)
    recordSystem(unit, { tag, rig, seed, facts, elevationM: lowmoorM, startedAgo, runMin: 22 })
  }
  recorded('L-03', 'Reading room, west wall', 'starved', 5, 90)
  recorded('L-04', 'Caretaker’s flat', 'swappedClamps', 9, 60)
  conversions({ begin: (tag, facts) => begin(tag, lowmoor, facts), now, elevationM: lowmoorM, goodDecay })

  orchardGate({
    begin: (tag, facts) => begin(tag, orchard, facts),
    now,
    elevationM: toSi('elevation', orchard.elevation),
    goodDecay,
    label,
    line,
    valve,
  })

  return units
}
