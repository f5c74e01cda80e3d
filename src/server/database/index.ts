import { copyFileSync, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs'
import { dirname } from 'node:path'
import { Sequelize, Transaction } from 'sequelize'
import sqlite3 from 'sqlite3'
import { say } from '@/core/words'
import { log } from '../log'
import { Problem } from '../problem'
import { backUp, backupPath, clearBegun, damageOf, putAside } from './backups'
import { migrate } from './migrate'
import { defineModels } from './models'
import { databasePath } from './path'
import { codeOf, databaseProblem } from './problems'

/** The driver with patience: a lock of another program is waited for a moment before it becomes a problem. */
class PatientConnection extends sqlite3.Database {
  constructor(...args: ConstructorParameters<typeof sqlite3.Database>) {
    super(...args)
    this.configure('busyTimeout', 1500)
  }
}

type Database = {
  sequelize: Sequelize
  ready: Promise<void>
  writing: Promise<unknown>
  /** what is wrong with the file: it is only read then */
  damage: string | null
  backups: NodeJS.Timeout | null
  backingUp: Promise<unknown>
}

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
  const isNew = !existsSync(storage)
  mkdirSync(dirname(storage), { recursive: true })
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    dialectModule: { ...sqlite3, Database: PatientConnection },
    storage,
    logging: false,
  })
  bind(sequelize)
  const state: Database = {
    sequelize,
    ready: Promise.resolve(),
    writing: Promise.resolve(),
    damage: null,
    backups: null,
    backingUp: Promise.resolve(),
  }
  state.ready = prepare(state, isNew)
  holder.velvetDatabase = state
  return state
}

/** An acknowledged edit survives a killed process and a lost power supply: SQLite syncs each commit (its default). */
async function prepare(state: Database, isNew: boolean): Promise<void> {
  const { sequelize } = state
  try {
    clearBegun()
    await sequelize.query('PRAGMA journal_mode = WAL')
    state.damage = await damageOf(sequelize)
    if (state.damage) putAside(today())
    else await migrate(sequelize)
  } catch (error) {
    if (/^SQLITE_(CORRUPT|NOTADB)/.test(codeOf(error) ?? '')) putAside(today())
    throw error
  }
  if (state.damage) return
  const backUpToday = () => {
    state.backingUp = backUp(sequelize, today()).catch((error: unknown) =>
      log.error({ err: error }, 'no backup could be made'),
    )
  }
  // Of a day the state with which it began is kept. What is new has nothing to go back to yet.
  if (!isNew) backUpToday()
  state.backups = setInterval(backUpToday, HOUR)
  state.backups.unref()
}

const HOUR = 3_600_000
const today = (): string => new Date().toISOString().slice(0, 10)

/**
 * Runs a transaction that writes. Such transactions begin at once as writers and wait for each other in this process:
 * ones that first read and then write would fail against each other.
 */
export async function write<T>(work: (transaction: Transaction) => Promise<T>): Promise<T> {
  const sequelize = await database()
  const state = open()
  if (state.damage) throw databaseProblem({ code: 'SQLITE_CORRUPT' }) ?? new Problem(503, state.damage)
  const turn = state.writing.then(() => sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, work))
  state.writing = turn.catch(() => undefined)
  return turn
}

/**
 * Puts a backup in the place of the database. The state that stands is backed up first, so that this can be taken back;
 * of a damaged one a copy has been put aside already.
 * @throws Problem 404 where there is no such backup, 503 where it is damaged itself
 */
export async function putBack(name: string): Promise<void> {
  const from = backupPath(name)
  const damage = await inspectFile(from)
  if (damage) throw new Problem(503, say`The backup of ${name} is damaged (${damage}). Choose another one.`)
  const state = open()
  await state.ready.catch(() => undefined)
  const turn = state.writing.then(async () => {
    const path = databasePath()
    // First of all, as one backup more may be one too many, and the oldest goes.
    copyFileSync(from, `${path}.begun`)
    if (!state.damage) await backUp(state.sequelize, stamp()).catch(refuseUnlessBroken)
    if (state.backups) clearInterval(state.backups)
    await state.backingUp
    await state.sequelize.close()
    // From here on without a pause, so that nobody opens the old one in between.
    delete holder.velvetDatabase
    for (const end of ['-wal', '-shm']) rmSync(path + end, { force: true })
    renameSync(`${path}.begun`, path)
  })
  state.writing = turn.catch(() => undefined)
  await turn
  await database()
}

/** A state that cannot be read cannot be backed up either; anything else that hinders a backup hinders putting one back. */
function refuseUnlessBroken(error: unknown): void {
  if (!/^SQLITE_(CORRUPT|NOTADB)/.test(codeOf(error) ?? '')) throw error
}

/** What is wrong with the file of a database; null where it is whole. */
async function inspectFile(storage: string): Promise<string | null> {
  const sequelize = new Sequelize({ dialect: 'sqlite', dialectModule: sqlite3, storage, logging: false })
  try {
    return await damageOf(sequelize)
  } catch (error) {
    return codeOf(error) ?? 'unreadable'
  } finally {
    await sequelize.close()
  }
}

/** Now, as backups made in between are named. */
const stamp = (): string => new Date().toISOString().slice(0, 19).replace('T', '_').replaceAll(':', '')

/** Closes the database; tests and scripts use it. */
export async function closeDatabase(): Promise<void> {
  const state = holder.velvetDatabase
  delete holder.velvetDatabase
  if (state?.backups) clearInterval(state.backups)
  await state?.ready.catch(() => undefined)
  await state?.backingUp
  await state?.sequelize.close()
}
