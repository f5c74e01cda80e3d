import type { Finding } from '../document/findings'
import type { Sheet } from '../document/layout'
import type { Paper } from '../document/paper'

/** Cards from this thickness or weight on are heavy (common practice). */
const HEAVY = { caliper: 0.38, weight: 270 }
/** Share by which force is lessened for fine detail (common practice: about a quarter). */
const GENTLE = 0.25
/** Findings that speak of fine detail. */
const FINE = new Set(['thin-part', 'tiny-opening', 'spike'])

/**
 * What a practised hand would say of the settings for a sheet: fine detail is cut once and gently, heavy card more
 * than once (common practice).
 */
export function settingsAdvice(sheet: Sheet, paper: Paper | null, findings: readonly Finding[]): string[] {
  if (!paper) return []
  const { force, passes } = paper.settings.cut
  const here = new Set(sheet.placements.map((p) => p.piece))
  const fine = findings.some((f) => FINE.has(f.rule) && f.pieces.some((p) => here.has(p)))
  const heavy = paper.caliper >= HEAVY.caliper || paper.weight >= HEAVY.weight
  const advice: string[] = []
  const gentle = Math.round(force * (1 - GENTLE))
  if (fine && passes > 1) advice.push('There is fine detail here: cut it once only, a second pass tears it.')
  if (fine)
    advice.push(
      `For the fine detail take a fresh blade and about ${gentle} g in place of ${force} g, and try the test cut first.`,
    )
  if (heavy && !fine && passes < 2)
    advice.push(`“${paper.name}” is heavy: two passes with less force cut cleaner than one with much.`)
  return advice
}
