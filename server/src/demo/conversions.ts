import type { EntryBody, Quantity, ReadingValues, Refrigerant, UnitFacts } from '@zetesis/core'
import { weighedWith } from './cylinders'
import { coolingReading, feet, type story } from './story'

type Story = ReturnType<typeof story>
const pounds = (value: number) => ({ value, unit: 'lb' }) as const
const thou = (value: number): Quantity<'bore'> => ({ value, unit: 'thou' })

const reading = (values: ReadingValues) => ({ kind: 'reading', mode: 'cooling', values }) as const

/** An old machine on R-22, as it was found: some of its charge gone. */
const found = (elevationM: number) =>
  coolingReading('R-22', elevationM, {
    evaporating: 34,
    superheat: 27,
    condensing: 108,
    subcooling: 3,
    indoor: [77, 64],
    supply: 61,
    outdoor: 90,
  })

/** From the reason to the orifice, the way a crew tells it. */
export function converting(
  s: Pick<Story, 'tell'>,
  elevationM: number,
  { ago, to, beside, bore }: { ago: number; to: Refrigerant; beside: Refrigerant; bore: { was: number; now: number } },
): void {
  s.tell(ago, {
    kind: 'conversionWhy',
    cause: 'leak',
    tightness: 'leakFound',
    words: 'Oil at the flare of the liquid line.',
  })
  s.tell(ago - 2, { ...reading(found(elevationM)), baseline: true }, 'installer')
  s.tell(ago - 10, {
    kind: 'candidateChosen',
    refrigerant: to,
    compared: [to, beside],
    reason: 'Runs with the mineral oil that is in it, and stays under the plate on a hot day.',
  })
  s.tell(ago - 20, { kind: 'refitted', item: 'leak', done: true, words: 'Flare cut off and made anew.' }, 'installer')
  for (const item of ['drier', 'seals', 'cores'] as const)
    s.tell(ago - 22, { kind: 'refitted', item, done: true }, 'installer')
  s.tell(
    ago - 23,
    { kind: 'refitted', item: 'oil', done: false, words: 'Stays: short lines, level seen in the glass.' },
    'installer',
  )
  s.tell(ago - 25, {
    kind: 'deviceFitted',
    device: 'piston',
    by: bore.was === bore.now ? 'kept' : 'reckoned',
    was: thou(bore.was),
    bore: thou(bore.now),
  })
}

const old = (place: string): UnitFacts => ({
  work: 'conversion',
  mode: 'coolingOnly',
  place,
  model: 'Brask 36 (old)',
  oldRefrigerant: 'R-22',
  oil: 'mineral',
  oldBore: thou(59),
  highSideDesign: { value: 325, unit: 'psig' },
  metering: 'fixedOrifice',
  superheatSource: 'commonRule',
  labelCharge: pounds(6.5),
  includedLength: feet(15),
  lineLength: feet(15),
  liquidLine: { value: 0.375, unit: 'in' },
  testPressure: { value: 300, unit: 'psig' },
})

/** Four old machines on the way to another refrigerant: before its baseline, short at recovery, with an orifice that doesn't suit, and done. */
export function conversions({
  begin,
  now,
  elevationM,
  goodDecay,
}: {
  begin: (tag: string, facts: UnitFacts) => Story
  now: Date
  elevationM: number
  goodDecay: (s: Story, ago: number) => void
}): void {
  const l5 = begin('L-05', old('Hall, north side'))
  l5.tell(40, { kind: 'conversionWhy', cause: 'unobtainable', tightness: 'holds' })

  const l6 = begin('L-06', old('Hall, south side'))
  l6.tell(120, { kind: 'conversionWhy', cause: 'leak', tightness: 'leakFound', words: 'Oil under the coil.' })
  l6.tell(118, { ...reading(found(elevationM)), baseline: true }, 'installer')
  l6.tell(60, weighedWith('R-03', now, { direction: 'remove', before: pounds(30.4), after: pounds(34.6) }), 'installer')

  const narrow = begin('L-07', { ...old('Stage'), refrigerant: 'R-422D' })
  converting(narrow, elevationM, { ago: 400, to: 'R-422D', beside: 'R-438A', bore: { was: 59, now: 59 } })
  recoverAndCharge(narrow, { goodDecay, startedAgo: 120, share: 0.9 })
  const running = (evaporating: number, superheat: number, condensing: number, subcooling: number) =>
    reading(
      coolingReading('R-422D', elevationM, {
        evaporating,
        superheat,
        condensing,
        subcooling,
        indoor: [77, 64],
        supply: 62,
        outdoor: 90,
      }),
    )
  narrow.tell(95, running(31, 36, 108, 11))
  narrow.tell(90, step(72.1))
  narrow.tell(70, running(32, 33, 112, 15))
  narrow.tell(66, step(66.9))
  narrow.tell(44, running(33, 30, 116, 19))

  const done = begin('L-08', { ...old('Library'), refrigerant: 'R-438A' })
  converting(done, elevationM, { ago: 60 * 26, to: 'R-438A', beside: 'R-422D', bore: { was: 59, now: 63 } })
  recoverAndCharge(done, { goodDecay, startedAgo: 60 * 23, share: 0.9 })
  const ran = (superheat: number, subcooling: number) =>
    reading(
      coolingReading('R-438A', elevationM, {
        evaporating: 44,
        superheat,
        condensing: 109,
        subcooling,
        indoor: [76, 63],
        supply: 57,
        outdoor: 88,
      }),
    )
  done.tell(60 * 22.7, ran(18, 7))
  done.tell(60 * 22.6, step(88.4))
  done.tell(60 * 22.3, ran(14, 9))
  done.tell(60 * 22, {
    kind: 'relabelled',
    name: 'Mara Quill',
    oil: 'mineral',
    charge: pounds(6.2),
    oldCrossedOut: true,
  })
}

/** a step of five hundredths of the charge */
const step = (before: number): EntryBody => ({
  kind: 'weighed',
  direction: 'add',
  before: { value: before, unit: 'oz' },
  after: { value: Math.round((before - 5.2) * 10) / 10, unit: 'oz' },
  cylinder: 'Blend, not in the book',
  side: 'suction',
  phase: 'liquid',
  running: true,
})

function recoverAndCharge(
  s: Story,
  { goodDecay, startedAgo, share }: { goodDecay: (s: Story, ago: number) => void; startedAgo: number; share: number },
): void {
  s.tell(
    startedAgo + 240,
    {
      kind: 'weighed',
      direction: 'remove',
      before: pounds(25.2),
      after: pounds(30.3),
      cylinder: 'R-11, hired',
      side: 'liquid',
      phase: 'liquid',
      running: false,
    },
    'installer',
  )
  goodDecay(s, startedAgo + 60)
  s.tell(startedAgo + 20, {
    kind: 'weighed',
    direction: 'add',
    before: { value: 200, unit: 'oz' },
    after: { value: Math.round((200 - 104 * share) * 10) / 10, unit: 'oz' },
    cylinder: 'Blend, not in the book',
    side: 'liquid',
    phase: 'liquid',
    running: false,
  })
  s.tell(startedAgo, { kind: 'started' })
}
