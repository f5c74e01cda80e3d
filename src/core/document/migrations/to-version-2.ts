import type { StoredDocument } from './stored-document'

/** What version 1 was like, as far as it changes. */
type Entry = Record<string, unknown>
type Version1 = {
  sources: Record<string, Entry>
  lines: Record<string, Entry>
  art?: Record<string, Entry>
  layout: Entry & { print?: unknown; sheetAt?: unknown; sheets: (Entry & { placements: Entry[] })[] }
  limits?: Entry
  accepted?: unknown[]
  habits?: Record<string, Entry>
}

/**
 * Version 2: lines know their plane and what they were parted from; sources say of what kind they are; placements have
 * ids; how sheets are printed is a slice of its own; nothing that is always there is left out.
 */
export function toVersion2(stored: StoredDocument): StoredDocument {
  const document = stored as unknown as StoredDocument & Version1
  const { print = null, ...layout } = document.layout
  return {
    ...document,
    version: 2,
    sources: mapped(document.sources, source),
    lines: mapped(document.lines, line),
    art: document.art ?? NONE,
    layout: { sheetAt: ORIGIN, ...layout, sheets: document.layout.sheets.map(sheet) },
    print,
    limits: limits(document.limits ?? NONE),
    accepted: document.accepted ?? NOTHING,
    habits: document.habits ?? NONE,
  }
}

const NONE = {}
const NOTHING: unknown[] = []
const ORIGIN = { x: 0, y: 0 }

const mapped = (entries: Record<string, Entry>, map: (entry: Entry) => Entry): Record<string, Entry> =>
  Object.fromEntries(Object.entries(entries).map(([id, entry]) => [id, map(entry)]))

/** Remembers by identity, so that entries that documents share are led over once and shared again. */
function once(map: (entry: Entry) => Entry): (entry: Entry) => Entry {
  const known = new WeakMap<Entry, Entry>()
  return (entry) => {
    const made = known.get(entry) ?? map(entry)
    known.set(entry, made)
    return made
  }
}

const line = once((old) => {
  const id = String(old.id)
  // Version 1 told a part by the dots of its id.
  const lineage = [...id.matchAll(/\./g)].map((dot) => id.slice(0, dot.index))
  return { ...old, plane: old.source, ...(lineage.length > 0 ? { lineage } : {}) }
})

type OldCleaning = Entry & { items: { removed: Entry[]; made: string[] }[] }

const source = once((old) => ({
  kind: 'file',
  layersTell: false,
  lay: 'beside',
  pages: null,
  picture: null,
  ...old,
  cleaning: ((old.cleaning ?? []) as OldCleaning[]).map((c) => ({
    ...c,
    items: c.items.map(({ removed, made }) => ({ removed: removed.map(line), made })),
  })),
}))

const limits = once((old) => ({ narrowest: 1.6, smallestOpening: 1, gap: 0.1, ...old }))

const sheet = once((old) => ({
  ...old,
  placements: distinct((old as Version1['layout']['sheets'][0]).placements),
}))

/** Placements with ids of their own: piece and copy, and a number where one sheet bore the same copy twice. */
function distinct(placements: readonly Entry[]): Entry[] {
  const taken = new Set<string>()
  return placements.map((p) => {
    const plain = `${p.piece}-copy-${Number(p.copy) + 1}`
    let id = plain
    for (let n = 2; taken.has(id); n += 1) id = `${plain}-${n}`
    taken.add(id)
    return { id, ...p }
  })
}
