import { asProject, inStretches } from '../../corpus/as-project'
import type { Dieline } from '../../corpus/draw'
import { gluedTray, hexagonTray, sleeve, tuckCarton, webbedTray } from '../../corpus/templates/boxes'
import { emptyProject } from '../../src/core/document/project'
import { findingsOf, foldedPieces, modelOf, motionOf } from '../../src/core/folding'
import { addMaking, changeMeasures } from '../../src/core/making/make'
import { settled } from '../../src/core/making/settle'
import { PATTERNS } from '../../src/core/patterns'
import { problemsOf } from '../../src/core/patterns/check'
import { shapesOf } from '../../src/core/pieces/piece-shape'
import { type Figure, medianTime } from './figure'

/** Boxes that close with all their tabs: how many each has. */
const CLOSED: readonly [(s: number) => Dieline, number][] = [
  [tuckCarton, 1],
  [gluedTray, 4],
  [sleeve, 1],
  [hexagonTray, 6],
]
const SCALES = [0.6, 0.8, 1, 1.2, 1.5, 1.8, 2.2, 2.6, 3, 3.5]

/** How boxes fold: steps of a large one with loops, patterns made anew and proved, and the share of drawn boxes that shut. */
export async function measureFolding(): Promise<Figure[]> {
  return [await stepOfLoops(), await patternRemade(), patternsProved(), boxesShut()]
}

/** A sheet of webbed trays beside one another, so that there are sixty panels with loops. */
async function stepOfLoops(): Promise<Figure> {
  const trays = Array.from({ length: 5 }, (_, i) => webbedTray(0.8 + 0.1 * i).pieces[0]!)
  const motions = trays.flatMap((t) => shapesOf(asProject('trays', t.lines)).map((s) => motionOf(modelOf(s))))
  const panels = motions.reduce((sum, m) => sum + m.model.panels.length, 0)
  let at = 0
  const time = await medianTime(200, () => {
    at = (at + 0.037) % 1
    for (const m of motions) m.at(at)
  })
  return {
    what: `One step of ${panels} panels with ${motions.reduce((sum, m) => sum + m.tree.closing.length, 0)} loops`,
    figure: `${time.toFixed(2)} ms`,
    against: 'a frame of 16.7 ms',
    target: 'at most 4 ms',
    met: time <= 4,
  }
}

async function patternRemade(): Promise<Figure> {
  let [project] = settled(addMaking(emptyProject('Fair'), { id: 'm', recipe: 'pattern:crash-lock-box' }))
  let height = 80
  const time = await medianTime(30, () => {
    height = height === 80 ? 90 : 80
    ;[project] = settled(changeMeasures(project, 'm', { height }))
  })
  return {
    what: 'A measure of a pattern changed, and all that follows',
    figure: `${time.toFixed(1)} ms`,
    against: 'three frames',
    target: 'at most 50 ms',
    met: time <= 50,
  }
}

function patternsProved(): Figure {
  const began = performance.now()
  const wrong = PATTERNS.filter((p) => problemsOf(p).length > 0).length
  const seconds = (performance.now() - began) / 1000
  return {
    what: `${PATTERNS.length} patterns proved at the ends of all their ranges`,
    figure: `${seconds.toFixed(1)} s, ${wrong} wrong`,
    against: 'the time of verify',
    target: 'at most 30 s, none wrong',
    met: seconds <= 30 && wrong === 0,
  }
}

/** Closed boxes of the corpus at ten sizes, in closed lines and stretch by stretch: shut without a question, all tabs met. */
function boxesShut(): Figure {
  let [shut, all] = [0, 0]
  for (const [template, tabs] of CLOSED)
    for (const { name, pieces } of SCALES.flatMap((s) => [template(s), inStretches(template(s))])) {
      all += 1
      const found = pieces.flatMap((p) => foldedPieces(asProject(name, p.lines)))
      const isShut = found.every(({ given, motion }) => {
        const met = motion.model.glue.filter((g) => g.edge !== null).length
        return met >= tabs && motion.closure.mm < 0.1 && findingsOf(given, motion).length === 0
      })
      if (isShut) shut += 1
    }
  return {
    what: `Boxes of the corpus that fold shut without a question, of ${all}`,
    figure: `${((100 * shut) / all).toFixed(1)} %`,
    against: 'all of them',
    target: 'at least 95 %',
    met: shut >= 0.95 * all,
  }
}
