import * as z from 'zod'
import { changeSchema } from '../core/document/edits'
import { id } from '../core/document/fields'
import { type Project, VERSION } from '../core/document/project'

/** What the page and the server say to each other about projects. */

const revision = z.number().int().nonnegative()

/** What a refused edit is told beside the sentence: the revision that stands, and whether it was kept after all. */
export const refusalSchema = z.object({
  message: z.string(),
  revision: revision.optional(),
  kept: z.boolean().optional(),
})

/** What would be taken back, and what made again: the labels of the edits; null for nothing. */
export const historySchema = z.object({ undo: z.string().nullable(), redo: z.string().nullable() })
export type History = z.infer<typeof historySchema>

/** The answer to an edit that the page has applied by itself already. */
export const acceptedSchema = z.object({ revision, history: historySchema })
export type Accepted = z.infer<typeof acceptedSchema>

/** The answer to what the page asked the server to do: what was changed, for the page to follow. */
export const changedSchema = acceptedSchema.extend({ label: z.string(), changes: z.array(changeSchema) })
export type Changed = z.infer<typeof changedSchema>

/**
 * A project as it stands. The server keeps no document that it has not validated, so the page looks at the version
 * alone: a tenth of a second for ten thousand lines would be felt.
 */
export const openedSchema = z.object({
  project: z.custom<Project>(
    (p) => (p as Partial<Project> | null)?.version === VERSION,
    'is of another version',
  ),
  revision,
  history: historySchema,
})
export type Opened = z.infer<typeof openedSchema>

export const listedSchema = z.object({
  id,
  name: z.string(),
  tags: z.array(z.string()),
  revision,
  updatedAt: z.string(),
  lines: z.number(),
  pieces: z.number(),
  toDecide: z.number(),
  sheets: z.number(),
  sources: z.array(z.string()),
})
/** What the list of projects shows. */
export type Listed = z.infer<typeof listedSchema>
/** A page of the list, how many there are in all, and the tags of all projects. */
export const listSchema = z.object({
  projects: z.array(listedSchema),
  total: z.number(),
  tags: z.array(z.string()),
})
export type ProjectList = z.infer<typeof listSchema>

/** Which projects are listed: those whose name or tags hold some words, or that bear a tag, from one on; or the deleted ones. */
export const listQuerySchema = z.object({
  find: z
    .string()
    .max(120)
    .overwrite((text) => text.replace(/\p{Cc}+/gu, ' '))
    .default(''),
  tag: z.string().max(40).default(''),
  sort: z.enum(['changed', 'name', 'begun']).default('changed'),
  from: z.coerce.number().int().nonnegative().default(0),
  bin: z.stringbool().default(false),
})
export type ListQuery = z.infer<typeof listQuerySchema>

/** Backups of the whole database: by their names, the latest first. */
export const backupsSchema = z.object({ backups: z.array(z.object({ name: id, madeAt: z.string() })) })
export type Backup = z.infer<typeof backupsSchema>['backups'][number]

const entrySchema = z.object({ revision, label: z.string() })
/** A part of what can be taken back and made again, the latest first; `more` where there is more to be taken back. */
export const historyPageSchema = z.object({
  undo: z.array(entrySchema),
  redo: z.array(entrySchema),
  more: z.boolean(),
})
export type HistoryPage = z.infer<typeof historyPageSchema>
