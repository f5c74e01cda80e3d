import type { Line } from '../document/lines'
import type { Project } from '../document/project'
import { type Box, boxHolds } from '../geometry/measure'
import { shapeOf } from '../geometry/shape'

/** How far a line that was tidied away may reach out of what it lay in, mm. */
const OUT = 0.5

/**
 * Changes what was tidied away of lines as the lines themselves are changed, so that put back it lies where it belongs.
 * @param ids of the lines that are changed
 * @param boxes of the pieces that they are of: what left no line behind belongs to the piece that it lay in
 * @param change of a line's path
 */
export function changeCleaned(
  draft: Pick<Project, 'sources'>,
  ids: ReadonlySet<string>,
  boxes: readonly Box[],
  change: (d: string) => string,
): void {
  for (const source of Object.values(draft.sources)) {
    if (source.kind !== 'file') continue
    for (const { items } of source.cleaning)
      for (const item of items)
        if (item.made.some((id) => ids.has(id)) || (item.made.length === 0 && liesIn(item.removed, boxes)))
          item.removed = item.removed.map((line: Line) => ({ ...line, d: change(line.d) }))
  }
}

const liesIn = (lines: readonly Line[], boxes: readonly Box[]): boolean =>
  boxes.some((box) => lines.every((line) => boxHolds(box, shapeOf(line.d).box, OUT)))
