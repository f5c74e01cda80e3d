import { readFileSync, writeFileSync } from 'node:fs'
import { basename, extname } from 'node:path'
import { FOLDED_KINDS } from '../../src/core/export/folded'
import {
  type Build,
  buildOf,
  collisionsOf,
  extentOf,
  findingsOf,
  foldedPieces,
  meetingsOf,
  type Posed,
  piecesCross,
  posedTogether,
  roomOf,
  standingTogether,
} from '../../src/core/folding'
import { onFlat } from '../../src/core/folding/model'
import { moved } from '../../src/core/folding/rigid'
import { joinsOf } from '../../src/core/making/joins'
import { madeFor } from '../../src/core/making/made-for'
import { USUAL_CALIPER } from '../../src/core/patterns'
import { count } from '../../src/core/words'
import { platformWith } from '../../src/tasks/platform'
import type { Command } from '../command'
import { readNumber, UsageError } from '../options'
import { sizedBy } from '../pattern-size'
import { readProject } from '../project'
import { makeFrom } from './make'

/** Pixels of the longer side of a picture. */
const PIXELS = 1600
/** Paper where none is named. */
const COLOURS = { front: '#efe6d8', back: '#d9c9b4' }

/** Folds what a file draws, and tells what would go wrong. */
export const fold: Command = {
  name: 'fold',
  usage:
    'FILE|pattern:NAME [--measure NAME=VALUE...] [--inside LxWxH] [--paper NAME] [--at 0..1 | --open DEGREES] [--out PATH]',
  options: {
    at: { type: 'string' },
    open: { type: 'string' },
    out: { type: 'string' },
    measure: { type: 'string', multiple: true },
    inside: { type: 'string' },
    paper: { type: 'string' },
  },
  async run({ files: [path, ...more], text, texts, reading, json, say }) {
    if (!path) throw new UsageError('fold needs a file, or pattern:NAME.')
    if (more.length > 0) throw new UsageError('fold takes one file.')
    const isPattern = path.startsWith('pattern:')
    if (
      !isPattern &&
      ['measure', 'inside', 'paper'].some((o) => texts(o).length > 0 || text(o) !== undefined)
    )
      throw new UsageError('--measure, --inside and --paper are for patterns: fold pattern:NAME.')
    const measures = isPattern ? [...sizedBy(path, text('inside'), text('paper')), ...texts('measure')] : []
    const project = isPattern
      ? await makeFrom(null, { recipe: path, pick: [], measures })
      : await readProject(readFileSync(path), basename(path), reading)
    const build = buildOf(foldedPieces(project), joinsOf(project))
    const share = shareOf(text)
    const out = text('out')
    // The file lies as the figures tell it.
    const caliperOf = (piece: string) => madeFor(project, piece) ?? USUAL_CALIPER
    if (out) await writeOut(out, basename(path), build, share, caliperOf)
    const told = tellFolded(build, share, caliperOf)
    if (json) say(JSON.stringify(told))
    else say(out ?? describeFolded(basename(path), told))
  },
}

/** How far it is folded: 0 flat, 1 folded; a card that stands open by some degrees is as far from closed. */
function shareOf(text: (option: string) => string | undefined): number {
  const at = readNumber('at', text('at'), { least: 0, most: 1 })
  const open = readNumber('open', text('open'), { least: 0, most: 180 })
  if (at !== null && open !== null) throw new UsageError('fold takes --at or --open, not both.')
  return at ?? 1 - (open ?? 0) / 180
}

export type ToldFolded = ReturnType<typeof tellFolded>

/**
 * Folded pieces in numbers: mm, degrees; x right, y up, z towards whoever looks at the front.
 * @param caliperOf the thickness of a piece's paper, mm
 */
