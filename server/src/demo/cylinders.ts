import type { BookEntryBody, Cylinder, Quantity, Weighed } from '@zetesis/core'
import { demoId } from './ids'
import { demoInstruments } from './library'

const lb = (value: number): Quantity<'mass'> => ({ value, unit: 'lb' })
const ounces = (value: number): Quantity<'mass'> => ({ value, unit: 'oz' })
const kilos = (value: number): Quantity<'mass'> => ({ value, unit: 'kg' })

interface Stock {
  readonly stamped: Omit<Cylinder, 'id' | 'name'>
  readonly opening?: Quantity<'mass'>
  readonly found?: Quantity<'mass'>
}

/** What stands in the van: opening stock as it was weighed, and what the scale showed last. */
const stock = {
  'C-12': {
    stamped: { refrigerant: 'R-410A', state: 'virgin', tare: ounces(92), owner: 'Copper & Vale' },
    opening: ounces(220.5),
    found: ounces(302.2),
  },
  'C-14': {
    stamped: { refrigerant: 'R-454B', state: 'virgin', tare: ounces(90), owner: 'Copper & Vale' },
    opening: ounces(198),
  },
  'C-09': {
    stamped: { refrigerant: 'R-410A', state: 'reclaimed', tare: kilos(4.1), owner: 'Copper & Vale' },
    opening: kilos(6.05),
  },
  'C-16': {
    stamped: { refrigerant: 'R-32', state: 'virgin', tare: ounces(88), owner: 'Copper & Vale' },
    opening: lb(18.5),
  },
  'C-21': {
    stamped: { refrigerant: 'R-422D', state: 'virgin', tare: ounces(96), owner: 'Copper & Vale' },
    opening: lb(24),
  },
  'R-03': {
    stamped: { state: 'empty', tare: lb(24.5), waterCapacity: lb(47.7), owner: 'Yard', testDueOn: '2029-05-01' },
  },
  'R-07': {
    stamped: {
      refrigerant: 'R-410A',
      state: 'recovered',
      tare: lb(24.6),
      waterCapacity: lb(47.7),
      owner: 'Yard',
      testDueOn: '2028-11-01',
    },
    opening: lb(28.4),
  },
} as const satisfies Record<string, Stock>
export type DemoCylinder = keyof typeof stock

export const demoCylinder = (name: DemoCylinder): Cylinder => ({
  id: demoId(`cylinder ${name}`),
  name,
  ...stock[name].stamped,
})

/** A weighing with a cylinder of the van on the demo scale. */
export function weighedWith(
  name: DemoCylinder,
  now: Date,
  step: Pick<Weighed, 'direction' | 'before' | 'after'>,
): Omit<Weighed, 'v' | 'id' | 'at' | 'writtenAt'> {
  const scale = demoInstruments(now).find((i) => i.kind === 'scale')!
  const add = step.direction === 'add'
  return {
    kind: 'weighed',
    ...step,
    cylinder: name,
    vessel: demoCylinder(name),
    side: add ? 'liquid' : 'suction',
    phase: add ? 'liquid' : 'vapour',
    running: false,
    scale,
  }
}

/** The cylinders in the company's book, with what moved outside any unit. */
export function demoStock(): { id: string; daysAgo: number; body: BookEntryBody }[] {
  return (Object.entries(stock) as [DemoCylinder, Stock][]).flatMap(([name, { opening, found }]) => {
    const cylinder = demoCylinder(name)
    const line = (what: string, daysAgo: number, body: BookEntryBody) => ({
      id: demoId(`cylinder ${name} ${what}`),
      daysAgo,
      body,
    })
    const moved = { kind: 'cylinderMoved', cylinderId: cylinder.id } as const
    return [
      line('saved', 12, { kind: 'cylinderSaved', cylinder }),
      ...(opening
        ? [line('opening', 11, { ...moved, movement: 'purchased', mass: opening, note: 'opening stock' })]
        : []),
      ...(found ? [line('found', 0.3, { ...moved, movement: 'weighed', mass: found, note: 'weekly check' })] : []),
    ]
  })
}
