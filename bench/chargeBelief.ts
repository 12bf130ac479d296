// One belief about the charge, on the second plant: how near it comes, and whether "within" holds as often as it says.
//   node chargeBelief.mjs [systems] [seed]     prints a table in Markdown, as in docs/methods/charge.md
import { chargeBelief, chargeWitnesses } from '@zetesis/core'
import { Dice } from './secondPlant/random'
import { drawPlant } from './secondPlant/plant'
import { Visit, pointOf, quantile } from './secondPlant/visit'
import { meterings, percent, seed, systems } from './studyKit'

/** a factory's fill, and label and line set against what meets the target: as shares of the charge, each even over its range as broad as the method's habit is as a standard deviation */
const FILL = 0.02
const RIGHT = 0.04
/** now and then something is wrong that nobody allowed for */
const MISTAKES = 0.1
const MISTAKEN = 0.15

console.log(`# One belief about the charge: seed ${seed}, ${systems} systems a line\n`)
console.log(
  '| metering | after | weight alone: median off | together: median off | true one within ±2 standard uncertainties: weight alone | together |',
)
console.log('| --- | --- | ---: | ---: | ---: | ---: |')
for (const metering of meterings)
  for (const after of ['a reading', 'a step'] as const)
    for (const mistakes of [false, true]) {
      const d = new Dice(seed + 17 + Number(metering === 'fixedOrifice') + 5 * Number(after === 'a step'))
      const even = (standard: number) => d.from(-1, 1) * standard * Math.sqrt(3)
      const off = { weight: [] as number[], both: [] as number[] }
      let [heldByWeight, heldByBoth] = [0, 0]
      for (let i = 0; i < systems; i++) {
        const spec = drawPlant(d, metering, {
          share:
            1 +
            even(FILL) +
            even(RIGHT) +
            (mistakes && d.from(0, 1) < MISTAKES ? d.from(-1, 1) * MISTAKEN * Math.sqrt(3) : 0),
        })
        const visit = new Visit(spec, d)
        const beside = { airflowKnownGood: true, condenserClean: true, deviceChecked: true }
        visit.wait()
        let now = visit.look(beside)
        let inItKg = spec.chargeKg
        if (after === 'a step') {
          const kg = 0.03 * spec.chargeKg
          const before = pointOf(now)
          visit.step(kg)
          visit.wait()
          now = visit.look(beside)
          visit.steps = [{ amountKg: kg, before, after: pointOf(now) }]
          inItKg += kg
        }
        const weight = {
          inItKg,
          inItStandardKg: FILL * spec.chargeKg,
          rightKg: spec.chargeKg,
          rightStandardKg: RIGHT * spec.chargeKg,
        }
        const { judged, ranked } = now
        const facts = { metering, refrigerant: spec.refrigerant }
        const told = chargeWitnesses({
          judged,
          ranked,
          facts,
          beside,
          steps: visit.steps,
          totalChargeKg: spec.chargeKg,
        })
        const [alone, both] = [chargeBelief(weight)!, chargeBelief(weight, told)!]
        const truthKg = (visit.plant.share - 1) * spec.chargeKg
        off.weight.push(Math.abs(alone.offKg - truthKg) / spec.chargeKg)
        off.both.push(Math.abs(both.offKg - truthKg) / spec.chargeKg)
        if (Math.abs(alone.offKg - truthKg) <= 2 * alone.standardKg) heldByWeight++
        if (Math.abs(both.offKg - truthKg) <= 2 * both.standardKg) heldByBoth++
      }
      console.log(
        `| ${metering} | ${after}${mistakes ? `, ${percent(MISTAKES)} weighed wrong` : ''} | ${percent(quantile(off.weight, 0.5), 1)} | ${percent(quantile(off.both, 0.5), 1)} | ${percent(heldByWeight / systems, 1)} | ${percent(heldByBoth / systems, 1)} |`,
      )
    }
