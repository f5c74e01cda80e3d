import { expose } from 'comlink'
import { rebind } from '../core/binding/reconcile'
import { applyChanges, type Change, type Edit } from '../core/document/edits'
import type { Paper } from '../core/document/paper'
import type { Finding, Layout, Project } from '../core/document/schema'
import { inspect } from '../core/inspection'
import { packSheets } from '../core/sheets/pack'

/** The open project's twin in a worker: it follows every change and does what would block the page. */
let project: Project | null = null

function open(): Project {
  if (!project) throw new RangeError('worker: no project is open')
  return project
}

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
    const [next, edit] = rebind(open(), label)
    project = next
    return edit
  },
  inspect(): Finding[] {
    return inspect(open())
  },
  pack(papers: Paper[]): Pick<Layout, 'sheets' | 'unplaced'> {
    return packSheets(open(), papers)
  },
}

export type Computer = typeof computer

expose(computer)
