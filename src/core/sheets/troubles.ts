import { derived } from '../derived'
import type { Cutter } from '../document/cutter'
import { type Sheet, wasCut } from '../document/layout'
import type { Paper } from '../document/paper'
import type { Project } from '../document/project'
import { spentPieces } from '../document/spent'
import { staleMakings } from '../making/order'
import { linesOf } from '../pieces/lines'
import { offPieces } from '../pieces/off-piece'
import { piecesWithoutPaper } from '../pieces/take-paper'
import { formatSize, lengthWords } from '../units/length'
import { allOf, counted, quoted, say } from '../words'
import { checkSheet, type SheetCheck } from './check'

/** Something that is wrong with what is laid out, and where it is put right. */
export type Trouble = {
  kind:
    | 'overlap'
    | 'near'
    | 'outside'
    | 'on-marks'
    | 'undecided'
    | 'not-made'
    | 'ink-outside'
    | 'unplaced'
    | 'no-paper'
    | 'behind'
    | 'other-paper'
    | 'size'
    | 'mat'
  /** an error spoils paper when the sheet is cut; a warning is told */
  severity: 'error' | 'warning'
  /** what, and where */
  message: string
  station: 'lines' | 'shape' | 'sheets'
  /** null where it is about all of them */
  sheet: string | null
  /** ids of the placements that it is about */
  placements: string[]
  /** the piece that is on no sheet */
  piece?: string
}

type Laid = Pick<Project, 'pieces' | 'lines' | 'layout' | 'print' | 'sources' | 'unit'>
type AtHand = { papers: readonly Paper[]; cutter: Pick<Cutter, 'name' | 'mat'> | null }

/** Everything that is wrong with the sheets of a project; the same for the badge, the panel, the run and the server. */
export function sheetTroubles(project: Laid, atHand: AtHand): Trouble[] {
  const { sheets } = project.layout
  return [
    ...sheets.flatMap((sheet, i) => troublesOn(project, sheet, i + 1, atHand)),
    ...withoutPaper(project, atHand),
    ...unplaced(project),
    ...(sheets.length > 0 ? [...behind(project), ...otherMat(project, atHand)] : []),
  ]
}

