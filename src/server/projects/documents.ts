import { setImmediate } from 'node:timers/promises'
import { promisify } from 'node:util'
import { gunzip, gzip } from 'node:zlib'
import { Op, type Transaction } from 'sequelize'
import { applyChanges, applyInPlace, type Change, detached, touchedBy } from '../../core/document/edits'
import { migrateDocument, type StoredDocument } from '../../core/document/migrations'
import type { Project } from '../../core/document/project'
import { invalidAfter } from '../../core/document/validate'
import { say } from '../../core/words'
import { database } from '../database'
import { EditRow, ProjectRow, SnapshotRow } from '../database/models'
import { notFound } from '../problem'

const [pack, unpack] = [promisify(gzip), promisify(gunzip)]

/** The document is kept anew when the edits since outweigh this many bytes, and this many times the last snapshot. */
const LEAST_PENDING = 64 * 1024
const OUTWEIGHS = 4

/**
 * A document in use. Edits are made on the document itself, as copying its records would make an edit slower the more
 * lines there are; who reads it gets a copy of the records, which is taken once a revision.
 */
export class OpenDocument {
  private shared: Project | null = null

  constructor(
    private readonly working: Project,
    public revision: number,
  ) {}

  /** The document as it stands, not to be changed by edits to come. */
  read(): Project {
    this.shared ??= detached(this.working)
    return this.shared
  }

  /** The name as it stands. */
  get name(): string {
    return this.working.name
  }

  /** The tags as they stand. */
  get tags(): readonly string[] {
    return this.working.tags ?? []
  }

  /**
   * Makes an edit. Whoever calls it forgets the document if the edit is not kept in the end.
   * @returns what takes it back, and what is wrong with the result
   * @throws EditMisfit
   */
  async edit(changes: readonly Change[]) {
    this.shared = null
    const inverse = applyInPlace(this.working, changes)
    // An edit of ten thousand lines takes two breaths, so that others are answered in between.
    await setImmediate()
    return { inverse, wrong: invalidAfter(this.working, touchedBy(changes)) }
  }
}

const holder = globalThis as { velvetProjects?: Map<string, OpenDocument> }
const CACHED = 8

/** Documents in use, the least recently used first. */
function cache(): NonNullable<typeof holder.velvetProjects> {
  holder.velvetProjects ??= new Map()
  return holder.velvetProjects
}

export function remember(id: string, document: OpenDocument): OpenDocument {
  cache().delete(id)
  cache().set(id, document)
  const oldest = cache().keys().next().value
  if (cache().size > CACHED && oldest !== undefined) cache().delete(oldest)
  return document
}

export const forget = (id: string): void => void cache().delete(id)

/**
 * The document and row of a project: from memory, or the snapshot with later edits replayed.
 * @param inBin whether it may be a deleted one
 * @throws Problem 404
 */
export async function current(id: string, transaction: Transaction | null = null, inBin = false) {
  await database()
  const row = await ProjectRow.findOne({ where: { id, ...(inBin ? {} : { deletedAt: null }) }, transaction })
  if (!row) throw notFound(say`project`)
  const known = cache().get(id)
  const document =
    known?.revision === row.revision ? known : new OpenDocument(await restore(row, transaction), row.revision)
  return { document: remember(id, document), row }
}

async function restore({ id, revision }: ProjectRow, transaction: Transaction | null): Promise<Project> {
  const snapshot = await SnapshotRow.findByPk(id, { transaction, rejectOnEmpty: true })
  const edits = await EditRow.findAll({
    attributes: ['changes'],
    where: { projectId: id, revision: { [Op.gt]: snapshot.revision, [Op.lte]: revision } },
    order: [['revision', 'ASC']],
    transaction,
  })
  const stored = JSON.parse((await unpack(snapshot.document)).toString()) as StoredDocument
  const document = migrateDocument(stored) as unknown as Project
  // All at once, so that a record of ten thousand lines is copied once and not for each edit.
  return detached(
    applyChanges(
      document,
      edits.flatMap((edit) => JSON.parse(edit.changes) as Change[]),
    ),
  )
}

/** A document as a snapshot keeps it. */
export const frozen = (project: Project): Promise<Buffer> => pack(JSON.stringify(project), { level: 1 })

/** Whether the edits since the last snapshot have grown so long that a new one is due. */
export const snapshotDue = ({ snapshotBytes }: ProjectRow, pending: number): boolean =>
  pending > Math.max(LEAST_PENDING, OUTWEIGHS * snapshotBytes)

/** Nothing that is remembered holds any more: another database stands in the place of the one it came from. */
export const forgetAll = (): void => cache().clear()
