import { cardBase } from './card-base'
import { foldOver } from './fold-over'
import { inset } from './inset'
import { join } from './join'
import { overlap } from './overlap'
import { punch } from './punch'
import type { Recipe } from './recipe'
import { roundCopies } from './round-copies'
import { shape } from './shape'
import { split } from './split'
import { surround } from './surround'

/** Every way of making, in the order in which they are offered. */
export const RECIPES: readonly Recipe[] = [
  shape,
  cardBase,
  foldOver,
  inset,
  surround,
  join,
  punch,
  overlap,
  split,
  roundCopies,
]

export type Recipes = readonly Recipe[]
