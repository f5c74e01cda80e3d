import { QueryTypes, type Sequelize, Transaction } from 'sequelize'
import { Umzug } from 'umzug'
import { say } from '@/core/words'
import { initial } from './migrations/0001-initial'
import { cutters } from './migrations/0002-cutters'
import { slices } from './migrations/0003-slices'
import { editKeys } from './migrations/0004-edit-keys'
import { tags } from './migrations/0005-tags'
import { leanJobs } from './migrations/0006-lean-jobs'

const MIGRATIONS = [initial, cutters, slices, editKeys, tags, leanJobs]

/** A database that a newer version of the program has changed. */
export class NewerDatabase extends Error {
  override readonly name = 'NewerDatabase'
}

/**
 * Brings the tables up to date: all that is due or nothing, and what was done is noted in the same transaction, so that
 * a program that is killed meanwhile begins anew.
 * @throws NewerDatabase where a migration was made that this version does not know
 */
export const migrate = (sequelize: Sequelize): Promise<void> =>
  sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, async (transaction) => {
    const run = (sql: string, replacements: Record<string, string> = {}) =>
      sequelize.query(sql, { transaction, replacements })
    // The table in which the library's own storage would note them, outside of the transaction.
    await run('CREATE TABLE IF NOT EXISTS SequelizeMeta (name VARCHAR(255) NOT NULL UNIQUE PRIMARY KEY)')
    const executed = async () =>
      (
        await sequelize.query<{ name: string }>('SELECT name FROM SequelizeMeta ORDER BY name', {
          transaction,
          type: QueryTypes.SELECT,
        })
      ).map((row) => row.name)
    const unknown = (await executed()).filter((name) => !MIGRATIONS.some((m) => m.name === name))
    if (unknown.length > 0) throw new NewerDatabase(say`It has “${unknown[0]}”.`)
    const umzug = new Umzug({
      migrations: MIGRATIONS,
      context: { tables: sequelize.getQueryInterface(), transaction },
      storage: {
        executed,
        logMigration: async ({ name }) => {
          await run('INSERT INTO SequelizeMeta (name) VALUES (:name)', { name })
        },
        unlogMigration: async ({ name }) => {
          await run('DELETE FROM SequelizeMeta WHERE name = :name', { name })
        },
      },
      logger: undefined,
    })
    await umzug.up()
  })
