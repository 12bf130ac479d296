import { fromSi, preferredUnit, type UnitSystem } from '@zetesis/core'
import Papa from 'papaparse'
import type { MovementLine } from './api'
import { movementWords } from './words/cylinders'

/** The cylinder book of a period as CSV, oldest first: one line a movement, what it changed in the cylinder, and between what limits. */
export function movementsCsv(lines: readonly MovementLine[], system: UnitSystem): string {
  const unit = preferredUnit('mass', system)
  // a number stays a number: only texts are guarded against formulas
  const mass = (kg: number) => 0 + Number(fromSi('mass', kg, unit).toFixed(system === 'ip' ? 2 : 0))
  const head = ['time', 'cylinder', 'refrigerant', 'movement', `into the cylinder ${unit}`, `± ${unit}`]
  const rows = [...lines]
    .sort((a, b) => (a.at < b.at ? -1 : a.at > b.at ? 1 : 0))
    .map((line) => [
      line.at,
      line.cylinder,
      line.refrigerant ?? '',
      movementWords[line.kind],
      mass(line.kg),
      mass(2 * line.standardUncertaintyKg),
      line.job ?? '',
      line.tag ?? '',
      line.by,
      line.note ?? '',
    ])
  return Papa.unparse([[...head, 'job', 'unit', 'by', 'note'], ...rows], { escapeFormulae: true })
}
