import type { Evidence } from './evidence'

/** Where a line that closes something stands among the others. */
export const nesting: Evidence = (line, scene) => {
  if (line.ring < 0) return null
  if (scene.boards.has(line.ring))
    return { kind: 'artboard', because: 'it is the edge or background of the artboard' }
  const ring = scene.rings[line.ring]!
  const { depth, twin } = scene.nested[line.ring]!
  const level = twin >= 0 ? scene.nested[twin]!.depth : depth
  if (level % 2 === 0)
    return ring.lines.length > 1
      ? { kind: 'outline-part', because: `${ring.lines.length} lines close an outline together` }
      : { kind: 'outline', because: 'it is the outline of a piece' }
  if (scene.touchesHolder(line.ring))
    return { kind: 'panel', because: 'it touches the outline around it, as the folds round a panel do' }
  if (line.look.stroke === null)
    return { kind: 'filled-inside', because: 'it is a filled shape inside a piece' }
  return { kind: 'opening', because: 'it closes an opening inside a piece' }
}
