import type { HandOverEntry } from '../../entry/handOver'
import { passableStages } from '../../entry/stage'
import { hasInk, isSealed } from '../../log/seal'
import { gatesClosed, uncovered, type Checks } from './asked'

export const handOverChecks: Checks<HandOverEntry['kind']> = {
  sealed: ({ signature }, asked) => [
    ...(hasInk(signature) ? [] : [{ code: 'emptySignature', path: 'signature' } as const]),
    ...uncovered(asked),
    ...gatesClosed(asked, passableStages),
  ],
  amendment: (_, { record }) => (isSealed(record) ? [] : [{ code: 'notSealed', path: '' }]),
}
