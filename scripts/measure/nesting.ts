import { guillotine, interlocking, jigsaw, unmatched } from '../../corpus/cut-up'
import { TEMPLATES } from '../../corpus/templates'
import type { Line } from '../../src/core/document/lines'
import { type Paper, PLAIN_SETTINGS } from '../../src/core/document/paper'
import type { Piece } from '../../src/core/document/pieces'
import { plainLine } from '../../src/core/document/plain-line'
import { emptyProject, type Project } from '../../src/core/document/project'
import { shapeOf } from '../../src/core/geometry/shape'
import { type NestProblem, nest } from '../../src/core/nesting'
import { SolidKind } from '../../src/core/nesting/solid'
import { nestSheets } from '../../src/core/sheets/nest'
import { packSheets } from '../../src/core/sheets/pack'
import type { Figure } from './figure'

const TIMES = [10, 30]

/** Share of the strip in use that pieces cover, after some times in seconds. */
function densities(problem: NestProblem, height: number): { at: number[]; first: number } {
  const began = performance.now()
  let extent = Infinity
  let first = 0
  const at: number[] = []
  for (const answer of nest(problem, 1)) {
    const gone = (performance.now() - began) / 1000
    if (answer) {
      first ||= gone
      extent = Math.min(extent, answer.score.extent)
    }
    if (gone >= TIMES[at.length]!) at.push(height / extent)
    if (at.length === TIMES.length) break
  }
  while (at.length < TIMES.length) at.push(height / extent)
  return { at, first }
}

const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / values.length
const percent = (share: number) => `${(100 * share).toFixed(1)} %`

function cutUp(what: string, target: number, all: { problem: NestProblem; height: number }[]): Figure {
  const found = all.map(({ problem, height }) => densities(problem, height))
  const after = TIMES.map((_, i) => mean(found.map((f) => f.at[i]!)))
  const worst = Math.min(...found.map((f) => f.at.at(-1)!))
  return {
    what: `Nesting ${all.length} sheets cut up into ${what}: share of the strip covered after ${TIMES.join(' and ')} s`,
    figure: `${after.map(percent).join(' and ')} (worst ${percent(worst)})`,
    against: 'optimum 100 % by construction',
    target: `at least ${percent(target)}`,
    met: after.at(-1)! >= target,
  }
}

const paper = (width: number, height: number): Paper => ({
  id: 'paper',
  name: 'Card',
  width,
  height,
  weight: 220,
  caliper: 0.3,
  colour: '#ffffff',
  backColour: '#ffffff',
  settings: PLAIN_SETTINGS,
})

/** Copies of the corpus's pieces, as someone would make a set of them. */
function jobOf(templates: readonly number[], copies: number, scale: number): Project {
  const lines: Record<string, Line> = {}
  const pieces: Record<string, Piece> = {}
  for (const t of templates)
    for (const piece of TEMPLATES[t]!(scale).pieces) {
      const id = `p${Object.keys(pieces).length}`
      const cuts = piece.lines.filter((l) => l.role === 'cut' && l.d.endsWith('Z'))
      if (cuts.length === 0) continue
      const ids = cuts.map((l, i) => {
        lines[`${id}-${i}`] = plainLine(`${id}-${i}`, 'cut', l.d)
        return `${id}-${i}`
      })
      pieces[id] = { id, name: piece.name, outline: [ids[0]!], openings: [], lines: ids, paper: null, copies }
    }
  const base = emptyProject('Job')
  return { ...base, lines, pieces, layout: { ...base.layout, mat: { width: 700, height: 700, margin: 6 } } }
}

/** A job: which templates, how many of each, at what scale, on which sheet (mm). */
type Job = { templates: number[]; copies: number; scale: number; width: number; height: number }

const job = (templates: number[], copies: number, scale: number, width: number, height: number): Job => ({
  templates,
  copies,
  scale,
  width,
  height,
})

const JOBS: readonly Job[] = [
  job([5], 40, 0.6, 304.8, 304.8),
  job([0], 24, 0.5, 297, 420),
  job([7], 16, 0.6, 420, 594),
  job([15], 30, 0.8, 304.8, 304.8),
  job([16], 40, 0.7, 297, 420),
  job([5, 4], 24, 0.6, 304.8, 304.8),
  job([0, 5], 20, 0.5, 297, 420),
  job([13], 20, 0.9, 210, 297),
  job([12, 13], 8, 1, 304.8, 304.8),
  job([4], 40, 0.6, 304.8, 304.8),
]

/** How many sheets one copy of each piece of a job covers, with half of the spacing all round them. */
function coveredByOne({ templates, scale, width, height }: Job): number {
  const { lines, pieces, layout } = jobOf(templates, 1, scale)
  const { spacing, mat } = layout
  const room = (width - 2 * mat.margin + spacing) * (height - 2 * mat.margin + spacing)
  const grown = Object.values(pieces)
    .flatMap((p) => p.outline.map((id) => shapeOf(lines[id]!.d)))
    .map(({ area, length }) => area + (spacing / 2) * length + Math.PI * (spacing / 2) ** 2)
  return grown.reduce((sum, area) => sum + area, 0) / room
}

/** With as many copies as cover a share of the sheets that it needs by area at least: no job is full beforehand. */
function filling(wanted: Job, share: number): Job {
  const one = coveredByOne(wanted)
  return { ...wanted, copies: Math.floor((share * Math.ceil(wanted.copies * one)) / one) }
}

