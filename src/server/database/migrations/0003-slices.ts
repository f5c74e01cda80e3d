import { gunzipSync, gzipSync } from 'node:zlib'
import { QueryTypes } from 'sequelize'
import { applyChanges } from '../../../core/document/edits'
import type { StoredDocument } from '../../../core/document/migrations'
import { carryEdits } from '../../../core/document/migrations/carry-edits'
import type { Project } from '../../../core/document/project'
import type { MigrationContext } from './context'

type OldProject = { id: string; revision: number; snapshot: Buffer; snapshotRevision: number }
type OldEdit = {
  revision: number
  kind: 'edit' | 'undo' | 'redo'
  changes: string
  inverse: string
}

const apply = (document: StoredDocument, changes: Parameters<typeof applyChanges>[1]): StoredDocument =>
  applyChanges(document as unknown as Project, changes) as unknown as StoredDocument

/**
 * Documents of version 2, in a table of their own so that an edit does not write them again; edits carried over, each
 * with what lies below it in the pile of what can be taken back; sources known by project and id.
 */
export const slices = {
  name: '0003-slices',
  async up({ context: { tables, transaction } }: MigrationContext) {
    const { sequelize } = tables
    const run = (sql: string, replacements: Record<string, unknown> = {}) =>
      sequelize.query(sql, { transaction, replacements })
    const read = <T extends object>(sql: string, replacements: Record<string, unknown> = {}) =>
      sequelize.query<T>(sql, { transaction, replacements, type: QueryTypes.SELECT })
    await run(
      'CREATE TABLE snapshots (projectId VARCHAR(40) PRIMARY KEY REFERENCES projects (id) ON DELETE CASCADE, revision INTEGER NOT NULL, document BLOB NOT NULL)',
    )
    for (const column of [
      'undoTop INTEGER',
      'redoTop INTEGER',
      'summaryRevision INTEGER NOT NULL DEFAULT -1',
    ])
      await run(`ALTER TABLE projects ADD COLUMN ${column}`)
    for (const column of ['snapshotBytes', 'pendingBytes'])
      await run(`ALTER TABLE projects ADD COLUMN ${column} INTEGER NOT NULL DEFAULT 0`)
    await run('ALTER TABLE edits ADD COLUMN below INTEGER')
    for (const project of await read<OldProject>(
      'SELECT id, revision, snapshot, snapshotRevision FROM projects',
    ))
      await carry(project, read, run)
    await run('ALTER TABLE projects DROP COLUMN snapshot')
    await run('ALTER TABLE projects DROP COLUMN snapshotRevision')
    await keySources(run)
  },
}

type Run = (sql: string, replacements?: Record<string, unknown>) => Promise<unknown>
type Read = <T extends object>(sql: string, replacements?: Record<string, unknown>) => Promise<T[]>

async function carry(project: OldProject, read: Read, run: Run): Promise<void> {
  const { id } = project
  const rows = await read<OldEdit>(
    'SELECT revision, kind, changes, inverse FROM edits WHERE projectId = :id ORDER BY revision',
    { id },
  )
  const carried = carryEdits(
    JSON.parse(gunzipSync(project.snapshot).toString()) as StoredDocument,
    rows.filter((r) => r.revision <= project.snapshotRevision).length,
    rows.map((r) => ({ changes: JSON.parse(r.changes), inverse: JSON.parse(r.inverse) })),
    apply,
  )
  const document = gzipSync(JSON.stringify(carried.snapshot), { level: 1 })
  await run('INSERT INTO snapshots (projectId, revision, document) VALUES (:id, :revision, :document)', {
    id,
    revision: project.snapshotRevision,
    document,
  })
  const kept = rows.slice(carried.first)
  if (kept.length < rows.length)
    await run('DELETE FROM edits WHERE projectId = :id AND revision < :from', {
      id,
      from: kept[0]?.revision ?? project.revision + 1,
    })
  const { below, undo, redo } = piles(kept)
  for (const [i, { changes, inverse }] of carried.edits.entries())
    await run(
      'UPDATE edits SET changes = :changes, inverse = :inverse, below = :below WHERE projectId = :id AND revision = :revision',
      {
        id,
        revision: kept[i]!.revision,
        changes: JSON.stringify(changes),
        inverse: JSON.stringify(inverse),
        below: below[i] ?? null,
      },
    )
  await run(
    'UPDATE projects SET undoTop = :undo, redoTop = :redo, snapshotBytes = :bytes, pendingBytes = :pending WHERE id = :id',
    { id, undo, redo, bytes: document.length, pending: 0 },
  )
}

/** What lies below each edit in the pile that it is laid on, and the tops of both piles. */
function piles(rows: readonly OldEdit[]) {
  const undo: number[] = []
  // What can be made again: the undoing edit with the edit that it took back.
  let redo: { by: number; target: number }[] = []
  const below = rows.map(({ revision, kind }): number | null => {
    if (kind === 'edit') {
      const under = undo.at(-1) ?? null
      undo.push(revision)
      redo = []
      return under
    }
    if (kind === 'undo') {
      const target = undo.pop()
      const under = redo.at(-1)?.by ?? null
      if (target !== undefined) redo.push({ by: revision, target })
      return under
    }
    const again = redo.pop()
    if (again) undo.push(again.target)
    return null
  })
  return { below, undo: undo.at(-1) ?? null, redo: redo.at(-1)?.by ?? null }
}

/** A copy's sources bore its id before their own; now the project is a part of the key. */
async function keySources(run: Run): Promise<void> {
  await run(
    'CREATE TABLE keyed (projectId VARCHAR(40) NOT NULL REFERENCES projects (id) ON DELETE CASCADE, id VARCHAR(40) NOT NULL, name VARCHAR(200) NOT NULL, bytes BLOB NOT NULL, PRIMARY KEY (projectId, id))',
  )
  await run(
    "INSERT INTO keyed SELECT projectId, CASE WHEN id LIKE projectId || ':%' THEN substr(id, length(projectId) + 2) ELSE id END, name, bytes FROM sources",
  )
  await run('DROP TABLE sources')
  await run('ALTER TABLE keyed RENAME TO sources')
}
