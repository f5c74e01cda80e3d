import type { EditRow } from '../database/models'

export type HistoryEntry = { revision: number; label: string }

/** What can be taken back and made again, the latest last. */
export type History = { undo: HistoryEntry[]; redo: HistoryEntry[] }

/**
 * Walks the edits of a project in order. Undo and redo are edits themselves, so this is all the state there is, and it
 * survives a restart.
 */
export function historyOf(
  edits: readonly Pick<EditRow, 'revision' | 'label' | 'kind' | 'target'>[],
): History {
  const undo: HistoryEntry[] = []
  let redo: HistoryEntry[] = []
  for (const { revision, label, kind } of edits) {
    if (kind === 'edit') {
      undo.push({ revision, label })
      redo = []
    } else {
      const [from, to] = kind === 'undo' ? [undo, redo] : [redo, undo]
      const moved = from.pop()
      if (moved) to.push(moved)
    }
  }
  return { undo, redo }
}
