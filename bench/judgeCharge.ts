// How long one full judgement of a reading takes: a piston by the common rule, wet bulb measured and computed from humidity.
import { performance } from 'node:perf_hooks'
import { customaryProfile, judgeCharge, type Instrument, type ReadingValues } from '@zetesis/core'
import { inShort } from './short'

const kit: Instrument[] = [
  {
    id: 'gauge',
    name: 'gauge',
    kind: 'pressureGauge',
    accuracies: [{ dimension: 'gaugePressure', ofReading: { value: 0.5, unit: '%' }, stated: 'rectangular' }],
  },
]
const degF = (value: number) => ({ value, unit: '°F' as const })
const reading = (i: number, humid: boolean): ReadingValues => ({
  suctionPressure: { value: 118 + i * 1e-6, unit: 'psig' },
  suctionLine: degF(54),
  liquidPressure: { value: 350, unit: 'psig' },
  liquidLine: degF(96),
  returnDryBulb: degF(76),
  ...(humid ? { returnHumidity: { value: 50, unit: '%' as const } } : { returnWetBulb: degF(64) }),
  supply: degF(57),
  outdoor: degF(91),
})
const unit = {
  facts: { refrigerant: 'R-410A', metering: 'fixedOrifice', superheatSource: 'commonRule' },
  elevationM: 100,
} as const
let sink = 0
function microseconds(humid: boolean): number {
  const rounds = inShort(20_000, 200)
  const run = (i: number) => {
    const instruments = { suctionPressure: 'gauge', liquidPressure: 'gauge' }
    sink += judgeCharge(
      unit,
      { mode: 'cooling', atMs: 0, instruments, values: reading(i, humid) },
      kit,
      customaryProfile,
    ).findings.length
  }
  for (let i = 0; i < rounds / 4; i++) run(i)
  const start = performance.now()
  for (let i = 0; i < rounds; i++) run(i)
  return ((performance.now() - start) * 1000) / rounds
}
const [measured, computed] = [microseconds(false), microseconds(true)]
console.log(
  `one judgeCharge: ${measured.toFixed(0)} µs with a measured wet bulb, ${computed.toFixed(0)} µs with one computed from humidity: ratio ${(computed / measured).toFixed(2)} (${sink > 0 ? 'computed' : ''})`,
)
