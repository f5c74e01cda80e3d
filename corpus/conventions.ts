import type { Role } from '../src/core/document/lines'
import { lengthOf } from '../src/core/geometry/measure'
import { allSegments, partOf } from '../src/core/geometry/part'
import { type Contour, readPath, reverseContour, writePath } from '../src/core/geometry/path'
import { spread } from '../src/core/geometry/polyline'
import { shapeOf } from '../src/core/geometry/shape'
import { type Dieline, type Drawing, type Drawn, num, open, rect, type Text } from './draw'
import { type DxfOptions, writeDxf } from './write-dxf'
import { type PdfOptions, writePdf } from './write-pdf'
import { writeSvg } from './write-svg'

/** One way in which people draw dielines (common practice, all of them). `plain` ones leave nothing to guess. */
export type Convention = {
  name: string
  plain: boolean
  /** what is drawn of a template, where that is not all of it as it lies */
  prepare?(dieline: Dieline): Dieline
  /** whether a prepared template can be drawn so at all */
  suits?(dieline: Dieline): boolean
  draw(dieline: Dieline, random: () => number): Drawn[]
  /** the artboard, where it is not the dieline's with room for words beneath */
  page?(dieline: Dieline): { width: number; height: number }
  /** words that stand beside it, where they begin */
  texts?(dieline: Dieline): Text[]
  /** how it is written to a file, where that is not SVG */
  write?(drawing: Drawing): Promise<{ name: string; bytes: Uint8Array }>
}

const asDxf = (options: DxfOptions) => async (drawing: Drawing) => ({
  name: 'die.dxf',
  bytes: new TextEncoder().encode(writeDxf(drawing, options)),
})
const asPdf = (options: PdfOptions) => async (drawing: Drawing) => ({
  name: 'die.pdf',
  bytes: await writePdf(drawing, options),
})

/** The file of a drawing. */
export const fileOf = (convention: Convention, drawing: Drawing) =>
  convention.write?.(drawing) ??
  Promise.resolve({ name: 'die.svg', bytes: new TextEncoder().encode(writeSvg(drawing)) })

type Style = Partial<Pick<Drawn, 'stroke' | 'fill' | 'dash' | 'width' | 'layers'>>

const BASE = { stroke: '#000000', fill: null, dash: [], width: 0.25, layers: [] } as const

/** Every line of a dieline, drawn in a style by its role. */
const styled = (dieline: Dieline, style: (role: Role, piece: string, nth: number) => Style): Drawn[] =>
  dieline.pieces.flatMap(({ name, lines }, piece) =>
    lines.map(
      ({ d, role }, nth): Drawn => ({
        ...BASE,
        dash: [],
        layers: [],
        d,
        role,
        piece,
        ...style(role, name, nth),
      }),
    ),
  )

/** Colours by role, for those who tell roles by colour. */
const colours =
  (table: Partial<Record<Role, string>>, more: Partial<Record<Role, Style>> = {}) =>
  (role: Role): Style => ({ stroke: table[role] ?? '#000000', ...more[role] })

const RED_FOLDS = colours(
  { score: '#ff0000', perforate: '#ff0000', pen: '#0000ff' },
  { perforate: { dash: [0.8, 0.8] } },
)

const named =
  (names: Record<Role, string>) =>
  (role: Role): Style => ({ layers: [names[role]] })

/** A contour taken apart at its corners. */
const stretchesOf = (contour: Contour): Contour[] =>
  allSegments(contour).map((_, k) => partOf(contour, k, k + 1))

function shuffled<T>(items: readonly T[], random: () => number): T[] {
  const list = [...items]
  for (let i = list.length - 1; i > 0; i -= 1) {
    const j = Math.floor(random() * (i + 1))
    ;[list[i], list[j]] = [list[j]!, list[i]!]
  }
  return list
}

/** An open straight line made longer at both ends by `by` mm (shorter where it is negative). */
export function stretched(d: string, by: number): string {
  const c = readPath(d)
  const end = c.segments.at(-1)!.to
  if (c.closed || c.segments.length !== 1 || c.segments[0]!.c1) return d
  const length = Math.hypot(end.x - c.start.x, end.y - c.start.y)
  const [ux, uy] = [((end.x - c.start.x) / length) * by, ((end.y - c.start.y) / length) * by]
  return open([c.start.x - ux, c.start.y - uy], [end.x + ux, end.y + uy])
}

