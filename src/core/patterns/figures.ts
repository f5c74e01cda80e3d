import { extentOf, roomOf } from '../folding'
import { boundsOf, heightOf, widthOf } from '../geometry/measure'
import { decimal, say, sayWhole } from '../words'
import { shutPose } from './check'
import { modelOfPiece } from './model'
import type { Pattern } from './pattern'
import { type LaidPiece, unfold } from './unfold'

const mm = (v: number): string => decimal(v, 1)

/**
 * What a pattern comes to at some measures, in sentences: the room within, each piece folded and flat, and how it is
 * put together.
 */
export function figuresOf(pattern: Pattern, measures: Readonly<Record<string, number>>): string[] {
  const { inside, build } = pattern
  const asked = inside
    ? [inside.length, inside.width, inside.height].map((name) => measures[name] ?? 0)
    : null
  const pieces = unfold(pattern, measures)
  const room = asked && roomWithin(asked, pieces[0], measures.caliper ?? 0)
  return [
    ...(room ? [say`Room within: ${room.map(mm).join(' x ')} mm.`] : []),
    ...pieces.slice(0, 5).map((piece) => sizesOf(piece, measures.caliper ?? 0)),
    sayWhole(build),
  ]
}

/**
 * What of the room that is asked for there is between the thick walls of the first piece, mm: its own arithmetic may
 * have forgotten a layer.
 */
function roomWithin(asked: readonly number[], box: LaidPiece | undefined, caliper: number): number[] {
  if (!box) return [...asked]
  const { model } = modelOfPiece(box)
  const free = roomOf(model, shutPose(model), caliper)
  if (!free) return [...asked]
  const sizes = Object.values(free).sort((a, b) => a - b)
  const order = asked.map((_, k) => k).sort((a, b) => asked[a]! - asked[b]!)
  return asked.map((size, k) => Math.min(size, sizes[order.indexOf(k)]!))
}

function sizesOf(piece: LaidPiece, caliper: number): string {
  const { model } = modelOfPiece(piece)
  const { width, depth, height } = extentOf(model, shutPose(model))
  const box = boundsOf(piece.outline)
  const name = sayWhole(piece.name)
  const flat = say`${mm(widthOf(box))} x ${mm(heightOf(box))} mm flat`
  if (model.hinges.length === 0) return say`“${name}” is ${flat}.`
  const folded = [width, depth, height].map((v) => mm(v + caliper))
  return say`“${name}” is ${folded.join(' x ')} mm outside when it is folded, ${flat}.`
}
