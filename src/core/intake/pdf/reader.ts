import { type PDFDict, PDFName } from 'pdf-lib'
import type { Look } from '../../document/lines'
import { settingOf } from '../../document/texts'
import { type Affine, apply, IDENTITY, meanScale, multiply, translation } from '../../geometry/affine'
import { type Box, boundsOf, boxesMeet, boxHolds, sharedBox, uniteBoxes } from '../../geometry/measure'
import { type Contour, type Segment, transformContour } from '../../geometry/path'
import type { Point } from '../../geometry/point'
import { quoted, say } from '../../words'
import { type DrawnText, MOST_TEXTS } from '../drawing'
import type { LineCollector } from '../line-collector'
import type { Notices } from '../notices'
import { IntakeRefusal } from '../refusal'
import { CMYK, type ColourSpace, colourSpaceOf, GREY, RGB, speakingInks } from './colours'
import { type Operand, operationsOf, wordsOf } from './content'
import type { Layers } from './layers'
import type { Objects } from './objects'

type Paint = { space: ColourSpace; values: number[] }

/** The part of the graphics state that shows in lines. */
type State = {
  matrix: Affine
  width: number
  dash: number[]
  stroke: Paint
  fill: Paint
  /** mm; nothing beyond it shows */
  clip: Box | null
}

/** Where the next words go, and their size. */
type TextState = { matrix: Affine; size: number; font: string | null }

/** What a mark or a form adds to what is in it. */
type Mark = { names: string[]; shown: boolean }

const MAX_OPERATIONS = 4_000_000
const DEEPEST_FORM = 24

const BLACK: Paint = { space: GREY, values: [0] }

const numbers = (operands: readonly Operand[]): number[] => operands.filter((o) => typeof o === 'number')

/**
 * Walks the content of a page and gathers its lines.
 * @throws IntakeRefusal when the page has too many operations
 */
export class PageReader {
  private operations = 0
  private elements = 0
  /** paths that nothing paints, pictures, text: counted to tell an empty page from a picture of one */
  pictures = 0
  /** where words stand, mm */
  readonly texts: DrawnText[] = []

  constructor(
    private readonly objects: Objects,
    private readonly layers: Layers,
    private readonly lines: LineCollector,
    private readonly notices: Notices,
  ) {}

  /** @param toMm from the page's user space to mm, y down */
  read(content: Uint8Array, resources: PDFDict | null, toMm: Affine): void {
    const state: State = { matrix: toMm, width: 1, dash: [], stroke: BLACK, fill: BLACK, clip: null }
    this.run(content, resources, state, [], [])
  }

  private run(
    content: Uint8Array,
    resources: PDFDict | null,
    initial: State,
    around: readonly Mark[],
    forms: readonly string[],
  ): void {
    let state = { ...initial }
    const saved: State[] = []
    const marks: Mark[] = [...around]
    let path = new PathBuilder()
    let clips = false
    let text: TextState = { matrix: IDENTITY, size: 0, font: null }
    for (const { operator, operands } of operationsOf(content)) {
      this.operations += 1
      if (this.operations > MAX_OPERATIONS)
        throw new IntakeRefusal(
          say`The page has more than four million drawing operations. Simplify it, or split it.`,
        )
      const n = numbers(operands)
      switch (operator) {
        case 'q':
          if (saved.length < 500) saved.push(state)
          state = { ...state }
          break
        case 'Q':
          state = saved.pop() ?? state
          break
        case 'cm':
          if (n.length === 6) state.matrix = multiply(state.matrix, n as unknown as Affine)
          break
        case 'w':
          state.width = n[0] ?? state.width
          break
        case 'd':
          state.dash = Array.isArray(operands[0]) ? numbers(operands[0]) : []
          break
        case 'gs':
          this.graphicsState(String(operands[0] ?? ''), resources, state)
          break
        case 'm':
        case 'l':
        case 'c':
        case 'v':
        case 'y':
        case 'h':
        case 're':
          path.add(operator, n)
          break
        case 'W':
        case 'W*':
          clips = true
          break
        case 'n':
          if (clips) state = { ...state, clip: clippedBy(path, state) }
          clips = false
          path = new PathBuilder()
          break
        case 'S':
        case 's':
        case 'f':
        case 'F':
        case 'f*':
        case 'B':
        case 'B*':
        case 'b':
        case 'b*':
          if (operator === 's' || operator.startsWith('b')) path.add('h', [])
          this.paint(path, operator, state, marks)
          if (clips) state = { ...state, clip: clippedBy(path, state) }
          clips = false
          path = new PathBuilder()
          break
        case 'Do':
          this.drawObject(String(operands[0] ?? ''), resources, state, marks, forms)
          break
        case 'BMC':
          marks.push({ names: [], shown: true })
          break
        case 'BDC':
          marks.push(this.markOf(operands, resources))
          break
        case 'EMC':
          if (marks.length > around.length) marks.pop()
          break
        case 'Tj':
        case 'TJ':
        case "'":
        case '"':
          this.notices.add('text', this.place())
          this.takeText(operands, text, state)
          break
        case 'BT':
          text = { ...text, matrix: IDENTITY }
          break
        case 'Tf':
          text = {
            ...text,
            size: n.at(-1) ?? text.size,
            font: this.fontNamed(String(operands[0] ?? ''), resources),
          }
          break
        case 'Tm':
          if (n.length === 6) text.matrix = n as unknown as Affine
          break
        case 'Td':
        case 'TD':
          if (n.length === 2) text.matrix = multiply(text.matrix, translation(n[0]!, n[1]!))
          break
        case 'sh':
          this.notices.add('shading', this.place())
          break
        case 'EI':
          this.picture()
          break
        default:
          this.colour(operator, operands, n, resources, state)
      }
    }
  }

