import type { Affine } from '../../geometry/affine'
import { multiply, scaling, translation } from '../../geometry/affine'
import { boundsOf, uniteBoxes } from '../../geometry/measure'
import { type Contour, transformContour, writePath } from '../../geometry/path'
import { combine, turnedRound, uniteOutlines } from '../../outlines/combine'
import type { PieceShape } from '../../pieces/piece-shape'
import { quoted, say } from '../../words'
import { tenths } from '../offset-measures'
import { CannotMake, type Made, type MadeLine, type Measures, numberIn, type Recipe } from '../recipe'
import { asCuts, innerLines, outlinesIn, paperOf } from '../taken'
import { alongArc, alongEdge, alongOutline, type Course, level, standAt } from './course'
import { DRAWN_HEIGHT, FONTS, type Font, FontRefusal, fontAtHand, type Letter, layOrRefuse } from './fonts'
import { bridged, held } from './holding'
import { leastOverlap } from './joining'
import { contactOf, evenSink, footOf, Ground } from './sink'

/** Letters that reach so far below their base line have a tail, as a share of a capital's height; they keep the line. */
const TAIL = 0.1

const onlyWhere = (choice: string, ...is: string[]) => ({ when: { choice, is } })

/** A text in a font: on a line, an arc or the outline of a piece, joined to it, to itself, or free. It stays a text. */
export const lettering: Recipe = {
  name: 'lettering',
  title: say`Lettering`,
  says: say`a text, alone or on the piece`,
  takes: { least: 0, most: 1 },
  measures: [
    { name: 'text', title: say`Text`, kind: 'text', usual: 'Tea', longest: 500 },
    {
      name: 'font',
      title: say`Font`,
      kind: 'choice',
      usual: FONTS[0]!.name,
      choices: FONTS.map(({ name, title, kind }) => ({ value: name, title: `${title} (${kind})` })),
      orOwnFont: true,
    },
    {
      name: 'course',
      title: say`Runs along`,
      kind: 'choice',
      usual: 'line',
      choices: [
        { value: 'line', title: say`a line` },
        { value: 'arc', title: say`an arc` },
        { value: 'outline', title: say`the outline of the piece` },
      ],
    },
    {
      name: 'side',
      title: say`Stands`,
      kind: 'choice',
      usual: 'outside',
      choices: [
        { value: 'outside', title: say`outside` },
        { value: 'inside', title: say`inside` },
      ],
      ...onlyWhere('course', 'arc', 'outline'),
    },
    {
      name: 'radius',
      title: say`Radius`,
      kind: 'length',
      usual: 40,
      least: 2,
      most: 1500,
      ...onlyWhere('course', 'arc'),
    },
    { name: 'height', title: say`Height of capitals`, kind: 'length', usual: 12, least: 1, most: 600 },
    {
      name: 'fill',
      title: say`Fill a length (0: by height)`,
      kind: 'length',
      usual: 0,
      least: 0,
      most: 3000,
    },
    { name: 'sink', title: say`Sink`, kind: 'length', usual: 1, least: 0, most: 300 },
    {
      name: 'join',
      title: say`Joined`,
      kind: 'choice',
      usual: 'none',
      choices: [
        { value: 'none', title: say`not at all` },
        { value: 'base', title: say`to the piece` },
        { value: 'letters', title: say`letter to letter` },
        { value: 'out', title: say`cut out of the piece` },
      ],
    },
    {
      name: 'neck',
      title: say`Neck, bars and bridges`,
      kind: 'length',
      usual: 1.6,
      least: 0.2,
      most: 50,
      ...onlyWhere('join', 'base', 'letters', 'out'),
    },
    { name: 'spacing', title: say`Space added between`, kind: 'length', usual: 0, least: -100, most: 300 },
    {
      name: 'shift',
      title: say`Moved along`,
      kind: 'length',
      usual: 0,
      least: -3000,
      most: 3000,
      ...onlyWhere('course', 'arc', 'outline'),
    },
    {
      name: 'role',
      title: say`Made as`,
      kind: 'choice',
      usual: 'cut',
      choices: [
        { value: 'cut', title: say`cut` },
        { value: 'pen', title: say`pen` },
        { value: 'print', title: say`print` },
      ],
    },
  ],
  usualOnPiece: { course: 'outline', join: 'base' },
  // Free letters are a piece of their own, beside the one that they run along.
  leaves: ({ role, join }) => role === 'cut' && (join === 'none' || join === 'letters'),
  nameOf: ({ text }) => String(text).trim().slice(0, 30) || say`Lettering`,
  make([shape], measures) {
    const font = fontAtHand(String(measures.font))
    const isCut = measures.role === 'cut'
    if (font.isSingleStroke && isCut)
      throw new CannotMake(
        say`This font is a single line, for the pen. Make it as pen, or take another font.`,
      )
    const needsPiece = measures.course === 'outline' || measures.join === 'base' || measures.join === 'out'
    if (needsPiece && !shape)
      throw new CannotMake(
        say`It runs along a piece or is joined to one, and takes none. Choose the piece, then make it.`,
      )
    const text = String(measures.text).trim()
    if (text === '') throw new CannotMake(say`There is no text. Type at least one letter.`)
    const missing = [...new Set(text)].filter((letter) => letter !== ' ' && !font.has(letter))
    if (missing.length > 0)
      throw new CannotMake(
        say`The font has no ${missing.slice(0, 8).map(quoted).join(', ')}. Take another font, or write it otherwise.`,
      )
    const placed = laid(font, text, measures, shape)
    const told = [tellSize(text, placed)]
    if (!isCut || !shape || measures.join === 'none' || measures.join === 'letters') {
      if (isCut && measures.join === 'letters') return asOne(placed, measures, told)
      const own = asLines(placed, measures)
      return { lines: [...(shape && !isCut ? pieceLines(shape) : []), ...own], figures: told }
    }
    return measures.join === 'out'
      ? cutOut(shape, placed, measures, told)
      : onBase(shape, placed, measures, told)
  },
}

