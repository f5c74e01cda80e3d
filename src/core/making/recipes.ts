import type { Making } from '../document/sources'
import { border } from './border'
import { cardBase } from './card-base'
import { edgeStrip } from './edge-strip'
import { foldOver } from './fold-over'
import { inset } from './inset'
import { join } from './join'
import { lettering } from './lettering'
import { lining } from './lining'
import { marks } from './marks'
import { openings } from './openings'
import { overlap } from './overlap'
import { pane } from './pane'
import { ownRecipe, PATTERN_RECIPES } from './pattern'
import { punch } from './punch'
import { CannotMake, type Recipe } from './recipe'
import { roundCopies } from './round-copies'
import { shape } from './shape'
import { slot } from './slot'
import { split } from './split'
import { stand } from './stand'
import { surround } from './surround'
import { tab } from './tab'

/** Every way of making, in the order in which they are offered. */
export const RECIPES: readonly Recipe[] = [
  shape,
  cardBase,
  foldOver,
  inset,
  surround,
  border,
  join,
  punch,
  overlap,
  split,
  edgeStrip,
  roundCopies,
  openings,
  lettering,
  tab,
  slot,
  stand,
  lining,
  pane,
  marks,
  ...PATTERN_RECIPES,
]

export type Recipes = readonly Recipe[]

/** The recipe of a making: of those that there are, or that of the pattern that it brings. @throws CannotMake for a broken one */
export const recipeFor = (
  { recipe, pattern }: Pick<Making, 'recipe' | 'pattern'>,
  recipes: Recipes = RECIPES,
): Recipe | undefined => (pattern === undefined ? recipes.find((r) => r.name === recipe) : ownRecipe(pattern))

/** The same, or nothing where its pattern is broken: the making itself says what is wrong with it. */
export function knownRecipe(making: Pick<Making, 'recipe' | 'pattern'>): Recipe | undefined {
  try {
    return recipeFor(making)
  } catch (error) {
    if (error instanceof CannotMake) return undefined
    throw error
  }
}
