import type { Fit, OutOfOrder, Shown, Step, Whole } from '../core/building'
import type { PlannedSheet } from '../core/cutting/planned-sheet'
import type { RunSummary } from '../core/cutting/summary'
import { type Cutter, PLAIN_CUTTER } from '../core/document/cutter'
import { applyChanges, type Change, type Edit, joinEdits } from '../core/document/edits'
import { type Family, familiesOf } from '../core/document/families'
import type { Finding } from '../core/document/findings'
import type { Paper } from '../core/document/paper'
import type { Project } from '../core/document/project'
import type { Making } from '../core/document/sources'
import type { Colours } from '../core/export/folded'
import type { Build, Scene, ScenePose } from '../core/folding'
import type { Camera } from '../core/folding/still'
import { shapeOf } from '../core/geometry/shape'
import type { Preview } from '../core/making/make'
import type { Marks } from '../core/making/marks/drawn'
import type { Checked } from '../core/patterns'
import { shapesOf } from '../core/pieces/piece-shape'
import type { Filling } from '../core/sheets/fill'
import type { Laying, NestOptions } from '../core/sheets/nest'
import type { Trouble } from '../core/sheets/troubles'
import type { Stacked, StackedLayer } from '../core/stacking'
import { fontsFor, haveFonts, lacksFonts, takeOwnFontsFrom } from './fonts'

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
/**
 * What a page shows of all lines together; gathered here, since each part asks for every line.
 * Findings are null where they are what they were.
 */
export type Overview = { families: MeasuredFamily[]; findings: Finding[] | null; troubles: Trouble[] }
/** What a page shows of the build. */
export type ToldBuild = {
  steps: Step[]
  wrong: OutOfOrder[]
  /** how many pieces lie on others */
  joined: number
  /** pieces that fit together as halves, and are not put together yet */
  fits: Fit[]
  /** whether the letters of glued places are drawn, and still right */
  letters: 'none' | 'right' | 'stale'
  stack:
    | (Pick<Stacked, 'depth' | 'size' | 'fits' | 'findings'> & {
        /** the spacers as they would be drawn on the layers, and whether they are */
        marks: Marks[]
        drawn: 'none' | 'right' | 'stale'
        layers: (Pick<StackedLayer, 'id' | 'name' | 'z' | 'gap' | 'paper'> & {
          strips: number
          dots: number
          hanging: number
        })[]
      })
    | null
}
/** What is built, as it was asked for last; worked out anew where the project is another one. */
let built: { of: Project; papers: string; whole: Whole } | null = null

/** What the first drawing can do without is fetched when it is first asked for. */
const building = () => import('../core/building')
const making = () => import('../core/making/settle')
const laying = () => import('../core/sheets/lay-out')
const folded = () => import('../core/folding')
const inspecting = async () => ({
  ...(await import('../core/inspection')),
  ...(await import('../core/sheets/troubles')),
})

