import * as z from 'zod'
import { type SentEdit, sentEditSchema } from '../core/document/edits'
import { say } from '../core/words'
import type { Task } from './task'

/** An edit as the page sends it, read and looked at: a large one, or what pretends to be one, takes its time. */
export const readEdit: Task<Uint8Array, SentEdit> = {
  name: 'read-edit',
  input: z.instanceof(Uint8Array),
  timeLimit: 30_000,
  async run(bytes) {
    let json: unknown
    try {
      json = JSON.parse(new TextDecoder().decode(bytes))
    } catch {
      throw new z.ZodError([{ code: 'custom', path: [], message: say`it is not JSON`, input: undefined }])
    }
    return sentEditSchema.parse(json)
  },
}
