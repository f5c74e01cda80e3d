import type { MigrationContext } from './context'

/** The tags of a project stand beside its name, so that the list is searched without opening documents. */
export const tags = {
  name: '0005-tags',
  async up({ context: { tables, transaction } }: MigrationContext) {
    await tables.sequelize.query("ALTER TABLE projects ADD COLUMN tags TEXT NOT NULL DEFAULT '[]'", {
      transaction,
    })
  },
}
