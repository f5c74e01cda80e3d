import { spawnSync } from 'node:child_process'
import {
  chmodSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import { Sequelize } from 'sequelize'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { emptyProject } from '../../core/document/project'
import { asProblem } from '../as-problem'
import { papers } from '../library/papers'
import { createProject, listProjects } from '../projects/store'
import { closeDatabase, database, putBack } from '.'
import { backUp, datedBackups, listBackups } from './backups'
import { databasePath } from './path'

let folder = ''
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'velvet-'))
  process.env.VELVET_DB = join(folder, 'shop', 'crease.db')
})
afterEach(async () => {
  await closeDatabase()
  delete process.env.VELVET_DB
  rmSync(folder, { recursive: true, force: true })
})

const told = (work: Promise<unknown>) =>
  work.then(
    () => null,
    (error) => asProblem(error),
  )
/** The database as another program opens it. */
async function elsewhere(work: (db: Sequelize) => Promise<unknown>): Promise<void> {
  const db = new Sequelize({ dialect: 'sqlite', storage: databasePath(), logging: false })
  await work(db)
  await db.close()
}
const filled = async () => {
  for (let i = 0; i < 30; i += 1) await createProject(emptyProject(`Fair ${i}`), [])
  await papers.list()
  await closeDatabase()
}

describe('a database that cannot be used says which file, what is wrong, and what to do', () => {
  it('no database at all', async () => {
    mkdirSync(dirname(databasePath()))
    writeFileSync(
      databasePath(),
      'These are not the pages of a database, whatever the name says. '.repeat(40),
    )
    const problem = await told(listProjects())
    expect(problem).toMatchObject({ status: 503 })
    expect(problem!.message).toContain(`“${databasePath()}” is damaged. A copy is put aside`)
    expect(readdirSync(dirname(databasePath())).some((n) => n.startsWith('crease.db.damaged-'))).toBe(true)
    // What was there is still there.
    expect(readFileSync(databasePath(), 'utf8')).toContain('not the pages')
  })

  it('a damaged page: a copy is put aside, it is read as far as it can be, and written no more', async () => {
    await filled()
    await elsewhere(async (db) => {
      await db.query('PRAGMA wal_checkpoint(TRUNCATE)')
      await db.query('PRAGMA journal_mode = DELETE')
    })
    const bytes = readFileSync(databasePath())
    const pages = bytes.length / 4096
    // The last page but two: far from the tables of contents.
    bytes.fill(0x5a, 4096 * (pages - 3), 4096 * (pages - 2))
    writeFileSync(databasePath(), bytes)
    await told(listProjects())
    const problem = await told(createProject(emptyProject('More'), []))
    expect(problem).toMatchObject({ status: 503 })
    expect(problem!.message).toMatch(/is damaged\. A copy is put aside/)
    expect(readdirSync(dirname(databasePath())).some((n) => n.startsWith('crease.db.damaged-'))).toBe(true)
  })

  it('a table that is missing', async () => {
    await filled()
    await elsewhere((db) => db.query('DROP TABLE papers'))
    expect((await told(papers.list()))!.message).toContain('has no table “papers”')
  })

  it('a newer version', async () => {
    await filled()
    await elsewhere((db) => db.query("INSERT INTO SequelizeMeta (name) VALUES ('0099-folding')"))
    const problem = await told(listProjects())
    expect(problem).toMatchObject({ status: 503 })
    expect(problem!.message).toContain('was changed by a newer version')
  })

  it('a folder that is a file', async () => {
    writeFileSync(join(folder, 'shop'), '')
    expect((await told(listProjects()))!.message).toMatch(
      /cannot be opened for writing. Check the permissions/,
    )
  })

  it.runIf(process.getuid?.() !== 0)('a folder that may not be written', async () => {
    mkdirSync(dirname(databasePath()))
    chmodSync(dirname(databasePath()), 0o500)
    expect((await told(listProjects()))!.message).toMatch(/cannot be opened for writing/)
  })

  it.each([
    ['SQLITE_FULL', 507, /The disk is full/],
    ['ENOSPC', 507, /The disk is full/],
    ['SQLITE_IOERR', 503, /cannot be read or written\. Check the disk/],
    ['SQLITE_BUSY', 503, /locked by another program/],
  ])('%s', (code, status, message) => {
    const problem = asProblem(Object.assign(new Error('inner'), { original: { code } }))
    expect(problem.status).toBe(status)
    expect(problem.message).toMatch(message)
  })
})

describe('the first start', () => {
  it('that was broken off in the midst is made whole by the next one', async () => {
    // What an older version left when it was killed after the tables and before they were noted.
    await database()
    await closeDatabase()
    await elsewhere((db) => db.query("DELETE FROM SequelizeMeta WHERE name = '0001-initial'"))
    const left = join(folder, 'left.db')
    writeFileSync(left, readFileSync(databasePath()))
    rmSync(dirname(databasePath()), { recursive: true })
    mkdirSync(dirname(databasePath()))
    await elsewhere(async (db) => {
      await db.query(
        'CREATE TABLE projects (id VARCHAR(40) PRIMARY KEY, name VARCHAR(120) NOT NULL, revision INTEGER NOT NULL, snapshot BLOB NOT NULL, snapshotRevision INTEGER NOT NULL, summary TEXT NOT NULL, deletedAt DATETIME, createdAt DATETIME NOT NULL, updatedAt DATETIME NOT NULL)',
      )
    })
    expect((await listProjects()).projects).toEqual([])
    await createProject(emptyProject('Fair'), [])
    expect((await listProjects()).projects).toHaveLength(1)
  })

  it('leaves nothing behind where a migration fails: all of them or none', async () => {
    mkdirSync(dirname(databasePath()))
    // A table in the way of the last migration.
    await elsewhere((db) => db.query('CREATE TABLE snapshots (other INTEGER)'))
    await expect(listProjects()).rejects.toThrow()
    await closeDatabase()
    await elsewhere(async (db) => {
      const [tables] = await db.query("SELECT name FROM sqlite_master WHERE type = 'table'")
      expect((tables as { name: string }[]).map((t) => t.name)).toEqual(['snapshots'])
      await db.query('DROP TABLE snapshots')
    })
    expect((await listProjects()).projects).toEqual([])
  })
})