/** What is wrong with one sheet. @param number from 1 */
export function troublesOn(project: Laid, sheet: Sheet, number: number, { papers }: AtHand): Trouble[] {
  const name = (index: number) => quoted(project.pieces[sheet.placements[index]!.piece]?.name ?? '?')
  const idOf = (index: number) => sheet.placements[index]!.id
  const { overlapping, near, outside, onMarks } = checked(sheet, project)
  const trouble = (
    kind: Trouble['kind'],
    severity: Trouble['severity'],
    message: string,
    some: Partial<Trouble> = {},
  ): Trouble => ({ kind, severity, message, station: 'sheets', sheet: sheet.id, placements: [], ...some })
  const found: Trouble[] = []
  const [pair] = overlapping
  if (pair)
    found.push(
      trouble(
        'overlap',
        'error',
        overlapping.length === 1
          ? say`${name(pair[0])} and ${name(pair[1])} lie on one another on sheet ${number}.`
          : say`${overlapping.length} pairs of pieces lie on one another on sheet ${number}.`,
        { placements: [...new Set(overlapping.flat().map(idOf))] },
      ),
    )
  const [nearest] = near
  if (nearest) {
    const apart = lengthWords(nearest.apart, project.unit, 2)
    const spacing = lengthWords(project.layout.spacing, project.unit, 2)
    found.push(
      trouble(
        'near',
        'warning',
        near.length === 1
          ? say`${name(nearest.pair[0])} and ${name(nearest.pair[1])} lie ${apart} apart on sheet ${number}, and the spacing is ${spacing}.`
          : say`${near.length} pairs of pieces lie nearer to one another on sheet ${number} than the spacing of ${spacing}, the nearest ${apart} apart.`,
        { placements: [...new Set(near.flatMap((n) => n.pair).map(idOf))] },
      ),
    )
  }
  /** The name of a single piece, or how many there are; and the words for either. */
  const told = (indexes: readonly number[], one: (name: string) => string, many: (n: number) => string) =>
    indexes.length === 1 ? one(name(indexes[0]!)) : many(indexes.length)
  if (outside.length > 0)
    found.push(
      trouble(
        'outside',
        'error',
        told(
          outside,
          (it) => say`${it} reaches past what can be worked on of sheet ${number}.`,
          (n) => say`${n} pieces reach past what can be worked on of sheet ${number}.`,
        ),
        { placements: outside.map(idOf) },
      ),
    )
  if (onMarks.length > 0)
    found.push(
      trouble(
        'on-marks',
        'error',
        told(
          onMarks,
          (it) => say`${it} lies on register marks of sheet ${number}.`,
          (n) => say`${n} pieces lie on register marks of sheet ${number}.`,
        ),
        {
          placements: onMarks.map(idOf),
        },
      ),
    )
  const held = new Set(sheet.placements.flatMap((p) => project.pieces[p.piece]?.lines ?? []))
  const open = linesOf(project, [...held]).filter((l) => !l.sure).length
  if (open > 0)
    found.push(
      trouble(
        'undecided',
        'error',
        say`${counted(open, 'line is', 'lines are')} not decided yet of the pieces on sheet ${number}.`,
        { station: 'lines' },
      ),
    )
  const stale = staleMakings(project)
  const unmade = sheet.placements.filter(({ piece }) => {
    const source = project.lines[project.pieces[piece]?.outline[0] ?? '']?.source
    return source !== undefined && stale.has(source)
  })
  if (unmade.length > 0)
    found.push(
      trouble(
        'not-made',
        'error',
        told(
          unmade.map((p) => sheet.placements.indexOf(p)),
          (it) => say`${it} on sheet ${number} could not be made anew, and stands as it was before.`,
          (n) => say`${n} pieces on sheet ${number} could not be made anew, and stand as they were before.`,
        ),
        { station: 'shape', placements: unmade.map((p) => p.id) },
      ),
    )
  const off = new Set(offPieces(project).map((o) => o.shape.piece.id))
  const inked = sheet.placements.filter((p) => off.has(p.piece))
  if (inked.length > 0)
    found.push(
      trouble(
        'ink-outside',
        'error',
        told(
          inked.map((p) => sheet.placements.indexOf(p)),
          (it) => say`What is penned or printed on ${it} reaches past its edge on sheet ${number}.`,
          (n) => say`What is penned or printed on ${n} pieces reaches past their edges on sheet ${number}.`,
        ),
        { station: 'lines', placements: inked.map((p) => p.id) },
      ),
    )
  const stray = sheet.placements.filter(({ piece, otherPaper }) => {
    const paper = project.pieces[piece]?.paper
    return !otherPaper && paper !== null && paper !== undefined && paper !== sheet.paper
  })
  const paper = papers.find((p) => p.id === sheet.paper)
  if (stray.length > 0)
    found.push(
      trouble(
        'other-paper',
        'warning',
        told(
          stray.map((p) => sheet.placements.indexOf(p)),
          (it) =>
            say`${it} is of another paper now than “${paper?.name ?? '?'}” of sheet ${number}. Lay out again.`,
          (n) =>
            say`${n} pieces are of another paper now than “${paper?.name ?? '?'}” of sheet ${number}. Lay out again.`,
        ),
        { placements: stray.map((p) => p.id) },
      ),
    )
  const isOf = (size: { width: number; height: number }) =>
    Math.abs(size.width - sheet.width) < 0.01 && Math.abs(size.height - sheet.height) < 0.01
  if (!paper)
    found.push(
      trouble(
        'size',
        'warning',
        say`The paper of sheet ${number} is no longer in the library. Lay out again.`,
      ),
    )
  else if (!wasCut(sheet) && ![paper, ...(paper.leftovers ?? [])].some(isOf))
    found.push(
      trouble(
        'size',
        'warning',
        say`Sheet ${number} is ${formatSize(sheet, project.unit)}, which is neither the size of “${paper.name}” now nor that of one of its leftovers. Lay out again.`,
      ),
    )
  return found
}

