import type { QueryInterface, Transaction } from 'sequelize'

/** What a migration works on: all that are due are made in one transaction. */
export type MigrationContext = { context: { tables: QueryInterface; transaction: Transaction } }
