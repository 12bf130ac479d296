import type { UnitFacts } from '@zetesis/core'
import { weighedWith } from './cylinders'
import { readWith, type DemoModel } from './library'
import { nitrogenTest } from './nitrogen'
import { recordDecay, type DemoTrace } from './recorded'
import { degF, dF, heatingReading, oz, type story } from './story'

type Story = ReturnType<typeof story>
const kilos = (value: number) => ({ value, unit: 'kg' }) as const

/** Three heat pumps: one weighed in on a cold day, one that leaks, one started in heating. Their circuits are not alike. */
export function orchardGate({
  begin,
  now,
  elevationM,
  goodDecay,
  label,
  line,
  valve,
}: {
  begin: (tag: string, facts: UnitFacts) => Story & { readonly traces: DemoTrace[] }
  now: Date
  elevationM: number
  goodDecay: (s: Story, ago: number) => void
  label: (s: Story, model: DemoModel, ago: number) => void
  line: (length: number) => UnitFacts
  valve: UnitFacts
}): void {
  const heatPump = (length: number): UnitFacts => ({
    ...valve,
    mode: 'heatPump',
    place: 'North wall',
    model: 'Kelvane HP-30',
    refrigerant: 'R-410A',
    labelCharge: oz(121),
    targetSubcooling: dF(11),
    ...line(length),
  })
  const inDays = (days: number) => new Date(now.getTime() + days * 24 * 3600_000).toISOString().slice(0, 10)
  const day = 60 * 24

  const o1 = begin('O-01', heatPump(25))
  o1.tell(60 * 25, {
    kind: 'facts',
    facts: {
      circuit: {
        reversingValve: 'energisedToCool',
        outdoorDevice: 'piston',
        outdoorDeviceAt: 'valve',
        liquidPort: 'coilSide',
        trueSuction: true,
      },
    },
  })
  goodDecay(o1, 200)
  o1.tell(180, weighedWith('C-09', now, { direction: 'add', before: kilos(9.86), after: kilos(9.69) }))
  o1.tell(170, { kind: 'started' })
  o1.tell(150, {
    kind: 'returnVisit',
    reason: '41 °F outside: weighed in only.',
    outdoorLow: degF(65),
    outdoorHigh: degF(100),
    by: inDays(14),
  })

  const o2 = begin('O-02', heatPump(33))
  nitrogenTest(o2, 100, { plate: 300, holdMin: 15 })
  o2.tell(98, {
    kind: 'gatePassed',
    stage: 'pressureTest',
    reason: 'All joints soaped and quiet; no night left for a longer hold, the decay has to tell.',
  })
  // the slow leak: too slow for a quarter of an hour of nitrogen on this gauge, plain under vacuum
  recordDecay(o2, { tag: 'O-02', rig: 'slowLeak', seed: 11, startedAgo: 50, valveOffMin: 22, holdMin: 15 })

  // started in heating on a frosty day: read as a check, the charge left as weighed in, somebody comes back
  const o3 = begin('O-03', { ...heatPump(21), place: 'South wall', indoorModel: 'KA-30' })
  label(o3, 'kelvaneHp30', 2.9 * day)
  goodDecay(o3, 2.1 * day)
  o3.tell(2.05 * day, weighedWith('C-09', now, { direction: 'add', before: kilos(9.96), after: kilos(9.86) }))
  o3.tell(2.03 * day, {
    kind: 'modeChanged',
    mode: 'heating',
    how: 'thermostat',
    seen: false,
    auxiliary: 'heldOff',
    words: 'Breaker of the strip heat off.',
  })
  o3.tell(2.02 * day, {
    kind: 'hosesOn',
    mode: 'heating',
    hoses: [
      { port: 'trueSuction', side: 'low', upTo: { value: 800, unit: 'psig' } },
      { port: 'liquid', side: 'high', upTo: { value: 800, unit: 'psig' } },
    ],
  })
  o3.tell(2.01 * day, { kind: 'started' })
  const read = readWith(
    'digital',
    heatingReading('R-410A', elevationM, {
      evaporating: 15,
      superheat: 7,
      condensing: 97,
      subcooling: 23.2,
      returnAir: 70,
      supply: 91,
      discharge: 158,
      outdoor: 28,
    }),
    now,
  )
  o3.tell(1.98 * day, { ...read, mode: 'heating' })
  o3.tell(1.97 * day, { kind: 'hosesOn', mode: 'heating', hoses: [] })
  o3.tell(1.96 * day, {
    kind: 'returnVisit',
    reason: '28 °F outside: weighed in, heating read as a check.',
    outdoorLow: degF(65),
    outdoorHigh: degF(100),
    by: inDays(120),
  })
}
