import { gunzipSync, gzipSync } from 'node:zlib'
import { nanoid } from 'nanoid'
import { Op, type Transaction } from 'sequelize'
import { applyChanges, type Change, type Edit, makeEdit } from '../../core/document/edits'
import { type Project, projectSchema } from '../../core/document/schema'
import { database, write } from '../database'
import { EditRow, ProjectRow, SourceRow } from '../database/models'
import { notFound, Problem } from '../problem'
import { type History, historyOf } from './history'
import { type ProjectSummary, summarize } from './summary'

export type ListedProject = { id: string; name: string; revision: number; updatedAt: string } & ProjectSummary
export type StoredProject = { project: Project; revision: number; history: History }
/** What an accepted edit answers: the revision it leads to, what was done, and what can be taken back now. */
export type AcceptedEdit = { revision: number; label: string; changes: Change[]; history: History }

/** Every so many edits the whole document is kept, so that few have to be replayed at opening. */
const SNAPSHOT_EVERY = 25

const cacheHolder = globalThis as { velvetProjects?: Map<string, { project: Project; revision: number }> }
const CACHED = 8

/** Documents in use, the least recently used first. */
function cache(): NonNullable<typeof cacheHolder.velvetProjects> {
  cacheHolder.velvetProjects ??= new Map()
  return cacheHolder.velvetProjects
}

function remember(id: string, entry: { project: Project; revision: number }): void {
  cache().delete(id)
  cache().set(id, entry)
  const oldest = cache().keys().next().value
  if (cache().size > CACHED && oldest !== undefined) cache().delete(oldest)
}

/** The projects that are not deleted, the one changed last first. */
export async function listProjects(): Promise<ListedProject[]> {
  await database()
  const rows = await ProjectRow.findAll({
    attributes: ['id', 'name', 'revision', 'summary', 'updatedAt'],
    where: { deletedAt: null },
    order: [['updatedAt', 'DESC']],
  })
  return rows.map((row) => ({
    id: row.id,
    name: row.name,
    revision: row.revision,
    updatedAt: row.updatedAt.toISOString(),
    ...(JSON.parse(row.summary) as ProjectSummary),
  }))
}

export type SourceBytes = { id: string; name: string; bytes: Uint8Array }

/** Keeps a new project with its sources. */
export async function createProject(project: Project, sources: readonly SourceBytes[]): Promise<string> {
  const id = nanoid(12)
  const valid = projectSchema.parse(project)
  await write(async (transaction) => {
    await ProjectRow.create(
      { id, name: valid.name, revision: 0, snapshotRevision: 0, ...freeze(valid) },
      { transaction },
    )
    await keepSources(id, sources, transaction)
  })
  remember(id, { project: valid, revision: 0 })
  return id
}

const freeze = (project: Project) => ({
  snapshot: gzipSync(JSON.stringify(project), { level: 1 }),
  summary: JSON.stringify(summarize(project)),
})

function keepSources(projectId: string, sources: readonly SourceBytes[], transaction: Transaction) {
  return SourceRow.bulkCreate(
    sources.map(({ id, name, bytes }) => ({ id, projectId, name, bytes: Buffer.from(bytes) })),
    { transaction, ignoreDuplicates: true },
  )
}

/** A project as it stands, with what can be undone. */
export async function loadProject(id: string): Promise<StoredProject> {
  await database()
  const { project, revision } = await current(id)
  return { project, revision, history: await readHistory(id) }
}

/** The document and revision of a project: from memory, or the snapshot with later edits replayed. */
async function current(
  id: string,
  transaction?: Transaction,
): Promise<{ project: Project; revision: number }> {
  const row = await ProjectRow.findOne({
    attributes: ['revision', 'snapshotRevision'],
    where: { id, deletedAt: null },
    transaction: transaction ?? null,
  })
  if (!row) throw notFound('project')
  const known = cache().get(id)
  if (known && known.revision === row.revision) {
    remember(id, known)
    return known
  }
  const stored = await ProjectRow.findByPk(id, {
    attributes: ['snapshot', 'snapshotRevision'],
    transaction: transaction ?? null,
    rejectOnEmpty: true,
  })
  const edits = await EditRow.findAll({
    attributes: ['changes'],
    where: { projectId: id, revision: { [Op.gt]: stored.snapshotRevision, [Op.lte]: row.revision } },
    order: [['revision', 'ASC']],
    transaction: transaction ?? null,
  })
  const snapshot = JSON.parse(gunzipSync(stored.snapshot).toString()) as Project
  const project = edits.reduce((p, edit) => applyChanges(p, JSON.parse(edit.changes)), snapshot)
  const entry = { project: projectSchema.parse(project), revision: row.revision }
  remember(id, entry)
  return entry
}

async function readHistory(id: string, transaction?: Transaction): Promise<History> {
  const edits = await EditRow.findAll({
    attributes: ['revision', 'label', 'kind', 'target'],
    where: { projectId: id },
    order: [['revision', 'ASC']],
    transaction: transaction ?? null,
  })
  return historyOf(edits)
}

/**
 * Applies an edit that was made on revision `base`.
 * @throws Problem 409 when another edit came first; it carries the revision that stands
 * @throws Problem 422 when the edit does not fit the document
 */
