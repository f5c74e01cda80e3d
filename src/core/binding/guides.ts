import type { Project } from '../document/project'
import type { Box } from '../geometry/measure'
import { shapeOf } from '../geometry/shape'
import { shapesOf } from '../pieces/piece-shape'

/** Upright and level lines that pieces snap to, mm: edges, middles and folds of the others, and their corners. */
export type Guides = { x: number[]; y: number[] }

/** The guides that all pieces but some give. */
export function guidesOf(project: Project, but: readonly string[]): Guides {
  const x = new Set<number>()
  const y = new Set<number>()
  for (const { piece, box, outline, lines } of shapesOf(project)) {
    if (but.includes(piece.id)) continue
    for (const v of [box.minX, (box.minX + box.maxX) / 2, box.maxX]) x.add(v)
    for (const v of [box.minY, (box.minY + box.maxY) / 2, box.maxY]) y.add(v)
    for (const { to } of outline.segments.length <= 60 ? outline.segments : []) {
      x.add(to.x)
      y.add(to.y)
    }
    for (const line of lines) {
      if (line.role !== 'score') continue
      const fold = shapeOf(line.d).box
      if (fold.maxX - fold.minX < 0.01) x.add(fold.minX)
      if (fold.maxY - fold.minY < 0.01) y.add(fold.minY)
    }
  }
  return { x: [...x], y: [...y] }
}

/** A movement as it snapped: how far, and on which guides. */
export type Snapped = { x: number; y: number; onX: number | null; onY: number | null }

/**
 * A movement led to the nearest guides: by an edge or the middle of what is moved.
 * @param box of what is moved, before it is
 * @param reach mm within which it snaps
 */
export function snapped(box: Box, by: { x: number; y: number }, guides: Guides, reach: number): Snapped {
  const nearest = (own: readonly number[], move: number, all: readonly number[]) => {
    let best: { by: number; on: number | null } = { by: move, on: null }
    let least = reach
    for (const on of all)
      for (const v of own) {
        const off = Math.abs(on - v - move)
        if (off < least) {
          least = off
          best = { by: on - v, on }
        }
      }
    return best
  }
  const x = nearest([box.minX, (box.minX + box.maxX) / 2, box.maxX], by.x, guides.x)
  const y = nearest([box.minY, (box.minY + box.maxY) / 2, box.maxY], by.y, guides.y)
  return { x: x.by, y: y.by, onX: x.on, onY: y.on }
}
