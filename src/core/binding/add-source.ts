import { BY_HAND } from '../document/decide'
import { type Edit, exchangeLines, joinEdits, makeEdit } from '../document/edits'
import { familyKeyOf } from '../document/families'
import { type Line, type Look, MAX_LINES, partOfLine } from '../document/lines'
import type { Project } from '../document/project'
import { type Cleaning, type FileSource, filesOf, type Stacked } from '../document/sources'
import { isSet, MOST_SOURCE_TEXTS, movedSetting, type SourceText } from '../document/texts'
import { translation } from '../geometry/affine'
import { boxesMeet, uniteBoxes } from '../geometry/measure'
import { partOf } from '../geometry/part'
import { endOf, transformPath, writePath } from '../geometry/path'
import { distance, type Point } from '../geometry/point'
import { shapeOf } from '../geometry/shape'
import type { Drawing, DrawnLine, IntakeFinding } from '../intake/drawing'
import { IntakeRefusal } from '../intake/refusal'
import { type DashRun, findDashRuns } from '../sorting/dash-runs'
import { findStack } from '../sorting/stacked-fills'
import { type SortedPart, suggestInPlanes } from '../sorting/suggest'
import { uniteFills } from '../sorting/united-fills'
import { lengthWords } from '../units/length'
import { counted, language, say } from '../words'
import { accordionFolds } from './accordions'
import { rebind } from './reconcile'
import { dropSource, linesOfSource } from './remove-source'

export type SourceFile = {
  id: string
  name: string
  format: string
  bytes: number
  /** beside the drawings that are there, or on the centre of the first one as parts of one picture */
  lay?: 'beside' | 'centred'
  /** what a person decided of fills that lie on one another */
  stacked?: Stacked['as'] | null
  /** the source that it takes the place of */
  replaces?: string | null
}

/** A file's name as far as a source may be called so, its ending kept. */
function shortened(name: string): string {
  if (name.length <= LONGEST_NAME) return name
  const ending = /\.[a-z0-9]{1,8}$/i.exec(name)?.[0] ?? ''
  return `${name.slice(0, LONGEST_NAME - ending.length - 1).trim()}…${ending}`
}
const LONGEST_NAME = 120

/** The words of a drawing, where it is laid. */
function textsOf({ texts = [] }: Drawing, shift: Point): Pick<FileSource, 'texts'> {
  const set = texts.flatMap(({ words, setting }): SourceText[] =>
    setting && isSet(setting)
      ? [{ words, setting: movedSetting(setting, translation(shift.x, shift.y)) }]
      : [],
  )
  return set.length > 0 ? { texts: set.slice(0, MOST_SOURCE_TEXTS) } : {}
}

/** Space between what is laid beside one another in one project, mm. */
export const GAP = 20

/**
 * Adds a drawing to a project: lines cleaned, with suggested roles, bound to pieces. Further drawings are laid to the
 * right of those that are there. A source of the same id, or the one that is to be replaced, goes: a line that is drawn
 * as before keeps what was decided of it, and a piece that lies where one lay is that piece.
 */
