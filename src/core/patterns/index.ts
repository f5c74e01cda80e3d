import type { Join } from '../folding'
import { joinsOfPieces } from './joins'
import { linesOfPieces, type PatternLine } from './lines'
import type { Pattern } from './pattern'
import { unfold } from './unfold'

export { ArithmeticRefusal } from './arithmetic'
export { type Checked, parsePattern, readPattern, USUAL_CALIPER } from './check'
export { figuresOf } from './figures'
export { joinsOfPieces } from './joins'
export type { PatternLine } from './lines'
export { type Pattern, patternSchema } from './pattern'
export { PATTERNS } from './shipped'
export { PatternRefusal } from './unfold'

/**
 * The lines that a pattern makes, its pieces beside one another, mm.
 * @param measures by name, `caliper` among them, mm
 * @throws PatternRefusal, ArithmeticRefusal with the panel and the edge
 */
export const linesOfPattern = (pattern: Pattern, measures: Readonly<Record<string, number>>): PatternLine[] =>
  linesOfPieces(unfold(pattern, measures))

/** How the pieces of a pattern lie on one another, beside its lines. @throws PatternRefusal, ArithmeticRefusal */
export const joinsOfPattern = (pattern: Pattern, measures: Readonly<Record<string, number>>): Join[] =>
  joinsOfPieces(unfold(pattern, measures))
