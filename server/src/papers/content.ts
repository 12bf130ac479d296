import { countUp } from './time'
import {
  customaryProfile,
  formatNumber,
  show,
  showText,
  showTyped,
  toSi,
  type Dimension,
  type UnitRecord,
  type UnitSystem,
  type UnitView,
} from '@zetesis/core'
import { findingWords, noTargetWords, stageWords, targetSourceWords, valueWords, verdictWords } from '@zetesis/contract'

export interface Line {
  readonly label: string
  readonly value: string
  readonly note?: string
}

const word = (key: string | undefined) => (key === undefined ? 'not recorded' : (valueWords[key] ?? key))
const both = (
  dimension: Dimension,
  quantity: { value: number; unit: string } | undefined,
  system: UnitSystem,
): string => {
  if (!quantity) return 'not recorded'
  const typed = showTyped(quantity)
  const converted = showText(dimension, toSi(dimension, quantity as never), system)
  return converted.endsWith(` ${quantity.unit}`) ? typed : `${converted} (typed ${typed})`
}

/** The equipment as it was read from plates and coils. */
export function equipmentLines({ facts }: UnitView, system: UnitSystem): Line[] {
  const lines: Line[] = [
    { label: 'Model', value: facts.model ?? 'not recorded' },
    { label: 'Serial number', value: facts.serial ?? 'not recorded' },
    { label: 'Work', value: `${word(facts.work)}, ${word(facts.mode)}` },
    { label: 'Refrigerant', value: facts.refrigerant ?? 'not recorded' },
    { label: 'Metering device', value: `${word(facts.metering)}, as seen at the indoor coil` },
    { label: 'Label charge', value: both('mass', facts.labelCharge, system) },
    {
      label: 'Line set',
      value: `${both('length', facts.lineLength, system)}, liquid line ${both('tube', facts.liquidLine, system)}`,
    },
  ]
  if (facts.work === 'conversion') {
    lines.push({
      label: 'Converted from',
      value: `${word(facts.oldRefrigerant)}, recovered ${both('mass', facts.recovered, system)}`,
    })
  }
  return lines
}

export function vacuumLines({ vacuum }: UnitView, system: UnitSystem): Line[] {
  const { verdict, limitPa, holdS } = vacuum
  const limit = `${showText('vacuum', limitPa, system)} for ${formatNumber(holdS / 60, 0)} min`
  if (!verdict || verdict.state === 'noReading' || verdict.state === 'holding') {
    return [
      { label: 'Decay hold', value: 'not finished' },
      { label: 'Limit', value: limit },
    ]
  }
  return [
    { label: 'Decay hold', value: verdictWords[verdict.state] },
    {
      label: 'From, to',
      value: `${showText('vacuum', verdict.startPa, system)} to ${showText('vacuum', verdict.endPa, system)} in ${countUp(verdict.endTimeS)}`,
    },
    { label: 'Highest, limit', value: `${showText('vacuum', verdict.highestPa, system)}, ${limit}` },
  ]
}

export function chargeLines({ charge, facts }: UnitView, system: UnitSystem): Line[] {
  const { due, weighedKg, openKg } = charge
  const mass = (kg: number) => showText('mass', kg, system)
  const lines: Line[] = []
  if (due.ok) {
    const [section] = due.lineSet.working.sections
    if (section) {
      const counted = showText('length', section.countedM, system)
      const adder = showText('massPerLength', section.adderKgPerM, system)
      const source = section.source === 'label' ? 'label' : 'computed from the tube'
      lines.push({
        label: 'Line-set adjustment',
        value: `${counted} × ${adder} (${source}) = ${mass(due.lineSet.adjustmentKg)}`,
      })
    }
    if (due.startShare !== undefined) {
      lines.push({
        label: 'Start share',
        value: `${formatNumber(due.startShare * 100, 0)} % of label charge and adjustment`,
      })
    }
    lines.push({ label: 'Due', value: mass(due.dueKg) })
  } else lines.push({ label: 'Due', value: 'not known: facts are missing' })
  lines.push({ label: 'Weighed in', value: mass(weighedKg) })
  if (openKg !== undefined) lines.push({ label: 'Difference', value: mass(-openKg) })
  if (facts.labelCharge && facts.work !== 'conversion') {
    lines.push({
      label: 'Charge in the system',
      value: mass(toSi('mass', facts.labelCharge) + weighedKg),
      note: 'label charge and weighed in',
    })
  }
  return lines
}

