import type { MigrationContext } from './context'

/** Each edit may bear a key of the page that made it, so that one that is sent twice is known again. */
export const editKeys = {
  name: '0004-edit-keys',
  async up({ context: { tables, transaction } }: MigrationContext) {
    await tables.sequelize.query('ALTER TABLE edits ADD COLUMN key VARCHAR(40)', { transaction })
  },
}