/** A letter that is placed: its contours in its own frame, and the map to where it stands. */
type Placed = {
  text: string
  contours: Contour[]
  map: Affine
  /** along how much of its width it lies in the piece, mm */
  contact: number
  scale: number
  /** mm along the course */
  length: number
  /** by how wide a neck it hangs on the letter before it, mm */
  neck: number
}

/** @throws CannotMake where the font breaks at a letter */
function lettersOf(font: Font, text: string): Letter[] {
  try {
    return layOrRefuse(font, text)
  } catch (error) {
    if (error instanceof FontRefusal) throw new CannotMake(error.message)
    throw error
  }
}

/** Lays a text out along its course, each letter sunk and held as the measures ask. @throws CannotMake */
export function laid(font: Font, text: string, measures: Measures, shape: PieceShape | undefined): Placed[] {
  const letters = lettersOf(font, text)
  const spacing = numberIn(measures, 'spacing')
  const total = letters.reduce((sum, l) => sum + l.advance, 0)
  const gaps = spacing * (letters.length - 1)
  const fill = numberIn(measures, 'fill')
  const scale = fill > 0 ? (fill - gaps) / total : numberIn(measures, 'height') / DRAWN_HEIGHT
  if (!(scale > 0))
    throw new CannotMake(say`The spaces alone are longer than ${tenths(fill)} mm. Lessen them.`)
  const length = scale * total + gaps
  const course = courseOf(measures, shape, length)
  if (course.length !== null && length > course.length + 1e-6)
    throw new CannotMake(
      say`The text is ${tenths(length)} mm long, and what it runs along ${tenths(course.length)} mm. Make it ${tenths(Math.floor((DRAWN_HEIGHT * scale * 10 * course.length) / length) / 10)} mm high at most, or shorten it.`,
    )
  const ground = groundOf(measures, shape)
  const sink = numberIn(measures, 'sink')
  const neck = numberIn(measures, 'neck') / scale
  let along = course.middle - length / 2
  let last: Placed | null = null
  return letters.flatMap((letter): Placed[] => {
    const { advance } = letter
    const middle = along + (scale * advance) / 2
    along += scale * advance + spacing
    if (letter.contours.length === 0) {
      if (measures.join === 'letters')
        throw new CannotMake(
          say`Words that are joined letter to letter have no spaces between. Write one word, or join them to a piece.`,
        )
      return []
    }
    const contours = drawn(letter, measures, neck, sink / scale)
    const frame = multiply(scaling(scale), translation(-advance / 2, 0))
    const stand = (nearer: number, deep: number) => multiply(standAt(course, middle - nearer, deep), frame)
    const foot = ground ? footOf(contours, scale) : []
    const hasTail = Math.max(...letter.contours.map((c) => boundsOf(c).maxY)) > TAIL * DRAWN_HEIGHT
    const deep = ground && !hasTail ? evenSink(ground, foot, sink, (d) => stand(0, d)) : sink
    let [nearer, own] = [0, neck * scale]
    if (measures.join === 'letters' && last) {
      const width = Math.min(scale * advance, last.length)
      const found = leastOverlap(last, contours, (n) => stand(n, deep), neck * scale, width)
      if (found === null)
        throw new CannotMake(
          say`“${last.text}” and “${letter.text}” do not hang together by a neck of ${tenths(neck * scale)} mm, nor by one half as wide. Make it narrower, or the letters higher.`,
        )
      nearer = found.nearer
      own = found.neck
      along -= found.nearer
    }
    const map = stand(nearer, deep)
    const contact = ground ? contactOf(ground, foot, map, scale) : 0
    last = { text: letter.text, contours, map, contact, scale, length: scale * advance, neck: own }
    return [last]
  })
}

