import { verdictWords } from '@zetesis/contract'
import { formatNumber, show, showText, type UnitSystem, type UnitView } from '@zetesis/core'

/** The decay hold in one line. */
export function decayLine({ vacuum }: UnitView, system: UnitSystem): string {
  const { verdict, samples } = vacuum
  const last = samples.at(-1)
  if (verdict?.state === 'in' || verdict?.state === 'out') {
    const from = show('vacuum', verdict.startPa, system).figure
    const minutes = formatNumber(verdict.endTimeS / 60, 0)
    return `${from} → ${showText('vacuum', verdict.endPa, system)} in ${minutes} min · ${verdictWords[verdict.state]}`
  }
  if (last) return `Last read ${showText('vacuum', last.pressurePa, system)}`
  return `Pull down, valve off, hold at or under ${showText('vacuum', vacuum.limitPa, system)}`
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
