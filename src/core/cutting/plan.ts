import { type Paper, PLAIN_SETTINGS, TOOL_ROLES, type ToolRole } from '../document/paper'
import { linesOf } from '../document/pieces'
import type { Project, Sheet } from '../document/schema'
import { flatten } from '../geometry/flatten'
import { transformContour } from '../geometry/path'
import { shapeOf } from '../geometry/shape'
import { placementTransform } from '../sheets/place'
import { beatOfLine } from './beat-of-line'
import { intoDashes } from './dashes'
import { orderStrokes } from './order'
import type { Pass, SheetPlan, Stroke, Tool } from './pass'

const TOOL: Record<ToolRole, Tool> = { score: 'scoring tip', perforate: 'knife', pen: 'pen', cut: 'knife' }

/**
 * The passes of a sheet in their order: score, perforate, pen, cut; inside a pass what lies within is done before
 * what holds it.
 * @param tolerance how far the straight moves may stray from the lines, mm
 */
export function planSheet(project: Project, sheet: Sheet, paper: Paper | null, tolerance = 0.02): SheetPlan {
  const plain = new Map<ToolRole, Stroke[]>(TOOL_ROLES.map((role) => [role, []]))
  const dashed = new Map<ToolRole, Stroke[]>(TOOL_ROLES.map((role) => [role, []]))
  for (const placement of sheet.placements) {
    const piece = project.pieces[placement.piece]
    if (!piece) continue
    const transform = placementTransform(project, piece, placement)
    for (const line of linesOf(project, piece.lines)) {
      const role = line.role as ToolRole
      if (!plain.has(role)) continue
      const contour = transformContour(shapeOf(line.d).contour, transform)
      const points = flatten(contour, tolerance)
      const whole = { line: line.id, piece: piece.id, copy: placement.copy, points, closed: contour.closed }
      const beat = beatOfLine(project, line)
      if (!beat) plain.get(role)!.push(whole)
      else
        for (const dash of intoDashes(points, beat.dash, beat.gap))
          dashed.get(role)!.push({ ...whole, points: dash, closed: false })
    }
  }
  const settings = paper?.settings ?? PLAIN_SETTINGS
  const passes = TOOL_ROLES.flatMap((role): Pass[] => {
    const made: Pass[] = []
    if (plain.get(role)!.length > 0)
      made.push({
        role,
        tool: TOOL[role],
        setting: settings[role],
        dashed: false,
        strokes: orderStrokes(plain.get(role)!),
      })
    // A score that is cut as dashes is a matter of the knife.
    if (dashed.get(role)!.length > 0)
      made.push({
        role,
        tool: 'knife',
        setting: role === 'score' ? settings.cut : settings[role],
        dashed: true,
        strokes: orderStrokes(dashed.get(role)!),
      })
    return made
  })
  return {
    sheet: sheet.id,
    width: sheet.width,
    height: sheet.height,
    paperName: paper?.name ?? 'Paper',
    passes,
  }
}
