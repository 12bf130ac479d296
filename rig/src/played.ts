import type { TraceSample } from '@zetesis/core'
import { createNitrogenRig, nitrogenRigs, type NitrogenChange, type NitrogenRigName } from './nitrogen/nitrogenRig'
import { createScaleRig, scaleRigs, type ScaleChange, type ScaleRigName } from './scale/scaleRig'
import { systemFor, type SystemLike, type SystemRigName } from './system/conditions'
import { createRig, type SystemChange } from './system/systemRig'
import { vacuumRigs, type VacuumRigName } from './vacuum/conditions'
import { createVacuumRig, type VacuumChange } from './vacuum/vacuumRig'

/** Which rig plays, and in which condition. */
export type RigChoice =
  | { readonly kind: 'evacuation'; readonly name: VacuumRigName }
  | { readonly kind: 'nitrogen'; readonly name: NitrogenRigName }
  | {
      readonly kind: 'scale'
      readonly name: ScaleRigName
      /** the cylinder on it, where one was chosen */
      readonly tareKg?: number
      readonly contentKg?: number
    }
  | {
      readonly kind: 'system'
      readonly name: SystemRigName
      /** the unit that it stands in for, and whether it runs already */
      readonly like?: SystemLike
      readonly running?: boolean
    }
export type RigChange = VacuumChange | NitrogenChange | ScaleChange | SystemChange

/** A rig as a recording sees it: samples out, changes in. */
export interface PlayedRig {
  step(seconds: number): TraceSample
  /** a change that another kind of rig would know is left alone */
  apply(change: RigChange): void
}

/** Any rig by its name; the same seed and changes give the same samples. */
export function playRig(choice: RigChoice, seed: number): PlayedRig {
  switch (choice.kind) {
    case 'evacuation': {
      const rig = createVacuumRig(vacuumRigs[choice.name], seed)
      return {
        step(seconds) {
          const { timeS, pressurePa } = rig.step(seconds)
          return { timeS, values: { vacuum: pressurePa } }
        },
        apply: (change) => rig.apply(change as VacuumChange),
      }
    }
    case 'nitrogen': {
      const rig = createNitrogenRig(nitrogenRigs[choice.name], seed)
      return {
        step(seconds) {
          const { timeS, gaugePa, ambientK } = rig.step(seconds)
          return { timeS, values: { testPressure: gaugePa, ambient: ambientK } }
        },
        apply: (change) => rig.apply(change as NitrogenChange),
      }
    }
    case 'scale': {
      const rig = createScaleRig({ ...scaleRigs[choice.name], ...cylinderOf(choice) }, seed)
      return {
        step(seconds) {
          const { timeS, kg } = rig.step(seconds)
          return { timeS, values: { mass: kg } }
        },
        apply: (change) => rig.apply(change as ScaleChange),
      }
    }
    case 'system': {
      const rig = createRig(systemFor(choice.name, choice.like), seed)
      if (choice.running) rig.apply({ kind: 'run', on: true })
      return { step: (seconds) => rig.step(seconds), apply: (change) => rig.apply(change as SystemChange) }
    }
  }
}

const cylinderOf = ({ tareKg, contentKg }: Extract<RigChoice, { kind: 'scale' }>) => ({
  ...(tareKg === undefined ? {} : { tareKg }),
  ...(contentKg === undefined ? {} : { contentKg }),
})
