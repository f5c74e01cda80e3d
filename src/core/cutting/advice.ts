import type { Finding } from '../document/findings'
import type { Sheet } from '../document/layout'
import type { CutSetting, Paper } from '../document/paper'
import type { RunSettings } from '../document/run'
import { say } from '../words'
import { settingsOf } from './settings'

/** Cards from this thickness or weight on are heavy (common practice). */
const HEAVY = { caliper: 0.38, weight: 270 }
/** Share by which force is lessened for fine detail, and for a second pass (common practice: about a quarter). */
const GENTLE = 0.25
/** Findings that speak of fine detail. */
const FINE = new Set(['thin-part', 'tiny-opening', 'spike'])

/** Whether any of some pieces has fine detail, by what was noticed of them. */
export const hasFineDetail = (
  findings: readonly Pick<Finding, 'rule' | 'pieces'>[],
  pieces: ReadonlySet<string>,
) => findings.some((f) => FINE.has(f.rule) && f.pieces.some((p) => pieces.has(p)))

/** Something to be said of the settings, and how the paper is cut when it is followed. */
export type Advice = { sentence: string; cut: CutSetting }

/**
 * What a practised hand would say of the settings for a sheet: fine detail is cut once and gently, heavy card more
 * than once (common practice). What was followed is not said again.
 */
export function settingsAdvice(
  sheet: Sheet,
  paper: Paper | null,
  findings: readonly Finding[],
  run: Pick<RunSettings, 'cuts'> = {},
): Advice[] {
  if (!paper) return []
  const { cut } = settingsOf(run, paper)
  const fine = hasFineDetail(findings, new Set(sheet.placements.map((p) => p.piece)))
  const heavy = paper.caliper >= HEAVY.caliper || paper.weight >= HEAVY.weight
  // Of the paper's own force, so that following it twice makes it no gentler still.
  const gentle = Math.round(paper.settings.cut.force * (1 - GENTLE))
  const advice: Advice[] = []
  if (fine && cut.passes > 1)
    advice.push({
      sentence: say`There is fine detail here: cut it once only, a second pass tears it.`,
      cut: { ...cut, passes: 1 },
    })
  if (fine && cut.force > gentle)
    advice.push({
      sentence: say`For the fine detail take a fresh blade and about ${gentle} g in place of ${cut.force} g, and try the test cut first.`,
      cut: { ...cut, force: gentle },
    })
  if (heavy && !fine && cut.passes < 2)
    advice.push({
      sentence: say`“${paper.name}” is heavy: two passes with about ${gentle} g cut cleaner than one with ${cut.force} g.`,
      cut: { ...cut, passes: 2, force: Math.min(cut.force, gentle) },
    })
  return advice
}