/** A line as strokes of real geometry. */
function dashed(d: string, dash: number, gap: number): string[] {
  const shape = shapeOf(d)
  const { places, polyline } = shape
  const total = lengthOf(shape.contour)
  const count = Math.max(1, Math.round((total - dash) / (dash + gap)))
  const step = (total - dash) / count
  // The place of a distance along the line, by its fine polyline.
  const placeAt = (s: number): number => {
    let behind = 0
    for (let i = 1; i < places.length; i += 1) {
      const length = Math.hypot(
        polyline[2 * i]! - polyline[2 * i - 2]!,
        polyline[2 * i + 1]! - polyline[2 * i - 1]!,
      )
      if (behind + length >= s)
        return places[i - 1]! + ((s - behind) / length) * (places[i]! - places[i - 1]!)
      behind += length
    }
    return places.at(-1)!
  }
  return Array.from({ length: count + 1 }, (_, k) =>
    writePath(partOf(shape.contour, placeAt(k * step), placeAt(k * step + dash))),
  )
}

/** A curve as the short straight stretches that some programs write. */
const flattened = (d: string): string => {
  const { polyline, contour } = shapeOf(d)
  if (!contour.segments.some((s) => s.c1)) return d
  const points: [number, number][] = []
  for (let i = 0; i < polyline.length; i += 2) points.push([polyline[i]!, polyline[i + 1]!])
  if (contour.closed) points.pop()
  return contour.closed ? `${open(...points)}Z` : open(...points)
}

/** What stands around a drawing: page, title in letters turned to shapes, a legend with samples. */
function surroundings(dieline: Dieline, random: () => number): Drawn[] {
  const skip = (d: string, style: Style): Drawn => ({
    ...BASE,
    dash: [],
    layers: [],
    d,
    role: 'skip',
    piece: -1,
    ...style,
  })
  const y = dieline.height + 12
  const letters = Array.from({ length: 9 }, (_, k) => {
    const [x, w, h] = [20 + k * 6, 3 + random() * 2, 4 + random() * 3]
    return skip(`M${num(x)} ${num(y)}L${num(x + w)} ${num(y)}L${num(x + w * random())} ${num(y + h)}Z`, {
      stroke: null,
      fill: '#333333',
    })
  })
  return [
    skip(rect(0, 0, dieline.width, dieline.height + 30), { stroke: null, fill: '#ffffff' }),
    ...letters,
    skip(open([100, y + 3], [112, y + 3]), { stroke: '#000000' }),
    skip(open([130, y + 3], [142, y + 3]), { stroke: '#ff0000' }),
  ]
}

