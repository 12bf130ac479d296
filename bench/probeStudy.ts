// How often exchanged and misplaced probes are found, running and standing, and how often sound systems alarm.
//   node probeStudy.mjs [systems] [seed]     prints a table in Markdown, as in docs/methods/diagnosis.md
import { assessLive, customaryProfile, recordedChannel, type SystemChannel, type TraceSample } from '@zetesis/core'
import {
  createRig,
  goodProbes,
  makeRandom,
  randomSystem,
  soundSystem,
  type Placement,
  type SystemFaults,
} from '@zetesis/rig'
import { factsOf, instruments, kit, meterings, percent, seed, systems } from './studyKit'

const exchanges: [SystemChannel, SystemChannel][] = [
  ['suctionLine', 'liquidLine'],
  ['suctionPressure', 'liquidPressure'],
  ['returnDryBulb', 'supply'],
  ['liquidLine', 'discharge'],
  ['suctionLine', 'discharge'],
  ['supply', 'outdoor'],
  ['returnDryBulb', 'outdoor'],
  ['liquidLine', 'outdoor'],
]
const placements: [SystemChannel, Placement][] = [
  ['outdoor', 'sun'],
  ['liquidLine', 'sun'],
  ['suctionLine', 'sun'],
  ['liquidLine', 'joint'],
  ['liquidLine', 'loose'],
  ['suctionLine', 'loose'],
  ['supply', 'grilleFace'],
]
console.log('\n| probes | found | right pair named |')
console.log('| --- | ---: | ---: |')
function plausibility(
  name: string,
  probes: Partial<typeof goodProbes>,
  pair?: readonly [SystemChannel, SystemChannel],
  { standing = false, faults = {} }: { standing?: boolean; faults?: Partial<SystemFaults> } = {},
) {
  let found = 0
  let right = 0
  const random = makeRandom(seed + 5000 + name.length)
  for (let i = 0; i < systems; i++) {
    const metering = meterings[i % 2]!
    const spec = randomSystem(random, metering)
    const charge = 1 + random.between(-0.15, 0.08)
    const rig = createRig(
      { ...spec, chargeShare: charge, faults: { ...soundSystem, ...faults }, probes: { ...goodProbes, ...probes } },
      Math.floor(random.uniform() * 1e9),
    )
    if (!standing) rig.apply({ kind: 'run', on: true })
    const samples: TraceSample[] = []
    rig.step(900)
    for (let k = 0; k < 30; k++) samples.push(rig.step(2))
    const terms = {
      facts: factsOf(spec),
      elevationM: 0,
      profile: customaryProfile,
      kit,
      instruments,
      system: 'si',
      running: !standing,
      sinceS: 0,
      afterStart: true,
      steps: [],
      beside: {},
    } as const
    const now = assessLive(samples, terms)!
    if (now.checks.length > 0) found++
    const { swap } = now
    if (pair && swap && [recordedChannel(swap.a), recordedChannel(swap.b)].sort().join() === [...pair].sort().join())
      right++
  }
  console.log(`| ${name} | ${percent(found / systems)} | ${pair ? percent(right / systems) : ''} |`)
}
plausibility('all where they belong (false alarms)', {})
for (const pair of exchanges) plausibility(`exchanged: ${pair.join(' ↔ ')}`, { swapped: [pair] }, pair)
for (const [channel, how] of placements) plausibility(`${how}: ${channel}`, { placed: { [channel]: how } })
plausibility('gauge not zeroed by 15 psi', { zeroOffsetPa: 1.03e5 })
// what the checklist before the start finds, on a system that stands at the temperature around it
const standing = { standing: true }
plausibility('standing, all where they belong (false alarms)', {}, undefined, standing)
plausibility('standing, gauge not zeroed by 15 psi', { zeroOffsetPa: 1.03e5 }, undefined, standing)
plausibility('standing, suction clamp in the sun', { placed: { suctionLine: 'sun' } }, undefined, standing)
plausibility('standing, outdoor probe in the sun', { placed: { outdoor: 'sun' } }, undefined, standing)
plausibility('standing, air in it: 2 bar', {}, undefined, { ...standing, faults: { airPa: 2e5 } })
plausibility('standing, a seventh of another refrigerant', {}, undefined, { ...standing, faults: { mixed: 0.14 } })
