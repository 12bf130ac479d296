import {
  assessLive,
  atmosphericPressurePa,
  customaryProfile,
  systemChannels,
  toSi,
  traceDigest,
  type SystemChannel,
  type TraceSample,
  type UnitFacts,
} from '@zetesis/core'
import { createRig, systemFor, type SystemRigName } from '@zetesis/rig'
import { chunksOf, type DemoTrace } from './recorded'
import { demoId } from './ids'
import type { story } from './story'

/** what the crew's logger has probes for */
const probes = systemChannels.filter((c) => !['lowSaturation', 'highSaturation', 'drierOut', 'deviceIn'].includes(c))

/** A start-up that a logger recorded on the rig: the checklist at rest, valves open, and the reading that it settled to. */
export function recordSystem(
  unit: Pick<ReturnType<typeof story>, 'tell'> & { traces: DemoTrace[] },
  {
    tag,
    rig: name,
    seed,
    facts,
    elevationM,
    startedAgo,
    runMin,
  }: {
    tag: string
    rig: SystemRigName
    seed: number
    facts: UnitFacts
    elevationM: number
    startedAgo: number
    runMin: number
  },
): void {
  const spec = systemFor(name, {
    ...(facts.metering ? { metering: facts.metering } : {}),
    ...(facts.refrigerant ? { refrigerant: facts.refrigerant } : {}),
    ...(facts.labelCharge ? { chargeKg: toSi('mass', facts.labelCharge) } : {}),
    ...(facts.targetSubcooling ? { targetSubcoolingK: toSi('temperatureDifference', facts.targetSubcooling) } : {}),
    pressurePa: atmosphericPressurePa(elevationM),
  })
  const rig = createRig(spec, seed)
  const samples: TraceSample[] = []
  const read = (seconds: number) => {
    for (let i = 0; i < seconds; i += 2) {
      const { timeS, values } = rig.step(2)
      samples.push({ timeS: timeS - 2, values: onlyProbes(values) })
    }
  }
  read(STANDING_S)
  const terms = {
    facts,
    elevationM,
    profile: customaryProfile,
    kit: [],
    instruments: {},
    system: 'ip',
    afterStart: true,
    steps: [],
    beside: {},
  } as const
  const rest = assessLive(samples, { ...terms, running: false, sinceS: 0 })!
  rig.apply({ kind: 'run', on: true })
  read(runMin * 60)
  const found = assessLive(samples, { ...terms, running: true, sinceS: STANDING_S })!

  const traceId = demoId(`trace ${tag}`)
  const chunks = chunksOf(samples)
  unit.traces.push({ traceId, chunks })
  const standingMin = STANDING_S / 60
  const { suctionPressure, liquidPressure, suctionLine, liquidLine, outdoor } = rest.values
  unit.tell(startedAgo + standingMin, {
    kind: 'traceBegun',
    traceId,
    channels: probes,
    source: 'import',
    speed: 1,
    name: `${tag.toLowerCase()}-start.csv`,
  })
  unit.tell(startedAgo, {
    kind: 'preStart',
    zeroed: true,
    valvesShut: true,
    airflowGood: true,
    condenserClean: true,
    thermostatFar: true,
    rest: { suctionPressure, liquidPressure, suctionLine, liquidLine, outdoor },
  })
  unit.tell(startedAgo, { kind: 'started' })
  const endAgo = startedAgo - runMin
  const digest = traceDigest(chunks.map((c) => c.bytes))
  unit.tell(endAgo, {
    kind: 'reading',
    mode: 'cooling',
    values: found.values,
    live: { traceId, traceS: found.timeS, state: found.settling.state },
  })
  unit.tell(endAgo, { kind: 'traceEnded', traceId, samples: samples.length, digest })
}

const STANDING_S = 120
const onlyProbes = (values: { readonly [C in SystemChannel]?: number | null }) =>
  Object.fromEntries(probes.map((c) => [c, values[c] ?? null])) as { [C in SystemChannel]?: number | null }
