import { type KeptFile, withPapers } from '../../core/archive'
import type { Paper } from '../../core/document/paper'
import type { Project } from '../../core/document/project'
import { filesOf } from '../../core/document/sources'
import { packArchive, unpackArchive } from '../../tasks/pack-archive'
import { readArt } from '../../tasks/read-art'
import { readFontFile } from '../../tasks/read-font'
import { runInThread } from '../../tasks/run-in-thread'
import { papers } from '../library/papers'
import { createProjectWith, loadProject, loadSource } from './store'

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
  await lookThrough(project, files)
  const used = papersIn(project)
  const here = await papers.list()
  return createProjectWith(async (transaction) => {
    const ids = new Map<string, string>()
    for (const paper of brought) {
      if (!used.has(paper.id)) continue
      const { id: _, ...fields } = paper
      const same = here.find((p) => isAlike(p, paper))
      ids.set(paper.id, (same ?? (await papers.addWithin(transaction, { ...fields, leftovers: [] }))).id)
    }
    return withPapers(project, ids)
  }, files)
}

/** Art and fonts pass the doors that they pass alone. @throws IntakeRefusal */
async function lookThrough({ art, fonts = {} }: Project, files: readonly KeptFile[]): Promise<void> {
  const bytesOf = (id: string) => files.find((f) => f.id === id)!.bytes
  for (const { id, name } of Object.values(art))
    await runInThread(readArt, { bytes: bytesOf(id), fileName: name })
  for (const { id, name } of Object.values(fonts))
    await runInThread(readFontFile, { bytes: bytesOf(id), fileName: name })
}

/** Whether two papers are one kind of card, whatever they are called inside. */
const isAlike = (a: Paper, b: Paper): boolean =>
  a.name === b.name &&
  a.width === b.width &&
  a.height === b.height &&
  a.caliper === b.caliper &&
  a.colour === b.colour
