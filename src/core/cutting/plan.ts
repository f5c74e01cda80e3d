import { type Paper, PLAIN_SETTINGS, TOOL_ROLES, type ToolRole } from '../document/paper'
import { linesOf } from '../document/pieces'
import type { Project, Sheet } from '../document/schema'
import { flatten } from '../geometry/flatten'
import { transformContour } from '../geometry/path'
import { shapeOf } from '../geometry/shape'
import { placementTransform } from '../sheets/place'
import { intoDashes } from './dashes'
import { orderStrokes } from './order'
import type { Pass, SheetPlan, Stroke, Tool } from './pass'

const TOOL: Record<ToolRole, Tool> = { score: 'scoring tip', perforate: 'knife', pen: 'pen', cut: 'knife' }

/** The dash and gap of a perforation where the drawing has none of its own, mm (common practice). */
const PERFORATION = { dash: 1, gap: 1 }

/**
 * The passes of a sheet in their order: score, perforate, pen, cut; inside a pass what lies within is done before
 * what holds it.
 * @param tolerance how far the straight moves may stray from the lines, mm
 */
export function planSheet(project: Project, sheet: Sheet, paper: Paper | null, tolerance = 0.02): SheetPlan {
  const { run } = project
  const byRole = new Map<ToolRole, Stroke[]>(TOOL_ROLES.map((role) => [role, []]))
  for (const placement of sheet.placements) {
    const piece = project.pieces[placement.piece]
    if (!piece) continue
    const transform = placementTransform(project, piece, placement)
    for (const line of linesOf(project, piece.lines)) {
      const strokes = byRole.get(line.role as ToolRole)
      if (!strokes) continue
      const contour = transformContour(shapeOf(line.d).contour, transform)
      const points = flatten(contour, tolerance)
      const whole: Stroke = {
        line: line.id,
        piece: piece.id,
        copy: placement.copy,
        points,
        closed: contour.closed,
      }
      const beat =
        line.role === 'perforate'
          ? (beatOf(project.looks[line.look]?.dash) ?? PERFORATION)
          : line.role === 'score' && run.dashedScores
            ? run
            : null
      if (beat)
        strokes.push(
          ...intoDashes(points, beat.dash, beat.gap).map((dash) => ({
            ...whole,
            points: dash,
            closed: false,
          })),
        )
      else strokes.push(whole)
    }
  }
  const passes = TOOL_ROLES.flatMap((role): Pass[] => {
    const strokes = byRole.get(role)!
    if (strokes.length === 0) return []
    const dashed = role === 'perforate' || (role === 'score' && run.dashedScores)
    const settings = paper?.settings ?? PLAIN_SETTINGS
    // A score that is cut as dashes is a matter of the knife.
    const setting = role === 'score' && dashed ? settings.cut : settings[role]
    return [{ role, tool: dashed ? 'knife' : TOOL[role], setting, dashed, strokes: orderStrokes(strokes) }]
  })
  return {
    sheet: sheet.id,
    width: sheet.width,
    height: sheet.height,
    paperName: paper?.name ?? 'Paper',
    passes,
  }
}

const beatOf = (dash: readonly number[] | undefined) =>
  dash && dash[0]! > 0.1 && dash[1]! > 0.1 ? { dash: dash[0]!, gap: dash[1]! } : null
