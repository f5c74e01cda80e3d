import { colour } from './colour'
import { dashes } from './dashes'
import { ends } from './ends'
import type { Evidence } from './evidence'
import { naming } from './naming'
import { nesting } from './nesting'

export type { Fact } from './evidence'

/** Every kind of evidence; reasons are told in this order. */
export const EVIDENCE: readonly Evidence[] = [naming, dashes, nesting, ends, colour]
