import { expose } from 'comlink'
import { rebind } from '../core/binding/reconcile'
import { type RunSummary, summarise } from '../core/cutting/summary'
import { type Cutter, PLAIN_CUTTER } from '../core/document/cutter'
import { applyChanges, type Change, type Edit } from '../core/document/edits'
import { type Family, familiesOf } from '../core/document/families'
import type { Paper } from '../core/document/paper'
import type { Finding, Layout, Project } from '../core/document/schema'
import { shapeOf } from '../core/geometry/shape'
import { inspect } from '../core/inspection'
import { type Laying, type NestOptions, nestSheets } from '../core/sheets/nest'
import { packSheets } from '../core/sheets/pack'

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
export type Overview = { families: MeasuredFamily[]; findings: Finding[] }
/** An overview whose findings are null where they are what they were. */
export type NewOverview = { families: MeasuredFamily[]; findings: Finding[] | null }

/** The number of the nesting that goes on; an older one stops. */
let nesting = 0
/** ms that nesting goes on for before other work gets its turn. */
const SLICE = 80
const nextTask = () => new Promise((resolve) => setTimeout(resolve))

const computer = {
  /** @param json the document's JSON text */
  open(json: string): void {
    told = ''
    project = JSON.parse(json) as Project
  },
  apply(changes: Change[]): void {
    project = applyChanges(open(), changes)
  },
  /** Brings the pieces in line with the lines; the twin has them at once, the page applies the answered edit. */
  rebind(label: string): Edit {
    const began = performance.now()
    const [next, edit] = rebind(open(), label)
    project = next
    performance.measure('rebind', { start: began })
    return edit
  },
  /** @param papers the library, against which pieces are measured */
  overview(papers: Paper[]): NewOverview {
    const { lines } = open()
    const families = familiesOf(open()).map((family) => ({
      ...family,
      length: family.lines.reduce((sum, id) => sum + shapeOf(lines[id]!.d).length, 0),
    }))
    const findings = inspect(open(), papers)
    const text = JSON.stringify(findings)
    const same = text === told
    told = text
    return { families, findings: same ? null : findings }
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
  /** What running all sheets takes, on a cutter of the library or a plain one. */
  summarise(papers: Paper[], cutter: Cutter | null): RunSummary {
    return summarise(open(), papers, cutter ?? PLAIN_CUTTER)
  },
  pack(papers: Paper[]): Pick<Layout, 'sheets' | 'unplaced'> {
    return packSheets(open(), papers)
  },
}

export type Computer = typeof computer

expose(computer)
