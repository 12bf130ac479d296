import { showText, type ChargeBelief, type ChargeWitness, type UnitSystem } from '@zetesis/core'

const witnessWords: Record<ChargeWitness['source'], string> = {
  weight: 'weight',
  superheat: 'superheat',
  subcooling: 'subcooling',
  cold: 'the cold day’s reading',
}

/** coverage factor for some 95 % (JCGM 100, 6.3) */
const COVERAGE = 2

/** “96.2 oz, within ±2.1 oz; right within ±3.0 oz” or “…; 9.0 oz short, within ±3.5 oz”. */
export function beliefText({ inItKg, inItStandardKg, offKg, standardKg }: ChargeBelief, system: UnitSystem): string {
  const mass = (kg: number) => showText('mass', Math.abs(kg), system)
  const doubtKg = COVERAGE * standardKg
  const off =
    Math.abs(offKg) > doubtKg
      ? `${mass(offKg)} ${offKg < 0 ? 'short' : 'over'}, within ±${mass(doubtKg)}`
      : `right within ±${mass(Math.abs(offKg) + doubtKg)}`
  return `${mass(inItKg)}, within ±${mass(COVERAGE * inItStandardKg)}; ${off}`
}

/** “by weight, superheat and subcooling”. */
export function beliefBy({ witnesses }: ChargeBelief): string {
  const names = witnesses.map((w) => witnessWords[w.source])
  const last = names.at(-1)!
  return `by ${names.length > 1 ? `${names.slice(0, -1).join(', ')} and ${last}` : last}`
}
