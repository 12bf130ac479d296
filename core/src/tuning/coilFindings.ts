import { normalCdf } from '../measurement/normal'
import type { HabitKey } from '../method/habits'
import { below, type Circumstances, type CoilsCode, type When } from './finding'
import { splitLimits } from './splitLimits'

/** from this joint probability on a pair of coils is said to say something; readings at an edge say nothing */
const COILS_SURE = 0.75
const UNKNOWN_K = 0.3

/**
 * Before anything is added the other coil must agree: what superheat and subcooling say together, as sure as the instruments allow. Behind a piston
 * subcooling is nobody's target: between the ends of its wide range it says nothing.
 */
export function coils({ facts, measured: m, target, profile, standard }: Circumstances, when: When): void {
  const { superheatK, subcoolingK } = m
  if (superheatK === undefined || subcoolingK === undefined || !facts.metering) return
  const piston = facts.metering === 'fixedOrifice'
  const own = (quantity: 'superheat' | 'subcooling') =>
    target.ok && target.deciding === quantity ? ([target.lowK, target.highK] as const) : undefined
  const habitual = (low: HabitKey, high: HabitKey) => [profile[low].si, profile[high].si] as const
  const superheat = own('superheat') ?? habitual('valveSuperheatLowK', 'valveSuperheatHighK')
  const usual: [HabitKey, HabitKey] = piston
    ? ['pistonSubcoolingLowK', 'pistonSubcoolingHighK']
    : ['usualSubcoolingLowK', 'usualSubcoolingHighK']
  const subcooling = own('subcooling') ?? habitual(...usual)
  const sides = (value: number, [from, to]: readonly [number, number], u = UNKNOWN_K) => {
    const under = normalCdf((from - value) / Math.max(u, 1e-6))
    const over = 1 - normalCdf((to - value) / Math.max(u, 1e-6))
    return { '-1': under, '0': Math.max(0, 1 - under - over), '1': over }
  }
  const [bySuperheat, bySubcooling] = [
    sides(superheatK, superheat, standard.superheatK),
    sides(subcoolingK, subcooling, standard.subcoolingK),
  ]
  // a valve that overfeeds a little shows the same two: too little air also makes the coil cold and the split wide
  const starvedOfAir = below(m.coilK, profile.evaporatingLowK.si) || below(splitLimits(m, profile)?.highK, m.splitK)
  const table = piston ? pistonTable : valveTable
  for (const [key, said] of Object.entries(table)) {
    const [s, c] = key.split(',') as ['-1' | '0' | '1', '-1' | '0' | '1']
    const probability = bySuperheat[s] * bySubcooling[c]
    when(
      said !== undefined && probability >= COILS_SURE && (said !== 'coilsSayAirflow' || starvedOfAir),
      'note',
      said!,
      [
        ['superheat', 'temperatureDifference', superheatK],
        ['subcooling', 'temperatureDifference', subcoolingK],
      ],
      ['valveSuperheatLowK', 'valveSuperheatHighK', ...usual],
      probability,
    )
  }
}

/** superheat side, subcooling side → what it looks like; one coil alone off its habit says nothing by itself */
const pistonTable: Readonly<Record<string, CoilsCode | undefined>> = {
  '1,-1': 'coilsSayShort',
  '1,1': 'coilsSayStarved',
  '-1,1': 'coilsSayOver',
  '-1,-1': 'coilsSayOverfed',
  '0,1': 'coilsSayHighHead',
}
const valveTable: Readonly<Record<string, CoilsCode | undefined>> = {
  ...pistonTable,
  '1,0': 'coilsSayStarved',
  '-1,0': 'coilsSayAirflow',
}
