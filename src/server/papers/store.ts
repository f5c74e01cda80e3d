import { nanoid } from 'nanoid'
import { type Paper, type PaperFields, paperFieldsSchema } from '../../core/document/paper'
import { database, write } from '../database'
import { PaperRow } from '../database/models'
import { notFound } from '../problem'
import { FIRST_PAPERS } from './library'

const toPaper = (row: PaperRow): Paper => ({ id: row.id, ...paperFieldsSchema.parse(JSON.parse(row.fields)) })

/** The library of papers in its order. The first use of a new database fills it. */
export async function listPapers(): Promise<Paper[]> {
  await database()
  if ((await PaperRow.count()) === 0)
    await write(async (transaction) => {
      if ((await PaperRow.count({ transaction })) > 0) return
      await PaperRow.bulkCreate(
        FIRST_PAPERS.map((fields, position) => ({
          id: `paper-${position + 1}`,
          fields: JSON.stringify(fields),
          position,
        })),
        { transaction },
      )
    })
  const rows = await PaperRow.findAll({ where: { deletedAt: null }, order: [['position', 'ASC']] })
  return rows.map(toPaper)
}

export async function addPaper(fields: PaperFields): Promise<Paper> {
  const id = `paper-${nanoid(10)}`
  await listPapers()
  await write(async (transaction) => {
    const position = ((await PaperRow.max('position', { transaction })) as number | null) ?? 0
    await PaperRow.create({ id, fields: JSON.stringify(fields), position: position + 1 }, { transaction })
  })
  return { id, ...fields }
}

/** Changes a paper. Sheets that are laid already keep the size that they were laid on until they are laid again. */
export async function changePaper(id: string, fields: PaperFields): Promise<Paper> {
  await database()
  const [count] = await PaperRow.update(
    { fields: JSON.stringify(fields) },
    { where: { id, deletedAt: null } },
  )
  if (count === 0) throw notFound('paper')
  return { id, ...fields }
}

/** Takes a paper out of the library, or puts it back. */
export async function setPaperDeleted(id: string, deleted: boolean): Promise<void> {
  await database()
  const [count] = await PaperRow.update({ deletedAt: deleted ? new Date() : null }, { where: { id } })
  if (count === 0) throw notFound('paper')
}
