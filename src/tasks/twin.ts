import type { OutOfOrder, Shown, Step, Whole } from '../core/building'
import { type PlannedSheet, plannedSheet } from '../core/cutting/planned-sheet'
import { type RunSummary, summarise } from '../core/cutting/summary'
import { type Cutter, PLAIN_CUTTER } from '../core/document/cutter'
import { applyChanges, type Change, type Edit, joinEdits } from '../core/document/edits'
import { type Family, familiesOf } from '../core/document/families'
import type { Finding } from '../core/document/findings'
import type { Paper } from '../core/document/paper'
import type { Project } from '../core/document/project'
import type { Making } from '../core/document/sources'
import type { Colours } from '../core/export/folded'
import { writeStill } from '../core/export/folded/still'
import {
  type Build,
  buildOf,
  folderOf,
  type Scene,
  type ScenePose,
  sceneOf,
  scenePoseOf,
  standingTogether,
} from '../core/folding'
import type { Camera } from '../core/folding/still'
import { shapeOf } from '../core/geometry/shape'
import { inspect } from '../core/inspection'
import { joinsOf } from '../core/making/joins'
import { type Preview, previewOf } from '../core/making/make'
import { settle } from '../core/making/settle'
import { type Checked, readPattern, USUAL_CALIPER } from '../core/patterns'
import { shapesOf } from '../core/pieces/piece-shape'
import { type Filling, fillSheet } from '../core/sheets/fill'
import { layEdit, layOut } from '../core/sheets/lay-out'
import { type Laying, type NestOptions, nestSheets } from '../core/sheets/nest'
import { sheetTroubles, type Trouble } from '../core/sheets/troubles'
import type { Stacked, StackedLayer } from '../core/stacking'
import { fontsFor, lacksFonts, takeOwnFontsFrom } from './fonts'

/** The findings that were told last, as text. */
let told = ''

/** The open project's twin in a worker: it follows every change and does what would block the page. */
let project: Project | null = null

function open(): Project {
  if (!project) throw new RangeError('worker: no project is open')
  return project
}

/** A family with the length of all its lines, mm. */
export type MeasuredFamily = Family & { length: number }
/** What a page shows of all lines together; gathered here, since each part asks for every line. */
export type Overview = { families: MeasuredFamily[]; findings: Finding[]; troubles: Trouble[] }
/** What a page shows of the build. */
export type ToldBuild = {
  steps: Step[]
  wrong: OutOfOrder[]
  /** how many pieces lie on others */
  joined: number
  stack:
    | (Pick<Stacked, 'depth' | 'size' | 'fits' | 'findings'> & {
        layers: (Pick<StackedLayer, 'id' | 'name' | 'z' | 'gap' | 'paper'> & {
          strips: number
          dots: number
          hanging: number
        })[]
      })
    | null
}
/** An overview whose findings are null where they are what they were. */
export type NewOverview = Omit<Overview, 'findings'> & { findings: Finding[] | null }

/** What is built, as it was asked for last; worked out anew where the project is another one. */
let built: { of: Project; papers: string; whole: Whole } | null = null

/** Working a build out is fetched when it is first asked for. */
const building = () => import('../core/building')

/** Whether two states of a project are built alike. */
const isSameBuild = (a: Project, b: Project): boolean =>
  a.lines === b.lines &&
  a.pieces === b.pieces &&
  a.sources === b.sources &&
  a.stack === b.stack &&
  a.build?.joins === b.build?.joins &&
  a.build?.order === b.build?.order

async function wholeNow(papers: readonly Paper[]): Promise<Whole> {
  const { wholeOf } = await building()
  const known = JSON.stringify(papers.map(({ id, name, caliper }) => [id, name, caliper]))
  // A step that is ticked off changes nothing of the build.
  if (!built || built.papers !== known || !isSameBuild(built.of, open())) {
    const byId = new Map(papers.map((p) => [p.id, { name: p.name, caliper: p.caliper }]))
    built = { of: open(), papers: known, whole: wholeOf(open(), byId) }
  }
  return built.whole
}

/** What is shown folded. */
let folding: Build = { pieces: [], joins: [] }
let caliperOf = (_piece: string): number => USUAL_CALIPER
/** Faces of pieces that have no paper. */
const UNCHOSEN: Colours = { front: '#efe6d8', back: '#dccdb8' }

/** The number of the nesting that goes on; an older one stops. */
let nesting = 0
/** ms that nesting goes on for before other work gets its turn. */
const SLICE = 80
const nextTask = () => new Promise((resolve) => setTimeout(resolve))

async function fetched(address: string): Promise<Uint8Array> {
  const answer = await fetch(address)
  if (!answer.ok) throw new RangeError(`fonts: ${address} was answered with ${answer.status}`)
  return new Uint8Array(await answer.arrayBuffer())
}

