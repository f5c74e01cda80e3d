import type { MigrationContext } from './context'

/** A job's program and strokes are needed while it runs, and made anew from its sheet: nobody ever read them here. */
export const leanJobs = {
  name: '0006-lean-jobs',
  async up({ context: { tables, transaction } }: MigrationContext) {
    for (const column of ['gcode', 'planned'])
      await tables.sequelize.query(`ALTER TABLE jobs DROP COLUMN ${column}`, { transaction })
  },
}