/** Whether two states of a project are built alike. */
const isSameBuild = (a: Project, b: Project): boolean =>
  a.lines === b.lines &&
  a.pieces === b.pieces &&
  a.sources === b.sources &&
  a.unit === b.unit &&
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
let caliperOf: (piece: string) => number = () => 0
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
  /** Fetches what the first edit needs. @returns whether all of it is there: false while the server does not answer */
  async warmUp(): Promise<boolean> {
    try {
      await Promise.all([inspecting(), making(), laying(), folded()])
      return true
    } catch {
      return false
    }
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
    const [{ settle }, lay] = [await making(), papers && (await laying())]
    let edited = applyChanges(open(), edit.changes)
    if (lacksFonts(edited)) {
      await fontsFor(edited)
      edited = applyChanges(open(), edit.changes)
    }
    const began = performance.now()
    const [next, more] = settle(edited, edit)
    const [laid, placed] = papers && lay ? lay.layEdit(next, lay.layOut(next, papers)) : [next, null]
    project = laid
    performance.measure('follow', { start: began })
    // Laying out alone is called by what came of it.
    return placed ? { ...joinEdits(more, placed), label: edit.label || placed.label } : more
  },
  families(): MeasuredFamily[] {
    const { lines } = open()
    return familiesOf(open()).map((family) => ({
      ...family,
      length: family.lines.reduce((sum, id) => sum + shapeOf(lines[id]!.d).length, 0),
    }))
  },
  /** @param papers the library, against which pieces are measured, and the cutter that is chosen from it */
  async overview(papers: Paper[], cutter: Cutter | null): Promise<Overview> {
    const { inspect, sheetTroubles } = await inspecting()
    const findings = inspect(open(), papers)
    const text = JSON.stringify(findings)
    const same = text === told
    told = text
    const troubles = sheetTroubles(open(), { papers, cutter })
    return { families: computer.families(), findings: same ? null : findings, troubles }
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
    const { nestSheets } = await import('../core/sheets/nest')
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
    const { previewOf } = await import('../core/making/make')
    return previewOf(open(), making)
  },
  /** Reads a pattern's file and proves it at all its sizes. */
  async provePattern(text: string): Promise<Checked> {
    const { readPattern } = await import('../core/patterns')
    return readPattern(text)
  },
  /**
   * What the folded view shows of pieces, or of all that go to a sheet.
   * @param isTogether whether pieces lie where they are put together, or each for itself
   * @param calipers by piece: the thickness of its paper, mm
   */
  async folded(
    pieces: string[] | null,
    isTogether: boolean,
    calipers: Record<string, number>,
  ): Promise<Scene> {
    const [{ buildOf, folderOf, sceneOf }, { joinsOf }, { madeFor }, { USUAL_CALIPER }] = [
      await folded(),
      await import('../core/making/joins'),
      await import('../core/making/made-for'),
      await import('../core/patterns'),
    ]
    folding = buildOf(folderOf(open(), pieces), isTogether ? joinsOf(open()) : [])
    const project = open()
    caliperOf = (piece) => calipers[piece] ?? madeFor(project, piece) ?? USUAL_CALIPER
    return sceneOf(folding, caliperOf)
  },
  /** Where what is shown folded lies. @param share 0 flat, 1 folded */
  async pose(share: number): Promise<ScenePose> {
    const { scenePoseOf } = await folded()
    return scenePoseOf(folding, share, caliperOf)
  },
  /** A picture of it as SVG, mm to scale. */
  async still(share: number, camera: Camera, coloursOf: Record<string, Colours>): Promise<string> {
    const { standingTogether } = await folded()
    const { writeStill } = await import('../core/export/folded/still')
    const posed = standingTogether(folding, share, caliperOf)
    return writeStill({ name: open().name, ...posed, colours: UNCHOSEN, coloursOf }, camera)
  },
  /** The steps of the project's build and what its stack comes to. */
  async building(papers: Paper[]): Promise<ToldBuild> {
    const { steps, wrong, fits, stack, build } = await wholeNow(papers)
    const [{ spacerMarks }, { hasMarks, stateOfMarks }] = [
      await import('../core/stacking'),
      await import('../core/making/marks/drawn'),
    ]
    const marks = stack ? spacerMarks(stack) : []
    return {
      steps,
      wrong,
      joined: build.joins.length,
      fits,
      letters: hasMarks(open(), 'letters')
        ? stateOfMarks(open(), 'letters', await computer.letters(papers))
        : 'none',
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
        marks,
        drawn: stateOfMarks(open(), 'spacers', marks),
        depth: stack.depth,
        size: stack.size,
        fits: stack.fits,
        findings: stack.findings,
      },
    }
  },
  /** The letters of glued places as they would be drawn where the glue hides them. */
  async letters(papers: Paper[]): Promise<Marks[]> {
    const [whole, { glueLetters, LETTER_FONT }] = [await wholeNow(papers), await building()]
    await haveFonts([LETTER_FONT])
    return glueLetters(whole)
  },
  /** What a step looks like while it is done; null where there is no such step. */
  async step(at: number, papers: Paper[]): Promise<Shown | null> {
    const [whole, { shownOf }] = [await wholeNow(papers), await building()]
    return whole.steps[at] ? shownOf(whole.sceneOf(at), shapesOf(open())) : null
  },
  /** The same as a picture (SVG), for a browser that draws nothing in space. */
  async stepPicture(at: number, papers: Paper[], coloursOf: Record<string, Colours>): Promise<string | null> {
    const whole = await wholeNow(papers)
    if (!whole.steps[at]) return null
    const { writeStill } = await import('../core/export/folded/still')
    const { posed, glued, camera } = whole.sceneOf(at)
    return writeStill({ name: open().name, ...posed, glued, colours: UNCHOSEN, coloursOf }, camera)
  },
  /** The stack in space, with its spacers. @param apart how much more lies between layers than there is, mm */
  async stackScene(apart: number, papers: Paper[]): Promise<Shown | null> {
    const { stack } = await wholeNow(papers)
    const [{ shownOf }, { posedStack }] = [await building(), await import('../core/stacking/posed')]
    return stack ? shownOf({ posed: posedStack(stack.layers, apart, true) }, shapesOf(open())) : null
  },
  /** How often a piece fits on a sheet; null where either is gone. */
  async fill(sheet: string, piece: string): Promise<Filling | null> {
    const { fillSheet } = await import('../core/sheets/fill')
    return fillSheet(open(), sheet, piece)
  },
  /** The passes of a sheet and when each happens; null for a sheet that is gone. */
  async plan(sheet: string, papers: Paper[], cutter: Cutter | null): Promise<PlannedSheet | null> {
    const { plannedSheet } = await import('../core/cutting/planned-sheet')
    const found = open().layout.sheets.find((s) => s.id === sheet)
    return found ? plannedSheet(open(), found, papers, cutter ?? PLAIN_CUTTER) : null
  },
  /** What running all sheets takes, on a cutter of the library or a plain one. */
  async summarise(papers: Paper[], cutter: Cutter | null): Promise<RunSummary> {
    const { summarise } = await import('../core/cutting/summary')
    return summarise(open(), papers, cutter ?? PLAIN_CUTTER)
  },
}

export type Computer = typeof computer
