import { nanoid } from 'nanoid'
import type { Transaction } from 'sequelize'
import type { z } from 'zod'
import { database, write } from '../database'
import type { CutterRow, PaperRow } from '../database/models'
import { notFound } from '../problem'

type Row = typeof PaperRow | typeof CutterRow

/**
 * Things of one kind that every project can use: in an order, with what a new library begins with, and taken out in
 * such a way that they can be put back.
 * @param what the word for one of them, also the beginning of their ids
 */
export function shelfOf<F>(what: string, row: Row, schema: z.ZodType<F>, first: readonly F[]) {
  type Thing = F & { id: string }
  const toThing = (found: PaperRow | CutterRow): Thing => ({
    ...schema.parse(JSON.parse(found.fields)),
    id: found.id,
  })

  /** All in their order. The first use of a new database fills the shelf. */
  async function list(): Promise<Thing[]> {
    await database()
    if ((await row.count()) === 0)
      await write(async (transaction) => {
        if ((await row.count({ transaction })) > 0) return
        await row.bulkCreate(
          first.map((fields, position) => ({
            id: `${what}-${position + 1}`,
            fields: JSON.stringify(fields),
            position,
          })),
          { transaction },
        )
      })
    const rows = await row.findAll({ where: { deletedAt: null }, order: [['position', 'ASC']] })
    return rows.map(toThing)
  }

  async function add(fields: F): Promise<Thing> {
    await list()
    return write((transaction) => addWithin(transaction, fields))
  }

  /** The same as a part of something larger, which is done as a whole or not at all. */
  async function addWithin(transaction: Transaction, fields: F): Promise<Thing> {
    const id = `${what}-${nanoid(10)}`
    const position = ((await row.max('position', { transaction })) as number | null) ?? 0
    await row.create({ id, fields: JSON.stringify(fields), position: position + 1 }, { transaction })
    return { ...fields, id }
  }

  async function change(id: string, fields: F): Promise<Thing> {
    await database()
    const [count] = await row.update({ fields: JSON.stringify(fields) }, { where: { id, deletedAt: null } })
    if (count === 0) throw notFound(what)
    return { ...fields, id }
  }

  /** Takes one out, or puts it back. */
  async function setDeleted(id: string, deleted: boolean): Promise<void> {
    await database()
    const [count] = await row.update({ deletedAt: deleted ? new Date() : null }, { where: { id } })
    if (count === 0) throw notFound(what)
  }

  return { list, add, addWithin, change, setDeleted }
}
