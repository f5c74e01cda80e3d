import type { Look } from '../../document/lines'
import { settingOf } from '../../document/texts'
import {
  type Affine,
  apply,
  greatestScale,
  IDENTITY,
  meanScale,
  multiply,
  scaling,
  translation,
} from '../../geometry/affine'
import { readPath, transformContour } from '../../geometry/path'
import { distance } from '../../geometry/point'
import { say } from '../../words'
import { type Drawing, type DrawnText, MOST_LETTERS, MOST_TEXTS } from '../drawing'
import { LineCollector } from '../line-collector'
import { Notices } from '../notices'
import { IntakeRefusal, LIMITS } from '../refusal'
import { type Axis, resolveLength, splitLength, type Viewport } from './lengths'
import { humanName, layerName, speakingClasses } from './names'
import { SVG_NOTICES, takeForeign } from './notices'
import { resolvePaint } from './paint'
import { contoursOf, SHAPE_NAMES } from './shapes'
import { computeStyle, opacityOf, type Style } from './style'
import { joinedSheets, StyleSheet } from './stylesheet'
import { parseTransform } from './transform'
import { type TrueSize, trueSizeOf } from './true-size'
import { parseViewBox, viewBoxTransform } from './viewport'
import type { XmlElement } from './xml'

/** What an element inherits from those around it. */
type Context = {
  matrix: Affine
  viewport: Viewport
  style: Style
  /** of the element, with what rules say of its geometry */
  attributes: Readonly<Record<string, string>>
  /** size of letters, in user units */
  fontSize: number
  /** product of the opacities so far */
  opacity: number
  layers: string[]
  /** ids of the `use` elements on the way here, against references in a circle */
  uses: readonly string[]
}

/** Containers whose content is drawn only when something refers to it. */
const NEVER_DRAWN = new Set([
  'defs',
  'symbol',
  'marker',
  'linearGradient',
  'radialGradient',
  'metadata',
  'title',
  'desc',
])
const MAX_VISITS = 300_000

/**
 * Reads the lines of an SVG tree.
 * @param mmPerPx a scale chosen by a person, or null
 * @throws IntakeRefusal when the root is no `svg` element or the drawing is too large
 */
export function readSvgTree(root: XmlElement, mmPerPx: number | null): Drawing {
  if (root.name !== 'svg')
    throw new IntakeRefusal(
      say`The file is XML, but its root is “${(root.name || say`of another kind`).slice(0, 40)}” and not “svg”. Export the drawing as SVG.`,
    )
  const drawing = new SvgReader(root, trueSizeOf(root.attributes, mmPerPx)).read()
  if (drawing.scale.sure || mmPerPx !== null) return drawing
  // Where the artboard does not tell, the lines may.
  const told = trueSizeOf(root.attributes, null, straightLengths(drawing))
  return told.mmPerPx === drawing.scale.mmPerUnit
    ? { ...drawing, scale: told.scale }
    : new SvgReader(root, told).read()
}

/** How long the straight stretches of a drawing are, px. */
function straightLengths({ lines, scale }: Drawing): number[] {
  return lines.slice(0, MOST_MEASURED).flatMap(({ d }) => {
    const { start, segments } = readPath(d)
    return segments.flatMap(({ c1, to }, i) =>
      c1 ? [] : [distance(i === 0 ? start : segments[i - 1]!.to, to) / scale.mmPerUnit],
    )
  })
}
/** So many lines tell enough. */
const MOST_MEASURED = 2_000

class SvgReader {
  private readonly byId = new Map<string, XmlElement>()
  private readonly sheet = new StyleSheet()
  private readonly notices = new Notices(SVG_NOTICES)
  private readonly lines = new LineCollector(this.notices)
  private readonly texts: DrawnText[] = []
  private visits = 0
  private elements = 0

  constructor(
    private readonly root: XmlElement,
    private readonly size: TrueSize,
  ) {}

