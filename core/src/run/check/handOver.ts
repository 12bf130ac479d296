import type { HandOverEntry } from '../../entry/handOver'
import { passableStages } from '../../entry/stage'
import { hasInk } from '../../log/seal'
import { gatesClosed, uncovered, type Checks } from './asked'

export const handOverChecks: Checks<HandOverEntry['kind']> = {
  sealed: ({ signature }, asked) => [
    ...(hasInk(signature) ? [] : [{ code: 'emptySignature', path: 'signature' } as const]),
    ...uncovered(asked),
    ...gatesClosed(asked, passableStages),
  ],
  amendment: ({ visitId, name, signature }, asked) => {
    const { record } = asked
    if (record.items.sealed.length === 0) return [{ code: 'notSealed', path: '' }]
    if (visitId === undefined) return []
    // closes a visit again: whoever was there signs, and leaves nothing covered
    if (record.visiting !== visitId) return [{ code: 'notVisiting', path: 'visitId' }]
    return [
      ...((name ?? '').trim() === '' ? [{ code: 'nameMissing', path: 'name' } as const] : []),
      ...(hasInk(signature ?? []) ? [] : [{ code: 'emptySignature', path: 'signature' } as const]),
      ...uncovered(asked),
    ]
  },
}
