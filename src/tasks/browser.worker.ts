import { expose } from 'comlink'
import { rebind } from '../core/binding/reconcile'
import { applyChanges, type Change, type Edit } from '../core/document/edits'
import { familiesOf } from '../core/document/families'
import type { Paper } from '../core/document/paper'
import type { Finding, Layout, Project } from '../core/document/schema'
import { shapeOf } from '../core/geometry/shape'
import { inspect } from '../core/inspection'
import { packSheets } from '../core/sheets/pack'

/** The open project's twin in a worker: it follows every change and does what would block the page. */
let project: Project | null = null

function open(): Project {
  if (!project) throw new RangeError('worker: no project is open')
  return project
}

export type Inspection = { findings: Finding[]; lengths: Record<string, number> }

const computer = {
  /** @param json the document's JSON text */
  open(json: string): void {
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
  /** What is noticed, and the length of each family in mm: both need every line's geometry. */
  inspect(): Inspection {
    const { lines } = open()
    const lengths: Record<string, number> = {}
    for (const family of familiesOf(open()))
      lengths[family.key] = family.lines.reduce((sum, id) => sum + shapeOf(lines[id]!.d).length, 0)
    return { findings: inspect(open()), lengths }
  },
  pack(papers: Paper[]): Pick<Layout, 'sheets' | 'unplaced'> {
    return packSheets(open(), papers)
  },
}

export type Computer = typeof computer

expose(computer)
