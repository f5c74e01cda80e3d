import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { QueryTypes, type Sequelize } from 'sequelize'
import { log } from '../log'
import { databasePath } from './path'

/** Backups of so many days are kept. */
const KEPT = 7
const NAME = /^\d{4}-\d{2}-\d{2}\.db$/

export const backupFolder = (): string => join(dirname(databasePath()), 'backups')

/** The days of which there is a backup (yyyy-mm-dd), the latest first. */
export const listBackups = (): string[] =>
  existsSync(backupFolder())
    ? readdirSync(backupFolder())
        .filter((name) => NAME.test(name))
        .map((name) => name.slice(0, 10))
        .sort()
        .reverse()
    : []

/**
 * Keeps a backup of the day by SQLite's own means, whole and in order whatever is written meanwhile; older ones go.
 * @param day yyyy-mm-dd
 * @returns whether one was made: there is one a day
 */
export async function backUp(sequelize: Sequelize, day: string): Promise<boolean> {
  const path = join(backupFolder(), `${day}.db`)
  if (existsSync(path)) return false
  mkdirSync(backupFolder(), { recursive: true })
  const begun = `${path}.begun`
  rmSync(begun, { force: true })
  // A kill in between leaves no half backup under the name of a whole one.
  await sequelize.query('VACUUM INTO :begun', { replacements: { begun } })
  renameSync(begun, path)
  for (const old of listBackups().slice(KEPT)) rmSync(join(backupFolder(), `${old}.db`), { force: true })
  return true
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
