import { nanoid } from 'nanoid'
import type { Changed } from '../../contract/projects'
import { makeEdit } from '../../core/document/edits'
import { ownFontId } from '../../core/document/fonts'
import type { Project } from '../../core/document/project'
import { makingsOf } from '../../core/document/sources'
import { say } from '../../core/words'
import { readFontFile } from '../../tasks/read-font'
import { runInThread } from '../../tasks/run-in-thread'
import { notFound } from '../problem'
import { editProject, loadProject, loadSource } from './store'

/**
 * Keeps a font of one's own with a project, as an edit.
 * @throws IntakeRefusal for a file that is no font, or may not be used; nothing is kept then
 */
export async function addFont(
  projectId: string,
  bytes: Uint8Array,
  { base, fileName }: { base: number; fileName: string },
): Promise<Changed> {
  const { project } = await loadProject(projectId)
  await runInThread(readFontFile, { bytes, fileName })
  const id = nanoid(10)
  const [, edit] = makeEdit(project, say`Bring the font ${fileName}`, (draft) => {
    draft.fonts = { ...draft.fonts, [id]: { id, name: fileName.slice(0, 120), bytes: bytes.length } }
  })
  return editProject(projectId, base, edit, [{ id, name: fileName, bytes }])
}

/** The bytes of a project's own font. */
export async function fontFile(projectId: string, fontId: string): Promise<Uint8Array> {
  const { project } = await loadProject(projectId)
  if (!project.fonts?.[fontId]) throw notFound(say`font`)
  return (await loadSource(projectId, fontId)).bytes
}

/** The bytes of the own fonts in which a project is lettered, by id. */
export async function fontsInUse(
  projectId: string,
  project: Pick<Project, 'sources' | 'fonts'>,
): Promise<Record<string, Uint8Array>> {
  const used = new Set(makingsOf(project.sources).flatMap((m) => ownFontId(m.measures.font) ?? []))
  const kept = [...used].filter((id) => project.fonts?.[id])
  return Object.fromEntries(
    await Promise.all(kept.map(async (id) => [id, (await loadSource(projectId, id)).bytes] as const)),
  )
}