  /** Words are no lines; where they stand helps to tell what the lines beside them are. */
  private takeText(operands: readonly Operand[], text: TextState, state: State): void {
    if (this.texts.length >= MOST_TEXTS) return
    const { x, y } = apply(multiply(state.matrix, text.matrix), { x: 0, y: 0.35 * text.size })
    const words = wordsOf(operands)
    if (!words || !Number.isFinite(x) || !Number.isFinite(y)) return
    // y runs up in the words’ own space, down in the drawing: so does the way they are read.
    const setting = settingOf(multiply(state.matrix, text.matrix), { x: 0, y: 0 }, text.size, {
      font: text.font,
    })
    this.texts.push({ x, y, words, setting })
  }

  /** The name of a font among the resources of the page, without the letters that mark a part of one. */
  private fontNamed(name: string, resources: PDFDict | null): string | null {
    const fonts = this.objects.dict(this.objects.get(resources, 'Font'))
    const font = this.objects.dict(this.objects.get(fonts, name.slice(1)))
    return this.objects.name(this.objects.get(font, 'BaseFont'))?.replace(/^[A-Z]{6}\+/, '') ?? null
  }

  private place = (): string => say`element ${this.elements + 1}`

  private picture(): void {
    this.pictures += 1
    this.notices.add('image', this.place())
  }

  private colour(
    operator: string,
    operands: readonly Operand[],
    n: number[],
    resources: PDFDict | null,
    state: State,
  ): void {
    const device: Record<string, ColourSpace> = { g: GREY, rg: RGB, k: CMYK }
    const lower = operator.toLowerCase()
    const which = operator === lower ? 'fill' : 'stroke'
    if (device[lower] && (operator === lower || operator === lower.toUpperCase()))
      state[which] = { space: device[lower]!, values: n }
    else if (operator === 'CS' || operator === 'cs') {
      const space = colourSpaceOf(String(operands[0] ?? '').slice(1), resources, this.objects)
      state[which] = {
        space,
        values: Array.from({ length: space.components }, () => (space.inks.length > 0 ? 1 : 0)),
      }
    } else if (['SC', 'SCN', 'sc', 'scn'].includes(operator)) state[which] = { ...state[which], values: n }
  }

  private graphicsState(name: string, resources: PDFDict | null, state: State): void {
    const states = this.objects.dict(this.objects.get(resources, 'ExtGState'))
    const gs = this.objects.dict(this.objects.get(states, name.slice(1)))
    const width = this.objects.number(this.objects.get(gs, 'LW'))
    if (width !== null) state.width = width
    const [dash] = this.objects.list(this.objects.get(gs, 'D'))
    if (dash) state.dash = this.objects.numbers(dash)
  }

  private markOf(operands: readonly Operand[], resources: PDFDict | null): Mark {
    if (operands[0] !== '/OC' || typeof operands[1] !== 'string') return { names: [], shown: true }
    const properties = this.objects.dict(this.objects.get(resources, 'Properties'))
    return this.layers.of(properties?.get(PDFName.of(operands[1].slice(1))))
  }

  private drawObject(
    name: string,
    resources: PDFDict | null,
    state: State,
    marks: readonly Mark[],
    forms: readonly string[],
  ): void {
    const objects = this.objects.dict(this.objects.get(resources, 'XObject'))
    const key = this.objects.refOf(objects, name.slice(1)) ?? name
    const dict = this.objects.dict(this.objects.get(objects, name.slice(1)))
    const kind = this.objects.name(this.objects.get(dict, 'Subtype'))
    if (kind === 'Image') {
      this.picture()
      return
    }
    if (kind !== 'Form' || !dict) return
    if (forms.includes(key) || forms.length >= DEEPEST_FORM) {
      this.notices.add('broken-form', quoted(name.slice(1, 40)))
      return
    }
    const content = this.objects.stream(this.objects.get(objects, name.slice(1)))
    if (!content) {
      this.notices.add('broken-form', quoted(name.slice(1, 40)))
      return
    }
    const matrix = this.objects.numbers(this.objects.get(dict, 'Matrix'))
    const inner = matrix.length === 6 ? (matrix as unknown as Affine) : IDENTITY
    const own = dict.get(PDFName.of('OC'))
    this.run(
      content,
      this.objects.dict(this.objects.get(dict, 'Resources')) ?? resources,
      { ...state, matrix: multiply(state.matrix, inner) },
      own ? [...marks, this.layers.of(own)] : marks,
      [...forms, key],
    )
  }

