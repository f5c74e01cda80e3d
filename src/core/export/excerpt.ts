import type { Sheet } from '../document/layout'
import type { Project } from '../document/project'

/** What of a project one sheet's files are made of: its pieces with their lines, looks and art, and the settings. */
export function excerptFor(project: Project, sheet: Sheet): Project {
  const pieces = keep(
    project.pieces,
    sheet.placements.map((p) => p.piece),
  )
  const lines = keep(
    project.lines,
    Object.values(pieces).flatMap((p) => p.lines),
  )
  const looks = keep(
    project.looks,
    Object.values(lines).map((l) => l.look),
  )
  const art = keep(
    project.art,
    Object.values(pieces).flatMap((p) => Object.values(p.art ?? {}).map((a) => a.art)),
  )
  return {
    ...project,
    pieces,
    lines,
    looks,
    art,
    sources: {},
    habits: {},
    accepted: [],
    layout: { ...project.layout, sheets: [sheet], unplaced: [] },
  }
}

const keep = <T>(from: Record<string, T>, ids: readonly string[]): Record<string, T> =>
  Object.fromEntries([...new Set(ids)].flatMap((id) => (from[id] ? [[id, from[id]] as const] : [])))
