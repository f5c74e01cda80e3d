import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { gunzipSync } from 'node:zlib'
import { applyPatches, enablePatches, type Patch } from 'immer'
import { QueryTypes, Sequelize } from 'sequelize'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { migrateDocument, type StoredDocument } from '../../core/document/migrations'
import { projectSchema } from '../../core/document/project'
import { shapesOf } from '../../core/pieces/piece-shape'
import {
  duplicateProject,
  listProjects,
  loadProject,
  loadSource,
  redoEdit,
  setDeleted,
  undoEdit,
} from '../projects/store'
import { closeDatabase, database } from '.'

enablePatches()

/** A small database as version 1 wrote it: parted and tidied lines, holds, sheets, art, undo and redo, a bin, a copy. */
const FIXTURE = gunzipSync(
  readFileSync(fileURLToPath(new URL('./fixtures/version-1.db.gz', import.meta.url))),
)

type Row = { revision: number; label: string; kind: string; changes: string; inverse: string }
type Old = { id: string; name: string; snapshot: Buffer; snapshotRevision: number; rows: Row[] }

/** What stands in the database of version 1, read by itself. */
async function readOld(path: string): Promise<Old[]> {
  const sequelize = new Sequelize({ dialect: 'sqlite', storage: path, logging: false })
  const select = <T extends object>(sql: string) => sequelize.query<T>(sql, { type: QueryTypes.SELECT })
  const projects = await select<Old>('SELECT * FROM projects')
  const edits = await select<Row & { projectId: string }>('SELECT * FROM edits ORDER BY revision')
  await sequelize.close()
  return projects.map((p) => ({ ...p, rows: edits.filter((e) => e.projectId === p.id) }))
}

/** Changes of version 1 by immer itself, and its compact form by hand: not the code that is tested. */
function follow(
  document: StoredDocument,
  changes: (Patch | { op: 'lines'; groups: { ids: string[]; set: object }[] })[],
) {
  let next = document as StoredDocument & { lines: Record<string, object> }
  for (const change of changes)
    if (change.op === 'lines') {
      const lines = { ...next.lines }
      for (const { ids, set } of change.groups) for (const id of ids) lines[id] = { ...lines[id], ...set }
      next = { ...next, lines }
    } else next = applyPatches(next, [change as Patch])
  return next as StoredDocument
}

const restart = async () => {
  await closeDatabase()
  delete (globalThis as { velvetProjects?: unknown }).velvetProjects
}

let old: Old[] = []
beforeEach(async () => {
  await restart()
  const path = join(mkdtempSync(join(tmpdir(), 'velvet-')), 'old.db')
  writeFileSync(path, FIXTURE)
  old = await readOld(path)
  process.env.VELVET_DB = path
})
afterEach(restart)

const byName = (name: string) => old.find((p) => p.name.startsWith(name))!