  private paint(path: PathBuilder, operator: string, state: State, marks: readonly Mark[]): void {
    const contours = path.contours()
    if (contours.length === 0) return
    if (marks.some((m) => !m.shown)) {
      this.notices.add('hidden', this.place())
      return
    }
    this.elements += 1
    const strokes = 'SsBb'.includes(operator[0]!)
    const fills = 'fFBb'.includes(operator[0]!)
    const toMm = meanScale(state.matrix)
    const paint = strokes ? state.stroke : state.fill
    const dash = state.dash.map((v) => Math.round(Math.max(0, v) * toMm * 100) / 100)
    const look: Look = {
      stroke: strokes ? state.stroke.space.toRgb(state.stroke.values) : null,
      fill: fills ? state.fill.space.toRgb(state.fill.values) : null,
      dash:
        strokes && dash.some((v) => v > 0) ? (dash.length % 2 ? [...dash, ...dash] : dash).slice(0, 32) : [],
      width: strokes ? Math.round(state.width * toMm * 100) / 100 : 0,
      layers: [...marks.flatMap((m) => m.names), ...speakingInks(paint.space)]
        .map((n) => n.slice(0, 120))
        .slice(-8),
    }
    const line = {
      look,
      label: null,
      element: this.elements,
      fillRule: operator.endsWith('*') ? ('evenodd' as const) : ('nonzero' as const),
    }
    for (const contour of contours) {
      const seen = transformContour(contour, state.matrix)
      const shown = state.clip === null ? 'whole' : shownWithin(seen, state.clip)
      if (shown !== 'whole') this.notices.add(shown === 'none' ? 'clipped-away' : 'clipped', this.place())
      if (shown !== 'none') this.lines.add(seen, line, say`element ${this.elements}`)
    }
  }
}

/** The box that a path clips what follows to, within the clip that is there; a path of nothing clips nothing here. */
function clippedBy(path: PathBuilder, { matrix, clip }: State): Box | null {
  const boxes = path.contours().map((c) => boundsOf(transformContour(c, matrix)))
  if (boxes.length === 0) return clip
  const own = uniteBoxes(boxes)
  return clip ? sharedBox(clip, own) : own
}

/** A line on the border of its clip is half seen, and counts as seen, mm. */
const ON_THE_BORDER = 0.5

/** How much of a line a clip leaves to be seen, by its box: what is told hidden is hidden. */
function shownWithin(contour: Contour, clip: Box): 'whole' | 'part' | 'none' {
  const box = boundsOf(contour)
  if (boxHolds(clip, box, ON_THE_BORDER)) return 'whole'
  return boxesMeet(clip, box, ON_THE_BORDER) ? 'part' : 'none'
}

/** Builds contours from path operators (ISO 32000-1, 8.5.2). */
class PathBuilder {
  private readonly done: Contour[] = []
  private start: Point | null = null
  private at: Point = { x: 0, y: 0 }
  private segments: Segment[] = []

  add(operator: string, n: readonly number[]): void {
    const p = (i: number): Point => ({ x: n[i] ?? Number.NaN, y: n[i + 1] ?? Number.NaN })
    if (operator === 'm') {
      this.end(false)
      this.start = p(0)
      this.at = p(0)
    } else if (operator === 're') {
      this.end(false)
      const [x = 0, y = 0, w = 0, h = 0] = n
      this.start = { x, y }
      this.segments = [{ to: { x: x + w, y } }, { to: { x: x + w, y: y + h } }, { to: { x, y: y + h } }]
      this.end(true)
      this.start = { x, y }
      this.at = { x, y }
    } else if (operator === 'h') {
      const { start } = this
      this.end(true)
      this.start = start
      if (start) this.at = start
    } else if (this.start) {
      if (operator === 'l') this.push({ to: p(0) })
      else if (operator === 'c') this.push({ c1: p(0), c2: p(2), to: p(4) })
      else if (operator === 'v') this.push({ c1: this.at, c2: p(0), to: p(2) })
      else if (operator === 'y') this.push({ c1: p(0), c2: p(2), to: p(2) })
    }
  }

  contours(): Contour[] {
    this.end(false)
    return this.done
  }

  private push(segment: Segment): void {
    this.segments.push(segment)
    this.at = segment.to
  }

  private end(closed: boolean): void {
    if (this.start && this.segments.length > 0)
      this.done.push({ start: this.start, segments: this.segments, closed })
    this.segments = []
    this.start = null
  }
}
