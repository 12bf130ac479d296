import type { Refrigerant, SystemChannel } from '@zetesis/core'
import { makeRandom } from '../random'
import { createModel } from './model'
import type { Truth } from './truth'
import { makeProbes, type LowHoseAt, type SystemSample } from './probes'
import type { Placement } from './probeSpec'
import type { SystemFaults, SystemSpec } from './systemSpec'

/** What hands, weather and the house would do. */
export type SystemChange =
  | { readonly kind: 'run'; readonly on: boolean }
  /** refrigerant in (or out, below zero), kg */
  | { readonly kind: 'charge'; readonly kg: number }
  | { readonly kind: 'faults'; readonly faults: Partial<SystemFaults> }
  /** step of capacity, a share */
  | { readonly kind: 'stage'; readonly share: number }
  /** an outside door stands open for so long, s */
  | { readonly kind: 'door'; readonly seconds: number }
  | { readonly kind: 'place'; readonly channel: SystemChannel; readonly placed?: Placement }
  | { readonly kind: 'swapProbes'; readonly a: SystemChannel; readonly b: SystemChannel }
  | { readonly kind: 'zero' }
  /** another orifice in a converted machine: its bore over the one that it was built with */
  | { readonly kind: 'bore'; readonly ratio: number }
  /** the thermostat's call, by which the reversing valve turns */
  | { readonly kind: 'mode'; readonly mode: 'cooling' | 'heating' }
  /** a defrost provoked at the board, or ended */
  | { readonly kind: 'defrost'; readonly on: boolean }
  /** low hose and suction clamp on another port */
  | { readonly kind: 'lowHose'; readonly at: LowHoseAt }
  | { readonly kind: 'fitAfterDrier' }
  | { readonly kind: 'fitBeforeDevice' }
  | { readonly kind: 'manifold'; readonly refrigerant: Refrigerant }
  | { readonly kind: 'slipUnit'; readonly channel: SystemChannel }
  /** the manifold's high side is shut and the system draws the hoses down; off: opened again */
  | { readonly kind: 'drawDown'; readonly on: boolean }

export interface SystemRig {
  step(seconds: number): SystemSample
  apply(change: SystemChange): void
  /** what is really there: for tests and studies, never for the screen */
  truth(): Truth
  readonly rightChargeKg: number
}

/** warm moist air that comes in by an open door, a W of capacity */
const DOOR_W = 0.55
const DOOR_KG_PER_J = 1e-7

/**
 * A split system with its house, its weather, its faults and the probes on it.
 *
 * Deterministic: the same spec, seed and changes give the same samples. Longer steps are cut into seconds inside. Equations, parameters,
 * sources and limits: docs/methods/system-rig.md.
 */
export function createRig(spec: SystemSpec, seed: number): SystemRig {
  const random = makeRandom(seed)
  const model = createModel(spec)
  const probes = makeProbes(spec.probes, random, {
    atmospherePa: spec.day.pressurePa,
    refrigerant: spec.refrigerant,
    lowHose: spec.lowHose ?? 'vapour',
  })
  // nobody has turned the manifold's menu yet
  if (spec.converted) probes.setManifold(spec.converted.builtFor)
  let timeS = 0
  let doorUntil = -Infinity

  return {
    rightChargeKg: model.hardware.rightChargeKg,
    step(seconds) {
      timeS += seconds
      const open = timeS < doorUntil ? spec.capacityW : 0
      model.disturb(DOOR_W * open, DOOR_KG_PER_J * open)
      model.advance(seconds)
      return { timeS, values: probes.read(model.look(), seconds) }
    },
    apply(change) {
      switch (change.kind) {
        case 'run':
          return model.run(change.on)
        case 'charge':
          return model.charge(change.kg)
        case 'faults':
          return model.setFaults(change.faults)
        case 'stage':
          return model.setStage(change.share)
        case 'door':
          doorUntil = timeS + change.seconds
          return
        case 'place':
          return probes.place(change.channel, change.placed)
        case 'swapProbes':
          return probes.swap(change.a, change.b)
        case 'manifold':
          return probes.setManifold(change.refrigerant)
        case 'fitAfterDrier':
          return probes.fitAfterDrier()
        case 'fitBeforeDevice':
          return probes.fitBeforeDevice()
        case 'bore':
          return model.setBore(change.ratio)
        case 'mode':
          return model.setMode(change.mode)
        case 'defrost':
          return model.defrost(change.on)
        case 'lowHose':
          return probes.hang(change.at)
        case 'zero':
          return probes.zero()
        case 'slipUnit':
          return probes.slipUnit(change.channel)
        case 'drawDown':
          return probes.drawDown(change.on)
      }
    },
    truth: () => model.look(),
  }
}
