import type { HandOverEntry } from '@zetesis/core'
import { z } from 'zod'
import type { Door } from '../door'
import { text } from '../text'
import { entryOf, tied } from './tie'

const coordinate = z.number().int().min(-50).max(1050)
const signature = z.array(z.array(coordinate).min(4).max(4000)).min(1, 'Sign in the box.').max(200)

export function handOverSchemas(door: Door) {
  const entry = entryOf(door)
  return tied<HandOverEntry>()({
    sealed: entry('sealed', {
      name: text(120, 2),
      signature,
      remarks: text(2000).optional(),
      elevation: door.quantity('elevation').optional(),
    }),
    amendment: entry('amendment', {
      text: text(2000, 3),
      visitId: door.id.optional(),
      name: text(120, 2).optional(),
      signature: signature.optional(),
    }),
  })
}
