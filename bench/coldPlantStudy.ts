// Started in the cold by discharge temperature or by the label's heating figure, on a plant that shares nothing with the rig; then the same machine on a warm day. Nothing was tuned on it.
import {
  assessCold,
  customaryProfile,
  formatNumber,
  type ChargeStep,
  type ModelLabel,
  type ProvisionalSchool,
  type UnitFacts,
} from '@zetesis/core'
import { drawHeating, heatingAt, readHeating, warmOffF, type HeatingPlant } from './secondPlant/heating'
import { Dice } from './secondPlant/random'
import { instruments, kit } from './studyKit'

const machines = Number(process.argv[2] ?? 300)
const seed = Number(process.argv[3] ?? 1117)
const TOLERANCE_F = 3
const MOST_STEPS = 8

interface Way {
  readonly name: string
  readonly school: ProvisionalSchool
  /** the label names the machine's own offset; otherwise the trade's habit stands for it */
  readonly ownOffset: boolean
}
const ways: readonly Way[] = [
  { name: 'discharge, label’s', school: 'discharge', ownOffset: true },
  { name: 'discharge, habit', school: 'discharge', ownOffset: false },
  { name: 'label’s heating', school: 'labelHeating', ownOffset: true },
]

function labelOf(plant: HeatingPlant, { ownOffset }: Way): ModelLabel {
  const rated = heatingAt(plant, 1, 47)
  return {
    name: 'studied',
    heatingSets: true,
    ...(ownOffset ? { dischargeOverOutdoor: { value: rated.dischargeF - 47, unit: '°F' } } : {}),
    tables: [{ quantity: 'subcooling', rows: [{ heating: { value: rated.subcoolingF, unit: '°F' } }] }],
  }
}

function played(plant: HeatingPlant, way: Way, share: number, believed: number, d: Dice) {
  const rightKg = 3
  const label = labelOf(plant, way)
  const facts: UnitFacts = {
    work: 'new',
    mode: 'heatPump',
    refrigerant: plant.refrigerant,
    metering: 'expansionValve',
    circuit: {
      outdoorDevice: way.school === 'discharge' ? 'piston' : 'electronic',
      liquidPort: 'lineSide',
      trueSuction: true,
    },
  }
  let moved = 0
  const steps: ChargeStep[] = []
  let pending: { amountKg: number; before: ChargeStep['before'] } | undefined
  let verdict = 'none'
  for (let n = 0; n <= MOST_STEPS; n++) {
    const found = assessCold({
      school: way.school,
      unit: { facts, elevationM: 0, label },
      reading: {
        mode: 'heating',
        values: readHeating(plant, share + moved / rightKg, d),
        instruments: { ...instruments, discharge: 'lineClamp' },
      },
      kit,
      profile: customaryProfile,
      settled: true,
      steps,
      totalChargeKg: rightKg,
      weighedKg: believed * rightKg + moved,
      airflowKnownGood: true,
    })
    verdict = found.verdict
    const { subcoolingK } = found.judged
    const point =
      found.valueK === undefined
        ? undefined
        : found.quantity === 'subcooling'
          ? { subcoolingK: found.valueK }
          : { superheatK: found.valueK, ...(subcoolingK === undefined ? {} : { subcoolingK }) }
    if (pending && point) steps.push({ ...pending, after: point })
    const { advice } = found
    if (n === MOST_STEPS || !advice?.amountKg || !point || (advice.action !== 'add' && advice.action !== 'remove'))
      break
    const kg = advice.action === 'add' ? advice.amountKg : -advice.amountKg
    pending = { amountKg: kg, before: point }
    moved += kg
  }
  return {
    before: warmOffF(plant, share),
    after: warmOffF(plant, share + moved / rightKg),
    moved: moved / rightKg,
    steps: steps.length,
    verdict,
  }
}

const part = <T>(list: readonly T[], of: (x: T) => boolean) =>
  `${formatNumber((100 * list.filter(of).length) / Math.max(list.length, 1), 0)} %`
console.log(
  `${machines} machines a way, seed ${seed}; outdoors 5 to 60 °F; tolerance ±3 °F of the deciding quantity on a warm day`,
)
for (const way of ways) {
  const d = new Dice(seed)
  const all = Array.from({ length: machines }, () => {
    const plant = drawHeating(d)
    // two in three were weighed right; the others by a wrong line length, or lost some since
    const off = d.next() < 0.67 ? d.from(-0.015, 0.015) : d.from(-0.14, 0.06)
    return played(plant, way, 1 + off, 1 + d.from(-0.01, 0.01), d)
  })
  const said = all.filter((r) => r.verdict === 'in')
  const added = all.filter((r) => r.moved > 0)
  const taken = all.filter((r) => r.moved < 0)
  console.log(
    [
      way.name.padEnd(20),
      `weighed only ${part(all, (r) => Math.abs(r.before) <= TOLERANCE_F)}`,
      `by the way ${part(all, (r) => Math.abs(r.after) <= TOLERANCE_F)}`,
      `made worse ${part(all, (r) => Math.abs(r.after) > Math.max(TOLERANCE_F, Math.abs(r.before) + 0.4))}`,
      `said In ${said.length}, of them within ${part(said, (r) => Math.abs(r.after) <= TOLERANCE_F)}`,
      `added to ${added.length}, at worst ${formatNumber(Math.max(...added.map((r) => r.after), -Infinity), 1)} °F too much`,
      `taken out of ${taken.length}, at worst ${formatNumber(Math.min(...taken.map((r) => r.after), Infinity), 1)} °F`,
      `adding passed the tolerance ${added.filter((r) => r.after > TOLERANCE_F && r.after > r.before).length}`,
      `steps ${formatNumber(all.reduce((a, r) => a + r.steps, 0) / all.length, 1)}`,
    ].join(' · '),
  )
}