export function addSource(
  project: Project,
  asRead: Drawing,
  { stacked: decided = null, replaces = null, ...file }: SourceFile,
): [Project, Edit] {
  // A picture that was parted by colour is paper on paper.
  const asLayers = asRead.picture?.trace.colours === undefined ? null : 'layers'
  const found = findStack(asRead.lines, asRead.artwork, project.limits.gap, decided ?? asLayers)
  const united = found && found.united.length > 0 ? uniteFills(asRead.lines, found.united) : null
  const drawing = united ? { ...asRead, lines: united.lines } : asRead
  // What was drawn in parts may still lie on, or carry, other colours.
  const stack =
    united && found?.as === 'parts'
      ? findStack(drawing.lines, drawing.artwork, project.limits.gap, 'layers')
      : found
  // A source that is read again stays laid as it was.
  const own = replaces ?? file.id
  const before = project.sources[own]
  const known = before?.kind === 'file' ? before : null
  const lay = (known ? known.lay : file.lay) ?? 'beside'
  const shift =
    lay === 'centred'
      ? onCentre(project, drawing, own)
      : (free(project, drawing, own, known?.at) ?? beside(project, own))
  const looks = new LookNumbers(file.id)
  const isShifted = shift.x !== 0 || shift.y !== 0
  const place = (d: string) => (isShifted ? transformPath(d, translation(shift.x, shift.y)) : d)
  const planeOf = (number: number) => {
    const plane = stack?.planes[number] ?? 0
    return plane === 0 ? file.id : `${file.id}-layer-${plane + 1}`
  }
  const asDrawn = (drawn: DrawnLine, number: number): Line => ({
    id: `${file.id}-${number + 1}`,
    source: file.id,
    plane: planeOf(number),
    look: looks.of(drawn.look),
    d: drawn.d,
    label: drawn.label,
    held: null,
    role: 'skip',
    sure: true,
    why: say`It is left out.`,
    fold: null,
  })
  const raw = drawing.lines.map(asDrawn)
  const cleaning = new CleaningReport()
  for (const { removed, made } of united?.groups ?? [])
    cleaning.add(
      'united',
      // Put back, they lie where the united one lies.
      removed.map((i) => ({
        ...asDrawn(asRead.lines[i]!, i),
        id: `${file.id}-part-${i + 1}`,
        plane: raw[made[0]!]?.plane ?? file.id,
      })),
      made.map((i) => raw[i]!.id),
    )
  const whole = withoutCopies(joinDashes(raw, drawing, looks, cleaning), cleaning)
  const sorted = suggestInPlanes(
    whole.map(({ id, d, look, label, plane }) => {
      const element = drawing.lines[numberOf(id, file.id)]?.element
      return { id, d, look: looks.byId[look]!, label, plane, ...(element === undefined ? {} : { element }) }
    }),
    { ...drawing.artwork, texts: drawing.texts ?? [] },
    { habits: project.habits, gap: project.limits.gap },
  )
  const parts = sorted.parts.reduce((sum, of) => sum + of.length, 0)
  if (parts > MAX_LINES)
    throw new IntakeRefusal(
      say`${file.name} cannot be taken in. Its lines part one another into ${parts.toLocaleString(language())} pieces of line; up to ${MAX_LINES.toLocaleString(language())} are taken. Remove hatchings and patterns, or split it.`,
    )
  const parted = whole.flatMap((line, i) => partLine(line, sorted.parts[i]!, cleaning))
  const turned = parted.map((l) => withFold(l, drawing.lines, file.id))
  const laid = isShifted ? turned.map((l) => ({ ...l, d: place(l.d) })) : turned
  const lines = replaces ? asDecided(laid, linesOfSource(project, replaces)) : laid
  const label = replaces
    ? say`Replace “${before?.name ?? ''}” with “${file.name}”`
    : `${before ? say`Read again` : say`Add`} “${file.name}”`
  const gone = linesOfSource(project, own).map((l) => l.id)
  const [exchanged, exchange] = exchangeLines(project, label, gone, lines)
  const [added, adding] = makeEdit(exchanged, label, (draft) => {
    if (replaces) dropSource(draft, replaces)
    draft.sources[file.id] = {
      kind: 'file',
      ...file,
      name: shortened(file.name),
      lay,
      at: shift,
      ...(found ? { stacked: { as: found.as, sure: found.sure, why: found.why } } : {}),
      artwork: drawing.artwork,
      scale: drawing.scale,
      findings: drawing.findings,
      layersTell: sorted.layersTell,
      cleaning: cleaning.told(place),
      pages: drawing.pages ?? null,
      picture: drawing.picture ?? null,
      ...textsOf(drawing, shift),
    }
    Object.assign(draft.looks, looks.byId)
  })
  const [bound, binding] = rebind(added, label, project)
  const edit = joinEdits(joinEdits(exchange, adding), binding)
  const joined = tellJoined(bound, file.id)
  const folds = accordionFolds(bound)
  if (!joined && folds.size === 0) return [bound, edit]
  const [told, telling] = makeEdit(bound, label, (draft) => {
    const source = draft.sources[file.id]
    if (joined && source?.kind === 'file') source.findings.push(joined)
    for (const [id, fold] of folds) if (draft.lines[id]!.source === file.id) draft.lines[id]!.fold = fold
  })
  return [told, joinEdits(edit, telling)]
}

/** Lines that are drawn as lines were before, with what a person decided of those; what was found is found anew. */
function asDecided(lines: readonly Line[], before: readonly Line[]): Line[] {
  const known = new Map(before.map((l) => [l.d, l]))
  return lines.map((line) => {
    const old = known.get(line.d)
    if (!old) return line
    const { role, sure, why, fold, held } = old
    if (why === BY_HAND) return { ...line, role, sure, why, fold, held }
    // The same suggestion need not be confirmed once more.
    return { ...line, held, sure: line.sure || (sure && role === line.role) }
  })
}

