import { writeFileSync } from 'node:fs'
import * as z from 'zod'
import { patternSchema } from '../src/core/patterns'

/** Publishes the schema of the pattern language, as the code reads it. */
const schema = z.toJSONSchema(patternSchema, { io: 'input' })
writeFileSync('public/schemas/pattern.schema.json', `${JSON.stringify(schema, null, 2)}\n`)
