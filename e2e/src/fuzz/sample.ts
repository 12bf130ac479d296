import type { Random } from './random'

/** As much of JSON Schema as the API's document uses. */
export interface Schema {
  readonly type?: string | readonly string[]
  readonly const?: unknown
  readonly enum?: readonly unknown[]
  readonly anyOf?: readonly Schema[]
  readonly oneOf?: readonly Schema[]
  readonly allOf?: readonly Schema[]
  readonly properties?: Readonly<Record<string, Schema>>
  readonly required?: readonly string[]
  readonly items?: Schema | readonly Schema[]
  readonly prefixItems?: readonly Schema[]
  readonly format?: string
  readonly pattern?: string
  readonly minimum?: number
  readonly maximum?: number
  readonly minItems?: number
  readonly maxItems?: number
  readonly minLength?: number
}

/** Something that fits a schema well enough to get through the door now and then; ids that are known are preferred. */
export function sample(schema: Schema, random: Random, ids: readonly string[], depth = 0): unknown {
  if ('const' in schema) return schema.const
  if (schema.enum) return random.one(schema.enum)
  const choice = schema.anyOf ?? schema.oneOf
  if (choice) return sample(random.one(choice), random, ids, depth + 1)
  if (schema.allOf) return Object.assign({}, ...schema.allOf.map((s) => sample(s, random, ids, depth + 1) as object))
  const type = typeof schema.type === 'string' ? schema.type : random.one(schema.type ?? ['object'])
  switch (type) {
    case 'object': {
      const required = new Set(schema.required ?? [])
      return Object.fromEntries(
        Object.entries(schema.properties ?? {})
          .filter(([key]) => required.has(key) || random.chance(depth > 4 ? 0.1 : 0.4))
          .map(([key, inner]) => [key, sample(inner, random, ids, depth + 1)]),
      )
    }
    case 'array': {
      const item =
        schema.prefixItems?.[0] ??
        (Array.isArray(schema.items) ? (schema.items[0] as Schema) : (schema.items as Schema))
      const least = schema.minItems ?? 0
      const count = Math.min(least + random.below(3), schema.maxItems ?? 5)
      return Array.from({ length: count }, () => sample(item ?? {}, random, ids, depth + 1))
    }
    case 'integer':
      return random.below(20) + Math.max(schema.minimum ?? 0, 0)
    case 'number':
      return random.one([0, 1, 10, 75.5, 118, 350, -3, 0.25])
    case 'boolean':
      return random.chance(0.5)
    case 'null':
      return null
    default:
      return text(schema, random, ids)
  }
}

function text(schema: Schema, random: Random, ids: readonly string[]): string {
  if (schema.format === 'uuid') return random.chance(0.6) && ids.length > 0 ? random.one(ids) : random.uuid()
  if (schema.format === 'date-time') return new Date(Date.now() - random.below(1e8)).toISOString()
  if (schema.format === 'date') return new Date(Date.now() - random.below(1e10)).toISOString().slice(0, 10)
  if (schema.pattern?.includes('0-9a-f'))
    return Array.from({ length: 64 }, () => random.below(16).toString(16)).join('')
  if (schema.format === 'base64' || schema.pattern?.includes('A-Za-z'))
    return Buffer.from(random.uuid()).toString('base64')
  return random.one(['a text', 'psig', '°F', 'R-410A', 'K-03', 'x'.repeat(Math.max(schema.minLength ?? 1, 3))])
}
