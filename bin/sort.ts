import { addSource } from '../src/core/binding/add-source'
import { decisionsLeft, familiesOf } from '../src/core/document/families'
import { openingsOf, outlineOf, sizeOfPiece } from '../src/core/document/pieces'
import { emptyProject, PLAIN_READING, type Project, type Reading } from '../src/core/document/schema'
import { writePath } from '../src/core/geometry/path'
import { inspect } from '../src/core/inspection'
import { readDrawing } from '../src/core/intake/formats'
import { decodePicture } from '../src/tasks/decode-picture'

/** A file as a project with sorted and bound lines. */
export async function readProject(bytes: Uint8Array, name: string, reading: Reading): Promise<Project> {
  const drawing = await readDrawing(bytes, name, { ...reading, decodePicture })
  const file = { id: 'source', name, format: drawing.format, bytes: bytes.length }
  return addSource(emptyProject(name), drawing, file)[0]
}

export type SortResult = ReturnType<typeof tellProject>

/** Roles, pieces and findings of a file; all `d` in mm, y down, absolute M L C Z. */
export const sortFile = async (bytes: Uint8Array, name: string, reading = PLAIN_READING) =>
  tellProject(await readProject(bytes, name, reading))

/** A project's lines, pieces and findings in the shape that the command answers. */
export function tellProject(project: Project) {
  const holder = new Map(
    Object.values(project.pieces).flatMap((p) => p.lines.map((id) => [id, p.id] as const)),
  )
  return {
    units: 'mm' as const,
    artwork: Object.values(project.sources)[0]!.artwork,
    lines: Object.values(project.lines).map(({ id, d, role, sure, why, fold, look }) => ({
      id,
      d,
      role,
      sure,
      why,
      piece: holder.get(id) ?? null,
      fold,
      look: project.looks[look]!,
    })),
    pieces: Object.values(project.pieces).map((piece) => ({
      id: piece.id,
      name: piece.name,
      outline: writePath(outlineOf(project, piece)),
      openings: openingsOf(project, piece).map(writePath),
      ...sizeOfPiece(project, piece),
      lines: piece.lines,
    })),
    findings: inspect(project),
    /** how many families or strands of them wait for a decision */
    decisions: decisionsLeft(familiesOf(project)),
  }
}

/** The result in words. */
export function describeSort(name: string, { lines, pieces, findings }: SortResult): string {
  const roles = new Map<string, number>()
  for (const { role, sure } of lines) {
    const key = sure ? role : `${role}?`
    roles.set(key, (roles.get(key) ?? 0) + 1)
  }
  const counts = [...roles].map(([role, n]) => `${n} ${role}`).join(', ')
  return [
    `${name}: ${lines.length} lines (${counts}), ${pieces.length} pieces`,
    ...pieces.map(
      (p) => `  ${p.name}: ${p.width.toFixed(1)} x ${p.height.toFixed(1)} mm, ${p.lines.length} lines`,
    ),
    ...findings.map((f) => `  ${f.severity}: ${f.message}`),
  ].join('\n')
}
