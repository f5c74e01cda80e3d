import { say } from '../../core/words'
import { Problem } from '../problem'
import { NewerDatabase } from './migrate'
import { databasePath } from './path'

/** What an error of the database or of its file is told as: which file, what is wrong, what to do; null for any other error. */
export function databaseProblem(error: unknown): Problem | null {
  const path = databasePath()
  if (error instanceof NewerDatabase)
    return new Problem(
      503,
      say`“${path}” was changed by a newer version of Velvet Crease. Start that version, or put a backup in its place; nothing was changed.`,
    )
  const text = (error as Error | null)?.message ?? ''
  const missing = /no such (table|column): (\S+)/.exec(text)
  if (missing)
    return new Problem(
      503,
      say`“${path}” has no ${missing[1]} “${missing[2]}”: it is not a whole database of Velvet Crease. Put a backup in its place; nothing was changed.`,
    )
  const sentence = SENTENCES[codeOf(error) ?? '']
  return sentence ? new Problem(sentence.status, sentence.say(path)) : null
}

type Sentence = { status: number; say: (path: string) => string }

const locked: Sentence = {
  status: 503,
  say: () =>
    say`The database is locked by another program. Close that program; nothing was changed, try again.`,
}
const full: Sentence = {
  status: 507,
  say: () => say`The disk is full, so nothing was saved. Free some space and try again.`,
}
const closed: Sentence = {
  status: 503,
  say: (path) =>
    say`“${path}” cannot be opened for writing. Check the permissions of the file and its folder.`,
}
const damaged: Sentence = {
  status: 503,
  say: (path) =>
    say`“${path}” is damaged. A copy is put aside next to it; put a backup from the folder “backups” beside it in its place.`,
}

const SENTENCES: Readonly<Record<string, Sentence>> = {
  SQLITE_BUSY: locked,
  SQLITE_LOCKED: locked,
  SQLITE_FULL: full,
  ENOSPC: full,
  EDQUOT: full,
  SQLITE_READONLY: closed,
  SQLITE_CANTOPEN: closed,
  SQLITE_PERM: closed,
  EACCES: closed,
  EPERM: closed,
  EROFS: closed,
  ENOTDIR: closed,
  EEXIST: closed,
  SQLITE_CORRUPT: damaged,
  SQLITE_NOTADB: damaged,
  SQLITE_IOERR: {
    status: 503,
    say: (path) =>
      say`“${path}”, or a file that belongs to it, cannot be read or written. Check the disk that it lies on; nothing was changed.`,
  },
}

/** The code of an error of the driver or the system, as libraries wrap it. */
export function codeOf(error: unknown): string | undefined {
  const inner = error as { code?: string; original?: { code?: string }; parent?: { code?: string } } | null
  return inner?.original?.code ?? inner?.parent?.code ?? inner?.code
}
