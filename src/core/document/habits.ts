import * as z from 'zod'
import { lookSchema, roleSchema } from './lines'

/** The slice `habits`: what a person decided of a look, to be suggested for the same look in further files. */
export const habitSchema = z.strictObject({ look: lookSchema, role: roleSchema })
