import { nanoid } from 'nanoid'
import { col, fn, Op, type OrderItem, type Transaction, where } from 'sequelize'
import type { Changed, HistoryPage, Listed, ListQuery, Opened, ProjectList } from '../../contract/projects'
import { type Change, detached, type Edit, EditMisfit, makeEdit } from '../../core/document/edits'
import type { Project } from '../../core/document/project'
import { validProject } from '../../core/document/validate'
import { say } from '../../core/words'
import { database, write } from '../database'
import { EditRow, JobRow, ProjectRow, SnapshotRow, SourceRow } from '../database/models'
import { notFound, Problem } from '../problem'
import { current, forget, frozen, OpenDocument, remember, snapshotDue } from './documents'
import { findEdit, type Piles, readHistory, topsOf } from './history'
import { type ProjectSummary, summarize } from './summary'

/** Projects on a page of the list. */
const PAGE = 24

const ORDERS = {
  changed: ['updatedAt', 'DESC'],
  begun: ['createdAt', 'DESC'],
  name: [fn('lower', col('name')), 'ASC'],
} satisfies Record<ListQuery['sort'], OrderItem>

/** Whether a column holds some words, whatever their case. */
const holds = (column: string, words: string) =>
  where(fn('instr', fn('lower', col(column)), words.toLowerCase()), { [Op.gt]: 0 })

/** A page of the projects that are not deleted, the one changed last first unless it is said; or of those in the bin. */
export async function listProjects({
  find = '',
  tag = '',
  sort = 'changed',
  from = 0,
  bin = false,
}: Partial<ListQuery> = {}): Promise<ProjectList> {
  await database()
  const wanted = [
    ...(find ? [{ [Op.or]: [holds('name', find), holds('tags', find)] }] : []),
    ...(tag ? [where(fn('instr', col('tags'), JSON.stringify(tag)), { [Op.gt]: 0 })] : []),
  ]
  const { rows, count } = await ProjectRow.findAndCountAll({
    where: { deletedAt: bin ? { [Op.ne]: null } : null, [Op.and]: wanted },
    order: [bin ? ['deletedAt', 'DESC'] : ORDERS[sort], ['id', 'ASC']],
    offset: from,
    limit: PAGE,
  })
  const projects: Listed[] = []
  // One after the other: a project whose summary is to be made anew is opened for it.
  for (const row of rows)
    projects.push({
      id: row.id,
      name: row.name,
      tags: JSON.parse(row.tags) as string[],
      revision: row.revision,
      updatedAt: row.updatedAt.toISOString(),
      ...(await summaryOf(row)),
    })
  return { projects, total: count, tags: await tagsInUse() }
}

/** All tags of projects that are not deleted, by the alphabet. */
async function tagsInUse(): Promise<string[]> {
  const rows = await ProjectRow.findAll({
    attributes: ['tags'],
    where: { deletedAt: null, tags: { [Op.ne]: '[]' } },
    group: ['tags'],
  })
  return [...new Set(rows.flatMap((r) => JSON.parse(r.tags) as string[]))].sort((a, b) => a.localeCompare(b))
}

/** What the list shows of a project: worked out when it is asked for, as counting all lines would slow each edit. */
async function summaryOf(row: ProjectRow): Promise<ProjectSummary> {
  if (row.summaryRevision === row.revision) return JSON.parse(row.summary) as ProjectSummary
  const summary = summarize((await current(row.id, null, true)).document.read())
  await ProjectRow.update(
    { summary: JSON.stringify(summary), summaryRevision: row.revision },
    { where: { id: row.id, revision: row.revision }, silent: true },
  )
  return summary
}

export type SourceBytes = { id: string; name: string; bytes: Uint8Array }

/** Keeps a new project with its sources: all of it or nothing. */
export const createProject = (project: Project, sources: readonly SourceBytes[]): Promise<string> =>
  createProjectWith(async () => project, sources)

/**
 * The same for a project that is found as a part of the same transaction, together with what it needs.
 * @param within may write too; what it throws leaves nothing behind
 */
export async function createProjectWith(
  within: (transaction: Transaction) => Promise<Project>,
  sources: readonly SourceBytes[],
): Promise<string> {
  const id = nanoid(12)
  const valid = await write(async (transaction) => {
    const project = validProject(await within(transaction))
    const document = await frozen(project)
    await ProjectRow.create(
      {
        id,
        name: project.name,
        tags: JSON.stringify(project.tags ?? []),
        revision: 0,
        summary: JSON.stringify(summarize(project)),
        summaryRevision: 0,
        snapshotBytes: document.length,
      },
      { transaction },
    )
    await SnapshotRow.create({ projectId: id, revision: 0, document }, { transaction })
    await keepSources(id, sources, transaction)
    return project
  })
  remember(id, new OpenDocument(detached(valid), 0))
  return id
}

