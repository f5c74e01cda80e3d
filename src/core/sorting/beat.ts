/** Marks at most this long are holes rather than dashes, mm (common practice). */
const HOLE = 1

const marksOf = (dash: readonly number[]) => dash.filter((_, i) => i % 2 === 0)

/** Whether a beat (dash, gap, dash, gap ... mm) is dots as close as holes. */
export const isDotted = (dash: readonly number[]): boolean =>
  dash.length > 0 && Math.max(...marksOf(dash)) <= HOLE && dash[1]! <= 2 * HOLE && dash[1]! > 0

/** Whether a beat is long and short by turns. */
export function isDashDot(dash: readonly number[]): boolean {
  if (dash.length < 4) return false
  const long = Math.max(...marksOf(dash))
  return long > HOLE && long >= 2 * Math.max(Math.min(...marksOf(dash)), 0.01)
}
