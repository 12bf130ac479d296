import { causeText, verdictWords } from '@zetesis/contract'
import { formatNumber, isJudged, show, showText, type UnitSystem, type UnitView } from '@zetesis/core'

/** The decay hold in one line. */
export function decayLine({ vacuum, facts }: UnitView, system: UnitSystem): string {
  const { verdict, samples, decay } = vacuum
  const last = samples.at(-1)
  if (isJudged(verdict)) {
    const from = show('vacuum', verdict.startPa, system).figure
    const minutes = formatNumber(verdict.endTimeS / 60, 0)
    const cause = decay && decay.cause !== 'inconclusive' ? `, ${causeText(decay.cause, facts.work)}` : ''
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
    return `${lost} against expected · ${verdictWords[hold.verdict.verdict]}`
  }
  if (limitPa === undefined) return 'Nitrogen: the plate’s test pressure is unknown'
  return `Nitrogen to ${showText('gaugePressure', usualPa, system)}, hold, compare by temperature`
}

/** What went in against what was due, in one line. */
export function weighLine({ charge }: UnitView, system: UnitSystem): string {
  const { due, weighedKg, openKg } = charge
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
  return `${figure}${verdictWords[judged.verdict]}`
}
