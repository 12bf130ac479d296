// Writes docs/record.schema.json, the JSON Schema of the record file, from the contract:  npx tsx scripts/record-schema.mts
import { writeFileSync } from 'node:fs'
import { recordJsonSchema } from '@zetesis/contract'

writeFileSync(
  new URL('../docs/record.schema.json', import.meta.url),
  `${JSON.stringify(recordJsonSchema(), null, 2)}\n`,
)