/** The contours of a letter with the bars that it needs. */
function drawn({ contours }: Letter, measures: Measures, neck: number, sink: number): Contour[] {
  if (measures.role !== 'cut') return [...contours]
  if (measures.join === 'out') return bridged(contours, neck)
  if (measures.join === 'none') return [...contours]
  // The bar to the base reaches as deep as the letters do.
  const whole = held(contours, neck, measures.join === 'base' ? Math.min(0, -sink) : null)
  if (measures.join === 'letters' && outlinesIn(whole) > 1)
    throw new CannotMake(
      say`The letters of this font are in parts, made to be cut out of a piece. To join them, take a sturdy font or a joined one.`,
    )
  return whole
}

function courseOf(measures: Measures, shape: PieceShape | undefined, length: number): Course {
  const isInside = measures.side === 'inside'
  if (measures.course === 'outline')
    return alongOutline(edgeOf(shape!, isInside), isInside, numberIn(measures, 'shift'))
  if (measures.course === 'arc') {
    // Without a piece the arc lies to the right of the origin, letters and all.
    const far = numberIn(measures, 'radius') + numberIn(measures, 'height')
    const { minX, minY, maxX, maxY } = shape?.box ?? { minX: 0, minY: 0, maxX: 2 * far, maxY: 2 * far }
    return alongArc(measures, { x: (minX + maxX) / 2, y: (minY + maxY) / 2 }, isInside)
  }
  if (!shape) return level(length)
  return measures.join === 'base' ? alongEdge(paperOf(shape)[0]!) : within(shape, measures)
}

/** The level line on which a text stands in the middle of a piece. */
function within(shape: PieceShape, measures: Measures): Course {
  const { minX, minY, maxX, maxY } = shape.box
  const y = (minY + maxY) / 2 + numberIn(measures, 'height') / 2 - numberIn(measures, 'sink')
  return { length: null, middle: (minX + maxX) / 2, at: (x) => ({ at: { x, y }, up: { x: 0, y: -1 } }) }
}

/** The edge along which letters stand: the outline; inside, that of the largest opening where there is one. */
function edgeOf(shape: PieceShape, isInside: boolean): Contour {
  const [outline, ...openings] = paperOf(shape)
  const box = (c: Contour) => boundsOf(c).maxX - boundsOf(c).minX
  const [largest] = [...openings].sort((a, b) => box(b) - box(a))
  return isInside && largest ? turnedRound(largest) : outline!
}

/** What letters sink into, where they are joined to a piece. */
function groundOf(measures: Measures, shape: PieceShape | undefined): Ground | null {
  if (!shape || measures.join !== 'base' || measures.role !== 'cut') return null
  const isInside = measures.side === 'inside' && measures.course !== 'line' && shape.openings.length > 0
  return new Ground(edgeOf(shape, isInside), isInside)
}