export function tellFolded(build: Build, share: number, caliperOf: (piece: string) => number) {
  const { pieces } = build
  const round = (v: number) => Math.round(v * 1e6) / 1e6 || 0
  const placed = pieces.map((piece) => ({ ...piece, at: piece.motion.at(share) }))
  // Flat, everything lies on its sheet as it is drawn.
  const whole = posedTogether(share === 0 ? buildOf(pieces) : build, share, caliperOf)
  const sizes = placed.map(({ motion, at }) => extentOf(motion.model, at.pose))
  const rooms = placed.flatMap(
    ({ shape, motion, at }) => roomOf(motion.model, at.pose, caliperOf(shape.piece.id)) ?? [],
  )
  const largest = <T extends { width: number; depth: number; height: number }>(all: readonly T[]) =>
    all.reduce<T | null>(
      (best, s) =>
        best && best.width * best.depth * (best.height || 1) > s.width * s.depth * (s.height || 1) ? best : s,
      null,
    )
  const rounded = <T extends object>(o: T | null) =>
    o && (Object.fromEntries(Object.entries(o).map(([k, v]) => [k, round(v)])) as T)
  return {
    units: 'mm' as const,
    at: share,
    panels: whole.model.panels.map(({ id, piece, ring, openings }, i) => ({
      id,
      piece,
      flat: [ring, ...openings]
        .map((r) => `M${r.map(([x, y]) => `${round(x)} ${round(-y)}`).join('L')}Z`)
        .join(''),
      points: ring.map((p) => moved(whole.pose[i]!, onFlat(p)).map(round)),
    })),
    hinges: whole.model.hinges.map((h, k) => ({
      line: h.lines[0] ?? null,
      lines: h.lines,
      a: whole.model.panels[h.a]!.id,
      b: whole.model.panels[h.b]!.id,
      angle: round(whole.angles[k]!),
      target: round(h.target),
      sure: h.sure,
      why: h.why,
    })),
    tabs: meetingsOf(whole.model, whole.model.glue, whole.pose).map(({ panel, partner, gap, angle }) => ({
      panel: whole.model.panels[panel]!.id,
      partner: whole.model.panels[partner]!.id,
      gap: round(gap),
      angle: round(angle),
    })),
    closure: {
      mm: round(Math.max(0, ...pieces.map((p) => p.motion.closure.mm))),
      degrees: round(Math.max(0, ...pieces.map((p) => p.motion.closure.degrees))),
    },
    collisions: collisionsOf(whole.model, whole.pose, whole.joined).map(({ a, b, mm }) => ({
      a: whole.model.panels[a]!.id,
      b: whole.model.panels[b]!.id,
      mm: round(mm),
    })),
    /** of the largest piece, folded so far */
    size: rounded(largest(sizes)) ?? { width: 0, depth: 0, height: 0 },
    inside: rounded(largest(rooms)),
    /** pieces that lie on others, and how */
    joins: build.joins.map(({ piece, onto, panel, partner, side, above, how }) => ({
      piece: pieces[piece]!.shape.piece.id,
      onto: pieces[onto]!.shape.piece.id,
      panel: pieces[piece]!.motion.model.panels[panel]!.id,
      partner: pieces[onto]!.motion.model.panels[partner]!.id,
      side,
      above: round(above),
      how,
    })),
    findings: [
      ...pieces.flatMap(({ shape, given, motion }) =>
        findingsOf(given, motion).map((f) => ({ ...f, pieces: [shape.piece.id] })),
      ),
      ...piecesCross(build, caliperOf).map(({ one, other, ...f }) => ({
        ...f,
        pieces: [one, other].map((i) => pieces[i]!.shape.piece.id),
      })),
    ],
  }
}

/** The same in words. */
export function describeFolded(name: string, { panels, hinges, tabs, size, findings }: ToldFolded): string {
  const mm = (v: number) => v.toFixed(1)
  return [
    `${name}: ${count(panels.length, 'panel')}, ${count(hinges.length, 'fold')}, ${count(tabs.length, 'tab')}; ${mm(size.width)} x ${mm(size.depth)} x ${mm(size.height)} mm`,
    ...findings.map((f) => `  ${f.severity}: ${f.message}`),
  ].join('\n')
}

/** Writes what is folded so far as a file whose kind its ending tells. @throws UsageError for an unknown ending */
export async function writeOut(
  out: string,
  name: string,
  build: Build,
  share: number,
  caliperOf: (piece: string) => number,
): Promise<void> {
  const shown = share === 0 ? buildOf(build.pieces) : build
  await writePosed(
    out,
    name,
    posedTogether(shown, share, caliperOf),
    standingTogether(shown, share, caliperOf),
  )
}

/**
 * Writes panels in space as a file whose kind its ending tells.
 * @param posed as coordinates tell it
 * @param shown as pictures show it
 * @throws UsageError for an unknown ending
 */
export async function writePosed(out: string, name: string, posed: Posed, shown: Posed): Promise<void> {
  const ending = extname(out).slice(1)
  const kind = FOLDED_KINDS.find((k) => k.ending === (ending === 'png' ? 'svg' : ending))
  if (!kind)
    throw new UsageError(
      `--out needs an ending that tells the kind of file: ${FOLDED_KINDS.map((k) => k.ending).join(', ')}, png.`,
    )
  const written = kind.write({ name, ...(kind.ending === 'svg' ? shown : posed), colours: COLOURS })
  writeFileSync(out, ending === 'png' ? await platformWith({}).rasterise(written, PIXELS) : written)
}
