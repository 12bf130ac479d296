import {
  beforeAfterRows,
  conversionCauseWords,
  deviceByWords,
  deviceWords,
  leftWithWords,
  oilWords,
  refitWords,
  tightnessWords,
} from '@zetesis/contract'
import {
  co2eKg,
  expectationsOf,
  formatNumber,
  showText,
  showTyped,
  weatherOf,
  type Refrigerant,
  type UnitSystem,
  type UnitView,
} from '@zetesis/core'
import { weatherShift } from '@zetesis/rig'
import type { Line } from './content'

/** From the old machine running to the new label on the case, a line each. */
export function conversionLines(view: UnitView, system: UnitSystem): Line[] {
  const { conversion, facts } = view
  if (!conversion) return []
  const { why, recovered, candidate, list, device, outdoorDevice, pumpedDown, label, left, round } = conversion
  const lines: Line[] = []
  if (left)
    lines.push({ label: 'Given up', value: `In it now: ${leftWithWords[left.entry.holds]}. ${left.entry.reason}` })
  if (round > 1)
    lines.push({
      label: 'Turned back',
      value: `${round - 1} ×; this is round ${round}, back to ${facts.refrigerant ?? 'the old refrigerant'}`,
    })
  if (why)
    lines.push({
      label: 'Why',
      value: [conversionCauseWords[why.entry.cause], tightnessWords[why.entry.tightness], why.entry.words]
        .filter(Boolean)
        .join('. '),
    })
  if (recovered.kg > 0)
    lines.push({
      label: 'Recovered',
      value: `${showText('mass', recovered.kg, system)} of ${facts.oldRefrigerant ?? 'the old one'}${recovered.shortShare === undefined ? '' : `, ${formatNumber(Math.abs(recovered.shortShare) * 100, 0)} % ${recovered.shortShare >= 0 ? 'short of' : 'over'} its label`}`,
    })
  if (candidate)
    lines.push({
      label: 'Became',
      value: `${candidate.entry.refrigerant}: ${candidate.entry.reason}${candidate.entry.compared.length > 1 ? ` (held beside ${candidate.entry.compared.filter((c) => c !== candidate.entry.refrigerant).join(', ')})` : ''}`,
    })
  for (const { line, answer } of list)
    lines.push({
      label: refitWords[line.item],
      value: answer
        ? [
            answer.entry.done ? 'done' : 'left',
            answer.entry.oil && `now ${oilWords[answer.entry.oil].toLowerCase()}`,
            answer.entry.words,
          ]
            .filter(Boolean)
            .join(': ')
        : 'not said',
    })
  for (const item of [device, outdoorDevice]) {
    if (!item) continue
    const { entry } = item
    const size = entry.bore
      ? `${entry.was ? `${showTyped(entry.was)} before, ` : ''}${showTyped(entry.bore)} now`
      : entry.length
        ? `${entry.lengthWas ? `${showTyped(entry.lengthWas)} before, ` : ''}${showTyped(entry.length)} now`
        : entry.bulb && `bulb for ${entry.bulb}`
    lines.push({ label: deviceWords[entry.device], value: [size, deviceByWords[entry.by]].filter(Boolean).join(', ') })
  }
  if (pumpedDown)
    lines.push({
      label: 'Pumped down',
      value: `to ${showTyped(pumpedDown.entry.suctionPressure)}, valves ${pumpedDown.entry.valvesHold ? 'held' : 'didn’t hold'}`,
    })
  if (label)
    lines.push({
      label: 'New label',
      value: `${showTyped(label.entry.charge)}, ${oilWords[label.entry.oil].toLowerCase()}, by ${label.entry.name}; old one crossed out`,
    })
  return [...lines, ...ledgerLines(view, system)]
}

/** What came out and went in, and what both would warm. */
function ledgerLines({ conversion, facts, charge }: UnitView, system: UnitSystem): Line[] {
  const tonnes = (refrigerant: Refrigerant | undefined, kg: number) =>
    refrigerant && kg > 0
      ? [
          {
            label: `${refrigerant}, CO₂e`,
            value: `${showText('mass', kg, system)}: ${formatNumber((co2eKg(refrigerant, kg, 'AR4') ?? 0) / 1000, 2)} t (AR4), ${formatNumber((co2eKg(refrigerant, kg, 'AR5') ?? 0) / 1000, 2)} t (AR5)`,
          },
        ]
      : []
  return [
    ...tonnes(facts.oldRefrigerant, conversion?.recovered.kg ?? 0),
    ...tonnes(facts.refrigerant, charge.weighedKg),
  ]
}

/** Before and after, the old figures brought to the later day's weather where both were measured; undefined without one of the two. */
export function besideEachOther(view: UnitView, system: UnitSystem) {
  const { conversion, reading, facts } = view
  if (!conversion?.baseline || !reading) return undefined
  const [before, after] = [conversion.baseline.judged, reading.judged]
  const [from, to] = [weatherOf(before), weatherOf(after)]
  const { oldRefrigerant: refrigerant, metering } = facts
  const shift =
    from && to && refrigerant && metering ? { ...weatherShift({ refrigerant, metering }, from, to) } : undefined
  return { rows: beforeAfterRows(before, after, system, shift), brought: shift !== undefined }
}

/** Pressures that its gauges should show on other days. */
export function expectationLines({ reading, facts: { refrigerant } }: UnitView, system: UnitSystem): Line[] {
  return expectationsOf(refrigerant, reading?.judged ?? {}).map((e) => ({
    label: `Outdoors ${showText('temperature', e.outdoorK, system)}`,
    value: `suction ${showText('gaugePressure', e.suctionPa, system)}, head ${showText('gaugePressure', e.liquidPa, system)}`,
  }))
}