describe('backups', () => {
  it('are made once a day, whole, and the last seven are kept', async () => {
    await createProject(emptyProject('Fair'), [])
    const sequelize = await database()
    for (let day = 1; day <= 9; day += 1) expect(await backUp(sequelize, `2026-03-0${day}`)).toBe(true)
    expect(await backUp(sequelize, '2026-03-09')).toBe(false)
    expect(listBackups()).toEqual([9, 8, 7, 6, 5, 4, 3].map((d) => `2026-03-0${d}`))
    await closeDatabase()
    process.env.VELVET_DB = join(folder, 'shop', 'backups', '2026-03-05.db')
    expect((await listProjects()).projects.map((p) => p.name)).toEqual(['Fair'])
  })

  it('are begun with the day: what is new has nothing to go back to', async () => {
    await createProject(emptyProject('Fair'), [])
    await closeDatabase()
    expect(listBackups()).toEqual([])
    await listProjects()
    await closeDatabase()
    expect(listBackups()).toEqual([new Date().toISOString().slice(0, 10)])
    expect(existsSync(join(folder, 'shop', 'backups', `${listBackups()[0]}.db.begun`))).toBe(false)
  })
})

describe('a backup that is put back', () => {
  const names = async () => (await listProjects()).projects.map((p) => p.name).sort()

  it('stands in the place of the database, and what stood there can be put back in turn', async () => {
    await createProject(emptyProject('Spring'), [])
    await backUp(await database(), '2026-03-05')
    await createProject(emptyProject('Autumn'), [])
    await putBack('2026-03-05')
    expect(await names()).toEqual(['Spring'])
    await createProject(emptyProject('Winter'), [])
    const [before] = datedBackups()
    expect(before!.name).toMatch(/^\d{4}-\d{2}-\d{2}_\d{6}$/)
    expect(Math.abs(Date.parse(before!.madeAt) - Date.now())).toBeLessThan(600_000)
    await putBack(before!.name)
    expect(await names()).toEqual(['Autumn', 'Spring'])
  })

  it('leaves nothing behind that was begun when the program was killed', async () => {
    await filled()
    const begun = [
      `${databasePath()}.begun`,
      join(dirname(databasePath()), 'backups', '2026-01-01_101010.db.begun'),
    ]
    mkdirSync(join(dirname(databasePath()), 'backups'), { recursive: true })
    for (const path of begun) writeFileSync(path, 'half')
    await database()
    expect(begun.map((path) => existsSync(path))).toEqual([false, false])
    expect((await listProjects()).total).toBe(30)
  })

  it('may be the oldest of those that are kept', async () => {
    await createProject(emptyProject('Spring'), [])
    const sequelize = await database()
    for (let day = 1; day <= 7; day += 1) await backUp(sequelize, `2026-03-0${day}`)
    await createProject(emptyProject('Autumn'), [])
    await putBack('2026-03-01')
    expect(await names()).toEqual(['Spring'])
  })

  it('mends a database that is damaged, from the list as it stands', async () => {
    await createProject(emptyProject('Spring'), [])
    await backUp(await database(), '2026-03-05')
    await closeDatabase()
    for (const end of ['-wal', '-shm']) rmSync(databasePath() + end, { force: true })
    writeFileSync(databasePath(), 'These are not the pages of a database. '.repeat(200))
    expect((await told(listProjects()))!.status).toBe(503)
    await putBack('2026-03-05')
    expect(await names()).toEqual(['Spring'])
    await createProject(emptyProject('Winter'), [])
    expect(await names()).toEqual(['Spring', 'Winter'])
  })

  it('is refused where it is damaged itself or none at all, and all stays as it is', async () => {
    await createProject(emptyProject('Spring'), [])
    await backUp(await database(), '2026-03-05')
    const path = join(folder, 'shop', 'backups', '2026-03-05.db')
    writeFileSync(path, readFileSync(path).fill(0x5a, 100, 4000))
    expect((await told(putBack('2026-03-05')))!.message).toMatch(/backup of 2026-03-05 is damaged/)
    expect((await told(putBack('2026-03-06')))!.status).toBe(404)
    expect((await told(putBack('../crease')))!.status).toBe(404)
    expect(await names()).toEqual(['Spring'])
  })
})

it('keeps statements and bytes out of the log', () => {
  const script = `
    import { log } from '${new URL('../log.ts', import.meta.url).pathname}'
    const error = Object.assign(new Error('SQLITE_FULL: ' + 'x'.repeat(100000)), {
      code: 'SQLITE_FULL', sql: 'INSERT ' + 'y'.repeat(100000), parameters: [Buffer.alloc(100000)], parent: { sql: 'z'.repeat(100000) },
    })
    log.error({ err: error }, 'request failed')
  `
  const { stdout } = spawnSync(process.execPath, ['--import', 'tsx', '--input-type=module', '-e', script], {
    encoding: 'utf8',
    env: { ...process.env, VELVET_LOG: 'error' },
  })
  expect(stdout).toContain('SQLITE_FULL')
  expect(stdout.length).toBeLessThan(6000)
  expect(stdout).not.toContain('yyyy')
})