export const CONVENTIONS: readonly Convention[] = [
  { name: 'red folds', plain: true, draw: (die) => styled(die, RED_FOLDS) },
  {
    name: 'green cuts, blue folds',
    plain: true,
    draw: (die) =>
      styled(
        die,
        colours(
          { cut: '#00a650', score: '#2b3990', perforate: '#2b3990', pen: '#ec008c' },
          { perforate: { dash: [0.7, 0.9] } },
        ),
      ),
  },
  {
    name: 'red cuts, black folds',
    plain: true,
    draw: (die) =>
      styled(
        die,
        colours(
          { cut: '#e4002b', perforate: '#f08000' },
          { perforate: { dash: [1, 1] }, pen: { stroke: '#0090d0' } },
        ),
      ),
  },
  {
    name: 'dash arrays',
    plain: true,
    draw: (die) =>
      styled(die, (role) => ({
        dash: { score: [3, 2], perforate: [0.7, 0.7] }[role as string] ?? [],
        ...(role === 'pen' ? { stroke: '#888888' } : {}),
      })),
  },
  {
    name: 'layers in English',
    plain: true,
    draw: (die) =>
      styled(
        die,
        named({
          cut: 'Cut lines',
          score: 'Fold lines',
          perforate: 'Perforation',
          pen: 'Pen',
          print: 'Artwork',
          skip: 'Notes',
        }),
      ),
  },
  {
    name: 'layers in German',
    plain: true,
    draw: (die) =>
      styled(
        die,
        named({
          cut: 'Stanzen',
          score: 'Rillen',
          perforate: 'Perforieren',
          pen: 'Stift',
          print: 'Druck',
          skip: 'Hilfslinien',
        }),
      ),
  },
  {
    name: 'layers in French, one colour a piece',
    plain: true,
    draw: (die) =>
      styled(die, (role, piece) => ({
        layers: [
          piece,
          {
            cut: 'Découpe',
            score: 'Pliage',
            perforate: 'Perforation',
            pen: 'Stylo',
            print: 'Impression',
            skip: 'Légende',
          }[role],
        ],
      })),
  },
  {
    name: 'layers in Spanish, numbered',
    plain: true,
    draw: (die) =>
      styled(
        die,
        named({
          cut: '01_CORTE',
          score: '02_DOBLEZ',
          perforate: '03_PERFORACION',
          pen: '04_DIBUJO',
          print: '05_IMPRESION',
          skip: '06_GUIAS',
        }),
      ),
  },
  {
    name: 'thin folds',
    plain: true,
    draw: (die) =>
      styled(die, (role) => ({
        width: { score: 0.1, cut: 0.5 }[role as string] ?? 0.25,
        ...(role === 'perforate' ? { dash: [0.8, 0.8] } : {}),
        ...(role === 'pen' ? { stroke: '#777777' } : {}),
      })),
  },
  {
    name: 'folds as strokes of real geometry',
    plain: true,
    draw: (die) =>
      styled(die, (role) => (role === 'pen' ? { stroke: '#0060ff' } : {})).flatMap((l) =>
        l.role === 'score'
          ? dashed(l.d, 3, 1.8).map((d) => ({ ...l, d }))
          : l.role === 'perforate'
            ? dashed(l.d, 0.8, 0.8).map((d) => ({ ...l, d }))
            : [l],
      ),
  },
  {
    name: 'outlines in single stretches',
    plain: true,
    draw: (die, random) =>
      shuffled(
        styled(die, RED_FOLDS).flatMap((l) =>
          l.role === 'cut'
            ? stretchesOf(readPath(l.d)).map((c) => {
                const turned = random() < 0.5 ? reverseContour(c) : c
                const off = () => (random() - 0.5) * 0.06
                return {
                  ...l,
                  d: writePath({
                    ...turned,
                    start: { x: turned.start.x + off(), y: turned.start.y + off() },
                  }),
                }
              })
            : [l],
        ),
        random,
      ),
  },
  {
    name: 'lines drawn twice',
    plain: true,
    draw: (die, random) =>
      styled(die, RED_FOLDS).flatMap((l) => {
        const c = readPath(l.d)
        return random() < 0.4 ? [l, { ...l, d: writePath(reverseContour(c)) }] : [l]
      }),
  },
  {
    name: 'folds a little short',
    plain: true,
    draw: (die) =>
      styled(die, RED_FOLDS).map((l) => (l.role === 'score' ? { ...l, d: stretched(l.d, -0.5) } : l)),
  },
  {
    name: 'folds past the edge',
    plain: true,
    draw: (die) =>
      styled(die, RED_FOLDS).map((l) => (l.role === 'score' ? { ...l, d: stretched(l.d, 0.4) } : l)),
  },
  {
    name: 'page, title and legend around',
    plain: true,
    draw: (die, random) => {
      const around = surroundings(die, random)
      return [around[0]!, ...styled(die, RED_FOLDS), ...around.slice(1)]
    },
  },
  {
    name: 'groups by piece, dashed folds',
    plain: true,
    draw: (die) =>
      styled(die, (role, piece) => ({
        layers: [piece],
        dash: { score: [4, 1.5], perforate: [0.5, 0.8] }[role as string] ?? [],
        ...(role === 'pen' ? { stroke: '#00aaff' } : {}),
      })),
  },
  {
    name: 'layers without a word',
    plain: false,
    draw: (die) =>
      styled(die, (role) => ({
        layers: [
          {
            cut: 'Layer 1',
            score: 'Layer 2',
            perforate: 'Layer 3',
            pen: 'Layer 4',
            print: 'Layer 5',
            skip: 'Layer 6',
          }[role],
        ],
      })),
  },
  {
    name: 'filled shapes with red folds',
    plain: true,
    draw: (die) =>
      styled(die, (role, _, nth) =>
        role === 'cut' ? { fill: nth === 0 ? '#f5efe0' : '#ffffff' } : { ...RED_FOLDS(role) },
      ),
  },
  {
    name: 'curves in short stretches',
    plain: true,
    draw: (die) => styled(die, RED_FOLDS).map((l) => ({ ...l, d: flattened(l.d) })),
  },
  {
    name: 'mountains red, valleys blue',
    plain: false,
    draw: (die) =>
      styled(die, (role, _, nth) => ({
        stroke:
          role === 'score' ? (nth % 2 === 0 ? '#ff0000' : '#0000ff') : role === 'pen' ? '#00aa00' : '#000000',
        dash: role === 'perforate' ? [0.8, 0.8] : [],
      })),
  },
  {
    name: 'DXF: layers by purpose, in inches',
    plain: true,
    draw: (die) => styled(die, () => ({})),
    write: asDxf({
      of: ({ role }) => ({
        layer: {
          cut: 'CUT',
          score: 'CREASE',
          perforate: 'PERF',
          pen: 'PEN',
          print: 'PRINT',
          skip: 'DIMENSIONS',
        }[role],
      }),
      units: 1,
      perMm: 1 / 25.4,
    }),
  },
  {
    name: 'DXF: colours on one layer, exploded',
    plain: true,
    draw: (die) => styled(die, () => ({})),
    write: asDxf({
      of: ({ role }) => ({
        layer: '0',
        colour: { cut: 7, score: 1, perforate: 3, pen: 5, print: 6, skip: 8 }[role],
      }),
      exploded: true,
    }),
  },
  {
    name: 'DXF: dashed linetype for folds, mm',
    plain: true,
    draw: (die) => styled(die, () => ({})),
    write: asDxf({
      of: ({ role }) => ({
        layer: '0',
        ...(role === 'score'
          ? { linetype: 'DASHED' }
          : role === 'cut'
            ? {}
            : { colour: role === 'pen' ? 5 : 3 }),
      }),
      units: 4,
    }),
  },
  {
    name: 'PDF: spot inks',
    plain: true,
    draw: (die) => styled(die, () => ({})),
    write: asPdf({
      ink: ({ role }) =>
        ({ cut: 'Dieline', score: 'Crease', perforate: 'Perf', pen: 'Pen', print: 'Black', skip: 'Legend' })[
          role
        ],
    }),
  },
  {
    name: 'PDF: processing steps (ISO 19593-1)',
    plain: true,
    draw: (die) =>
      styled(die, (role) => ({ layers: [role] })).map((l) => ({
        ...l,
        layers: [`Ebene ${l.role.length}${l.role[0]}`],
      })),
    write: asPdf({
      layers: true,
      compress: true,
      step: (name) =>
        (({
          'Ebene 3c': ['Structural', 'Cutting'],
          'Ebene 5s': ['Structural', 'Creasing'],
          'Ebene 9p': ['Structural', 'Perforating'],
        })[name] as [string, string] | undefined) ?? null,
    }),
  },
  {
    name: 'PDF: colours, page and title',
    plain: true,
    draw: (die, random) => {
      const around = surroundings(die, random)
      return [around[0]!, ...styled(die, RED_FOLDS), ...around.slice(1)]
    },
    write: asPdf({ inForm: true }),
  },
  { name: 'one look for all', plain: false, draw: (die) => styled(die, () => ({})) },
]

/** Points along a line, about one a millimetre, for comparing. */
export const samplePoints = (d: string) => {
  const { polyline, length } = shapeOf(d)
  return spread(polyline, Math.max(3, Math.min(400, Math.round(length))))
}
