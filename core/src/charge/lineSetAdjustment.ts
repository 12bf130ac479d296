import { saturatedDensityKgPerM3 } from '../refrigerant/density'
import type { Refrigerant } from '../refrigerant/refrigerants'
import { acrTube } from './tube'

export interface LineSection {
  readonly lengthM: number
  readonly liquidOutsideDiameterM: number
  /** where the tube isn't in the table of standard ones */
  readonly wallM?: number
  /** the label's allowance; where it is given nothing is computed */
  readonly adderKgPerM?: number
}

export interface LineSetInput {
  readonly sections: readonly LineSection[]
  /** line length that the factory charge already covers */
  readonly includedLengthM: number
  readonly refrigerant: Refrigerant
  /** for a computed allowance: liquid in the running line */
  readonly liquidTemperatureK: number
  readonly items?: readonly { readonly name: string; readonly kg: number }[]
}

export interface SectionWorking {
  readonly lengthM: number
  readonly countedM: number
  readonly adderKgPerM: number
  readonly kg: number
  readonly source: 'label' | 'computed'
  readonly insideDiameterM?: number
  readonly densityKgPerM3?: number
}

export type LineSetAdjustment =
  | {
      ok: true
      /** negative: take out */
      adjustmentKg: number
      adderKgPerM: number[]
      working: { sections: SectionWorking[]; items: { name: string; kg: number }[]; totalLengthM: number }
    }
  | {
      ok: false
      reason: 'noSection' | 'negativeLength' | 'unknownTube' | 'wallTooThick' | 'outsideData' | 'notANumber'
    }

/**
 * Charge to add (or take out) for the line set: Σ (length − its share of the included length) · allowance + items.
 * Without a label's allowance it is the liquid that fills the line, π/4·d² · ρ(T); the vapour line is not in it.
 *
 * The included length is used up from the first section on; if the run is shorter, the rest is taken off at the first
 * section's allowance.
 *
 * Limits: copper ACR sizes 1/4 to 1 1/8 in unless a wall is given; liquid within the refrigerant's data. Lengths ≥ 0.
 * Source: geometry; wall thicknesses ASTM B280; density as `saturatedDensityKgPerM3`.
 * @example 40 ft of 3/8 in, 15 ft included, 0.6 oz/ft by the label: 25 · 0.6 = 15 oz
 */
export function lineSetAdjustmentKg(input: LineSetInput): LineSetAdjustment {
  const { sections, includedLengthM, items = [] } = input
  const first = sections[0]
  if (!first) return { ok: false, reason: 'noSection' }
  const numbers = [includedLengthM, ...sections.map((s) => s.lengthM), ...items.map((i) => i.kg)]
  if (!numbers.every(Number.isFinite)) return { ok: false, reason: 'notANumber' }
  if (includedLengthM < 0 || sections.some((s) => s.lengthM < 0)) return { ok: false, reason: 'negativeLength' }

  const working: SectionWorking[] = []
  let included = includedLengthM
  for (const section of sections) {
    const adder = sectionAdder(section, input)
    if (!adder.ok) return adder
    const covered = Math.min(section.lengthM, included)
    included -= covered
    const countedM = section.lengthM - covered
    working.push({ ...adder.working, lengthM: section.lengthM, countedM, kg: countedM * adder.working.adderKgPerM })
  }
  if (included > 0) {
    const head = working[0]!
    working[0] = { ...head, countedM: head.countedM - included, kg: head.kg - included * head.adderKgPerM }
  }
  const adjustmentKg = sum(working.map((s) => s.kg)) + sum(items.map((i) => i.kg))
  return {
    ok: true,
    adjustmentKg,
    adderKgPerM: working.map((s) => s.adderKgPerM),
    working: { sections: working, items: [...items], totalLengthM: sum(sections.map((s) => s.lengthM)) },
  }
}

type Adder =
  | { ok: true; working: Pick<SectionWorking, 'adderKgPerM' | 'source' | 'insideDiameterM' | 'densityKgPerM3'> }
  | { ok: false; reason: 'unknownTube' | 'wallTooThick' | 'outsideData' | 'notANumber' }

function sectionAdder(section: LineSection, { refrigerant, liquidTemperatureK }: LineSetInput): Adder {
  if (section.adderKgPerM !== undefined) {
    return section.adderKgPerM >= 0
      ? { ok: true, working: { adderKgPerM: section.adderKgPerM, source: 'label' } }
      : { ok: false, reason: 'notANumber' }
  }
  const wallM = section.wallM ?? acrTube(section.liquidOutsideDiameterM)?.wallM
  if (wallM === undefined) return { ok: false, reason: 'unknownTube' }
  const insideDiameterM = section.liquidOutsideDiameterM - 2 * wallM
  if (!(insideDiameterM > 0) || wallM < 0) return { ok: false, reason: 'wallTooThick' }
  const densityKgPerM3 = saturatedDensityKgPerM3(refrigerant, 'liquid', liquidTemperatureK)
  if (densityKgPerM3 === undefined) return { ok: false, reason: 'outsideData' }
  const adderKgPerM = (Math.PI / 4) * insideDiameterM ** 2 * densityKgPerM3
  return { ok: true, working: { adderKgPerM, source: 'computed', insideDiameterM, densityKgPerM3 } }
}

const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0)
