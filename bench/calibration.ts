// Do readings judged "In with probability p" turn out to be in as often? Instruments named and unnamed, one error that dominates, errors alike.
//   node calibration.mjs [readings] [seed]     prints a table in Markdown, as in docs/methods.md
import {
  customaryProfile,
  judgeCharge,
  saturationPressurePa,
  type Instrument,
  type InstrumentsUsed,
  type UnitFacts,
} from '@zetesis/core'
import { Dice } from './secondPlant/random'

const readings = Number(process.argv[2] ?? 20000)
const seed = Number(process.argv[3] ?? 5)
const PSI = 6894.757293
const toK = (f: number) => (f + 459.67) / 1.8

/** a gauge of ± so many psi and a clamp of ± so many °F, both bare limits */
const kits: Record<string, { gaugePsi?: number; clampF?: number; class?: 'analog' | 'digital' }> = {
  'coarse gauge, fine clamp': { gaugePsi: 12, clampF: 0.3 },
  'fine gauge, coarse clamp': { gaugePsi: 1, clampF: 2.5 },
  alike: { gaugePsi: 5, clampF: 1 },
  'unnamed, digital': { class: 'digital' },
  'unnamed, dial': { class: 'analog' },
}
const named = ({
  gaugePsi,
  clampF,
}: {
  gaugePsi?: number
  clampF?: number
}): { kit: Instrument[]; used: InstrumentsUsed } =>
  gaugePsi === undefined || clampF === undefined
    ? { kit: [], used: {} }
    : {
        kit: [
          {
            id: 'g',
            name: 'g',
            kind: 'pressureGauge',
            accuracies: [
              { dimension: 'gaugePressure', absolute: { value: gaugePsi, unit: 'psig' }, stated: 'rectangular' },
            ],
          },
          {
            id: 'c',
            name: 'c',
            kind: 'lineClamp',
            accuracies: [{ dimension: 'temperature', absolute: { value: clampF, unit: '°F' }, stated: 'rectangular' }],
          },
        ],
        used: { liquidPressure: 'g', liquidLine: 'c' },
      }

console.log(`# Calibration: ${readings} readings a kit, seed ${seed}\n`)
console.log(
  '| instruments | worst gap between said and true, 5–95 % said | units as they are handed over: called In | of those truly in | probably in |',
)
console.log('| --- | ---: | ---: | ---: | ---: |')
for (const [name, how] of Object.entries(kits)) {
  const d = new Dice(seed)
  const { kit, used } = named(how)
  const bins = Array.from({ length: 9 }, () => ({ said: 0, in: 0, n: 0 }))
  const lot = { n: 0, called: 0, in: 0, near: 0 }
  for (let i = 0; i < readings; i++) {
    const condensingF = 110
    // evenly, for what a probability says; every other one as units are handed over, three of five inside the tolerance
    const handedOver = i % 2 === 1
    const trueSubcooling = handedOver ? 10 + (3 / 0.8416) * d.normal() : d.from(-1, 21)
    const gaugeLimit = how.gaugePsi ?? (how.class === 'analog' ? 8 : 0.01 * 350)
    const clampLimit = how.clampF ?? (how.class === 'analog' ? 2 : 1)
    const pa = saturationPressurePa('R-410A', 'bubble', toK(condensingF + 0.15 * d.from(-1, 1)))!
    const facts: UnitFacts = {
      refrigerant: 'R-410A',
      metering: 'expansionValve',
      targetSubcooling: { value: 10, unit: '°F' },
      ...(how.class === 'analog' ? { instrumentClass: 'analog' as const } : {}),
    }
    const { probabilityIn, decidingValueK, verdict, nearEnough } = judgeCharge(
      { facts, elevationM: 0 },
      {
        mode: 'cooling',
        values: {
          liquidPressure: { value: (pa - 101325) / PSI + gaugeLimit * d.from(-1, 1), unit: 'psig' },
          liquidLine: { value: condensingF - trueSubcooling + clampLimit * d.from(-1, 1), unit: '°F' },
        },
        instruments: used,
      },
      kit,
      customaryProfile,
    )
    if (probabilityIn === undefined || decidingValueK === undefined) continue
    const isIn = Math.abs(trueSubcooling - 10) <= 3
    if (handedOver) {
      lot.n++
      if (verdict === 'in') lot.called++
      if (verdict === 'in' && isIn) lot.in++
      if (nearEnough) lot.near++
      continue
    }
    if (probabilityIn < 0.05 || probabilityIn > 0.95) continue
    const bin = bins[Math.min(8, Math.floor((probabilityIn - 0.05) / 0.1))]!
    bin.n++
    bin.said += probabilityIn
    if (isIn) bin.in++
  }
  const gaps = bins.filter((b) => b.n > 100).map((b) => Math.abs(b.said - b.in) / b.n)
  console.log(
    `| ${name} | ${(100 * Math.max(...gaps)).toFixed(1)} % | ${((100 * lot.called) / lot.n).toFixed(1)} % | ${lot.called === 0 ? 'none is' : `${((100 * lot.in) / lot.called).toFixed(1)} %`} | ${((100 * lot.near) / lot.n).toFixed(1)} % |`,
  )
}