const keepSources = (projectId: string, sources: readonly SourceBytes[], transaction: Transaction) =>
  SourceRow.bulkCreate(
    sources.map(({ id, name, bytes }) => ({ id, projectId, name, bytes: Buffer.from(bytes) })),
    { transaction, ignoreDuplicates: true },
  )

/** A project as it stands, with what can be undone. */
export async function loadProject(id: string): Promise<Opened> {
  const { document, row } = await current(id)
  return { project: document.read(), revision: row.revision, history: await topsOf(id, row) }
}

/** What can be taken back and made again, page by page. @param below the last entry that is known; null begins */
export async function loadHistory(id: string, below: number | null): Promise<HistoryPage> {
  const { row } = await current(id)
  return readHistory(id, row, below)
}

/** What an edit is to be, found when its turn comes. */
type Prepared = {
  label: string
  changes: readonly Change[]
  kind: 'edit' | 'undo' | 'redo'
  target: number | null
}

/**
 * Applies an edit that was made on revision `base`.
 * @param key by which an edit that was kept, but whose answer was lost, is known when it is sent again
 * @throws Problem 409 when another edit came first; it carries the revision that stands
 * @throws Problem 422 when the edit does not fit the document
 */
export const editProject = (
  id: string,
  base: number,
  edit: Edit,
  sources: readonly SourceBytes[] = [],
  key: string | null = null,
) => accept(id, base, async () => ({ ...edit, kind: 'edit', target: null }), sources, key)

/** Takes the last edit back, as an edit of its own. */
export const undoEdit = (id: string, base: number, key: string | null = null) =>
  accept(
    id,
    base,
    async ({ undoTop }, transaction) => {
      if (undoTop === null) throw new Problem(409, say`There is nothing left to undo.`)
      const { label, inverse } = await findEdit(id, undoTop, transaction)
      return { kind: 'undo', target: undoTop, label, changes: JSON.parse(inverse) }
    },
    [],
    key,
  )

/** Makes the edit again that was taken back last. */
export const redoEdit = (id: string, base: number, key: string | null = null) =>
  accept(
    id,
    base,
    async ({ redoTop }, transaction) => {
      if (redoTop === null) throw new Problem(409, say`There is nothing left to redo.`)
      const { target, label, inverse } = await findEdit(id, redoTop, transaction)
      return { kind: 'redo', target, label, changes: JSON.parse(inverse) }
    },
    [],
    key,
  )

async function accept(
  id: string,
  base: number,
  prepare: (piles: Piles, transaction: Transaction) => Promise<Prepared>,
  sources: readonly SourceBytes[],
  key: string | null,
): Promise<Changed> {
  const accepted = await write(async (transaction) => {
    const { document, row } = await current(id, transaction)
    if (base !== row.revision) {
      const kept = key ? await EditRow.findOne({ where: { projectId: id, key }, transaction }) : null
      if (!kept)
        throw new Problem(
          409,
          say`This project was changed in another window. Its newer state is shown; do the last step again.`,
          { revision: row.revision },
        )
      if (kept.revision < row.revision)
        throw new Problem(409, say`This step was kept, and others after it. The newer state is shown.`, {
          revision: row.revision,
          kept: true,
        })
      const history = await topsOf(id, row, transaction)
      const changes = JSON.parse(kept.changes) as Change[]
      return { document, revision: kept.revision, label: kept.label, changes, history }
    }
    const prepared = await prepare(row, transaction)
    const inverse = await made(id, document, prepared.changes)
    const revision = row.revision + 1
    const changes = JSON.stringify(prepared.changes)
    const { below, ...piles } = await piled(id, row, prepared, revision, transaction)
    await EditRow.create(
      {
        projectId: id,
        revision,
        label: prepared.label.slice(0, 200),
        kind: prepared.kind,
        target: prepared.target,
        below,
        changes,
        inverse: JSON.stringify(inverse),
        key,
      },
      { transaction },
    )
    await keepSources(id, sources, transaction)
    const pending = row.pendingBytes + changes.length
    await ProjectRow.update(
      {
        name: document.name,
        tags: JSON.stringify(document.tags),
        revision,
        ...piles,
        ...(snapshotDue(row, pending)
          ? await keepSnapshot(id, revision, document.read(), transaction)
          : { pendingBytes: pending }),
      },
      { where: { id }, transaction },
    )
    const history = await topsOf(id, piles, transaction)
    document.revision = revision
    return { document, revision, label: prepared.label, changes: [...prepared.changes], history }
  })
  const { document, ...changed } = accepted
  remember(id, document)
  return changed
}