/** Sheets after 10 s of nesting, against the rectangle packer; in how many jobs area alone would leave room for fewer. */
function sheetsOf(jobs: readonly Job[]) {
  let [fewer, more, possible, slowest] = [0, 0, 0, 0]
  const told: string[] = []
  for (const wanted of jobs) {
    const project = jobOf(wanted.templates, wanted.copies, wanted.scale)
    const papers = [paper(wanted.width, wanted.height)]
    const boxes = packSheets(project, papers).sheets.length
    const began = performance.now()
    let sheets = Infinity
    for (const answer of nestSheets(project, papers, { seed: 1, shape: 'true' })) {
      const gone = performance.now() - began
      if (answer && sheets === Infinity) slowest = Math.max(slowest, gone)
      if (answer) sheets = answer.sheets.length
      if (gone > 10_000) break
    }
    told.push(`${sheets}/${boxes}`)
    if (Math.ceil(wanted.copies * coveredByOne(wanted)) < boxes) possible += 1
    if (sheets < boxes) fewer += 1
    if (sheets > boxes) more += 1
  }
  const figure = `${told.join(', ')}: fewer in ${fewer} of the ${possible} in which area leaves room for fewer, more in ${more}`
  return { fewer, more, slowest, figure }
}

export function measureJobs(): Figure[] {
  const against = 'the rectangle packer'
  const fixed = sheetsOf(JOBS)
  const figures: Figure[] = [
    {
      what: 'Ten jobs of 8 to 40 copies of corpus pieces: sheets after 10 s of nesting',
      figure: fixed.figure,
      against,
      target: 'never more',
      met: fixed.more === 0,
    },
  ]
  for (const share of [0.7, 0.75]) {
    const { fewer, more, figure } = sheetsOf(JOBS.map((j) => filling(j, share)))
    figures.push({
      what: `The same ten with as many copies as cover ${percent(share)} of the sheets that they need by area`,
      figure,
      against,
      target: share === 0.7 ? 'never more, fewer in at least 6' : 'never more',
      met: more === 0 && (share > 0.7 || fewer >= 6),
    })
  }
  return [
    ...figures,
    {
      what: 'First answer of the slowest of these jobs',
      figure: `${fixed.slowest.toFixed(0)} ms`,
      against: 'bound of 500 ms',
      target: 'under 500 ms',
      met: fixed.slowest < 500,
    },
  ]
}

const SEEDS = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10]
const SECONDS = 30

type Making = (seed: number, grid: readonly [number, number], fill: number) => NestProblem

/** Parts that cover a share of their sheet, each with half the spacing all round. */
function covering(make: Making, seed: number, share: number, spacing: number): NestProblem {
  let fill = share
  for (let k = 0; ; k += 1) {
    const problem = { ...make(seed, [6, 4], fill), spacing }
    const { area } = problem.stocks[0]!
    const room = (area.maxX - area.minX + spacing) * (area.maxY - area.minY + spacing)
    const covered = problem.kinds.reduce((sum, kind) => sum + new SolidKind(kind, spacing).area, 0) / room
    if (Math.abs(covered - share) < 0.001 || k === 8) return problem
    fill *= share / covered
  }
}

/** In how many of ten cases 24 parts that cover a share of one sheet are brought together on it. */
function together(make: Making, share: number, spacing: number): { done: number; slowest: number } {
  let [done, slowest] = [0, 0]
  for (const seed of SEEDS) {
    const problem = covering(make, seed, share, spacing)
    const began = performance.now()
    for (const answer of nest(problem, seed)) {
      const gone = (performance.now() - began) / 1000
      if (answer?.nesting.sheets.length === 1 && answer.nesting.left.length === 0) {
        done += 1
        slowest = Math.max(slowest, gone)
        break
      }
      if (gone > SECONDS) break
    }
  }
  return { done, slowest }
}

/** How many of ten sheets came together at some shares, and how soon. */
function measureTogether(
  what: string,
  make: Making,
  spacing: number,
  wanted: readonly (readonly [share: number, least: number])[],
): Figure {
  const told: string[] = []
  let met = true
  for (const [share, least] of wanted) {
    const { done, slowest } = together(make, share, spacing)
    told.push(`${percent(share)}: ${done} of ${SEEDS.length}, the slowest in ${slowest.toFixed(1)} s`)
    if (done < least) met = false
  }
  const apart = spacing > 0 ? `${spacing} mm apart` : 'without spacing'
  return {
    what: `24 ${what}, ${apart}, brought together on the one sheet that they cover in part, within ${SECONDS} s on one core`,
    figure: told.join('; '),
    against: 'one sheet by construction, or by area',
    target: wanted.map(([share, least]) => `${least} of ten at ${percent(share)}`).join(', '),
    met,
  }
}

/** How close pieces are nested, and how soon. */
export function measureNesting(): Figure[] {
  return [
    cutUp(
      'rectangles by guillotine cuts (16 to 40)',
      0.95,
      [16, 25, 40].map((n) => guillotine(n, n)),
    ),
    cutUp(
      'polygons at any angle (12 to 25)',
      0.9,
      [12, 16, 20, 25].map((n) => jigsaw(n, n)),
    ),
    ...[0, 2].flatMap((spacing) => [
      measureTogether('parts that interlock', interlocking, spacing, [
        [0.78, 10],
        [0.8, 5],
      ]),
      measureTogether('parts that fit nowhere edge to edge', unmatched, spacing, [
        [0.7, 10],
        [0.74, 10],
      ]),
    ]),
    ...measureJobs(),
  ]
}
