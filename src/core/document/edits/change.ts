import type { Patch } from 'immer'
import * as z from 'zod'
import { id, tidyName } from '../fields'
import type { Line } from '../lines'

/**
 * A change is a patch, as immer makes them and JSON Patch (RFC 6902) knows them, or the compact form for many lines at
 * once: a patch a line would be megabytes and hundreds of milliseconds for a large family.
 */
export type BulkChange = { op: 'lines'; groups: { ids: string[]; set: Partial<Line> }[] }
export type Change = Patch | BulkChange

const key = z
  .union([z.string().max(2000), z.number().int().nonnegative()])
  .refine((k) => k !== '__proto__' && k !== 'constructor' && k !== 'prototype', 'not a key of a document')

/** The shape of changes at the door; whether they fit the document shows when the result is validated. */
export const changeSchema: z.ZodType<Change> = z.union([
  z.strictObject({
    op: z.literal('lines'),
    groups: z
      .array(
        z.strictObject({
          ids: z.array(z.string().min(1).max(64)),
          set: z.record(z.string().max(20), z.json()),
        }),
      )
      .max(70_000),
  }) as unknown as z.ZodType<BulkChange>,
  z
    .strictObject({
      op: z.enum(['add', 'remove', 'replace']),
      path: z.array(key).min(1).max(12),
      value: z.json().optional(),
    })
    .transform(({ value, ...patch }) => {
      if (patch.path.at(-1) === 'name' && typeof value === 'string')
        return { ...patch, value: tidyName(value) }
      const named = value as { name?: unknown } | null | undefined
      return typeof named === 'object' && typeof named?.name === 'string'
        ? { ...patch, value: { ...named, name: tidyName(named.name) } }
        : { ...patch, ...(value === undefined ? {} : { value }) }
    }) as unknown as z.ZodType<Patch>,
])

/** By what an edit is known again that is sent twice, as its first answer was lost. */
export const editKeySchema = id

export const MOST_CHANGES = 70_000
/** What is done to a project, and what it is called. What takes it back is worked out where it is applied. */
export const editSchema = z.strictObject({
  label: z.string().trim().min(1).max(200),
  changes: z.array(changeSchema).max(MOST_CHANGES),
})
export type Edit = z.infer<typeof editSchema>

/** An edit as a page sends it: made on a revision, with a key by which it is known again when it is sent twice. */
export const sentEditSchema = editSchema.extend({
  base: z.number().int().nonnegative(),
  key: editKeySchema.optional(),
})
export type SentEdit = z.infer<typeof sentEditSchema>
