import { closeDatabase, database } from '../src/server/database'

/** Brings the database up to date; opening it does. */
await database()
await closeDatabase()