/** The piles after an edit, and what it lies on. */
async function piled(
  id: string,
  { undoTop, redoTop }: Piles,
  { kind, target }: Prepared,
  revision: number,
  transaction: Transaction,
): Promise<Piles & { below: number | null }> {
  if (kind === 'edit') return { undoTop: revision, redoTop: null, below: undoTop }
  const { below } = await findEdit(id, kind === 'undo' ? undoTop! : redoTop!, transaction)
  return kind === 'undo'
    ? { undoTop: below, redoTop: revision, below: redoTop }
    : { undoTop: target, redoTop: below, below: null }
}

async function keepSnapshot(projectId: string, revision: number, project: Project, transaction: Transaction) {
  const document = await frozen(project)
  await SnapshotRow.update({ revision, document }, { where: { projectId }, transaction })
  return { snapshotBytes: document.length, pendingBytes: 0 }
}

/** Makes changes on a document. @returns what takes them back @throws Problem 422; the document is forgotten then */
async function made(id: string, document: OpenDocument, changes: readonly Change[]): Promise<Change[]> {
  // Until the edit is kept nobody else may find the document; afterwards only the changed one is right.
  forget(id)
  try {
    const { inverse, wrong } = await document.edit(changes)
    if (!wrong) return inverse
    throw new Problem(422, say`“${wrong.path}” cannot be set so: ${wrong.message}. Nothing was changed.`)
  } catch (error) {
    if (!(error instanceof EditMisfit)) throw error
    throw new Problem(422, say`This step does not fit the project as it is. Reload the page and do it again.`)
  }
}

/** Renames a project: an edit like any other, so that it can be taken back. */
export async function renameProject(id: string, name: string): Promise<Changed> {
  const { project, revision } = await loadProject(id)
  const [, edit] = makeEdit(project, say`Rename to “${name}”`, (draft) => {
    draft.name = name
  })
  return editProject(id, revision, edit)
}

/** Gives a project other tags: an edit like any other. */
export async function tagProject(id: string, tags: string[]): Promise<Changed> {
  const { project, revision } = await loadProject(id)
  const [, edit] = makeEdit(
    project,
    tags.length > 0 ? say`Tag as ${tags.join(', ')}` : say`Take the tags off`,
    (draft) => {
      draft.tags = tags
    },
  )
  return editProject(id, revision, edit)
}

/** A copy of a project with its sources and without its history. */
export async function duplicateProject(id: string): Promise<string> {
  const { project } = await loadProject(id)
  const sources = await SourceRow.findAll({ where: { projectId: id } })
  return createProject({ ...project, name: say`${project.name.slice(0, 112)} (copy)` }, sources)
}

/** Marks a project as deleted, or takes that back. */
export async function setDeleted(id: string, deleted: boolean): Promise<void> {
  await database()
  const [count] = await ProjectRow.update(
    { deletedAt: deleted ? new Date() : null },
    { where: { id }, silent: true },
  )
  if (count === 0) throw notFound(say`project`)
  forget(id)
}

/** Removes a project from the bin, with all that belongs to it. @throws Problem 404 where the bin does not hold it */
export async function removeForGood(id: string): Promise<void> {
  await write(async (transaction) => {
    const row = await ProjectRow.findOne({ where: { id, deletedAt: { [Op.ne]: null } }, transaction })
    if (!row) throw notFound(say`project`)
    const ofProject = { where: { projectId: id }, transaction }
    await JobRow.destroy(ofProject)
    await EditRow.destroy(ofProject)
    await SourceRow.destroy(ofProject)
    await SnapshotRow.destroy(ofProject)
    await row.destroy({ transaction })
  })
  forget(id)
}

/** The bytes of a source as they were imported. */
export async function loadSource(
  projectId: string,
  sourceId: string,
): Promise<{ name: string; bytes: Uint8Array }> {
  await database()
  const row = await SourceRow.findOne({ where: { projectId, id: sourceId } })
  if (!row) throw notFound(say`source`)
  return { name: row.name, bytes: new Uint8Array(row.bytes) }
}