/** What stands on a sheet is looked at again only where something that it depends on has changed. */
const checkedAs = derived(
  (
    sheet: Sheet,
    pieces: Project['pieces'],
    lines: Project['lines'],
    setting: string,
    print: Project['print'],
  ): SheetCheck => checkSheet({ pieces, lines, layout: JSON.parse(setting), print } as Project, sheet),
)
const checked = (sheet: Sheet, { pieces, lines, layout, print }: Laid): SheetCheck =>
  checkedAs(sheet, pieces, lines, JSON.stringify({ ...layout, sheets: [], unplaced: [] }), print)

/** Pieces that nobody chose a paper for, and what was taken. */
function withoutPaper(project: Laid, { papers }: AtHand): Trouble[] {
  const open = new Set(piecesWithoutPaper(project))
  if (open.size === 0) return []
  const laidOn = project.layout.sheets.filter((s) => s.placements.some((p) => open.has(p.piece)))
  const names = [...new Set(laidOn.flatMap((s) => papers.find((p) => p.id === s.paper)?.name ?? []))]
  const taken = allOf(names.map((name) => quoted(name)))
  return [
    {
      kind: 'no-paper',
      severity: 'warning',
      message: taken
        ? say`${counted(open.size, 'piece has no paper of its own', 'pieces have no paper of their own')}, so ${taken} was taken.`
        : say`${counted(open.size, 'piece has no paper of its own', 'pieces have no paper of their own')}.`,
      station: 'sheets',
      sheet: null,
      placements: laidOn.flatMap((s) => s.placements.flatMap((p) => (open.has(p.piece) ? [p.id] : []))),
    },
  ]
}

function unplaced({ pieces, layout }: Laid): Trouble[] {
  return layout.unplaced.map(({ piece, why }) => ({
    kind: 'unplaced',
    severity: 'warning',
    message: say`“${pieces[piece]?.name ?? say`A piece`}” is on no sheet. ${why}`,
    station: 'sheets',
    sheet: null,
    placements: [],
    piece,
  }))
}

/** Sheets that no longer hold what the pieces ask for: other copies, pieces new, gone or spent. */
function behind({ pieces, layout, sources }: Laid): Trouble[] {
  const spent = spentPieces({ sources })
  const laid = new Map<string, number>()
  for (const { piece } of layout.sheets.flatMap((s) => s.placements))
    laid.set(piece, (laid.get(piece) ?? 0) + 1)
  for (const { piece, copies } of layout.unplaced) laid.set(piece, (laid.get(piece) ?? 0) + copies)
  const isRight = Object.values(pieces).every(
    ({ id, copies }) => (laid.get(id) ?? 0) === (spent.has(id) ? 0 : copies),
  )
  const isGone = [...laid.keys()].some((id) => !pieces[id])
  return isRight && !isGone
    ? []
    : [
        {
          kind: 'behind',
          severity: 'warning',
          message: say`Pieces or copies have changed since the sheets were laid out. Lay out again.`,
          station: 'sheets',
          sheet: null,
          placements: [],
        },
      ]
}

function otherMat({ layout: { mat }, unit }: Laid, { cutter }: AtHand): Trouble[] {
  if (!cutter || (['width', 'height', 'margin'] as const).every((k) => cutter.mat[k] === mat[k])) return []
  return [
    {
      kind: 'mat',
      severity: 'warning',
      message: say`The sheets are laid out for a mat of ${formatSize(mat, unit)}, and “${cutter.name}” has one of ${formatSize(cutter.mat, unit)}. Choose the cutter again to take its mat over, then lay out again.`,
      station: 'sheets',
      sheet: null,
      placements: [],
    },
  ]
}
