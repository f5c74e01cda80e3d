import { heightOf, widthOf } from '../geometry/measure'
import { fitTogether } from './fit-together'
import { nestShapes } from './nest-shapes'
import type { Nesting, NestProblem } from './problem'
import { seeded } from './random'
import { type Answer, isBetter, type Score, scoreOf } from './score'
import { annealBoxes, type BoxNesting } from './skyline'
import { SolidKind } from './solid'

export type { Kind, Laid, NestedSheet, Nesting, NestProblem, Stock } from './problem'

/**
 * Lays pieces on sheets, better and better. First by their boxes; then, where pieces are no boxes, by their true
 * shapes: what lies on the emptiest sheet goes to the others, pieces within the openings of others, and the last
 * sheet is drawn together.
 *
 * Every answer can be used as it is. The answers follow from the seed; how many of them come depends on the time that
 * the caller gives. The generator never ends by itself unless nothing can be gained.
 * @param start an answer to begin from, such as that of another packer
 */
export function* nest(
  problem: NestProblem,
  seed: number,
  { shape = 'true', start = null }: { shape?: 'true' | 'box'; start?: Nesting | null } = {},
): Generator<Answer> {
  const random = seeded(seed)
  const kinds = problem.kinds.map((k) => new SolidKind(k, problem.spacing))
  let best: { nesting: Nesting; score: Score } | null = null
  const better = (nesting: Nesting): Answer => {
    const score = scoreOf(nesting, problem, kinds)
    if (best && !isBetter(score, best.score)) return null
    best = { nesting, score }
    return best
  }
  if (start) yield better(start)
  const boxes = problem.items.map((kind, item) => {
    const { own } = kinds[kind]!.at(0)
    const turns = problem.kinds[kind]!.turning === 'quarter' || problem.kinds[kind]!.turning === 'any'
    return {
      item,
      width: widthOf(own) + problem.spacing,
      height: heightOf(own) + problem.spacing,
      turns,
    }
  })
  const free = problem.stocks.every((s) => s.taken.length === 0)
  const isBoxes = problem.kinds.every(({ rings }) => rings.length === 1 && isBox(rings[0]!))
  if (free) {
    const boxed = annealBoxes(boxes, problem, random)
    const tries = shape === 'box' || isBoxes ? Infinity : 6
    for (let k = 0; k < tries; k += 1) {
      const next = boxed.next()
      if (next.done) break
      yield next.value ? better(fromBoxes(next.value, problem)) : null
    }
  }
  if (shape === 'box') return
  const fitted = fitTogether(problem, kinds, random)
  for (let state = fitted.next(); ; state = fitted.next()) {
    if (!state.done) {
      yield null
      continue
    }
    if (state.value) yield better(state.value)
    break
  }
  yield* nestShapes(problem, kinds, random, best ? (best as { nesting: Nesting }).nesting : null, better)
}

/** Whether a ring is a rectangle along the axes. */
function isBox(ring: Float64Array): boolean {
  if (ring.length !== 10) return false
  for (let i = 2; i < ring.length; i += 2)
    if (ring[i] !== ring[i - 2] && ring[i + 1] !== ring[i - 1]) return false
  return true
}

const fromBoxes = ({ sheets, left }: BoxNesting, { stocks }: NestProblem): Nesting => ({
  left,
  sheets: sheets.map(({ stock, laid }) => {
    const { minX, minY } = stocks[stock]!.area
    return {
      stock,
      laid: laid.map(({ item, x, y, turned }) => ({
        item,
        x: x + minX,
        y: y + minY,
        rotation: turned ? 90 : 0,
      })),
    }
  }),
})
