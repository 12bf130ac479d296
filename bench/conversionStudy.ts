import { inShort } from './short'
import { formatNumber, machineOrifice, type Refrigerant } from '@zetesis/core'
import { landBySubcooling, landBySuperheat, pistonSystem, rating } from '@zetesis/rig'

/** Machines on a piston, built for one refrigerant, run on another with the orifice that `orificeRatio` reckons: where their superheat lands at the design point. */
export const studyPairs: readonly (readonly [Refrigerant, Refrigerant])[] = [
  ['R-22', 'R-407C'],
  ['R-22', 'R-438A'],
  ['R-22', 'R-422D'],
  ['R-22', 'R-421A'],
  ['R-22', 'R-427A'],
  ['R-22', 'R-407A'],
  ['R-407C', 'R-438A'],
  ['R-407C', 'R-427A'],
  ['R-407A', 'R-427A'],
  ['R-422D', 'R-407C'],
  ['R-421A', 'R-438A'],
  ['R-404A', 'R-407A'],
  ['R-410A', 'R-32'],
  ['R-410A', 'R-452B'],
  ['R-410A', 'R-454B'],
]

const F = 1.8
const as = (from: Refrigerant, boreRatio: number) => ({ builtFor: from, boreRatio, oilLogged: 0 })
const bySubcooling = (from: Refrigerant, to: Refrigerant, boreRatio: number) =>
  landBySubcooling(to, as(from, boreRatio))
const bySuperheat = (from: Refrigerant, to: Refrigerant, boreRatio: number, k: number) =>
  landBySuperheat(to, as(from, boreRatio), k)

export const designConditions = {
  evaporatingK: pistonSystem.evaporatingK,
  condensingK: rating.outdoorK + pistonSystem.condensingOverK,
  subcoolingK: pistonSystem.targetSubcoolingK,
  superheatK: 13 / F,
}

if (/conversionStudy\.m?[jt]s$/.test(process.argv[1] ?? '')) {
  const worst = { equal: 0, machine: 0, tuned: 0 }
  const far = (key: keyof typeof worst, k: number) => (worst[key] = Math.max(worst[key], Math.abs(k * F)))
  const n = (k: number) => formatNumber(k * F, 1)
  for (const [from, to] of studyPairs.slice(0, inShort(studyPairs.length, 1))) {
    const { diameterRatio, machineRatio } = machineOrifice({
      oldRefrigerant: from,
      newRefrigerant: to,
      ...designConditions,
    })!
    const own = bySubcooling(from, from, 1)
    const [kept, equal, machine] = [1, diameterRatio, machineRatio].map((bore) => bySubcooling(from, to, bore))
    const tuned = bySuperheat(from, to, machineRatio, own.superheatK)
    const keptTuned = bySuperheat(from, to, 1, own.superheatK)
    far('equal', equal!.superheatK - own.superheatK)
    far('machine', machine!.superheatK - own.superheatK)
    far('tuned', tuned.superheatK - own.superheatK)
    console.log(
      `${from} → ${to}: superheat ${n(own.superheatK)} °F before; at the same subcooling ${n(equal!.superheatK)} with × ${formatNumber(diameterRatio, 3)} (equal capacity), ${n(machine!.superheatK)} with × ${formatNumber(machineRatio, 3)} (this machine), ${n(kept!.superheatK)} with the old bore; charged by superheat ${n(tuned.superheatK)} at ${n(tuned.subcoolingK)} of subcooling, ${formatNumber((tuned.coolingW / own.coolingW) * 100, 0)} % of the capacity; old bore: ${n(keptTuned.superheatK)} at ${n(keptTuned.subcoolingK)}, ${formatNumber((keptTuned.coolingW / own.coolingW) * 100, 0)} %`,
    )
  }
  console.log(
    `furthest off: ${formatNumber(worst.equal, 1)} °F by equal capacity, ${formatNumber(worst.machine, 1)} for this machine, ${formatNumber(worst.tuned, 1)} once charged by superheat`,
  )
}
