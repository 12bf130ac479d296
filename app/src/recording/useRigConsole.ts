import type { RigChange } from '@zetesis/rig'
import { useCallback } from 'react'
import { rigRunner } from '@/instruments/rigRunner'

/** A hand at the rig: what is done to it that no entry tells of (a regulator, a door, a clamp, the weather). */
export const useRigConsole = (unitId: string) =>
  useCallback((change: RigChange) => rigRunner.apply(unitId, change), [unitId])
