import { drawnTwice, prolongs, rigid, stopsAtFolds } from './course'
import { dashes } from './dashes'
import type { Evidence } from './evidence'
import { habit } from './habit'
import { hinge, look } from './look'
import { naming } from './naming'
import { perhapsFrame, place, rim } from './place'

export type { Fact } from './evidence'

/** Every kind of evidence; reasons are told in this order. */
export const EVIDENCE: readonly Evidence[] = [
  naming,
  habit,
  dashes,
  place,
  perhapsFrame,
  rim,
  hinge,
  look,
  stopsAtFolds,
  rigid,
  prolongs,
  drawnTwice,
]
