import {
  ArithmeticRefusal,
  figuresOf,
  linesOfPattern,
  PATTERNS,
  type Pattern,
  PatternRefusal,
  USUAL_CALIPER,
} from '../../patterns'
import { CannotMake, type Measure, type Measures, type Recipe } from '../recipe'

/** What the recipe of a pattern is called. */
export const recipeNameOf = ({ name }: Pick<Pattern, 'name'>): string => `pattern:${name}`

const CALIPER: Measure = {
  name: 'caliper',
  title: 'Thickness of the paper',
  kind: 'length',
  usual: USUAL_CALIPER,
  least: 0,
  most: 3,
}

/** A pattern as a way of making: its measures, and the thickness of the paper. */
export const recipeOf = (pattern: Pattern): Recipe => ({
  name: recipeNameOf(pattern),
  title: pattern.title,
  says: pattern.says,
  takes: { least: 0, most: 0 },
  measures: [
    ...pattern.measures.map(({ name, title, unit, usual, least, most }): Measure => {
      const kind = { mm: 'length', degrees: 'angle', count: 'count' } as const
      return { name, title, kind: kind[unit], usual, least, most }
    }),
    CALIPER,
  ],
  make(_, measures) {
    try {
      const given = numbers(measures)
      return { lines: linesOfPattern(pattern, given), figures: figuresOf(pattern, given) }
    } catch (error) {
      if (error instanceof PatternRefusal || error instanceof ArithmeticRefusal)
        throw new CannotMake(error.message)
      throw error
    }
  },
})

const numbers = (measures: Measures): Record<string, number> =>
  Object.fromEntries(Object.entries(measures).map(([name, value]) => [name, Number(value)]))

/** The pattern that a recipe makes, if it is one. */
export const patternOf = (recipe: string): Pattern | null =>
  PATTERNS.find((p) => recipeNameOf(p) === recipe) ?? null

/** A recipe for every pattern that ships. */
export const PATTERN_RECIPES: readonly Recipe[] = PATTERNS.map(recipeOf)
