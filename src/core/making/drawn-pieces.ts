import { addSource } from '../binding/add-source'
import { emptyProject, type Project, projectSchema } from '../document/project'
import type { Making, MeasureValue } from '../document/sources'
import { readPath, writePath } from '../geometry/path'
import { shapesOf } from '../pieces/piece-shape'
import { addMaking } from './make'
import { settled } from './settle'
import { circle } from './shape/circle'

/** Pieces as drawn by a stranger, and what recipes make of them, for tests. */

const LOOK = { stroke: '#000000', fill: null, dash: [], width: 0.3, layers: [] }
export const rect = (x: number, y: number, w: number, h: number) =>
  `M${x} ${y}L${x + w} ${y}L${x + w} ${y + h}L${x} ${y + h}Z`
export const round = (x: number, y: number, r: number) => {
  const { start, segments } = readPath(circle(2 * r))
  const at = (p: { x: number; y: number }) => ({ x: p.x + x - r, y: p.y + y - r })
  return writePath({
    start: at(start),
    segments: segments.map((s) => ({ c1: at(s.c1!), c2: at(s.c2!), to: at(s.to) })),
    closed: true,
  })
}

/** A project with a source for each piece, so that they may lie on one another; a piece is its cut paths. */
export function pieces(...all: string[][]): Project {
  return all.reduce<Project>((project, paths, k) => {
    const drawing = {
      artwork: { width: 300, height: 300 },
      scale: { mmPerUnit: 1, why: '', sure: true, choices: [] },
      lines: paths.map((d, element) => ({
        d,
        look: { ...LOOK, layers: [d.endsWith('Z') ? 'cut' : 'score'] },
        label: null,
        element,
        fillRule: 'nonzero' as const,
      })),
      findings: [],
    }
    const file = { id: `s${k}`, name: `${'abcd'[k]}.svg`, format: 'svg', bytes: 1, lay: 'centred' as const }
    return addSource(project, drawing, file)[0]
  }, emptyProject('Fair'))
}

/** What a recipe makes of all pieces of a project, and the shapes of that. */
export function make(project: Project, recipe: string, measures: Record<string, MeasureValue> = {}) {
  const takes = Object.keys(project.pieces).map((piece) => ({ piece, spent: true }))
  const [made, edit] = settled(
    addMaking(project, { id: 'm', recipe, measures, takes, at: [1, 0, 0, 1, 0, 0] }),
  )
  const { error } = projectSchema.safeParse(made)
  if (error) throw error
  const making = made.sources.m!
  const shapes = shapesOf(made).filter((s) => s.lines[0]?.source === 'm')
  const { trouble, figures = [] } = making as Making
  return { project: made, edit, shapes, trouble, figures }
}
