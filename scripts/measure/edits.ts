import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PLAIN_CUTTER } from '../../src/core/document/cutter'
import { type Edit, makeEdit, setLines } from '../../src/core/document/edits'
import { emptyProject, type Project } from '../../src/core/document/project'
import { excerptFor } from '../../src/core/export/excerpt'
import { packSheets } from '../../src/core/sheets/pack'
import { closeDatabase } from '../../src/server/database'
import { FIRST_PAPERS } from '../../src/server/library/first-papers'
import { createProject, editProject, loadProject } from '../../src/server/projects/store'
import { planSheet } from '../../src/tasks/plan-sheet'
import { readFile } from '../../src/tasks/read-file'
import { type Figure, median, medianTime } from './figure'

const EDITS = 5000
const TIMED = 300

/** What an edit costs in a large project with a long history, against one in an empty project. */
export async function measureEdits(svg: string): Promise<Figure[]> {
  process.env.VELVET_DB = join(mkdtempSync(join(tmpdir(), 'velvet-measure-')), 'measure.db')
  const { project } = await readFile.run(
    { bytes: new TextEncoder().encode(svg), fileName: 'large.svg', sourceId: 'large', project: null },
    () => {},
  )
  const large = await createProject(project!, [])
  const empty = await createProject(emptyProject('Empty'), [])
  const line = Object.keys(project!.lines)[5000]!
  const spacing = (p: Project, n: number): Edit =>
    makeEdit(p, 'Change the spacing', (draft) => {
      draft.layout.spacing = n % 20
    })[1]
  const role = (p: Project, n: number): Edit =>
    setLines(p, 'Choose a role', [line], { role: n % 2 === 0 ? 'pen' : 'score' })[1]
  const kept = project!
  let revision = 0
  for (; revision < EDITS; revision += 1)
    await editProject(large, revision, revision % 2 === 0 ? role(kept, revision) : spacing(kept, revision))
  const blank = emptyProject('Empty')
  const [inLarge, inEmpty, sizes]: [number[], number[], number[]] = [[], [], []]
  // By turns, so that a busy machine is as busy for both.
  for (let n = 0; n < TIMED; n += 1) {
    const [edit, plain] = [n % 2 === 0 ? role(kept, n) : spacing(kept, n), spacing(blank, n)]
    const began = performance.now()
    const answer = await editProject(large, revision + n, edit)
    const between = performance.now()
    await editProject(empty, n, plain)
    inLarge.push(between - began)
    inEmpty.push(performance.now() - between)
    sizes.push(JSON.stringify({ revision: answer.revision, history: answer.history }).length)
  }
  const { history } = await loadProject(large)
  await closeDatabase()
  const ratio = median(inLarge) / median(inEmpty)
  const most = Math.max(...sizes)
  return [
    {
      what: `An edit accepted in a project of ${Object.keys(kept.lines).length.toLocaleString('en')} lines after ${EDITS.toLocaleString('en')} edits (undo: ${history.undo})`,
      figure: `${median(inLarge).toFixed(1)} ms, answer of ${most} bytes`,
      against: `${ratio.toFixed(2)} times an edit of an empty project (${median(inEmpty).toFixed(1)} ms)`,
      target: 'at most 1.5 times, answer under 2 kB',
      met: ratio <= 1.5 && most < 2000,
    },
    await measurePlan(kept),
  ]
}

/** One sheet of many planned, against the same sheet as the only one of its project. */
async function measurePlan(large: Project): Promise<Figure> {
  const papers = FIRST_PAPERS.map((fields, i) => ({ ...fields, id: `paper-${i}` }))
  const laid = { ...large, layout: { ...large.layout, ...packSheets(large, papers) } }
  const [sheet] = laid.layout.sheets
  const single = excerptFor(laid, sheet!)
  const plan = (project: Project) =>
    medianTime(9, () =>
      planSheet.run(
        { project: excerptFor(project, sheet!), sheet: sheet!, paper: papers[0]!, cutter: PLAIN_CUTTER },
        () => {},
      ),
    )
  await plan(single)
  const [ofMany, alone] = [await plan(laid), await plan(single)]
  const ratio = ofMany / alone
  return {
    what: `The plan of one of ${laid.layout.sheets.length} sheets of that drawing`,
    figure: `${ofMany.toFixed(0)} ms`,
    against: `${ratio.toFixed(2)} times the plan of a project with that sheet alone (${alone.toFixed(0)} ms)`,
    target: 'at most 1.2 times',
    met: ratio <= 1.2,
  }
}
