import { QueryTypes, type Transaction } from 'sequelize'
import type { History, HistoryPage } from '../../contract/projects'
import { database } from '../database'
import { EditRow, type ProjectRow } from '../database/models'

/**
 * What can be taken back is a pile of edits, and what can be made again a pile of the edits that took something back;
 * each edit knows what lies below it. So an edit costs the same whatever came before, and all of it survives a restart.
 */
export type Piles = Pick<ProjectRow, 'undoTop' | 'redoTop'>

/** The labels on top of both piles. */
export async function topsOf(
  projectId: string,
  { undoTop, redoTop }: Piles,
  transaction: Transaction | null = null,
): Promise<History> {
  const label = async (revision: number | null) =>
    revision === null ? null : (await findEdit(projectId, revision, transaction)).label
  return { undo: await label(undoTop), redo: await label(redoTop) }
}

export const findEdit = (
  projectId: string,
  revision: number,
  transaction: Transaction | null,
): Promise<EditRow> => EditRow.findOne({ where: { projectId, revision }, transaction, rejectOnEmpty: true })

/** Entries on a page of the history. */
const PAGE = 50

/** The upper part of both piles, or of the pile of what can be taken back from below an entry on. */
export async function readHistory(
  projectId: string,
  { undoTop, redoTop }: Piles,
  below: number | null,
): Promise<HistoryPage> {
  const from = below === null ? undoTop : (await findEdit(projectId, below, null)).below
  const undo = await pile(projectId, from)
  return {
    undo: undo.slice(0, PAGE),
    redo: below === null ? (await pile(projectId, redoTop)).slice(0, PAGE) : [],
    more: undo.length > PAGE,
  }
}

async function pile(id: string, top: number | null): Promise<{ revision: number; label: string }[]> {
  if (top === null) return []
  const sequelize = await database()
  return sequelize.query<{ revision: number; label: string }>(
    `WITH RECURSIVE pile (revision, label, below, n) AS (
       SELECT revision, label, below, 1 FROM edits WHERE projectId = :id AND revision = :top
       UNION ALL
       SELECT e.revision, e.label, e.below, n + 1 FROM pile JOIN edits e ON e.projectId = :id AND e.revision = pile.below
       WHERE n <= :most)
     SELECT revision, label FROM pile ORDER BY n`,
    { replacements: { id, top, most: PAGE }, type: QueryTypes.SELECT },
  )
}