export const editProject = (id: string, base: number, edit: Edit, sources: readonly SourceBytes[] = []) =>
  accept(id, base, async () => ({ ...edit, kind: 'edit' as const, target: null }), sources)

/** Takes the last edit back, as an edit of its own. */
export const undoEdit = (id: string, base: number) => accept(id, base, (t) => again(id, 'undo', t))

/** Makes the edit again that was taken back last. */
export const redoEdit = (id: string, base: number) => accept(id, base, (t) => again(id, 'redo', t))

type Prepared = Edit & { kind: 'edit' | 'undo' | 'redo'; target: number | null }

async function again(id: string, kind: 'undo' | 'redo', transaction: Transaction): Promise<Prepared> {
  const last = (await readHistory(id, transaction))[kind].at(-1)
  if (!last)
    throw new Problem(
      409,
      kind === 'undo' ? 'There is nothing left to undo.' : 'There is nothing left to redo.',
    )
  const row = await EditRow.findOne({
    where: { projectId: id, revision: last.revision },
    transaction,
    rejectOnEmpty: true,
  })
  const [changes, inverse] = [JSON.parse(row.changes), JSON.parse(row.inverse)]
  return kind === 'undo'
    ? { kind, target: last.revision, label: last.label, changes: inverse, inverse: changes }
    : { kind, target: last.revision, label: last.label, changes, inverse }
}

async function accept(
  id: string,
  base: number,
  prepare: (transaction: Transaction) => Promise<Prepared>,
  sources: readonly SourceBytes[] = [],
): Promise<AcceptedEdit> {
  const { project, revision, edit, history } = await write(async (transaction) => {
    const { project: before, revision: now } = await current(id, transaction)
    if (base !== now)
      throw new Problem(
        409,
        'This project was changed in another window. Its newer state is shown; do the last step again.',
        {
          revision: now,
        },
      )
    const prepared = await prepare(transaction)
    const after = applyValid(before, prepared.changes)
    const next = now + 1
    const snapshotDue = next % SNAPSHOT_EVERY === 0
    await EditRow.create(
      {
        projectId: id,
        revision: next,
        label: prepared.label.slice(0, 200),
        kind: prepared.kind,
        target: prepared.target,
        changes: JSON.stringify(prepared.changes),
        inverse: JSON.stringify(prepared.inverse),
      },
      { transaction },
    )
    await keepSources(id, sources, transaction)
    await ProjectRow.update(
      {
        name: after.name,
        revision: next,
        ...(snapshotDue
          ? { ...freeze(after), snapshotRevision: next }
          : { summary: JSON.stringify(summarize(after)) }),
      },
      { where: { id }, transaction },
    )
    return { project: after, revision: next, edit: prepared, history: await readHistory(id, transaction) }
  })
  // Only after the commit: what is remembered must be what is kept.
  remember(id, { project, revision })
  return { revision, label: edit.label, changes: edit.changes, history }
}

function applyValid(project: Project, changes: readonly Change[]): Project {
  let after: Project
  try {
    after = applyChanges(project, changes)
  } catch {
    throw new Problem(422, 'This step does not fit the project as it is. Reload the page and do it again.')
  }
  const checked = projectSchema.safeParse(after)
  if (checked.success) return checked.data
  const issue = checked.error.issues[0]
  throw new Problem(
    422,
    `“${issue?.path.join('.')}” cannot be set so: ${issue?.message}. Nothing was changed.`,
  )
}

/** Renames a project: an edit like any other, so that it can be taken back. */
export async function renameProject(id: string, name: string): Promise<AcceptedEdit> {
  const { project, revision } = await loadProject(id)
  const [, edit] = makeEdit(project, `Rename to “${name}”`, (draft) => {
    draft.name = name
  })
  return editProject(id, revision, edit)
}

/** A copy of a project with its sources and without its history. */
export async function duplicateProject(id: string): Promise<string> {
  const { project } = await loadProject(id)
  const sources = await SourceRow.findAll({ where: { projectId: id } })
  // Sources keep their ids in the document; in the table a copy gets ids of its own, made from the new project's.
  const copy = await createProject({ ...project, name: `${project.name.slice(0, 112)} (copy)` }, [])
  await write((transaction) =>
    SourceRow.bulkCreate(
      sources.map((s) => ({
        id: `${copy}:${documentId(s.id)}`,
        projectId: copy,
        name: s.name,
        bytes: s.bytes,
      })),
      { transaction },
    ),
  )
  return copy
}

const documentId = (rowId: string): string => rowId.split(':').at(-1)!

/** Marks a project as deleted, or takes that back. */
export async function setDeleted(id: string, deleted: boolean): Promise<void> {
  await database()
  const [count] = await ProjectRow.update(
    { deletedAt: deleted ? new Date() : null },
    { where: { id }, silent: true },
  )
  if (count === 0) throw notFound('project')
  cache().delete(id)
}

/** The bytes of a source as they were imported. */
export async function loadSource(
  projectId: string,
  sourceId: string,
): Promise<{ name: string; bytes: Uint8Array }> {
  await database()
  const row = await SourceRow.findOne({ where: { projectId, id: [sourceId, `${projectId}:${sourceId}`] } })
  if (!row) throw notFound('source')
  return { name: row.name, bytes: new Uint8Array(row.bytes) }
}