describe('a database of version 1', () => {
  it('keeps its jobs, without what nobody reads of them', async () => {
    const sequelize = new Sequelize({ dialect: 'sqlite', storage: process.env.VELVET_DB!, logging: false })
    const project = old[0]!.id
    const job = `'j', '${project}', 's', 'G21', '[[0,0,1,1]]', '{"status":"done"}', '2026-01-01', '2026-01-01'`
    await sequelize.query(`INSERT INTO jobs VALUES (${job})`)
    await sequelize.close()
    const rows = await (await database()).query('SELECT * FROM jobs', { type: QueryTypes.SELECT })
    expect(rows).toEqual([
      expect.objectContaining({ id: 'j', projectId: project, sheetId: 's', state: '{"status":"done"}' }),
    ])
    expect(Object.keys(rows[0]!).sort()).toEqual([
      'createdAt',
      'id',
      'projectId',
      'sheetId',
      'state',
      'updatedAt',
    ])
  })

  it('opens: every project is a valid document of this version, with its pieces', async () => {
    const { projects: listed } = await listProjects()
    expect(listed.map((p) => p.name).sort()).toEqual([
      'Sachet, kept by version 1',
      'Tags, kept by version 1',
      'Tags, kept by version 1 (copy)',
    ])
    for (const { id, pieces, toDecide } of listed) {
      const { project } = await loadProject(id)
      expect(projectSchema.safeParse(project).error?.issues).toBeUndefined()
      for (const shape of shapesOf(project)) expect(shape.area).toBeGreaterThan(1)
      expect([pieces, toDecide]).toEqual([Object.keys(project.pieces).length, expect.any(Number)])
    }
    const { project } = await loadProject(byName('Tags, kept by version 1').id)
    const parted = Object.values(project.lines).filter((l) => l.lineage)
    expect(parted.length).toBeGreaterThan(0)
    for (const { id, lineage } of parted) expect(id.startsWith(`${lineage!.at(-1)}.`)).toBe(true)
  })

  it.each(['Sachet', 'Tags'])('%s: every undo and redo leads where it led before', async (name) => {
    const { id, snapshot, snapshotRevision, rows } = byName(name)
    // The documents of version 1 at each revision, from the snapshot both ways.
    const documents: StoredDocument[] = []
    documents[snapshotRevision] = JSON.parse(gunzipSync(snapshot).toString())
    for (let k = snapshotRevision; k < rows.length; k += 1)
      documents[k + 1] = follow(documents[k]!, JSON.parse(rows[k]!.changes))
    for (let k = snapshotRevision; k > 0; k -= 1)
      documents[k - 1] = follow(documents[k]!, JSON.parse(rows[k - 1]!.inverse))
    const at = (k: number) => migrateDocument(documents[k]!)
    let { project, revision, history } = await loadProject(id)
    expect(project).toEqual(at(rows.length))
    // What is undone in turn, by the rows alone.
    const pile: number[] = []
    const redo: number[] = []
    for (const { kind, revision: r } of rows)
      if (kind === 'edit') {
        pile.push(r)
        redo.length = 0
      } else if (kind === 'undo') redo.push(pile.pop()!)
      else pile.push(redo.pop()!)
    expect(history).toEqual({
      undo: rows[pile.at(-1)! - 1]?.label ?? null,
      redo: redo.length > 0 ? rows[redo.at(-1)! - 1]!.label : null,
    })
    const steps = pile.length
    for (const target of [...pile].reverse()) {
      const before = project
      ;({ revision } = await undoEdit(id, revision))
      ;({ project, history } = await loadProject(id))
      expect(history.redo).toBe(rows[target - 1]!.label)
      expect(project).not.toEqual(before)
    }
    expect(project).toEqual(at(0))
    for (let k = 0; k < steps; k += 1) ({ revision } = await redoEdit(id, revision))
    await restart()
    expect((await loadProject(id)).project).toEqual(at(rows.length))
  })

  it('keeps files of copies too, brings deleted projects back, and is led over once', async () => {
    const copy = byName('Tags, kept by version 1 (copy)')
    expect((await loadSource(copy.id, 'fix-tags')).bytes.length).toBeGreaterThan(100)
    const again = await duplicateProject(copy.id)
    expect((await loadSource(again, 'fix-shared')).bytes.length).toBeGreaterThan(100)
    const gone = byName('Deleted')
    await setDeleted(gone.id, false)
    expect((await loadProject(gone.id)).project.name).toBe('Deleted by version 1')
    await restart()
    expect((await listProjects()).projects.length).toBe(5)
  })

  it('is left as it was where the step breaks off in the midst', async () => {
    const sequelize = new Sequelize({ dialect: 'sqlite', storage: process.env.VELVET_DB!, logging: false })
    await sequelize.query("UPDATE projects SET snapshot = x'00' WHERE name LIKE 'Tags%(copy)'")
    await sequelize.close()
    await expect(database()).rejects.toThrow()
    await restart()
    expect((await readOld(process.env.VELVET_DB!)).map((p) => p.snapshot.length)).toHaveLength(4)
  })
})
