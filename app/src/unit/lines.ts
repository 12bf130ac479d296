import {
  causeText,
  conversionCauseWords,
  deviceWords,
  holdStateWords,
  leftWithWords,
  oilWords,
  verdictWord,
  verdictWords,
} from '@zetesis/contract'
import { formatNumber, isJudged, show, showText, showTyped, type UnitSystem, type UnitView } from '@zetesis/core'

/** The decay hold in one line. */
export function decayLine({ vacuum, facts }: UnitView, system: UnitSystem): string {
  const { verdict, samples, decay } = vacuum
  const last = samples.at(-1)
  if (isJudged(verdict)) {
    const from = show('vacuum', verdict.startPa, system).figure
    const minutes = formatNumber(verdict.endTimeS / 60, 0)
    const cause =
      decay && (decay.cause !== 'inconclusive' || decay.verdict === 'in') ? `, ${causeText(decay, facts.work)}` : ''
    return `${from} → ${showText('vacuum', verdict.endPa, system)} in ${minutes} min · ${verdictWords[verdict.state]}${cause}`
  }
  if (vacuum.phase === 'breaking') return 'Nitrogen stands in it'
  if (last) return `Last read ${showText('vacuum', last.pressurePa, system)}`
  return `Pull down, valve off, hold at or under ${showText('vacuum', vacuum.limitPa, system)}`
}

/** The nitrogen test in one line. */
export function pressureLine({ pressureTest }: UnitView, system: UnitSystem): string {
  const { hold, usualPa, limitPa } = pressureTest
  if (hold?.verdict) {
    const { differencePa } = hold.verdict
    const lost = showText('pressureDifference', differencePa, system)
    return `${lost} against expected · ${holdStateWords[hold.verdict.verdict]}`
  }
  if (limitPa === undefined) return 'Nitrogen: the plate’s test pressure is unknown'
  return `Nitrogen to ${showText('gaugePressure', usualPa, system)}, hold, compare by temperature`
}

/** What went in against what was due, in one line. */
export function weighLine({ charge }: UnitView, system: UnitSystem): string {
  const { due, weighedKg, openKg } = charge
  // nothing is due of a machine that runs: what went in by steps is told
  if (!due.ok && due.reason === 'check') return `Weighed in ${showText('mass', weighedKg, system)}`
  if (!due.ok || openKg === undefined) return 'What is due isn’t known yet'
  if (charge.settled && Math.abs(weighedKg) < 1e-9) return 'Nothing due: the factory charge covers this line'
  return `Due ${showText('mass', due.dueKg, system)} · weighed in ${showText('mass', weighedKg, system)}`
}

/** The verdict of the last reading in one line. */
export function verdictText({ reading }: UnitView, system: UnitSystem): string {
  if (!reading) return 'No reading yet'
  const { judged } = reading
  const figure =
    judged.decidingValueK === undefined || !judged.target.ok
      ? ''
      : `${showText('temperatureDifference', judged.decidingValueK, system)} ${judged.target.deciding} · `
  return `${figure}${verdictWord(judged)}`
}

/** Why it is converted, and what it did before, in one line. */
export function baselineLine({ conversion }: UnitView, system: UnitSystem): string {
  const { why, baseline } = conversion ?? {}
  if (!why) return 'Why it is converted, and what it does on the old refrigerant'
  if (!baseline) return `${conversionCauseWords[why.entry.cause]} · no baseline yet`
  const { superheatK, subcoolingK } = baseline.judged
  const d = (k: number | undefined) => (k === undefined ? '–' : showText('temperatureDifference', k, system))
  return `Superheat ${d(superheatK)}, subcooling ${d(subcoolingK)} on the old refrigerant`
}

/** What came out, in one line. */
export function recoveryLine({ conversion }: UnitView, system: UnitSystem): string {
  const { kg = 0, shortShare } = conversion?.recovered ?? {}
  if (kg <= 0) return 'All of the old refrigerant, onto the scale'
  const short =
    shortShare === undefined
      ? ''
      : ` · ${formatNumber(Math.abs(shortShare) * 100, 0)} % ${shortShare >= 0 ? 'short of' : 'over'} its label`
  return `${showText('mass', kg, system)} came out${short}`
}

/** What it becomes and what was done for it, in one line. */
export function refitLine({ conversion }: UnitView): string {
  if (!conversion?.candidate) return 'Which refrigerant, what has to be done, which orifice'
  const { left, candidate, list, device } = conversion
  if (left) return `Given up: ${leftWithWords[left.entry.holds]} is in it`
  const open = list.filter((l) => !l.answer).length
  const fitted = device ? deviceWords[device.entry.device].toLowerCase() : 'orifice or valve open'
  return `Becomes ${candidate.entry.refrigerant} · ${open === 0 ? 'list done' : `${open} of ${list.length} open`} · ${fitted}`
}

/** The new label in one line. */
export function relabelLine({ conversion }: UnitView): string {
  const label = conversion?.label?.entry
  return label
    ? `${showTyped(label.charge)}, ${oilWords[label.oil].toLowerCase()}, by ${label.name}`
    : 'What is in it now, for whoever comes next'
}
