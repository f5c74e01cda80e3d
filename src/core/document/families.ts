import type { Line, Look, Role } from './lines'
import type { Project } from './project'
import { roleInName } from './role-words'
import { spentPieces } from './spent'

/** Lines of one family that have the same role for now. */
export type Strand = { role: Role; sure: boolean; why: string; lines: string[] }

/**
 * Lines that share a look: of one source, or of several where they have the same roles there, so that what is the same
 * in a kit of files is asked once. Derived, never stored.
 */
export type Family = {
  key: string
  sources: string[]
  /** ids of the looks of its lines */
  looks: string[]
  /** the look of its first line; the others differ from it only in what does not tell */
  look: Look
  lines: string[]
  strands: Strand[]
  toDecide: number
}

/**
 * What two looks of one family have in common: stroke with dash and width, or the fill of what has no stroke, and
 * the layers that tell roles apart. Layers that only name pieces do not part a family.
 * @param layersTell whether the source's layers part its lines by purpose though their names do not say so
 */
export function familyKeyOf(look: Look, layersTell: boolean): string {
  const keys = layersTell ? keysWithLayers : keysWithout
  const known = keys.get(look)
  if (known !== undefined) return known
  const key = makeFamilyKey(look, layersTell)
  keys.set(look, key)
  return key
}

/** Thousands of lines share one look; looks never change. */
const keysWithLayers = new WeakMap<Look, string>()
const keysWithout = new WeakMap<Look, string>()

function makeFamilyKey(look: Look, layersTell: boolean): string {
  const layers = look.layers.filter((name) => layersTell || roleInName(name))
  const drawn = look.stroke
    ? [look.stroke, ...look.dash.map(round), round(look.width)]
    : ['filled', look.fill]
  return [...drawn, ...layers].join(' | ')
}

/** What a habit is known by: the look without its layers, which another file will not share. */
export const habitKeyOf = (look: Look): string => makeFamilyKey({ ...look, layers: [] }, false)

/** Two digits: one pen in groups of slightly different scale is still one pen. */
const round = (value: number): string => value.toPrecision(2)

/**
 * The families of a project: what waits for a decision first, then the larger ones. Lines of pieces that are used up
 * wait for none, since they are cut nowhere.
 */
export function familiesOf(
  project: Pick<Project, 'lines' | 'looks' | 'sources'> & Partial<Pick<Project, 'pieces'>>,
): Family[] {
  const quiet = usedUpLines(project)
  const keys = new Map<string, string>()
  const keyOf = ({ source: from, look: id }: Line): string => {
    const known = keys.get(id)
    if (known !== undefined) return known
    const [source, look] = [project.sources[from], project.looks[id]]
    const key = look ? `${from} ${familyKeyOf(look, source?.kind === 'file' && source.layersTell)}` : id
    keys.set(id, key)
    return key
  }
  const groups = new Map<string, Line[]>()
  for (const line of Object.values(project.lines)) {
    const key = keyOf(line)
    const group = groups.get(key)
    if (group) group.push(line)
    else groups.set(key, [line])
  }
  const families = alikeInSources([...groups.values()], project).map((lines): Family => {
    const strands = strandsOf(lines, quiet)
    return {
      key: lines[0]!.look,
      sources: [...new Set(lines.map((l) => l.source))],
      looks: [...new Set(lines.map((l) => l.look))],
      look: project.looks[lines[0]!.look]!,
      lines: lines.map((l) => l.id),
      strands,
      toDecide: strands.filter((s) => !s.sure).length,
    }
  })
  return families.sort((a, b) => b.toDecide - a.toDecide || b.lines.length - a.lines.length)
}

/** Groups of several sources as one, where look and roles are the same. */
function alikeInSources(
  groups: readonly Line[][],
  { looks, sources }: Pick<Project, 'looks' | 'sources'>,
): Line[][] {
  const alike = new Map<string, Line[][]>()
  for (const lines of groups) {
    const [first] = lines
    const source = sources[first!.source]
    const look = looks[first!.look]
    const roles = [...new Set(lines.map((l) => l.role))].sort()
    const key =
      look && source?.kind === 'file'
        ? `${familyKeyOf(look, source.layersTell)} ${roles.join(' ')}`
        : `${first!.source} ${first!.look}`
    const known = alike.get(key)
    if (known) known.push(lines)
    else alike.set(key, [lines])
  }
  return [...alike.values()].map((of) => (of.length === 1 ? of[0]! : of.flat()))
}

/** Lines that are bound to pieces which makings have used up, and to no other. */
function usedUpLines({ sources, pieces = {} }: Pick<Project, 'sources'> & Partial<Pick<Project, 'pieces'>>) {
  const spent = spentPieces({ sources })
  const linesWhere = (isSpent: boolean) =>
    Object.values(pieces).flatMap((p) => (spent.has(p.id) === isSpent ? p.lines : []))
  if (spent.size === 0) return new Set<string>()
  const cut = new Set(linesWhere(false))
  return new Set(linesWhere(true).filter((id) => !cut.has(id)))
}

function strandsOf(lines: readonly Line[], quiet: ReadonlySet<string>): Strand[] {
  const strands: Strand[] = []
  for (const line of lines) {
    const sure = line.sure || quiet.has(line.id)
    const strand = strands.find((s) => s.role === line.role && s.sure === sure)
    if (strand) strand.lines.push(line.id)
    else strands.push({ role: line.role, sure, why: line.why, lines: [line.id] })
  }
  return strands.sort((a, b) => Number(a.sure) - Number(b.sure) || b.lines.length - a.lines.length)
}

/** How many decisions are left: one for each strand that is not sure. */
export const decisionsLeft = (families: readonly Family[]): number =>
  families.reduce((n, f) => n + f.toDecide, 0)
