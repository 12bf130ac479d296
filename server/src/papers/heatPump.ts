import {
  auxiliaryWords,
  bothModesWords,
  circuitText,
  findingWords,
  modeWords,
  noTargetWords,
  portWords,
  timeText,
  verdictWords,
  wayToChangeWords,
} from '@zetesis/contract'
import { circuitPicture, showText, type CircuitPicture, type UnitSystem, type UnitView } from '@zetesis/core'
import { dayText } from './time'
import type { Line } from './content'

const dayTime = (at: string, timeZone: string) =>
  `${dayText(Date.parse(at), timeZone)} ${timeText(Date.parse(at), timeZone)}`

/** Of a heat pump: its circuit, the change-overs, and what was read in heating, a check beside the reading that decides. */
export function heatPumpLines(view: UnitView, system: UnitSystem, timeZone: string): Line[] {
  const { heatPump, heating, bothModes } = view
  if (!heatPump.circuit.heatPump) return []
  const { changed, hoses, known } = heatPump
  const said = circuitText(known)
  const lines: Line[] = said ? [{ label: 'Circuit', value: said }] : []
  if (changed) {
    const { mode, how, seen, auxiliary, words } = changed.entry
    lines.push({
      label: 'Changed over',
      value: [
        `to ${modeWords[mode].toLowerCase()} ${dayTime(changed.entry.at, timeZone)}`,
        wayToChangeWords[how].toLowerCase(),
        seen ? 'seen' : 'not seen',
        auxiliary && `auxiliary heat: ${auxiliaryWords[auxiliary].toLowerCase()}`,
        words,
      ]
        .filter(Boolean)
        .join(', '),
    })
  }
  if (hoses)
    lines.push({
      label: 'Hoses',
      value: hoses.entry.hoses.map((h) => `${h.side} at the ${portWords[h.port].toLowerCase()}`).join(', '),
    })
  if (bothModes && bothModes.open.length > 0)
    lines.push({
      label: 'Left for another day',
      value: bothModes.open.map((item) => bothModesWords[item].toLowerCase()).join(', '),
    })
  if (!heating) return [...lines, { label: 'In heating', value: 'not read' }]
  const { judged: j } = heating
  const t = (k: number | undefined) => (k === undefined ? 'not read' : showText('temperature', k, system))
  const d = (k: number | undefined) => (k === undefined ? 'not read' : showText('temperatureDifference', k, system))
  const { target } = j
  return [
    ...lines,
    {
      label: 'In heating',
      value: `${dayTime(heating.item.entry.at, timeZone)}${heating.settled ? '' : ', before it had settled'}`,
    },
    { label: 'Superheat, true suction', value: d(j.superheatK) },
    { label: 'Subcooling', value: d(j.subcoolingK) },
    { label: 'Outdoors, under it', value: `${t(j.outdoorK)}, ${d(j.evaporatingUnderOutdoorK)}` },
    { label: 'Supply, rise', value: `${t(j.supplyK)}, ${d(j.riseK)}` },
    ...(j.dischargeK === undefined ? [] : [{ label: 'Discharge line', value: t(j.dischargeK) }]),
    {
      label: 'Against the label',
      value: target.ok
        ? `${verdictWords[j.verdict]}: ${target.deciding} target ${d(target.targetK)}, a check that sets nothing`
        : noTargetWords(target.reason, system, j.method),
    },
    ...j.findings
      .filter((f) => f.consequence === 'noVerdict' || f.consequence === 'neverIn')
      .map((f) => ({ label: 'Found', value: findingWords(f, system, j.method) })),
  ]
}

/** The unit's own circuit in both modes, where it is a heat pump. */
export const circuitPictures = ({ heatPump: { circuit, known } }: UnitView): readonly [string, CircuitPicture][] =>
  (['cooling', 'heating'] as const).flatMap((mode) => {
    const picture = circuitPicture({
      circuit,
      known,
      mode,
      words: {
        indoors: 'indoors',
        outdoors: 'outdoors',
        cold: 'cold coil',
        hot: 'hot coil',
        reversingValve: 'reversing valve',
        compressor: 'comp.',
      },
    })
    return picture ? [[modeWords[mode], picture] as [string, CircuitPicture]] : []
  })
