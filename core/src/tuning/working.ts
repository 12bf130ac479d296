import { type Dimension, toSi } from '../quantity/unit'
import type { ReadingValues } from '../reading/channels'
import type { TargetSlopes } from '../label/labelTarget'
import type { UncertainInput } from './chargeUncertainty'
import type { JudgedReading } from './judgeCharge'
import { coilGlides, condenserGlides } from './measured'

export type WorkingCode =
  | 'suctionAbsolute'
  | 'liquidAbsolute'
  | 'evaporating'
  | 'condensing'
  | 'superheat'
  | 'subcooling'
  | 'targetCommonRule'
  | 'targetLabel'
  | 'targetTyped'
  | 'targetChart'
  | 'targetTable'
  | 'uncertainty'
  | 'expectedSplit'
  | 'approach'
  | 'freezeMargin'
  | 'coilMean'
  | 'condenserMean'
  | 'requiredSuctionLine'
  | 'requiredLiquidLine'
  | 'wetBulb'
  | 'split'
  | 'condensingOverOutdoor'
  | 'rise'
  | 'condensingOverReturn'
  | 'evaporatingUnderOutdoor'

export type TermName =
  | 'suctionGauge'
  | 'liquidGauge'
  | 'atmosphere'
  | 'elevation'
  | 'suctionAbsolute'
  | 'liquidAbsolute'
  | 'evaporating'
  | 'condensing'
  | 'suctionLine'
  | 'liquidLine'
  | 'returnWetBulb'
  | 'returnDryBulb'
  | 'returnHumidity'
  | 'supply'
  | 'outdoor'
  | 'target'
  | 'toleranceLow'
  | 'toleranceHigh'
  | 'freezing'
  | 'coilInlet'
  | 'coilMean'
  | 'condenserDew'
  | 'condenserMean'
  | `share.${UncertainInput}`

export interface Term {
  readonly name: TermName
  readonly dimension: Dimension
  readonly si: number
}

/** One opened number: which formula, the values put into it, and what came out. The app and the papers word it. */
export interface Working {
  readonly code: WorkingCode
  readonly terms: readonly Term[]
  readonly result: { readonly dimension: Dimension; readonly si: number }
}

