import { mkdirSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { Sequelize, Transaction } from 'sequelize'
import sqlite3 from 'sqlite3'
import { SequelizeStorage, Umzug } from 'umzug'
import { initial } from './migrations/0001-initial'
import { cutters } from './migrations/0002-cutters'
import { slices } from './migrations/0003-slices'
import { defineModels } from './models'

/** Where the database lies: `VELVET_DB`, or `data/velvet-crease.db`. */
export const databasePath = (): string =>
  resolve(/* turbopackIgnore: true */ process.env.VELVET_DB ?? 'data/velvet-crease.db')

/** The driver with patience: a lock of another program is waited for a moment before it becomes a problem. */
class PatientConnection extends sqlite3.Database {
  constructor(...args: ConstructorParameters<typeof sqlite3.Database>) {
    super(...args)
    this.configure('busyTimeout', 1500)
  }
}

type Database = { sequelize: Sequelize; ready: Promise<void>; writing: Promise<unknown> }

// One database a process, also when modules are loaded twice (development reloads, route bundles).
const holder = globalThis as { velvetDatabase?: Database }

/** The database of this process, opened and migrated at its first use. */
export async function database(): Promise<Sequelize> {
  const opened = open()
  try {
    await opened.ready
  } catch (error) {
    // The next request tries again: the disk may have room by then.
    if (holder.velvetDatabase === opened) delete holder.velvetDatabase
    throw error
  }
  return opened.sequelize
}

/** The connection that the model classes of this copy of the module are bound to: each route's bundle has its own copy. */
let bound: Sequelize | null = null

function bind(sequelize: Sequelize): void {
  if (bound !== sequelize) defineModels(sequelize)
  bound = sequelize
}

function open(): Database {
  if (holder.velvetDatabase) {
    bind(holder.velvetDatabase.sequelize)
    return holder.velvetDatabase
  }
  const storage = databasePath()
  mkdirSync(dirname(storage), { recursive: true })
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    dialectModule: { ...sqlite3, Database: PatientConnection },
    storage,
    logging: false,
  })
  bind(sequelize)
  holder.velvetDatabase = { sequelize, ready: prepare(sequelize), writing: Promise.resolve() }
  return holder.velvetDatabase
}

/** An acknowledged edit survives a killed process and a lost power supply: SQLite syncs each commit (its default). */
async function prepare(sequelize: Sequelize): Promise<void> {
  await sequelize.query('PRAGMA journal_mode = WAL')
  await migrate(sequelize)
}

/** Brings the tables up to date. */
export async function migrate(sequelize: Sequelize): Promise<void> {
  const umzug = new Umzug({
    migrations: [initial, cutters, slices],
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  })
  await umzug.up()
}

/**
 * Runs a transaction that writes. Such transactions begin at once as writers and wait for each other in this process:
 * ones that first read and then write would fail against each other.
 */
export async function write<T>(work: (transaction: Transaction) => Promise<T>): Promise<T> {
  const sequelize = await database()
  const state = open()
  const turn = state.writing.then(() => sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, work))
  state.writing = turn.catch(() => undefined)
  return turn
}

/** Closes the database; tests and scripts use it. */
export async function closeDatabase(): Promise<void> {
  const state = holder.velvetDatabase
  delete holder.velvetDatabase
  await state?.ready.catch(() => undefined)
  await state?.sequelize.close()
}
