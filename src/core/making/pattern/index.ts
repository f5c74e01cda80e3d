import type { Making } from '../../document/sources'
import {
  ArithmeticRefusal,
  figuresOf,
  joinsOfPattern,
  linesOfPattern,
  PATTERNS,
  type Pattern,
  PatternRefusal,
  parsePattern,
  USUAL_CALIPER,
} from '../../patterns'
import { say, sayWhole } from '../../words'
import { CannotMake, type Measure, type Measures, type Recipe } from '../recipe'

/** What the recipe of a pattern is called. */
export const recipeNameOf = ({ name }: Pick<Pattern, 'name'>): string => `pattern:${name}`

const CALIPER: Measure = {
  name: 'caliper',
  title: say`Thickness of the paper`,
  kind: 'length',
  usual: USUAL_CALIPER,
  least: 0,
  most: 3,
}

/** A pattern as a way of making: its measures, and the thickness of the paper. */
export const recipeOf = (pattern: Pattern): Recipe => ({
  name: recipeNameOf(pattern),
  title: sayWhole(pattern.title),
  says: sayWhole(pattern.says),
  takes: { least: 0, most: 0 },
  measures: [
    ...pattern.measures.map(({ name, title, unit, usual, least, most }): Measure => {
      const kind = { mm: 'length', degrees: 'angle', count: 'count' } as const
      return { name, title: sayWhole(title), kind: kind[unit], usual, least, most }
    }),
    CALIPER,
  ],
  make(_, measures) {
    const given = numbers(measures)
    return asMade(() => ({ lines: linesOfPattern(pattern, given), figures: figuresOf(pattern, given) }))
  },
  joins: (measures) => asMade(() => joinsOfPattern(pattern, numbers(measures))),
})

/** What a pattern says of its measures, refusals in the words of a making. */
function asMade<T>(make: () => T): T {
  try {
    return make()
  } catch (error) {
    if (error instanceof PatternRefusal || error instanceof ArithmeticRefusal)
      throw new CannotMake(error.message)
    throw error
  }
}

const numbers = (measures: Measures): Record<string, number> =>
  Object.fromEntries(Object.entries(measures).map(([name, value]) => [name, Number(value)]))

/** What the recipe of a pattern is called that a person brought. */
export const OWN_PATTERN = 'pattern:own'

/** Patterns that were brought, by the text of their files: read once, since each change of a measure asks for them. */
const brought = new Map<string, Pattern>()

/** A pattern from the text of its file. @throws CannotMake with what is wrong, and where */
function patternOfText(text: string): Pattern {
  const known = brought.get(text)
  if (known) return known
  const { pattern, problems } = parsePattern(text)
  if (!pattern) throw new CannotMake(problems[0] ?? say`The pattern cannot be read.`)
  if (brought.size > 30) brought.clear()
  brought.set(text, pattern)
  return pattern
}

/** The pattern of a making, if it is made from one. @throws CannotMake for one that was brought and is broken */
export const patternOf = ({ recipe, pattern }: Pick<Making, 'recipe' | 'pattern'>): Pattern | null =>
  pattern === undefined ? (PATTERNS.find((p) => recipeNameOf(p) === recipe) ?? null) : patternOfText(pattern)

/** The file of a making's pattern, with the measures that it has now as its usual ones; null where it is none. */
export function patternFile(making: Pick<Making, 'recipe' | 'pattern' | 'measures'>): string | null {
  const pattern = patternOf(making)
  if (!pattern) return null
  const measures = pattern.measures.map((m) => ({ ...m, usual: Number(making.measures[m.name] ?? m.usual) }))
  return `${JSON.stringify({ ...pattern, measures }, null, 2)}\n`
}

/** The recipe of a pattern from the text of its file. @throws CannotMake with what is wrong, and where */
export const ownRecipe = (text: string): Recipe => ({ ...recipeOf(patternOfText(text)), name: OWN_PATTERN })

/** A recipe for every pattern that ships. */
export const PATTERN_RECIPES: readonly Recipe[] = PATTERNS.map(recipeOf)