/** How every number of a judged reading was computed; a number that couldn't be computed has no working. */
export function readingWorkings({
  values,
  elevationM,
  judged: j,
}: {
  values: ReadingValues
  elevationM: number
  judged: JudgedReading
}): Working[] {
  const workings: Working[] = []
  const add = (code: WorkingCode, dimension: Dimension, si: number | undefined, terms: MaybeTerm[]) => {
    if (si === undefined || terms.some((t) => t[2] === undefined)) return
    workings.push({
      code,
      result: { dimension, si },
      terms: terms.map(([name, of, value]) => ({ name, dimension: of, si: value! })),
    })
  }
  const gauge = (q: ReadingValues['suctionPressure']) => q && toSi('gaugePressure', q)
  const air: MaybeTerm[] = [
    ['elevation', 'elevation', elevationM],
    ['atmosphere', 'absolutePressure', j.atmosphericPa],
  ]
  add('suctionAbsolute', 'absolutePressure', j.suctionPressurePa, [
    ['suctionGauge', 'gaugePressure', gauge(values.suctionPressure)],
    ...air,
  ])
  add('liquidAbsolute', 'absolutePressure', j.liquidPressurePa, [
    ['liquidGauge', 'gaugePressure', gauge(values.liquidPressure)],
    ...air,
  ])
  add('evaporating', 'temperature', j.evaporatingK, [['suctionAbsolute', 'absolutePressure', j.suctionPressurePa]])
  add('condensing', 'temperature', j.condensingK, [['liquidAbsolute', 'absolutePressure', j.liquidPressurePa]])
  add('superheat', 'temperatureDifference', j.superheatK, [
    ['suctionLine', 'temperature', j.suctionLineK],
    ['evaporating', 'temperature', j.evaporatingK],
  ])
  add('subcooling', 'temperatureDifference', j.subcoolingK, [
    ['condensing', 'temperature', j.condensingK],
    ['liquidLine', 'temperature', j.liquidLineK],
  ])
  if (values.returnWetBulb === undefined) {
    add('wetBulb', 'temperature', j.returnWetBulbK, [
      ['returnDryBulb', 'temperature', j.returnK],
      ['returnHumidity', 'ratio', j.returnHumidity],
      ['atmosphere', 'absolutePressure', j.atmosphericPa],
    ])
  }
  const { target } = j
  if (target.ok) {
    const tolerance: MaybeTerm[] = [
      ['toleranceLow', 'temperatureDifference', target.lowK],
      ['toleranceHigh', 'temperatureDifference', target.highK],
    ]
    const chart = target.used?.kind === 'sheet' ? 'targetChart' : 'targetTable'
    const source = { plate: 'targetLabel', label: chart, typed: 'targetTyped', commonRule: 'targetCommonRule' } as const
    const weather: MaybeTerm[] = [
      ['returnWetBulb', 'temperature', j.returnWetBulbK],
      ['outdoor', 'temperature', j.outdoorK],
    ]
    add(source[target.source], 'temperatureDifference', target.targetK, [
      ...(target.source === 'commonRule'
        ? weather
        : target.slopes.outdoor === undefined
          ? []
          : chartTerms(target.slopes, j)),
      ...tolerance,
    ])
    const targetTerm: MaybeTerm = ['target', 'temperatureDifference', target.targetK]
    if (target.deciding === 'superheat') {
      add('requiredSuctionLine', 'temperature', j.requiredLineK, [
        ['evaporating', 'temperature', j.evaporatingK],
        targetTerm,
      ])
    } else {
      add('requiredLiquidLine', 'temperature', j.requiredLineK, [
        ['condensing', 'temperature', j.condensingK],
        targetTerm,
      ])
    }
  }
  for (const { standardK, shares } of j.uncertainty ? [j.uncertainty] : []) {
    add(
      'uncertainty',
      'temperatureDifference',
      standardK,
      shares.map(({ channel, share }): MaybeTerm => [`share.${channel}`, 'ratio', share]),
    )
  }
  add('split', 'temperatureDifference', j.splitK, [
    ['returnDryBulb', 'temperature', j.returnK],
    ['supply', 'temperature', j.supplyK],
  ])
  add('rise', 'temperatureDifference', j.riseK, [
    ['supply', 'temperature', j.supplyK],
    ['returnDryBulb', 'temperature', j.returnK],
  ])
  const glides = condenserGlides(j)
  if (glides)
    add('condenserMean', 'temperature', j.condenserK, [
      ['condensing', 'temperature', j.condensingK],
      ['condenserDew', 'temperature', 2 * j.condenserK! - j.condensingK!],
    ])
  const condenser: MaybeTerm = [glides ? 'condenserMean' : 'condensing', 'temperature', j.condenserK]
  add('condensingOverReturn', 'temperatureDifference', j.condensingOverReturnK, [
    condenser,
    ['returnDryBulb', 'temperature', j.returnK],
  ])
  add('evaporatingUnderOutdoor', 'temperatureDifference', j.evaporatingUnderOutdoorK, [
    ['outdoor', 'temperature', j.outdoorK],
    [coilGlides(j) ? 'coilMean' : 'evaporating', 'temperature', j.coilK],
  ])
  add('condensingOverOutdoor', 'temperatureDifference', j.condensingOverOutdoorK, [
    condenser,
    ['outdoor', 'temperature', j.outdoorK],
  ])
  if (j.expectedSplitK !== undefined)
    add('expectedSplit', 'temperatureDifference', j.expectedSplitK, [
      ['returnDryBulb', 'temperature', j.returnK],
      ['returnWetBulb', 'temperature', j.returnWetBulbK],
      ['atmosphere', 'absolutePressure', j.atmosphericPa],
    ])
  add('approach', 'temperatureDifference', j.approachK, [
    ['liquidLine', 'temperature', j.liquidLineK],
    ['outdoor', 'temperature', j.outdoorK],
  ])
  const glide = coilGlides(j)
  if (glide)
    add('coilMean', 'temperature', j.coilK, [
      ['evaporating', 'temperature', j.evaporatingK],
      ['coilInlet', 'temperature', j.coilInletK],
    ])
  add('freezeMargin', 'temperatureDifference', j.freezeMarginK, [
    [glide ? 'coilMean' : 'evaporating', 'temperature', j.coilK],
    ['freezing', 'temperature', j.method.freezeK.si],
  ])
  return workings
}

/** What a chart was looked up with. */
function chartTerms(slopes: TargetSlopes, j: JudgedReading): MaybeTerm[] {
  const indoor: MaybeTerm[] =
    slopes.wetBulb !== undefined
      ? [['returnWetBulb', 'temperature', j.returnWetBulbK]]
      : slopes.dryBulb !== undefined
        ? [['returnDryBulb', 'temperature', j.returnK]]
        : []
  return [['outdoor', 'temperature', j.outdoorK], ...indoor]
}

type MaybeTerm = readonly [TermName, Dimension, number | undefined]