export const computer = {
  /**
   * @param json the document's JSON text
   * @param fonts the address below which the project's own fonts are; null where it has none
   */
  open(json: string, fonts: string | null = null): void {
    told = ''
    takeOwnFontsFrom(fonts === null ? null : (id) => fetched(`${fonts}/${encodeURIComponent(id)}`))
    project = JSON.parse(json) as Project
  },
  /** Follows changes that are settled already. */
  apply(changes: Change[]): void {
    project = applyChanges(open(), changes)
  },
  /**
   * Follows an edit and works out what comes of it: pieces found anew, makings made anew, sheets laid anew.
   * @param papers lays the pieces out too, on these
   * @returns what is changed beyond the edit; the twin has it already
   */
  async follow(edit: Edit, papers: Paper[] | null): Promise<Edit> {
    let edited = applyChanges(open(), edit.changes)
    if (lacksFonts(edited)) {
      await fontsFor(edited)
      edited = applyChanges(open(), edit.changes)
    }
    const began = performance.now()
    const [next, more] = settle(edited, edit)
    const [laid, laying] = papers ? layEdit(next, layOut(next, papers)) : [next, null]
    project = laid
    performance.measure('follow', { start: began })
    // Laying out alone is called by what came of it.
    return laying ? { ...joinEdits(more, laying), label: edit.label || laying.label } : more
  },
  /** @param papers the library, against which pieces are measured, and the cutter that is chosen from it */
  overview(papers: Paper[], cutter: Cutter | null): NewOverview {
    const { lines } = open()
    const families = familiesOf(open()).map((family) => ({
      ...family,
      length: family.lines.reduce((sum, id) => sum + shapeOf(lines[id]!.d).length, 0),
    }))
    const findings = inspect(open(), papers)
    const text = JSON.stringify(findings)
    const same = text === told
    told = text
    const troubles = sheetTroubles(open(), { papers, cutter })
    return { families, findings: same ? null : findings, troubles }
  },
  /**
   * Nests the pieces by their true shapes until the time is up or {@link stopNesting} is called.
   * @param seconds how long to go on
   * @param tell is told of each better answer, and of the time in between
   * @returns the best answer
   */
  async nest(
    papers: Paper[],
    options: NestOptions & { seconds: number },
    tell: (answer: Laying | null, share: number) => void,
  ): Promise<Laying | null> {
    const mine = ++nesting
    const began = performance.now()
    let best: Laying | null = null
    let slice = began
    for (const answer of nestSheets(open(), papers, options)) {
      const now = performance.now()
      const share = (now - began) / (1000 * options.seconds)
      if (answer) best = answer
      if (share >= 1) break
      if (!answer && now - slice < SLICE) continue
      tell(answer, share)
      await nextTask()
      if (nesting !== mine) break
      slice = performance.now()
    }
    return best
  },
  stopNesting(): void {
    nesting += 1
  },
  /** What a making would make, as it is set up, without making it. */
  async preview(making: Making): Promise<Preview> {
    await fontsFor({ sources: { [making.id]: making } })
    return previewOf(open(), making)
  },
  /** Reads a pattern's file and proves it at all its sizes. */
  provePattern(text: string): Checked {
    return readPattern(text)
  },
  /**
   * What the folded view shows of pieces, or of all that go to a sheet.
   * @param isTogether whether pieces lie where they are put together, or each for itself
   * @param calipers by piece: the thickness of its paper, mm
   */
  folded(pieces: string[] | null, isTogether: boolean, calipers: Record<string, number>): Scene {
    folding = buildOf(folderOf(open(), pieces), isTogether ? joinsOf(open()) : [])
    caliperOf = (piece) => calipers[piece] ?? USUAL_CALIPER
    return sceneOf(folding)
  },
  /** Where what is shown folded lies. @param share 0 flat, 1 folded */
  pose(share: number): ScenePose {
    return scenePoseOf(folding, share, caliperOf)
  },
  /** A picture of it as SVG, mm to scale. */
  still(share: number, camera: Camera, coloursOf: Record<string, Colours>): string {
    const posed = standingTogether(folding, share, caliperOf)
    return writeStill({ name: open().name, ...posed, colours: UNCHOSEN, coloursOf }, camera)
  },
  /** The steps of the project's build and what its stack comes to. */
  async building(papers: Paper[]): Promise<ToldBuild> {
    const { steps, wrong, stack, build } = await wholeNow(papers)
    return {
      steps,
      wrong,
      joined: build.joins.length,
      stack: stack && {
        layers: stack.layers.map(({ id, name, z, gap, pads, hanging, paper }) => ({
          id,
          name,
          z,
          gap,
          paper,
          strips: pads.filter((p) => p.kind === 'strip').length,
          dots: pads.filter((p) => p.kind === 'dot').length,
          hanging: hanging.length,
        })),
        depth: stack.depth,
        size: stack.size,
        fits: stack.fits,
        findings: stack.findings,
      },
    }
  },
  /** What a step looks like while it is done; null where there is no such step. */
  async step(at: number, papers: Paper[]): Promise<Shown | null> {
    const [whole, { shownOf }] = [await wholeNow(papers), await building()]
    return whole.steps[at] ? shownOf(whole.sceneOf(at), shapesOf(open())) : null
  },
  /** The stack in space, with its spacers. @param apart how much more lies between layers than there is, mm */
  async stackScene(apart: number, papers: Paper[]): Promise<Shown | null> {
    const { stack } = await wholeNow(papers)
    const [{ shownOf }, { posedStack }] = [await building(), await import('../core/stacking/posed')]
    return stack ? shownOf({ posed: posedStack(stack.layers, apart, true) }, shapesOf(open())) : null
  },
  /** How often a piece fits on a sheet; null where either is gone. */
  fill(sheet: string, piece: string): Filling | null {
    return fillSheet(open(), sheet, piece)
  },
  /** The passes of a sheet and when each happens; null for a sheet that is gone. */
  plan(sheet: string, papers: Paper[], cutter: Cutter | null): PlannedSheet | null {
    const found = open().layout.sheets.find((s) => s.id === sheet)
    return found ? plannedSheet(open(), found, papers, cutter ?? PLAIN_CUTTER) : null
  },
  /** What running all sheets takes, on a cutter of the library or a plain one. */
  summarise(papers: Paper[], cutter: Cutter | null): RunSummary {
    return summarise(open(), papers, cutter ?? PLAIN_CUTTER)
  },
}

export type Computer = typeof computer