export function readingLines({ reading, elevationM }: UnitView, system: UnitSystem): Line[] {
  if (!reading) return [{ label: 'Reading', value: 'none taken' }]
  const { judged: j } = reading
  const { values } = reading.item.entry
  const t = (k: number | undefined) => (k === undefined ? '–' : showText('temperature', k, system))
  const d = (k: number | undefined) => (k === undefined ? '–' : showText('temperatureDifference', k, system))
  return [
    {
      label: 'Suction pressure',
      value: `${both('gaugePressure', values.suctionPressure, system)}: evaporating ${t(j.evaporatingK)}`,
    },
    {
      label: 'Liquid pressure',
      value: `${both('gaugePressure', values.liquidPressure, system)}: condensing ${t(j.condensingK)}`,
    },
    { label: 'Suction line', value: t(j.suctionLineK) },
    { label: 'Liquid line', value: t(j.liquidLineK) },
    { label: 'Superheat', value: d(j.superheatK) },
    { label: 'Subcooling', value: d(j.subcoolingK) },
    { label: 'Return air', value: `${t(j.returnK)}, wet bulb ${t(j.returnWetBulbK)}` },
    { label: 'Supply air, split', value: `${t(j.supplyK)}, ${d(j.splitK)}` },
    { label: 'Outdoors', value: `${t(j.outdoorK)}, site at ${showText('elevation', elevationM, system)}` },
  ]
}

/** The verdict in one line, with target, source and tolerance. */
export function verdictLine(
  { reading }: UnitView,
  system: UnitSystem,
): { verdict: 'in' | 'out' | 'none'; figure: string; reason: string } {
  if (!reading) return { verdict: 'none', figure: '', reason: 'No start-up reading was taken.' }
  const { judged } = reading
  if (!judged.target.ok) return { verdict: 'none', figure: '', reason: noTargetWords(judged.target.reason, system) }
  const { target } = judged
  const span = `${show('temperatureDifference', target.lowK, system).figure} to ${showText('temperatureDifference', target.highK, system)}`
  return {
    verdict: judged.verdict,
    figure:
      judged.decidingValueK === undefined
        ? ''
        : `${showText('temperatureDifference', judged.decidingValueK, system)} ${target.deciding}`,
    reason: `target ${showText('temperatureDifference', target.targetK, system)} ${targetSourceWords[target.source]}; in from ${span} (${target.toleranceSource})`,
  }
}

/** What stays open or was passed, in plain sentences. */
export function remarkLines(view: UnitView, record: UnitRecord, system: UnitSystem): string[] {
  const passes = view.stages
    .filter((s) => s.state === 'bypassed' && s.pass)
    .map((s) => `${stageWords[s.stage]} was passed by ${s.pass!.author.name}: ${s.pass!.entry.reason}`)
  const findings = (view.reading?.judged.findings ?? []).map((f) => findingWords(f.code, system))
  const unsettled =
    view.reading && !view.reading.settled
      ? [
          `The reading was taken before ${formatNumber(customaryProfile.settleAfterStartS.si / 60, 0)} minutes of running.`,
        ]
      : []
  const long =
    view.charge.due.ok && view.charge.due.overLongLine
      ? ['The line set is longer than labels usually cover: the maker’s long-line guideline decides.']
      : []
  const remarks = record.items.sealed.map((s) => s.entry.remarks).filter((r): r is string => !!r)
  const amendments = record.items.amendment.map(
    (a) => `Amendment, ${a.entry.at.slice(0, 10)}, ${a.author.name}: ${a.entry.text}`,
  )
  return [...passes, ...unsettled, ...long, ...findings, ...remarks, ...amendments]
}