/** Outlines that were drawn in several stretches: how many, and the greatest gap that was closed in them. */
function tellJoined(project: Project, source: string): IntakeFinding | null {
  const loops = Object.values(project.pieces)
    .flatMap((p) => [p.outline, ...p.openings])
    .filter((ids) => ids.length > 1 && project.lines[ids[0]!]?.source === source)
  if (loops.length === 0) return null
  let greatest = 0
  for (const ids of loops) {
    const ends = ids.map((id) => {
      const { contour } = shapeOf(project.lines[id]!.d)
      return [contour.start, endOf(contour)] as const
    })
    ends.forEach((here, i) => {
      const next = ends[(i + 1) % ends.length]!
      const gap = Math.min(...here.flatMap((a) => next.map((b) => distance(a, b))))
      greatest = Math.max(greatest, gap)
    })
  }
  const stretches = loops.reduce((sum, ids) => sum + ids.length, 0)
  return {
    rule: 'intake-joined',
    severity: 'note',
    message: say`${stretches} stretches close ${counted(loops.length, 'outline')}; the greatest gap closed is ${lengthWords(greatest, project.unit, 3)}.`,
  }
}

const othersOf = (project: Project, own: string): Line[] =>
  Object.values(project.lines).filter((l) => l.source !== own)

/** The place where a drawing lay, unless its newer form would lie on others there. */
function free(project: Project, { lines }: Drawing, own: string, at: Point | undefined): Point | null {
  if (!at || lines.length === 0) return null
  const box = uniteBoxes(lines.map((l) => shapeOf(l.d).box))
  const here = { minX: box.minX + at.x, minY: box.minY + at.y, maxX: box.maxX + at.x, maxY: box.maxY + at.y }
  return othersOf(project, own).some((l) => boxesMeet(shapeOf(l.d).box, here)) ? null : at
}

/** To the right of all drawings that are there. */
function beside(project: Project, own: string): Point {
  const kept = othersOf(project, own)
  return { x: kept.length > 0 ? uniteBoxes(kept.map((l) => shapeOf(l.d).box)).maxX + GAP : 0, y: 0 }
}

/** With the middle of the page on that of the first drawing's. */
function onCentre(project: Project, { artwork }: Drawing, own: string): Point {
  const first = filesOf(project.sources).find((s) => s.id !== own)
  if (!first) return { x: 0, y: 0 }
  return {
    x: (first.artwork.width - artwork.width) / 2,
    y: (first.artwork.height - artwork.height) / 2,
  }
}

/** More copies than these of one line are doubles whatever else they meet; the sorting looks at those that are left. */
const COPIES = 2

function withoutCopies(lines: readonly Line[], report: CleaningReport): Line[] {
  const seen = new Map<string, number>()
  return lines.flatMap((line) => {
    const key = `${line.plane} ${line.look} ${line.d}`
    const before = seen.get(key) ?? 0
    seen.set(key, before + 1)
    if (before < COPIES) return [line]
    report.add('double', [line], [])
    return []
  })
}

/** Puts each dashed line in the place of its strokes. */
function joinDashes(
  raw: readonly Line[],
  { lines }: Drawing,
  looks: LookNumbers,
  report: CleaningReport,
): Line[] {
  const runs = findDashRuns(lines)
  if (runs.length === 0) return [...raw]
  const gone = new Set<number>()
  const made = new Map<number, Line>()
  for (const { strokes, d, beat } of withCommonBeats(runs, lines)) {
    const first = raw[strokes[0]!]!
    const look = { ...lines[strokes[0]!]!.look, dash: beat }
    const line: Line = { ...first, id: `${first.id}-run`, d, look: looks.of(look) }
    for (const k of strokes) gone.add(k)
    made.set(Math.min(...strokes), line)
    report.add(
      'dashes',
      strokes.map((k) => raw[k]!),
      [line.id],
    )
  }
  return raw.flatMap((line, k) => made.get(k) ?? (gone.has(k) ? [] : line))
}