  read(): Drawing {
    const styles: string[] = []
    this.index(this.root, styles)
    for (const css of joinedSheets(styles)) this.sheet.add(css)
    if (this.sheet.ignored.length > 0) this.notices.add('style-ignored', this.sheet.ignored[0]!)
    const { viewport, mmPerPx, scale } = this.size
    if (
      !(
        viewport.width >= 0 &&
        viewport.width * mmPerPx <= LIMITS.reach &&
        viewport.height * mmPerPx <= LIMITS.reach
      )
    )
      throw new IntakeRefusal(
        say`The artboard is ${Math.round((viewport.width * mmPerPx) / 1000)} m wide; up to ${LIMITS.reach / 1000} m is read. Check width, height and viewBox of the file.`,
      )
    const context: Context = {
      matrix: scaling(mmPerPx),
      viewport,
      style: {},
      attributes: {},
      fontSize: 16,
      opacity: 1,
      layers: [],
      uses: [],
    }
    this.enterViewport(this.root, this.styled(this.root, context), viewport)
    return {
      artwork: { width: viewport.width * mmPerPx, height: viewport.height * mmPerPx },
      scale,
      lines: this.lines.lines,
      texts: this.texts,
      findings: this.notices.findings(),
    }
  }

  private index(element: XmlElement, styles: string[]): void {
    if (element.name === 'style') styles.push(element.text)
    if (element.attributes.id && !this.byId.has(element.attributes.id))
      this.byId.set(element.attributes.id, element)
    for (const child of element.children) this.index(child, styles)
  }

  /** The context inside an element: its style, opacity and transform added. */
  private styled(element: XmlElement, parent: Context): Context {
    const { style, attributes } = computeStyle(element, parent.style, this.sheet)
    return {
      ...parent,
      style,
      attributes,
      fontSize: this.fontSizeOf(style, parent),
      opacity: parent.opacity * opacityOf(style.opacity),
      matrix: multiply(
        parent.matrix,
        parseTransform(style.transform, style['transform-origin'], parent.viewport),
      ),
    }
  }

  /** The size of letters in user units; per cent and em are of the one around it. */
  private fontSizeOf(style: Style, parent: Context): number {
    const text = style['font-size']
    if (text === undefined || text === parent.style['font-size']) return parent.fontSize
    const parts = splitLength(text)
    if (parts?.unit === '%') return (parts.value / 100) * parent.fontSize
    return resolveLength(text, 'y', parent.viewport, parent.fontSize, parent.fontSize)
  }

  /** Walks the content of an `svg` or `symbol` element, whose viewBox fills `viewport` from the current origin. */
  private enterViewport(element: XmlElement, context: Context, viewport: Viewport): void {
    if (context.style.display === 'none') return
    const box = parseViewBox(element.attributes.viewBox)
    const fit = viewport.width > 0 && viewport.height > 0
    const toViewport = fit
      ? viewBoxTransform(box, viewport, element.attributes.preserveAspectRatio)
      : IDENTITY
    this.walkChildren(element, {
      ...context,
      matrix: multiply(context.matrix, toViewport),
      viewport: box ? { width: box.width, height: box.height } : viewport,
    })
  }

  private walkChildren(element: XmlElement, context: Context): void {
    for (const child of element.children) this.walk(child, context)
  }

