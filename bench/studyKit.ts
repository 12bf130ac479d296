// What the studies of the live hour share: how many systems and which seed, digital probes, and what is known of a system.
import type { AnyQuantity, Instrument, InstrumentsUsed, Metering, UnitFacts } from '@zetesis/core'
import type { SystemSpec } from '@zetesis/rig'

export const systems = Number(process.argv[2] ?? 120)
export const seed = Number(process.argv[3] ?? 77)
/** digital probes, as exact as those on the rig */
const digital = (kind: Instrument['kind'], accuracies: Instrument['accuracies']): Instrument => ({
  id: kind,
  name: kind,
  kind,
  accuracies,
})
const plain = (dimension: 'temperature' | 'ratio', absolute: AnyQuantity) =>
  ({ dimension, absolute, stated: 'rectangular' }) as const
export const kit = [
  digital('pressureGauge', [
    { dimension: 'gaugePressure', ofReading: { value: 0.5, unit: '%' }, stated: 'rectangular' },
  ]),
  digital('lineClamp', [plain('temperature', { value: 0.4, unit: 'K' })]),
  digital('airProbe', [plain('temperature', { value: 0.4, unit: 'K' })]),
  digital('psychrometer', [plain('temperature', { value: 0.4, unit: 'K' }), plain('ratio', { value: 2, unit: '%' })]),
]
export const instruments: InstrumentsUsed = {
  suctionPressure: 'pressureGauge',
  liquidPressure: 'pressureGauge',
  suctionLine: 'lineClamp',
  liquidLine: 'lineClamp',
  returnDryBulb: 'psychrometer',
  returnHumidity: 'psychrometer',
  supply: 'airProbe',
  outdoor: 'airProbe',
}
export const meterings: Metering[] = ['fixedOrifice', 'expansionValve']

export function factsOf(spec: SystemSpec): UnitFacts {
  return {
    refrigerant: spec.refrigerant,
    metering: spec.metering,
    work: 'new',
    ...(spec.metering === 'fixedOrifice'
      ? { superheatSource: 'commonRule' }
      : { targetSubcooling: { value: spec.targetSubcoolingK, unit: 'K' } }),
  }
}

export const percent = (x: number, digits = 0) => `${(100 * x).toFixed(digits)} %`
