import { asProject } from '../../../corpus/as-project'
import { cut, type Dieline, open, piece, rect, ring, score } from '../../../corpus/draw'
import type { Fold } from '../document/lines'
import { type PieceShape, shapesOf } from '../pieces/piece-shape'
import { type FoldModel, type Motion, modelOf, motionOf } from '.'

/** Things to fold as a stranger draws them, for tests. */

/** The model of every piece of a dieline that has folds. */
export const modelsOf = ({ name, pieces }: Dieline): FoldModel[] =>
  pieces
    .flatMap((p) => shapesOf(asProject(name, p.lines)).map(modelOf))
    .filter((model) => model.hinges.length > 0)

/** The model of the only piece of a dieline with folds, and its motion. */
export function folding(dieline: Dieline): { model: FoldModel; motion: Motion } {
  const [model] = modelsOf(dieline)
  if (!model) throw new RangeError(`${dieline.name} has no folds`)
  return { model, motion: motionOf(model) }
}

/** The first piece of a dieline with a direction for each of its folds, by their numbers. */
export function drawnWith({ name, pieces }: Dieline, fold: (number: number) => Fold): PieceShape {
  const project = asProject(name, pieces[0]!.lines)
  const scores = Object.values(project.lines).filter((l) => l.role === 'score')
  const turned = scores.map((l, n) => [l.id, { ...l, fold: fold(n) }] as const)
  return shapesOf({ ...project, lines: { ...project.lines, ...Object.fromEntries(turned) } })[0]!
}

/** A card of one sheet with a strap over its fold: so far up and down on the pages, and so wide. */
export const strapCard = ({ up = 18, down = 32, rise = 0, width = 40 } = {}): Dieline => ({
  name: 'strap card',
  width: 200,
  height: 200,
  pieces: [
    piece(
      'card',
      cut(rect(10, 10, 100, 140)),
      score(open([10, 80], [40, 80])),
      score(open([40 + width, 80], [110, 80])),
      cut(open([40, 80 - up], [40, 80 + down])),
      cut(open([40 + width, 80 - up], [40 + width, 80 + down])),
      score(open([40, 80 - up], [40 + width, 80 - up])),
      score(open([40, 80 + down], [40 + width, 80 + down])),
      score(open([40, 80 + down - up + rise], [40 + width, 80 + down - up + rise])),
    ),
  ],
})

/** A tray of a base and four walls, a tab at each corner; `long` makes one wall longer than the edge it meets. */
export const tray = (w: number, l: number, h: number, long = 0): Dieline => {
  const [a, b, c, d] = [30 + h, 30 + h + w, 30 + h, 30 + h + l]
  const t = 8
  return {
    name: 'tray',
    width: 60 + w + 2 * h,
    height: 60 + l + 2 * h,
    pieces: [
      piece(
        'tray',
        cut(
          ring(
            [a, c - h - long],
            [b, c - h - long],
            [b + t, c - h - long + 2],
            [b + t, c - 2],
            [b, c],
            [b + h, c],
            [b + h, d],
            [b, d],
            [b + t, d + 2],
            [b + t, d + h - 2],
            [b, d + h],
            [a, d + h],
            [a - t, d + h - 2],
            [a - t, d + 2],
            [a, d],
            [a - h, d],
            [a - h, c],
            [a, c],
            [a - t, c - 2],
            [a - t, c - h - long + 2],
          ),
        ),
        ...[
          [a, c, b, c],
          [b, c, b, d],
          [a, d, b, d],
          [a, c, a, d],
          [a, c - h - long, a, c],
          [b, c - h - long, b, c],
          [a, d, a, d + h],
          [b, d, b, d + h],
        ].map(([x, y, u, v]) => score(open([x!, y!], [u!, v!]))),
      ),
    ],
  }
}