  private walk(element: XmlElement, parent: Context): void {
    this.visits += 1
    if (this.visits > MAX_VISITS)
      throw new IntakeRefusal(
        say`Symbols in the file repeat one another more than 300,000 times (line ${element.line}). Expand or remove the repeated symbols.`,
      )
    const { name, attributes } = element
    if (name === '' || NEVER_DRAWN.has(name) || !isMeant(element)) return
    if (name === 'text') this.takeText(element, this.styled(element, parent))
    if (takeForeign(this.notices, name, element)) return
    const context = this.styled(element, parent)
    const { style } = context
    if (style.display === 'none') {
      if (SHAPE_NAMES.has(name) || name === 'g') this.notices.add('hidden', say`line ${element.line}`)
      return
    }
    for (const effect of ['clip-path', 'mask', 'filter'] as const)
      if (style[effect] && style[effect] !== 'none') this.notices.add(effect, say`line ${element.line}`)
    if (SHAPE_NAMES.has(name)) this.takeShape(element, context)
    else if (name === 'g' || name === 'a') {
      const layer = layerName(attributes)
      const said = [...(layer ? [layer] : []), ...speakingClasses(attributes)]
      this.walkChildren(
        element,
        said.length > 0 ? { ...context, layers: [...context.layers, ...said] } : context,
      )
    } else if (name === 'switch') {
      const child = element.children.find((c) => c.name !== '' && c.name !== 'foreignObject' && isMeant(c))
      if (child) this.walk(child, context)
    } else if (name === 'svg') this.takeNested(element, context, attributes)
    else if (name === 'use') this.takeUse(element, context)
  }

  /** Words are no lines; where they stand helps to tell what the lines beside them are. */
  private takeText(element: XmlElement, context: Context): void {
    if (context.style.display === 'none' || this.texts.length >= MOST_TEXTS) return
    const spans = element.children.filter((c) => c.name === 'tspan')
    const words = [element, ...spans]
      .map((e) => e.text)
      .join(' ')
      .replace(/\s+/g, ' ')
      .trim()
      .slice(0, MOST_LETTERS)
    const at = (attribute: 'x' | 'y') => {
      const written = [element, ...spans].find((e) => e.attributes[attribute] !== undefined) ?? element
      const [first] = (written.attributes[attribute] ?? '').trim().split(/[\s,]+/)
      return this.resolver({ attributes: { [attribute]: first ?? '' } }, context)(attribute, attribute)
    }
    const { x, y } = apply(context.matrix, { x: at('x'), y: at('y') - 0.35 * context.fontSize })
    if (!words || !Number.isFinite(x) || !Number.isFinite(y)) return
    const { 'text-anchor': anchor, 'font-family': font = null } = context.style
    const setting = settingOf(context.matrix, { x: at('x'), y: at('y') }, context.fontSize, {
      font,
      ...(anchor === 'middle' || anchor === 'end' ? { anchor } : {}),
    })
    this.texts.push({ x, y, words, setting })
  }

  private takeNested(element: XmlElement, context: Context, size: Record<string, string>): void {
    const at = this.resolver(element, context)
    const own = this.resolver({ ...element, attributes: { width: '100%', height: '100%', ...size } }, context)
    const viewport = { width: own('width', 'x'), height: own('height', 'y') }
    const matrix = multiply(context.matrix, translation(at('x', 'x'), at('y', 'y')))
    this.enterViewport(element, { ...context, matrix }, viewport)
  }

  private takeUse(element: XmlElement, context: Context): void {
    const href = element.attributes.href ?? element.attributes['xlink:href'] ?? ''
    if (!href.startsWith('#')) {
      this.notices.add('external', say`line ${element.line}`)
      return
    }
    const id = href.slice(1)
    const target = this.byId.get(id)
    if (!target || context.uses.includes(id)) {
      this.notices.add('broken-use', say`“${id.slice(0, 40)}” at line ${element.line}`)
      return
    }
    const at = this.resolver(element, context)
    const layer = humanName(element.attributes)
    const inner: Context = {
      ...context,
      matrix: multiply(context.matrix, translation(at('x', 'x'), at('y', 'y'))),
      uses: [...context.uses, id],
      layers: layer ? [...context.layers, layer] : context.layers,
    }
    if (target.name === 'symbol' || target.name === 'svg') {
      const { width, height } = element.attributes
      const size = {
        ...target.attributes,
        ...(width ? { width } : {}),
        ...(height ? { height } : {}),
      }
      this.takeNested(target, this.styled(target, inner), size)
    } else this.walk(target, inner)
  }

  private resolver(element: Pick<XmlElement, 'attributes'>, context: Context) {
    return (attribute: string, axis: Axis, fallback = 0) =>
      resolveLength(element.attributes[attribute], axis, context.viewport, context.fontSize, fallback)
  }

