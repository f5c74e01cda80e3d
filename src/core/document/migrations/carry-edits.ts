import { type Change, EditMisfit } from '../edits'
import { migrateDocument, type StoredDocument } from '.'

/** An edit as it was stored: what makes it and what takes it back, on documents of an older version. */
export type StoredEdit = { changes: readonly Change[]; inverse: readonly Change[] }

/** Applies changes to a document of any version. */
type Apply = (document: StoredDocument, changes: readonly Change[]) => StoredDocument

/**
 * Carries edits that were stored by an older version over, whatever has changed between the versions: the documents
 * before and after each edit are led to the present version, and their difference is the edit.
 * @param snapshot the document as it was after the first `at` edits
 * @returns the snapshot of the present version, and the edits from the `first` on: what cannot be taken back from the
 * snapshot, since what was stored to take it back does not fit, is left behind
 */
export function carryEdits(
  snapshot: StoredDocument,
  at: number,
  edits: readonly StoredEdit[],
  apply: Apply,
): { snapshot: StoredDocument; first: number; edits: StoredEdit[] } {
  const documents: StoredDocument[] = []
  documents[at] = snapshot
  for (let k = at; k < edits.length; k += 1) documents[k + 1] = apply(documents[k]!, edits[k]!.changes)
  let first = at
  try {
    for (; first > 0; first -= 1) documents[first - 1] = apply(documents[first]!, edits[first - 1]!.inverse)
  } catch (error) {
    if (!(error instanceof EditMisfit)) throw error
  }
  const migrated = documents.map(migrateDocument)
  const between = (a: number, b: number) => differences(migrated[a]!, migrated[b]!)
  return {
    snapshot: migrated[at]!,
    first,
    edits: edits.slice(first).map((_, i) => ({
      changes: between(first + i, first + i + 1),
      inverse: between(first + i + 1, first + i),
    })),
  }
}

/** Changes that lead from one JSON value to another; records are compared key by key, lists are replaced whole. */
export function differences(from: unknown, to: unknown, path: string[] = []): Change[] {
  if (from === to) return []
  if (!isRecord(from) || !isRecord(to))
    return JSON.stringify(from) === JSON.stringify(to) ? [] : [{ op: 'replace', path, value: to }]
  return [
    ...Object.keys(from).flatMap((key): Change[] =>
      Object.hasOwn(to, key) ? [] : [{ op: 'remove', path: [...path, key] }],
    ),
    ...Object.keys(to).flatMap((key): Change[] =>
      Object.hasOwn(from, key)
        ? differences(from[key], to[key], [...path, key])
        : [{ op: 'add', path: [...path, key], value: to[key] }],
    ),
  ]
}

const isRecord = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value)
