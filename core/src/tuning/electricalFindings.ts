import { toSi, type Dimension } from '../quantity/unit'
import { below, HAIR, type Circumstances, type Value, type When } from './finding'

/** Fan, motor and line against the label. */
export function electrical({ label, measured: m, profile }: Circumstances, when: When): void {
  const { maximumStatic, ratedAmps, ratedVoltage, capacitor } = label ?? {}
  const pair = (dimension: Dimension, measured: number | undefined, rated: number): Value[] => [
    ['measured', dimension, measured],
    ['rated', dimension, rated],
  ]
  if (maximumStatic) {
    const most = toSi('staticPressure', maximumStatic)
    when(below(most, m.staticPa), 'note', 'staticOverLabel', pair('staticPressure', m.staticPa, most))
  }
  if (ratedAmps) {
    const most = toSi('current', ratedAmps)
    when(below(most, m.ampsA), 'note', 'ampsOverRated', pair('current', m.ampsA, most))
  }
  const off = (value: number | undefined, rated: number, share: number) =>
    value !== undefined && Math.abs(value - rated) > share * rated + HAIR * rated
  if (ratedVoltage) {
    const rated = toSi('voltage', ratedVoltage)
    when(
      off(m.voltageV, rated, profile.voltageTolerance.si),
      'note',
      'voltageOff',
      pair('voltage', m.voltageV, rated),
      ['voltageTolerance'],
    )
  }
  if (capacitor) {
    const rated = toSi('capacitance', capacitor)
    when(
      off(m.capacitorF, rated, profile.capacitorTolerance.si),
      'note',
      'capacitorOff',
      pair('capacitance', m.capacitorF, rated),
      ['capacitorTolerance'],
    )
  }
}