  private takeShape(element: XmlElement, context: Context): void {
    const { style, matrix } = context
    const scale = greatestScale(matrix)
    const tolerance = scale > 0 ? 0.001 / scale : 1
    const { contours, broken } = contoursOf(
      element.name,
      context.attributes,
      this.resolver(context, context),
      tolerance,
    )
    if (broken !== null)
      this.notices.add('broken-path', say`line ${element.line}, letter ${broken + 1} of its course`)
    if (contours.length === 0) return
    const look = this.lookOf({
      ...context,
      layers: [...context.layers, ...speakingClasses(element.attributes)],
    })
    if (!look) {
      this.notices.add('invisible', say`line ${element.line}`)
      return
    }
    this.notePaints(element, style)
    this.elements += 1
    const label = humanName(element.attributes)
    const fillRule = style['fill-rule'] === 'evenodd' ? 'evenodd' : 'nonzero'
    for (const contour of contours)
      this.lines.add(
        transformContour(contour, matrix),
        { look, label, element: this.elements, fillRule },
        say`line ${element.line}`,
      )
  }

  /** Tells of what is drawn by a mark at each corner, or within a tile: nothing of it is taken. */
  private notePaints(element: XmlElement, style: Style): void {
    const place = say`line ${element.line}`
    const isTiled = (paint: string | undefined) => {
      const id = /^url\(\s*['"]?#([^'")]+)/.exec(paint ?? '')?.[1]
      return id !== undefined && this.byId.get(id)?.name === 'pattern'
    }
    if (isTiled(style.fill) || isTiled(style.stroke)) this.notices.add('pattern', place)
    const marks = (['marker', 'marker-start', 'marker-mid', 'marker-end'] as const).map((m) => style[m])
    if (marks.some((m) => m && m !== 'none')) this.notices.add('marker', place)
  }

  /** How a shape is drawn, in mm; null where nothing of it can be seen. */
  private lookOf({ style, matrix, viewport, fontSize, opacity, layers }: Context): Look | null {
    if (style.visibility === 'hidden' || style.visibility === 'collapse' || opacity === 0) return null
    const toMm = style['vector-effect'] === 'non-scaling-stroke' ? 25.4 / 96 : meanScale(matrix)
    const length = (text: string | undefined, fallback: number) =>
      resolveLength(text, 'other', viewport, fontSize, fallback)
    const colour = style.color ?? 'black'
    const width = Math.max(0, length(style['stroke-width'], 1)) * toMm
    const stroke = width > 0 ? resolvePaint(style.stroke, colour, opacityOf(style['stroke-opacity'])) : null
    const fill = resolvePaint(style.fill ?? 'black', colour, opacityOf(style['fill-opacity']))
    if (!stroke && !fill) return null
    const beat = (style['stroke-dasharray'] ?? 'none').split(/[\s,]+/).filter(Boolean)
    const dash = beat.every((part) => splitLength(part))
      ? beat.map((part) => round(Math.max(0, length(part, 0)) * toMm))
      : []
    return {
      stroke,
      fill,
      dash:
        stroke && dash.some((part) => part > 0)
          ? (dash.length % 2 ? [...dash, ...dash] : dash).slice(0, 32)
          : [],
      width: stroke ? round(width) : 0,
      layers: layers.slice(-8),
    }
  }
}

/** The language in which alternatives are chosen. */
const LANGUAGE = 'en'

/** Whether an element is meant for this language (SVG 2, "The systemLanguage attribute"). */
const isMeant = ({ attributes: { systemLanguage } }: XmlElement): boolean =>
  systemLanguage === undefined ||
  systemLanguage.split(',').some((tag) => {
    const known = tag.trim().toLowerCase()
    return known === LANGUAGE || known.startsWith(`${LANGUAGE}-`)
  })

const round = (value: number): number => Math.round(value * 100) / 100
