import { coldSchools, type ColdEntry } from '@zetesis/core'
import { z } from 'zod'
import type { Door } from '../door'
import { text } from '../text'
import { entryOf, tied } from './tie'

export function coldSchemas(door: Door) {
  const entry = entryOf(door)
  return tied<ColdEntry>()({
    coldWayChosen: entry('coldWayChosen', { school: z.enum(coldSchools) }),
    covered: entry('covered', { on: z.boolean(), words: text(200).optional() }),
  })
}
