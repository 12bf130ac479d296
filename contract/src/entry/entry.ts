import type { Entry } from '@zetesis/core'
import { z } from 'zod'
import { admitting, stored, type Door } from '../door'
import { anyStageSchemas } from './anyStage'
import { coldSchemas } from './cold'
import { conversionSchemas } from './conversion'
import { handOverSchemas } from './handOver'
import { heatPumpSchemas } from './heatPump'
import { prepareSchemas } from './prepare'
import { pressureTestSchemas } from './pressureTest'
import { recordingSchemas } from './recording'
import { startUpSchemas } from './startUp'
import { vacuumSchemas } from './vacuum'
import { visitSchemas } from './visit'
import { weighInSchemas } from './weighIn'

/** The schema of each kind of entry, by stage. */
const entrySchemas = (door: Door) => ({
  ...prepareSchemas(door),
  ...pressureTestSchemas(door),
  ...vacuumSchemas(door),
  ...recordingSchemas(door),
  ...weighInSchemas(door),
  ...startUpSchemas(door),
  ...conversionSchemas(door),
  ...heatPumpSchemas(door),
  ...coldSchemas(door),
  ...visitSchemas(door),
  ...anyStageSchemas(door),
  ...handOverSchemas(door),
})
type Schemas = ReturnType<typeof entrySchemas>
type Schema = Schemas[keyof Schemas]

const union = (door: Door): z.ZodType<Entry> =>
  z.discriminatedUnion('kind', Object.values(entrySchemas(door)) as unknown as [Schema, ...Schema[]])

/** Every entry that a log of version 1 may hold, as it may be appended. */
export const EntrySchema = union(admitting)
/** The same as it was stored. */
export const StoredEntrySchema = union(stored)

// no kind without a schema, no schema without a kind
export const everyKind: [Entry['kind']] extends [keyof Schemas]
  ? [keyof Schemas] extends [Entry['kind']]
    ? true
    : false
  : false = true
