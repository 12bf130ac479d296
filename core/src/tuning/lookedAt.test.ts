import type { Deviation } from './diagnose'
import type { Symptom } from './faultSignatures'
import { lookedAt } from './lookedAt'

const found = (deviations: { [S in Symptom]?: Deviation }) => ({ deviations }) as Parameters<typeof lookedAt>[1]
const none = {
  lowAirflow: false,
  dirtyCondenser: false,
  starvedDevice: false,
  overfeeding: false,
  restriction: false,
  lineRestriction: false,
  air: false,
  weakCompressor: false,
}

it('what was seen to is what somebody said, each for its own causes', () => {
  expect(lookedAt({}, found({}))).toEqual(none)
  expect(lookedAt({ airflowKnownGood: true }, found({}))).toEqual({ ...none, lowAirflow: true })
  expect(lookedAt({ condenserClean: true }, found({}))).toEqual({ ...none, dirtyCondenser: true })
  expect(lookedAt({ deviceChecked: true }, found({}))).toEqual({ ...none, starvedDevice: true, overfeeding: true })
  expect(lookedAt({ lineChecked: true }, found({}))).toEqual({ ...none, lineRestriction: true })
  expect(lookedAt({ airflowKnownGood: false, condenserClean: false, deviceChecked: false }, found({}))).toEqual(none)
})

it('or what was measured: a drier, whatever it took, a standing pressure, a current', () => {
  const drop = (deviation: number) => lookedAt({}, found({ drierDrop: { deviation, standard: 0.6 } }))
  for (const k of [0, 0.6, 2, 9]) expect(drop(k)).toEqual({ ...none, restriction: true })
  const any = { deviation: 9, standard: 1 }
  expect(lookedAt({}, found({ restPressure: any }))).toEqual({ ...none, air: true })
  expect(lookedAt({}, found({ amps: any }))).toEqual({ ...none, weakCompressor: true })
})
