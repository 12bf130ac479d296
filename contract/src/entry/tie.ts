import { ENTRY_VERSION, type Entry, type EntryOf } from '@zetesis/core'
import { z } from 'zod'
import type { Door } from '../door'

type Plain = string | number | boolean | null | undefined
/** All lists and parts read-only, so that whether something may be written makes no difference. */
type Kept<T> = T extends Plain
  ? T
  : T extends readonly (infer Item)[]
    ? readonly Kept<Item>[]
    : { readonly [K in keyof T]: Kept<T[K]> }
/** And every optional part made required, so that one which only one of two types has can't hide. */
type Whole<T> = T extends Plain
  ? T
  : T extends readonly (infer Item)[]
    ? readonly Whole<Item>[]
    : { readonly [K in keyof T]-?: Whole<Exclude<T[K], undefined>> }

type Both<A, B> = [A] extends [B] ? ([B] extends [A] ? true : false) : false
/** The same both ways: whatever fits one fits the other, and each has all the parts of the other, optional ones too. */
export type Same<A, B> = Both<Kept<A>, Kept<B>> extends true ? Both<Whole<A>, Whole<B>> : false

type SchemasOf<E extends Entry> = { readonly [K in E['kind']]: z.ZodObject }
/** Fails to compile at the kind whose schema and type part. */
type Tied<E extends Entry, S extends SchemasOf<E>> = {
  readonly [K in keyof S]: K extends E['kind']
    ? Same<EntryOf<K>, z.infer<S[K]>> extends true
      ? S[K]
      : { readonly schemaAndTypePart: K }
    : never
}

/** Ties the schemas of a stage to core's types of its entries, kind by kind and both ways. */
export const tied =
  <E extends Entry>() =>
  <S extends SchemasOf<E>>(schemas: S & Tied<E, S>): S =>
    schemas

/** What every entry has, and then what its kind says. */
export const entryOf =
  ({ id, instant }: Door) =>
  <K extends string, S extends z.ZodRawShape>(kind: K, shape: S) =>
    z.strictObject({
      v: z.literal(ENTRY_VERSION),
      id,
      at: instant,
      writtenAt: instant,
      kind: z.literal(kind),
      ...shape,
    })

export type Parts = Pick<Door, 'quantity' | 'id' | 'day'>
