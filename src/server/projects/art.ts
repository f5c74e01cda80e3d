import { nanoid } from 'nanoid'
import sharp from 'sharp'
import type { Changed } from '../../contract/projects'
import type { SideOfPaper } from '../../core/document/art'
import { laidAsUsual } from '../../core/document/art'
import { dropUnusedArt } from '../../core/document/art-on-pieces'
import { makeEdit } from '../../core/document/edits'
import type { Project } from '../../core/document/project'
import { quoted, say } from '../../core/words'
import { decodeArt } from '../../tasks/decode-art'
import { readArt } from '../../tasks/read-art'
import { runInThread } from '../../tasks/run-in-thread'
import { notFound } from '../problem'
import { editProject, loadProject, loadSource } from './store'

/** Pixels of the longer side of art as the page shows it. */
const SHOWN = 1200

/** What the art of a file is laid on. */
export type ArtWish = { base: number; fileName: string; side: SideOfPaper; pieces: readonly string[] }

/**
 * Keeps a picture and lays it on pieces, as an edit.
 * @throws IntakeRefusal for a file that cannot be printed; nothing is kept then
 */
export async function addArt(
  projectId: string,
  bytes: Uint8Array,
  { base, fileName, side, pieces }: ArtWish,
): Promise<Changed> {
  const { project } = await loadProject(projectId)
  const known = pieces.filter((id) => project.pieces[id])
  if (known.length === 0) throw notFound(say`piece`)
  const measured = await runInThread(readArt, { bytes, fileName })
  const id = nanoid(10)
  const art = { id, name: fileName.slice(0, 120), bytes: bytes.length, ...measured }
  const [only] = known
  const what = known.length === 1 ? quoted(project.pieces[only!]?.name) : say`${known.length} pieces`
  const [, edit] = makeEdit(project, say`Print ${art.name} on ${what}`, (draft) => {
    draft.art = { ...draft.art, [id]: art }
    for (const piece of known)
      draft.pieces[piece]!.art = { ...draft.pieces[piece]!.art, [side]: laidAsUsual(art) }
    dropUnusedArt(draft)
  })
  return editProject(projectId, base, edit, [{ id, name: fileName, bytes }])
}

/** Art as the page shows it: a PNG made anew, whatever the file was. */
export async function artPicture(projectId: string, artId: string): Promise<Uint8Array> {
  const { project } = await loadProject(projectId)
  const art = project.art?.[artId]
  if (!art) throw notFound(say`picture`)
  const { bytes } = await loadSource(projectId, artId)
  const scale = SHOWN / Math.max(art.width, art.height)
  const [w, h] = [art.width, art.height].map((v) => Math.max(1, Math.round(v * scale)))
  const { rgba, width, height } = await decodeArt(bytes, w!, h!, art.name)
  return sharp(rgba, { raw: { width, height, channels: 4 } })
    .png({ compressionLevel: 6 })
    .toBuffer()
}

/** The bytes of all art of a project, or of what was taken from it for one sheet, by id. */
export async function artOfSheet(
  projectId: string,
  { art }: Pick<Project, 'art'>,
): Promise<Record<string, { name: string; bytes: Uint8Array }>> {
  return Object.fromEntries(
    await Promise.all(Object.keys(art).map(async (id) => [id, await loadSource(projectId, id)] as const)),
  )
}
