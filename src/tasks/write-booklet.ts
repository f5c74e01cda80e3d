import * as z from 'zod'
import { wholeOf } from '../core/building'
import type { Paper } from '../core/document/paper'
import type { Project } from '../core/document/project'
import { say } from '../core/words'
import type { Task } from './task'
import { trusted } from './trusted'

export type WriteBookletInput = { project: Project; papers: Paper[] }

/** Faces of pieces that have no paper. */
const UNCHOSEN = { front: '#efe6d8', back: '#dccdb8' }

/** The build of a project as a booklet: its parts, its sheets, and every step with its picture. */
export const writeBooklet: Task<WriteBookletInput, Uint8Array> = {
  name: 'write-booklet',
  input: z.object({ project: trusted<Project>(), papers: z.array(trusted<Paper>()) }),
  timeLimit: 60_000,
  async run({ project, papers }) {
    const { buildSheet } = await import('../core/export/build-sheet')
    const whole = wholeOf(project, new Map(papers.map((p) => [p.id, { name: p.name, caliper: p.caliper }])))
    const { numberedParts } = await import('../core/pieces/part-numbers')
    const pieces = numberedParts(project).map((shape) => {
      const paper = papers.find((p) => p.id === shape.piece.paper)
      const colours = paper ? { front: paper.colour, back: paper.backColour ?? paper.colour } : UNCHOSEN
      return { shape, paper: paper?.name ?? null, copies: shape.piece.copies, colours }
    })
    const sheets = project.layout.sheets.map((sheet, i) => ({
      name: say`Sheet ${i + 1}, ${papers.find((p) => p.id === sheet.paper)?.name ?? say`paper of its own`}`,
      pieces: sheet.placements.map((p) => p.piece),
    }))
    const steps = whole.steps.map((step, i) => ({ step, scene: whole.sceneOf(i) }))
    return buildSheet({ name: project.name, unit: project.unit, pieces, steps, sheets })
  },
}
