import { expose } from 'comlink'
import { rebind } from '../core/binding/reconcile'
import { applyChanges, type Change, type Edit } from '../core/document/edits'
import { type Family, familiesOf } from '../core/document/families'
import type { Paper } from '../core/document/paper'
import type { Finding, Layout, Project } from '../core/document/schema'
import { shapeOf } from '../core/geometry/shape'
import { inspect } from '../core/inspection'
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
  pack(papers: Paper[]): Pick<Layout, 'sheets' | 'unplaced'> {
    return packSheets(open(), papers)
  },
}

export type Computer = typeof computer

expose(computer)
