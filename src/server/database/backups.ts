import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { QueryTypes, type Sequelize } from 'sequelize'
import { say } from '../../core/words'
import { log } from '../log'
import { notFound } from '../problem'
import { databasePath } from './path'

/** So many backups are kept. */
const KEPT = 7
/** That of a day, or one made in between with its time (UTC). */
const NAME = /^\d{4}-\d{2}-\d{2}(_\d{6})?$/

export const backupFolder = (): string => join(dirname(databasePath()), 'backups')

const pathOf = (name: string): string => join(backupFolder(), `${name}.db`)

/** The backups by their names (yyyy-mm-dd, or yyyy-mm-dd_hhmmss for one made in between), the latest first. */
export const listBackups = (): string[] =>
  existsSync(backupFolder())
    ? readdirSync(backupFolder())
        .filter((file) => file.endsWith('.db'))
        .map((file) => file.slice(0, -3))
        .filter((name) => NAME.test(name))
        .sort()
        .reverse()
    : []

/** The backups with the times at which they were made. */
export const datedBackups = (): { name: string; madeAt: string }[] =>
  listBackups().map((name) => ({ name, madeAt: statSync(pathOf(name)).mtime.toISOString() }))

/** The path of a backup. @throws Problem 404 */
export function backupPath(name: string): string {
  if (!listBackups().includes(name)) throw notFound(say`backup`)
  return pathOf(name)
}

/**
 * Keeps a backup by SQLite's own means, whole and in order whatever is written meanwhile; older ones go.
 * @param name yyyy-mm-dd, or yyyy-mm-dd_hhmmss
 * @returns whether one was made: there is one of each name
 */
export async function backUp(sequelize: Sequelize, name: string): Promise<boolean> {
  const path = pathOf(name)
  if (existsSync(path)) return false
  mkdirSync(backupFolder(), { recursive: true })
  const begun = `${path}.begun`
  rmSync(begun, { force: true })
  // A kill in between leaves no half backup under the name of a whole one.
  await sequelize.query('VACUUM INTO :begun', { replacements: { begun } })
  renameSync(begun, path)
  for (const old of listBackups().slice(KEPT)) rmSync(pathOf(old), { force: true })
  return true
}

/** Removes what a backup, or the putting back of one, had begun when it was killed. */
export function clearBegun(): void {
  rmSync(`${databasePath()}.begun`, { force: true })
  if (!existsSync(backupFolder())) return
  for (const file of readdirSync(backupFolder()))
    if (file.endsWith('.begun')) rmSync(join(backupFolder(), file), { force: true })
}

/** What is wrong with the database as SQLite finds it; null where it is whole. */
export async function damageOf(sequelize: Sequelize): Promise<string | null> {
  const [row] = await sequelize.query<{ quick_check: string }>('PRAGMA quick_check(1)', {
    type: QueryTypes.SELECT,
  })
  const told = row?.quick_check ?? 'ok'
  return told === 'ok' ? null : told
}

/** Puts a copy of a damaged database aside, once a day, with what it has not taken over yet. */
export function putAside(day: string): void {
  const path = databasePath()
  const aside = `${path}.damaged-${day}`
  if (!existsSync(path) || existsSync(aside)) return
  for (const end of ['', '-wal']) if (existsSync(path + end)) copyFileSync(path + end, aside + end)
  log.error({ aside }, 'the database is damaged; a copy was put aside')
}
