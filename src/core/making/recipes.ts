import type { Recipe } from './recipe'
import { shape } from './shape'

/** Every way of making, in the order in which they are offered. */
export const RECIPES: readonly Recipe[] = [shape]

export type Recipes = readonly Recipe[]