/** Runs of one look whose beats differ only as the lengths of their lines make them get the same beat. */
function withCommonBeats(runs: readonly DashRun[], lines: Drawing['lines']): DashRun[] {
  const kinds: { look: string; beat: number[] }[] = []
  return runs.map((run) => {
    const look = familyKeyOf(lines[run.strokes[0]!]!.look, true)
    const alike = kinds.find(
      (k) =>
        k.look === look &&
        k.beat.length === run.beat.length &&
        k.beat.every((v, i) => Math.abs(v - run.beat[i]!) <= 0.25 * v + 0.1),
    )
    if (alike) return { ...run, beat: alike.beat }
    kinds.push({ look, beat: run.beat })
    return run
  })
}

/** The lines that a sorted line becomes: itself, or its parts where roles or pieces change along it. */
function partLine(line: Line, parts: readonly SortedPart[], report: CleaningReport): Line[] {
  const bare = ({ role, sure, why, fold }: SortedPart) => ({ role, sure, why, fold })
  const [only] = parts
  if (parts.length === 1 && only!.from === null) {
    if (!only!.drop) return [{ ...line, ...bare(only!) }]
    report.add(only!.drop, [line], [])
    return []
  }
  const { contour } = shapeOf(line.d)
  const made = parts.map((part, k) => ({
    line: {
      ...line,
      ...bare(part),
      ...partOfLine(line, k + 1),
      d: writePath(partOf(contour, part.from!, part.to)),
    },
    drop: part.drop,
  }))
  const kept = made.flatMap((m) => (m.drop ? [] : m.line))
  const dropped = new Set(made.flatMap((m) => m.drop ?? []))
  const kind = dropped.has('double') ? 'double' : dropped.has('overshoot') ? 'overshoot' : 'parted'
  report.add(
    kind,
    [line],
    kept.map((l) => l.id),
  )
  return kept
}

const SAY: Record<Cleaning['kind'], (n: number, made: number) => string> = {
  double: (n) => say`${counted(n, 'line')} drawn twice, wholly or in part: one was kept of each.`,
  overshoot: (n) =>
    say`${counted(n, 'fold reached past the edge of its piece and was', 'folds reached past the edge of their pieces and were')} trimmed.`,
  dashes: (n, made) => say`${counted(n, 'stroke')} in a regular beat became ${counted(made, 'dashed line')}.`,
  united: (n, made) =>
    say`${counted(n, 'filled shape')} of one colour united where they meet: ${counted(made, 'outline')}.`,
  parted: (n, made) =>
    say`${counted(n, 'line')} parted into ${made}, where a fold becomes an edge or another piece begins.`,
}

/** What was tidied up, gathered by kind. */
class CleaningReport {
  private readonly byKind = new Map<Cleaning['kind'], Cleaning['items']>()

  add(kind: Cleaning['kind'], removed: Line[], made: string[]): void {
    const known = this.byKind.get(kind)
    if (known) known.push({ removed, made })
    else this.byKind.set(kind, [{ removed, made }])
  }

  told(place: (d: string) => string): Cleaning[] {
    return [...this.byKind].map(([kind, items]) => {
      const many = (of: 'removed' | 'made') => items.reduce((n, item) => n + item[of].length, 0)
      return {
        kind,
        message: SAY[kind](many('removed'), many('made')),
        items: items.map(({ removed, made }) => ({
          removed: removed.map((l) => ({ ...l, d: place(l.d) })),
          made,
        })),
      }
    })
  }
}

/** Gives each distinct look an id; looks are compared as they are written. */
class LookNumbers {
  readonly byId: Record<string, Look> = {}
  private readonly ids = new Map<string, string>()
  private readonly known = new Map<Look, string>()

  constructor(private readonly source: string) {}

  of(look: Look): string {
    const seen = this.known.get(look)
    if (seen) return seen
    const text = JSON.stringify(look)
    const id = this.ids.get(text) ?? `${this.source}-look-${this.ids.size + 1}`
    this.ids.set(text, id)
    this.known.set(look, id)
    this.byId[id] = look
    return id
  }
}

/** The position in its drawing of a line of a file; that of its first stroke, where it was made of several. */
const numberOf = (line: string, file: string): number => Number.parseInt(line.slice(file.length + 1), 10) - 1

/** A fold with the direction and the angle that its file tells. */
function withFold(line: Line, drawn: readonly DrawnLine[], file: string): Line {
  const origin = line.lineage?.[0] ?? line.id
  const of = drawn[numberOf(origin, file)]
  if (line.role !== 'score' || !of?.fold) return line
  return { ...line, fold: of.fold, ...(of.angle === undefined ? {} : { angle: of.angle }) }
}
