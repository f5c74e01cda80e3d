import { readProject, tellProject } from '../bin/project'
import { PLAIN_READING } from '../src/core/document/sources'
import { boxHolds, uniteBoxes } from '../src/core/geometry/measure'
import { distanceTo, polylineArea } from '../src/core/geometry/polyline'
import { shapeOf } from '../src/core/geometry/shape'
import { SpatialIndex } from '../src/core/geometry/spatial-index'
import { type Convention, fileOf, samplePoints } from './conventions'
import type { Dieline, Drawing } from './draw'

/** How one file came out; lengths in mm. */
export type Score = {
  length: number
  right: number
  asked: number
  wrong: number
  wrongSure: number
  pieces: number
  piecesFound: number
  piecesExtra: number
  bound: number
  toBind: number
  decisions: number
  /** what went wrong, for a person */
  notes: string[]
}

/** How near an answered line must run to a true one to be it, mm. */
const NEAR = 0.3

/** Sorts a file and compares the answer with the truth, point by point along every true line. */
export async function scoreFile(
  bytes: Uint8Array,
  name: string,
  dieline: Dieline,
  drawing: Drawing,
): Promise<Score> {
  const shift = shiftOf(name, drawing)
  const answer = tellProject(await readProject(bytes, name, PLAIN_READING))
  const lines = answer.lines.map((l) => ({ ...l, shape: shapeOf(l.d) }))
  const index = new SpatialIndex(lines.map((l) => l.shape.box))
  const score: Score = {
    length: 0,
    right: 0,
    asked: 0,
    wrong: 0,
    wrongSure: 0,
    pieces: dieline.pieces.length,
    piecesFound: 0,
    piecesExtra: 0,
    bound: 0,
    toBind: 0,
    decisions: answer.decisions,
    notes: [],
  }
  const match = dieline.pieces.map((piece) => {
    const { box, polyline } = shapeOf(piece.lines[0]!.d)
    const area = Math.abs(polylineArea(polyline))
    const moved = {
      minX: box.minX + shift.x,
      maxX: box.maxX + shift.x,
      minY: box.minY + shift.y,
      maxY: box.maxY + shift.y,
    }
    return answer.pieces.find((p) => {
      const found = shapeOf(p.outline)
      return (
        boxHolds(found.box, moved, 0.4) &&
        boxHolds(moved, found.box, 0.4) &&
        Math.abs(found.area - area) <= 0.02 * area
      )
    })?.id
  })
  score.piecesFound = match.filter(Boolean).length
  score.piecesExtra = answer.pieces.length - score.piecesFound
  for (const { d, role, piece } of drawing.drawn) {
    const points = samplePoints(d)
    const each = shapeOf(d).length / points.length
    const wrongs = new Map<string, number>()
    for (const point of points) {
      const p = { x: point.x + shift.x, y: point.y + shift.y }
      const near = index
        .meeting({ minX: p.x, minY: p.y, maxX: p.x, maxY: p.y }, NEAR)
        .map((k) => ({ line: lines[k]!, by: distanceTo(p, lines[k]!.shape.polyline) }))
        .filter(({ by }) => by <= NEAR)
        .sort((a, b) => a.by - b.by)
      // Where several run side by side within the tolerance, the one with the true role is meant.
      const best = (near.find(({ line }) => line.role === role) ?? near[0])?.line ?? null
      const given = best?.role ?? 'skip'
      const sure = best?.sure ?? true
      score.length += each
      if (given === role) score.right += each
      else {
        score.wrong += each
        if (sure) score.wrongSure += each
        const note = `${role} taken as ${given}${sure ? '' : '?'}: ${best?.why ?? 'dropped'}`
        wrongs.set(note, (wrongs.get(note) ?? 0) + each)
      }
      if (!sure) score.asked += each
      if (piece >= 0 && role !== 'skip') {
        score.toBind += each
        if (match[piece] && near.some(({ line }) => line.piece === match[piece])) score.bound += each
      }
    }
    for (const [note, length] of wrongs) score.notes.push(`${length.toFixed(0)} mm ${note}`)
  }
  if (score.piecesFound < score.pieces || score.piecesExtra > 0)
    score.notes.push(`pieces ${score.piecesFound} of ${score.pieces}, ${score.piecesExtra} extra`)
  return score
}

/** DXF has no page: a drawing is moved so that its box begins at the origin. */
function shiftOf(name: string, { drawn }: Drawing): { x: number; y: number } {
  if (!name.endsWith('.dxf')) return { x: 0, y: 0 }
  const box = uniteBoxes(drawn.map((l) => shapeOf(l.d).box))
  return { x: -box.minX, y: -box.minY }
}

/** Draws a template in a convention that suits it (else null), at a scale and with whatever chance decides, and scores the file. */
export async function scoreTemplate(
  convention: Convention,
  template: (scale: number) => Dieline,
  random: () => number,
): Promise<{ dieline: Dieline; score: Score } | null> {
  const drawn = await drawTemplate(convention, template, random)
  if (!drawn) return null
  const { dieline, drawing, file } = drawn
  return { dieline, score: await scoreFile(file.bytes, file.name, dieline, drawing) }
}

/** A template at a size by chance as a file in a convention; null where it cannot be drawn so. */
export async function drawTemplate(
  convention: Convention,
  template: (scale: number) => Dieline,
  random: () => number,
) {
  const whole = template(0.8 + 0.6 * random())
  const dieline = convention.prepare?.(whole) ?? whole
  if (convention.suits && !convention.suits(dieline)) return null
  const drawing = {
    drawn: convention.draw(dieline, random),
    texts: convention.texts?.(dieline) ?? [],
    ...(convention.page?.(dieline) ?? { width: dieline.width, height: dieline.height + 30 }),
  }
  return { dieline, drawing, file: await fileOf(convention, drawing) }
}
