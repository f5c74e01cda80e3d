import type { Line } from '../lines'
import type { Project, Slice } from '../project'
import type { BulkChange, Change } from './change'

/** A change that does not fit the document that it was to be made on. */
export class EditMisfit extends RangeError {
  override readonly name = 'EditMisfit'
}

/** Entries of the document that changes touch: keys of a slice, or null where it is replaced or is no record. */
export type Touched = ReadonlyMap<Slice, ReadonlySet<string> | null>

type Applied = {
  project: Project
  /** what leads back, whatever the changes say of themselves */
  inverse: Change[]
}

type Keyed = Record<string | number, unknown>

/**
 * Applies changes in order. The given project stays as it is; what the changes do not touch is shared with the new one.
 * @throws EditMisfit for a missing parent, an unknown line, a place beyond a list's end
 */
export function applyEdit(project: Project, changes: readonly Change[]): Applied {
  const own = new Owned()
  return applyTo(own.copy(project), changes, own)
}

/**
 * Applies changes to the document itself: its records are written to rather than copied, which costs the same however
 * many entries they have. What lies below them is shared with copies that were taken before, and stays as it is.
 * @throws EditMisfit; the document is then half changed and of no use
 */
export function applyInPlace(project: Project, changes: readonly Change[]): Change[] {
  const records = [project, project.lines, project.looks, project.pieces, project.sources]
  return applyTo(project, changes, new Owned(records)).inverse
}

/** A document that stays as it is while the other is written to by {@link applyInPlace}. */
export const detached = (project: Project): Project => ({
  ...project,
  lines: { ...project.lines },
  looks: { ...project.looks },
  pieces: { ...project.pieces },
  sources: { ...project.sources },
})

function applyTo(root: Project, changes: readonly Change[], own: Owned): Applied {
  const inverse: Change[] = []
  for (const change of changes)
    inverse.push(...(change.op === 'lines' ? setMany(root, change, own) : patch(root, change, own)).reverse())
  return { project: root, inverse: inverse.reverse() }
}

/** The project after changes. @throws EditMisfit */
export const applyChanges = (project: Project, changes: readonly Change[]): Project =>
  applyEdit(project, changes).project

/** Objects that were copied for this edit, and may be written to. */
class Owned {
  private readonly copies: WeakSet<object>

  constructor(known: readonly object[] = []) {
    this.copies = new WeakSet(known)
  }

  copy<T extends object>(of: T): T {
    if (this.copies.has(of)) return of
    const copy = (Array.isArray(of) ? [...of] : { ...of }) as T
    this.copies.add(copy)
    return copy
  }
}

const misfit = (path: readonly (string | number)[], what: string) =>
  new EditMisfit(`edit: ${path.join('.')} ${what}`)

/** @returns what takes the patch back, in the order in which it is to be done */
function patch(root: Project, { op, path, value }: Exclude<Change, BulkChange>, own: Owned): Change[] {
  let parent = root as unknown as Keyed
  for (const key of path.slice(0, -1)) {
    const child = Object.hasOwn(parent, key) ? parent[key] : undefined
    if (typeof child !== 'object' || child === null) throw misfit(path, 'has no parent')
    const copy = own.copy(child)
    parent[key] = copy
    parent = copy as Keyed
  }
  const key = path.at(-1)!
  if (Array.isArray(parent)) return patchList(parent, op, path, key, value)
  const had = Object.hasOwn(parent, key)
  const before = parent[key]
  if (op === 'remove') {
    if (!had) throw misfit(path, 'is not there to be removed')
    delete parent[key]
    return [{ op: 'add', path, value: before }]
  }
  parent[key] = value
  return [had ? { op: 'replace', path, value: before } : { op: 'remove', path }]
}

function patchList(
  list: unknown[],
  op: Exclude<Change, BulkChange>['op'],
  path: (string | number)[],
  key: string | number,
  value: unknown,
): Change[] {
  const at = Number(key)
  if (key === 'length' && typeof value === 'number') {
    if (!(value >= 0 && value <= list.length)) throw misfit(path, `cannot become ${value}`)
    const gone = list.splice(value)
    return gone.map((item, i) => ({ op: 'add', path: [...path.slice(0, -1), value + i], value: item }))
  }
  if (!Number.isInteger(at) || at < 0 || at > list.length - (op === 'add' ? 0 : 1))
    throw misfit(path, 'lies beyond its list')
  if (op === 'add') {
    list.splice(at, 0, value)
    return [{ op: 'remove', path: [...path.slice(0, -1), at] }]
  }
  const before = list[at]
  if (op === 'remove') list.splice(at, 1)
  else list[at] = value
  return [{ op: op === 'remove' ? 'add' : 'replace', path: [...path.slice(0, -1), at], value: before }]
}

function setMany(root: Project, { groups }: BulkChange, own: Owned): Change[] {
  root.lines = own.copy(root.lines)
  const seen = new Set<string>()
  const before = new Map<string, { ids: string[]; set: Partial<Line> }>()
  for (const { ids, set } of groups) {
    const fields = Object.keys(set) as (keyof Line)[]
    for (const id of ids) {
      const line = Object.hasOwn(root.lines, id) ? root.lines[id] : undefined
      if (!line) throw misfit(['lines', id], 'is not there')
      // What leads back holds one state of each line.
      if (seen.has(id)) throw misfit(['lines', id], 'is named twice')
      seen.add(id)
      const old = Object.fromEntries(fields.map((f) => [f, line[f]])) as Partial<Line>
      const same = JSON.stringify(old)
      const group = before.get(same)
      if (group) group.ids.push(id)
      else before.set(same, { ids: [id], set: old })
      root.lines[id] = { ...line, ...set }
    }
  }
  return [{ op: 'lines', groups: [...before.values()] }]
}

/** What of the document changes touch. */
export function touchedBy(changes: readonly Change[]): Touched {
  const touched = new Map<Slice, Set<string> | null>()
  const touch = (slice: Slice, key: string | null) => {
    const known = touched.get(slice)
    if (known === null || key === null) touched.set(slice, null)
    else if (known) known.add(key)
    else touched.set(slice, new Set([key]))
  }
  for (const change of changes)
    if (change.op === 'lines') for (const id of change.groups.flatMap((g) => g.ids)) touch('lines', id)
    else touch(change.path[0] as Slice, change.path.length > 1 ? String(change.path[1]) : null)
  return touched
}
