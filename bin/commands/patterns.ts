import { recipeNameOf } from '../../src/core/making/pattern'
import { RECIPES } from '../../src/core/making/recipes'
import { PATTERNS } from '../../src/core/patterns'
import type { Command } from '../command'
import { describeRecipe, tellRecipe } from './make'

/** The patterns that ship, with their measures. */
export const patterns: Command = {
  name: 'patterns',
  usage: '',
  options: {},
  async run({ json, say }) {
    const all = PATTERNS.flatMap((pattern) => {
      const recipe = RECIPES.find((r) => r.name === recipeNameOf(pattern))
      return recipe ? [{ pattern, recipe }] : []
    })
    if (json)
      say(
        JSON.stringify({
          patterns: all.map(({ pattern: { name, says, inside = null, pieces, build }, recipe }) => ({
            ...tellRecipe(recipe),
            name,
            says,
            inside,
            pieces: pieces.map((p) => p.name),
            build,
          })),
        }),
      )
    else say(all.map(({ recipe }) => describeRecipe(recipe)).join('\n'))
  },
}
