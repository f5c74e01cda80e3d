import * as z from 'zod'
import { say } from '../words'
import type { Touched } from './edits/apply'
import { MAX_LINES } from './lines'
import { type Project, projectSchema, SLICES } from './project'

/**
 * Whether what an edit touched is still as the schema wants it; the rest was valid before and is not looked at again.
 * @returns what is wrong, first where and then what; null where all is well
 */
export function invalidAfter(project: Project, touched: Touched): { path: string; message: string } | null {
  for (const [slice, keys] of touched) {
    const schema = SLICES[slice] as z.ZodType | undefined
    if (!schema) return { path: slice, message: say`is no part of a project` }
    const entry = keys && schema instanceof z.ZodRecord ? schema : null
    if (!entry || !keys) {
      const checked = schema.safeParse(project[slice])
      if (!checked.success) return told([slice], checked.error)
      continue
    }
    const record = project[slice] as Record<string, unknown>
    for (const key of keys) {
      if (!Object.hasOwn(record, key)) continue
      // Each by itself: a schema made anew for every line costs more than the line.
      for (const checked of [z.safeParse(entry.keyType, key), z.safeParse(entry.valueType, record[key])])
        if (!checked.success) return told([slice, key], checked.error)
    }
  }
  // Counting them takes longer than all the rest: only an edit of several lines can add as many.
  const lines = touched.get('lines')
  if (lines !== undefined && (lines?.size ?? 2) > 1 && Object.keys(project.lines).length > MAX_LINES)
    return { path: 'lines', message: say`are more than ${MAX_LINES}` }
  return null
}

const told = (at: string[], error: z.ZodError) => {
  const [issue] = error.issues
  return { path: [...at, ...(issue?.path ?? [])].join('.'), message: issue?.message ?? say`does not fit` }
}

/** A whole project from outside: all of it is looked at. @throws ZodError */
export const validProject = (project: unknown): Project => projectSchema.parse(project)
