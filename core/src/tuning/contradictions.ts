import { normalCdf } from '../measurement/normal'
import type { PlausibilityCode } from '../measurement/plausibility'
import { below, type Circumstances, type FindingCode, type Value, type When } from './finding'

/** The contradictions that a finding names; whether there is one, `checkPlausibility` alone says, within the readings' uncertainty. */
const contradictionOf: { readonly [C in PlausibilityCode]?: FindingCode } = {
  suctionNotBelowLiquid: 'suctionAboveLiquidPressure',
  negativeSuperheat: 'negativeSuperheat',
  negativeSubcooling: 'negativeSubcooling',
  suctionLineNotCooler: 'suctionLineAboveLiquidLine',
  supplyNotBelowReturn: 'supplyAboveReturn',
  condensingNotOverOutdoor: 'condensingBelowOutdoor',
  heatsInsteadOfCooling: 'heatsInsteadOfCooling',
  coolsInsteadOfHeating: 'coolsInsteadOfHeating',
  supplyNotOverReturn: 'supplyBelowReturn',
  evaporatingNotUnderOutdoor: 'evaporatingAboveOutdoor',
  condensingNotOverReturn: 'condensingBelowReturn',
  suctionLineOverOutdoor: 'suctionLineAboveOutdoor',
}

/** What can't be true together: wrong refrigerant, swapped or loose probes, an unzeroed gauge. Never a charge fault. */
export function contradictions({ facts, measured: m, profile, checks, standard }: Circumstances, when: When): void {
  const noSaturation = (pa: number | undefined, k: number | undefined) => pa !== undefined && k === undefined
  const t = 'temperature'
  when(
    facts.refrigerant &&
      (noSaturation(m.suctionPressurePa, m.evaporatingK) || noSaturation(m.liquidPressurePa, m.condensingK)),
    'stop',
    'pressureOutsideData',
  )
  const air: Value[] = [
    ['supply', t, m.supplyK],
    ['return', t, m.returnK],
  ]
  const seen: { readonly [C in FindingCode]?: Value[] } = {
    negativeSuperheat: [['superheat', 'temperatureDifference', m.superheatK]],
    negativeSubcooling: [['subcooling', 'temperatureDifference', m.subcoolingK]],
    suctionLineAboveLiquidLine: [
      ['suctionLine', t, m.suctionLineK],
      ['liquidLine', t, m.liquidLineK],
    ],
    supplyAboveReturn: air,
    heatsInsteadOfCooling: air,
    coolsInsteadOfHeating: air,
    supplyBelowReturn: air,
    evaporatingAboveOutdoor: [
      ['evaporating', t, m.evaporatingK],
      ['outdoor', t, m.outdoorK],
    ],
    condensingBelowReturn: [
      ['condensing', t, m.condensingK],
      ['return', t, m.returnK],
    ],
    suctionLineAboveOutdoor: [
      ['suctionLine', t, m.suctionLineK],
      ['outdoor', t, m.outdoorK],
    ],
    condensingBelowOutdoor: [
      ['condensing', t, m.condensingK],
      ['outdoor', t, m.outdoorK],
    ],
  }
  for (const { code } of checks) {
    const finding = contradictionOf[code]
    if (finding) when(true, 'stop', finding, seen[finding])
  }
  // liquid that reaches the compressor is a danger whether or not the figure under zero can be true, from where it is likelier than not
  const under = underFloor(m.superheatK, profile.superheatFloorK.si, standard.superheatK)
  const superheat: Value[] = [['superheat', 'temperatureDifference', m.superheatK]]
  const danger = under >= profile.dangerShare.si
  const doubtful = under < SURE ? under : undefined
  when(danger, 'danger', 'superheatUnderFloor', superheat, ['superheatFloorK', 'dangerShare'], doubtful)
  const near = !danger && under >= profile.outProbability.si
  when(near, 'note', 'superheatNearFloor', superheat, ['superheatFloorK', 'dangerShare'], under)
}

/** surer than this nobody says how sure */
const SURE = 0.95

/** How likely the true superheat lies under its floor; by the figure alone where no instrument's accuracy is known. */
function underFloor(superheatK: number | undefined, floorK: number, standardK: number | undefined): number {
  if (superheatK === undefined) return 0
  if (!(standardK !== undefined && standardK > 0)) return below(superheatK, floorK) ? 1 : 0
  const off = (floorK - superheatK) / standardK
  return Number.isNaN(off) ? 0 : normalCdf(off)
}