const stood = ({ contours, map }: Placed): Contour[] => contours.map((c) => transformContour(c, map))

const pieceLines = (shape: PieceShape): MadeLine[] => [
  ...asCuts(paperOf(shape)),
  ...innerLines(shape, 'of-1'),
]

/** Each letter by itself. */
function asLines(placed: readonly Placed[], measures: Measures): MadeLine[] {
  const role = measures.role as 'cut' | 'pen' | 'print'
  return placed.flatMap((letter, i) =>
    stood(letter).map((c, k): MadeLine => ({ key: `letter-${i + 1}-${k + 1}`, d: writePath(c), role })),
  )
}

/** All letters as one piece. @throws CannotMake where some stay apart */
function asOne(placed: readonly Placed[], measures: Measures, told: string[]): Made {
  const [thinnest] = [...placed].sort((a, b) => a.neck - b.neck)
  if (thinnest && thinnest.neck < numberIn(measures, 'neck') - 1e-6)
    told.push(
      say`“${thinnest.text}” hangs on by ${tenths(thinnest.neck)} mm, as the strokes are no thicker there.`,
    )
  const made = uniteOutlines(...placed.map(stood))
  if (outlinesIn(made) > 1)
    throw new CannotMake(say`Parts of the letters stay apart. Take a wider neck, or another font.`)
  return { lines: asCuts(made, 'word'), figures: told }
}

/** Letters united with the piece on which they stand. @throws CannotMake where some stay apart */
function onBase(shape: PieceShape, placed: readonly Placed[], measures: Measures, told: string[]): Made {
  const paper = paperOf(shape)
  const made = uniteOutlines(paper, ...placed.map(stood))
  if (outlinesIn(made) > outlinesIn(paper)) {
    const apart = placed.filter((p) => p.contact === 0).map((p) => p.text)
    throw new CannotMake(
      apart.length > 0
        ? say`${apart.slice(0, 6).map(quoted).join(', ')} stay apart from the piece. Sink them deeper.`
        : say`Some letters stay apart from the piece. Sink them deeper.`,
    )
  }
  const [least] = placed.filter((p) => p.contact > 0).sort((a, b) => a.contact - b.contact)
  const neck = numberIn(measures, 'neck')
  return {
    lines: [...asCuts(made), ...innerLines(shape, 'of-1')],
    figures: [
      ...told,
      ...(least
        ? [
            say`The narrowest foot is that of “${least.text}”: ${tenths(least.contact)} mm.${least.contact < neck ? say` Under ${tenths(neck)} mm it tears; sink it deeper.` : ''}`,
          ]
        : []),
    ],
  }
}

/** Letters as openings of the piece. @throws CannotMake where the piece would fall apart */
function cutOut(shape: PieceShape, placed: readonly Placed[], measures: Measures, told: string[]): Made {
  const paper = paperOf(shape)
  // Neighbours that touch may enclose something between them.
  const letters = bridged(uniteOutlines(...placed.map(stood)), numberIn(measures, 'neck'))
  if (combine('difference', letters, paper).length > 0)
    throw new CannotMake(
      say`The letters reach over the edge of the piece, or into an opening. Make them smaller, or move them.`,
    )
  const made = combine('difference', paper, letters)
  if (outlinesIn(made) !== outlinesIn(paper))
    throw new CannotMake(
      say`The piece would fall apart where the letters are cut out. Make them smaller, or move them.`,
    )
  return { lines: [...asCuts(made), ...innerLines(shape, 'of-1')], figures: told }
}

function tellSize(text: string, placed: readonly Placed[]): string {
  const box = uniteBoxes(placed.flatMap((p) => stood(p).map(boundsOf)))
  const scale = placed[0]?.scale ?? 0
  return say`“${text.slice(0, 60)}” is ${tenths(box.maxX - box.minX)} x ${tenths(box.maxY - box.minY)} mm, capitals ${tenths(scale * DRAWN_HEIGHT)} mm high.`
}
