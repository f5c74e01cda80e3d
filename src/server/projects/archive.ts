import { withPapers } from '../../core/archive'
import type { Paper } from '../../core/document/paper'
import type { Project } from '../../core/document/project'
import { filesOf } from '../../core/document/sources'
import { packArchive, unpackArchive } from '../../tasks/pack-archive'
import { runInThread } from '../../tasks/run-in-thread'
import { papers } from '../library/papers'
import { createProject, loadProject, loadSource } from './store'

/** A whole project as one archive, and its name. */
export async function archiveOf(id: string): Promise<{ name: string; bytes: Uint8Array }> {
  const { project } = await loadProject(id)
  const kept = [
    ...filesOf(project.sources),
    ...Object.values(project.art),
    ...Object.values(project.fonts ?? {}),
  ]
  const files = await Promise.all(
    kept.map(async (file) => ({ id: file.id, ...(await loadSource(id, file.id)) })),
  )
  const used = papersIn(project)
  const own = (await papers.list()).filter((p) => used.has(p.id))
  return { name: project.name, bytes: await runInThread(packArchive, { project, papers: own, files }) }
}

const papersIn = ({ pieces, layout }: Project): Set<string | null> =>
  new Set([...Object.values(pieces).map((p) => p.paper), ...layout.sheets.map((s) => s.paper)])

/**
 * Opens an archive as a project of its own. Its papers are those of the library here that are alike; others are added.
 * @throws IntakeRefusal for an archive that is broken or too large; nothing is kept then
 */
export async function openArchive(bytes: Uint8Array, fileName: string): Promise<string> {
  const { project, papers: brought, files } = await runInThread(unpackArchive, { bytes, fileName })
  const here = await papers.list()
  const ids = new Map<string, string>()
  for (const paper of brought) {
    const same = here.find((p) => isAlike(p, paper))
    const { id: _, ...fields } = paper
    ids.set(paper.id, (same ?? (await papers.add({ ...fields, leftovers: [] }))).id)
  }
  return createProject(withPapers(project, ids), files)
}

/** Whether two papers are one kind of card, whatever they are called inside. */
const isAlike = (a: Paper, b: Paper): boolean =>
  a.name === b.name &&
  a.width === b.width &&
  a.height === b.height &&
  a.caliper === b.caliper &&
  a.colour === b.colour
