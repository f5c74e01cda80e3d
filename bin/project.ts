import { addSource } from '../src/core/binding/add-source'
import { decisionsLeft, familiesOf } from '../src/core/document/families'
import { emptyProject, type Project } from '../src/core/document/project'
import { filesOf, type Lay, type Reading } from '../src/core/document/sources'
import { writePath } from '../src/core/geometry/path'
import { inspect } from '../src/core/inspection'
import { readDrawing } from '../src/core/intake/formats'
import { shapesOf } from '../src/core/pieces/piece-shape'
import { count } from '../src/core/words'
import { decodePicture } from '../src/tasks/decode-picture'

/** A file as a project with sorted and bound lines. @throws IntakeRefusal */
export const readProject = (bytes: Uint8Array, name: string, reading: Reading): Promise<Project> =>
  addFile(emptyProject(name), bytes, name, reading, { id: 'source' })

/** A file as one more source of a project. @throws IntakeRefusal */
export async function addFile(
  project: Project,
  bytes: Uint8Array,
  name: string,
  reading: Reading,
  source: { id: string; lay?: Lay },
): Promise<Project> {
  const drawing = await readDrawing(bytes, name, { ...reading, decodePicture })
  const file = { ...source, name, format: drawing.format, bytes: bytes.length, stacked: reading.stacked }
  return addSource(project, drawing, file)[0]
}

export type Told = ReturnType<typeof tellProject>

/** A project's lines, pieces and findings in the shape that the commands answer; all `d` in mm, y down, absolute M L C Z. */
export function tellProject(project: Project) {
  const holder = new Map(
    Object.values(project.pieces).flatMap((p) => p.lines.map((id) => [id, p.id] as const)),
  )
  return {
    units: 'mm' as const,
    artwork: filesOf(project.sources)[0]?.artwork ?? null,
    lines: Object.values(project.lines).map(({ id, d, role, sure, why, fold, angle, look }) => ({
      id,
      d,
      role,
      sure,
      why,
      piece: holder.get(id) ?? null,
      fold,
      ...(angle === undefined ? {} : { angle }),
      look: project.looks[look]!,
    })),
    pieces: shapesOf(project).map(({ piece, outline, openings, size }) => ({
      id: piece.id,
      name: piece.name,
      outline: writePath(outline),
      openings: openings.map(writePath),
      ...size,
      lines: piece.lines,
    })),
    findings: inspect(project),
    /** how many families or strands of them wait for a decision, and whether fills on fills are layers */
    decisions:
      decisionsLeft(familiesOf(project)) +
      filesOf(project.sources).filter((s) => s.stacked?.sure === false).length,
  }
}

/** The same in words. */
export function describeProject(name: string, { lines, pieces, findings }: Told): string {
  const roles = new Map<string, number>()
  for (const { role, sure } of lines) {
    const key = sure ? role : `${role}?`
    roles.set(key, (roles.get(key) ?? 0) + 1)
  }
  const counts = [...roles].map(([role, n]) => `${n} ${role}`).join(', ')
  return [
    `${name}: ${count(lines.length, 'line')} (${counts}), ${count(pieces.length, 'piece')}`,
    ...pieces.map(
      (p) =>
        `  ${p.name}: ${p.width.toFixed(1)} x ${p.height.toFixed(1)} mm, ${count(p.lines.length, 'line')}`,
    ),
    ...findings.map((f) => `  ${f.severity}: ${f.message}`),
  ].join('\n')
}
