import { isGivenByAProgram } from '../../document/given-names'
import type { Look } from '../../document/lines'
import { CAPITAL, movedSetting, settingOf } from '../../document/texts'
import {
  type Affine,
  apply,
  determinant,
  greatestScale,
  IDENTITY,
  multiply,
  rotation,
  scaling,
  translation,
} from '../../geometry/affine'
import { type Box, boundsOf, heightOf, uniteBoxes, widthOf } from '../../geometry/measure'
import { type Contour, transformContour } from '../../geometry/path'
import { language, say } from '../../words'
import { type Drawing, type DrawnText, MOST_LETTERS, MOST_TEXTS } from '../drawing'
import { LineCollector } from '../line-collector'
import { Notices } from '../notices'
import { IntakeRefusal, LIMITS } from '../refusal'
import { indexedColour, trueColour } from './colours'
import { ENTITIES, isTilted, ownSystem } from './entities'
import { DXF_NOTICES } from './notices'
import { type Item, numberOf, numbersOf, pointOf, readSections, type Tag, textOf, toNumber } from './tags'
import { dxfScale, statedUnit } from './units'

type Layer = { colour: number; linetype: string; width: number; shown: boolean; trueColour: number | null }
type Block = { base: { x: number; y: number }; items: Item[] }

/** What an insert passes on to what it inserts. */
type Context = {
  matrix: Affine
  /** for entities whose colour or linetype is "by block", and for those on layer 0 */
  colour: string
  linetype: string
  layer: string
  blocks: readonly string[]
  /** names of the blocks around, as a person gave them */
  names: readonly string[]
}

const MAX_INSERTED = 300_000
const DEEPEST_BLOCK = 100
/** Entities that only measure, write or hold other data. */
const NOTED: Readonly<Record<string, string>> = {
  TEXT: 'text',
  MTEXT: 'text',
  ATTRIB: 'text',
  ATTDEF: 'text',
  DIMENSION: 'dimension',
  LEADER: 'dimension',
  MULTILEADER: 'dimension',
  TOLERANCE: 'dimension',
  HATCH: 'surface',
  SOLID: 'surface',
  TRACE: 'surface',
  '3DFACE': 'surface',
  '3DSOLID': 'surface',
  REGION: 'surface',
  BODY: 'surface',
  IMAGE: 'image',
  WIPEOUT: 'image',
}
/** Of those the ones whose words tell what lines beside them are. */
const TEXTS = new Set(['TEXT', 'MTEXT', 'ATTRIB'])
const SILENT = new Set(['', 'SEQEND', 'VERTEX', 'POINT', 'VIEWPORT', 'ENDBLK'])

/**
 * Reads the lines of a DXF drawing: model space, y turned down, moved so that its box begins at the origin.
 * @param chosen mm for one unit, where a person has chosen it
 * @throws IntakeRefusal for a file without entities or a drawing that is too large
 */
export const readDxf = (tags: readonly Tag[], chosen: number | null): Drawing =>
  new DxfReader(tags).read(chosen)

type Found = { contour: Contour; look: Look; forPlans: boolean; line: number }

class DxfReader {
  private readonly header = new Map<string, string>()
  private readonly layers = new Map<string, Layer>()
  private readonly linetypes = new Map<string, number[]>()
  private readonly blocks = new Map<string, Block>()
  private readonly entities: Item[]
  private readonly notices = new Notices(DXF_NOTICES)
  private readonly found: Found[] = []
  private readonly texts: DrawnText[] = []
  private visits = 0
  private segments = 0
  /** how far a curve may stray, in drawing units: a thousandth of a millimetre, or as much for what may be inches */
  private readonly fineness: number

  constructor(tags: readonly Tag[]) {
    const sections = readSections(tags)
    this.readHeader(sections.get('HEADER')?.[0])
    this.readTables(sections.get('TABLES') ?? [])
    this.readBlocks(sections.get('BLOCKS') ?? [])
    this.fineness = 0.001 / (statedUnit(Number(this.header.get('$INSUNITS') ?? 0)) ?? 10)
    this.entities = sections.get('ENTITIES') ?? []
    if (!sections.has('ENTITIES'))
      throw new IntakeRefusal(
        say`The DXF file has no section of entities. It may be cut off; export it again.`,
      )
  }

  read(chosen: number | null): Drawing {
    const context: Context = {
      matrix: IDENTITY,
      colour: '#000000',
      linetype: 'CONTINUOUS',
      layer: '0',
      blocks: [],
      names: [],
    }
    this.walk(this.entities, context)
    const bounds = this.found
      .map((f) => boundsOf(f.contour))
      .filter((b) => Number.isFinite(b.minX + b.maxX + b.minY + b.maxY))
    const box: Box = bounds.length > 0 ? uniteBoxes(bounds) : { minX: 0, maxX: 0, minY: 0, maxY: 0 }
    const extent = { width: widthOf(box), height: heightOf(box) }
    const measurement = this.header.get('$MEASUREMENT')
    const scale = dxfScale(
      Number(this.header.get('$INSUNITS') ?? 0),
      measurement === undefined ? null : measurement === '1',
      extent,
      chosen,
    )
    const mm = scale.mmPerUnit
    const reach = Math.max(extent.width, extent.height) * mm
    if (!(reach <= LIMITS.reach))
      throw new IntakeRefusal(
        say`The drawing reaches over ${Math.round(reach / 1000).toLocaleString(language())} m; up to ${LIMITS.reach / 1000} m is read. A stray entity lies far away, or the units are wrong: mend that and export it again.`,
      )
    const toMm = multiply([mm, 0, 0, -mm, 0, 0], translation(-box.minX, -box.maxY))
    const lines = new LineCollector(this.notices)
    this.found.forEach(({ contour, look, forPlans, line }, element) => {
      lines.add(
        transformContour(contour, toMm),
        { look: { ...look, dash: inMm(look.dash, mm, forPlans) }, label: null, element, fillRule: 'nonzero' },
        say`line ${line}`,
      )
    })
    return {
      artwork: { width: extent.width * mm, height: extent.height * mm },
      scale,
      lines: lines.lines,
      texts: this.texts
        .map(({ x, y, words, setting }) => ({
          ...apply(toMm, { x, y }),
          words,
          ...(setting ? { setting: movedSetting(setting, toMm) } : {}),
        }))
        .filter(({ x, y }) => Number.isFinite(x) && Number.isFinite(y)),
      findings: this.notices.findings(),
    }
  }

  private readHeader(item: Item | undefined): void {
    item?.tags.forEach((tag, i) => {
      if (tag.code === 9) this.header.set(tag.value.toUpperCase(), item.tags[i + 1]?.value ?? '')
    })
  }

  private readTables(items: readonly Item[]): void {
    for (const item of items) {
      const name = textOf(item, 2)
      if (name === undefined) continue
      if (item.type === 'LAYER') {
        const colour = numberOf(item, 62, 7)
        const bits = numberOf(item, 420, -1)
        this.layers.set(name.toUpperCase(), {
          colour: Math.abs(colour),
          linetype: (textOf(item, 6) ?? 'CONTINUOUS').toUpperCase(),
          width: numberOf(item, 370, -3) / 100,
          shown: colour >= 0 && (numberOf(item, 70, 0) & 1) === 0,
          trueColour: bits >= 0 ? bits : null,
        })
      } else if (item.type === 'LTYPE') this.linetypes.set(name.toUpperCase(), numbersOf(item, 49))
    }
  }

  private readBlocks(items: readonly Item[]): void {
    let block: Block | null = null
    for (const item of items) {
      if (item.type === 'BLOCK') {
        block = { base: pointOf(item, 10), items: [] }
        this.blocks.set((textOf(item, 2) ?? '').toUpperCase(), block)
      } else if (item.type === 'ENDBLK') block = null
      else block?.items.push(item)
    }
  }

  /** @throws IntakeRefusal where blocks repeat one another without end */
  private visit(item: Item): void {
    this.visits += 1
    if (this.visits > MAX_INSERTED)
      throw new IntakeRefusal(
        say`Blocks in the file repeat one another more than ${MAX_INSERTED.toLocaleString(language())} times (line ${item.line}). Explode or remove the repeated blocks.`,
      )
  }

  private walk(items: readonly Item[], context: Context): void {
    for (let i = 0; i < items.length; i += 1) {
      const item = items[i]!
      this.visit(item)
      if (SILENT.has(item.type)) continue
      if (numberOf(item, 67, 0) === 1) {
        this.notices.add('paper-space', say`line ${item.line}`)
        continue
      }
      const noted = NOTED[item.type]
      if (noted) {
        this.notices.add(noted, say`line ${item.line}`)
        this.takeText(item, context)
      } else if (item.type === 'INSERT') this.insert(item, context)
      else {
        const vertices: Item[] = []
        if (item.type === 'POLYLINE') while (items[i + 1]?.type === 'VERTEX') vertices.push(items[++i]!)
        this.take(item, vertices, context)
      }
    }
  }

  /** Words are no lines; where they stand helps to tell what the lines beside them are. */
  private takeText(item: Item, { matrix }: Context): void {
    const words = (textOf(item, 1) ?? '').replace(/\\[A-Za-z][^;\\]*;|[{}]/g, '').slice(0, MOST_LETTERS)
    if (!TEXTS.has(item.type) || !words.trim() || this.texts.length >= MOST_TEXTS) return
    const { x, y } = pointOf(item, 10)
    const height = numberOf(item, 40, 0)
    const turned = multiply(matrix, multiply(translation(x, y), rotation(numberOf(item, 50, 0))))
    // Its height is that of its capitals (DXF reference, TEXT, group 40).
    const setting = settingOf(turned, { x: 0, y: 0 }, height / CAPITAL)
    this.texts.push({ ...apply(matrix, { x, y: y + 0.5 * height }), words, setting })
  }

  private take(item: Item, vertices: readonly Item[], context: Context): void {
    const place = say`${item.type} at line ${item.line}`
    const read = ENTITIES[item.type]
    if (!read) {
      this.notices.add('unknown', place)
      return
    }
    const own = textOf(item, 8) ?? '0'
    const layerName = own === '0' ? context.layer : own
    const layer = this.layers.get(layerName.toUpperCase())
    if (layer && !layer.shown) {
      this.notices.add('hidden', place)
      return
    }
    if (numberOf(item, 60, 0) === 1) {
      this.notices.add('hidden', place)
      return
    }
    const scale = greatestScale(context.matrix)
    const contour = read(item, scale > 0 ? this.fineness / scale : 1, vertices)
    if (!contour) {
      this.notices.add('broken', place)
      return
    }
    // Counted as they come, since blocks may repeat them without end.
    this.segments += contour.segments.length
    if (this.segments > LIMITS.segments)
      throw new IntakeRefusal(
        say`The drawing has more than ${LIMITS.segments.toLocaleString(language())} stretches (reached at ${place}). Simplify its curves, or split it into several files.`,
      )
    if (isTilted(item)) this.notices.add('tilted', place)
    const matrix = multiply(context.matrix, ownSystem(item))
    this.found.push({
      contour: transformContour(contour, matrix),
      look: this.lookOf(item, layer, layerName, context),
      forPlans: isForPlans(this.linetypeOf(item, layer, context)),
      line: item.line,
    })
  }

  private insert(item: Item, context: Context): void {
    const written = textOf(item, 2) ?? ''
    const name = written.toUpperCase()
    const block = this.blocks.get(name)
    if (!block || context.blocks.includes(name) || context.blocks.length >= DEEPEST_BLOCK) {
      this.notices.add('broken-insert', say`“${name.slice(0, 40)}” at line ${item.line}`)
      return
    }
    const own = textOf(item, 8) ?? '0'
    const layerName = own === '0' ? context.layer : own
    const layer = this.layers.get(layerName.toUpperCase())
    if (layer && !layer.shown) {
      this.notices.add('hidden', say`INSERT at line ${item.line}`)
      return
    }
    const at = pointOf(item, 10)
    const place = multiply(
      multiply(translation(at.x, at.y), rotation(numberOf(item, 50, 0))),
      multiply(
        scaling(numberOf(item, 41, 1), numberOf(item, 42, 1)),
        translation(-block.base.x, -block.base.y),
      ),
    )
    // Rows and columns run in the insert's own system too.
    const seen = multiply(context.matrix, ownSystem(item))
    const columns = Math.max(1, Math.min(1000, numberOf(item, 70, 1)))
    const rows = Math.max(1, Math.min(1000, numberOf(item, 71, 1)))
    const turn = rotation(numberOf(item, 50, 0))
    for (let row = 0; row < rows; row += 1)
      for (let column = 0; column < columns; column += 1) {
        this.visit(item)
        const [dx, dy] = [column * numberOf(item, 44, 0), row * numberOf(item, 45, 0)]
        const step = translation(turn[0] * dx + turn[2] * dy, turn[1] * dx + turn[3] * dy)
        const matrix = multiply(seen, multiply(step, place))
        if (determinant(matrix) === 0) continue
        this.walk(block.items, {
          matrix,
          colour: this.colourOf(item, layer, context),
          linetype: this.linetypeOf(item, layer, context),
          layer: layerName,
          blocks: [...context.blocks, name],
          names: isAnonymous(written) ? context.names : [...context.names, written.slice(0, 120)],
        })
      }
  }

  private colourOf(item: Item, layer: Layer | undefined, context: Context): string {
    const bits = numberOf(item, 420, -1)
    if (bits >= 0) return trueColour(bits)
    const index = numberOf(item, 62, 256)
    if (index === 0) return context.colour
    if (index !== 256) return indexedColour(Math.abs(index))
    return layer && layer.trueColour !== null
      ? trueColour(layer.trueColour)
      : indexedColour(layer?.colour ?? 7)
  }

  private linetypeOf(item: Item, layer: Layer | undefined, context: Context): string {
    const own = (textOf(item, 6) ?? 'BYLAYER').toUpperCase()
    if (own === 'BYBLOCK') return context.linetype
    return own === 'BYLAYER' ? (layer?.linetype ?? 'CONTINUOUS') : own
  }

  private lookOf(item: Item, layer: Layer | undefined, layerName: string, context: Context): Look {
    const own = numberOf(item, 370, -1) / 100
    const width = own >= 0 ? own : layer && layer.width >= 0 ? layer.width : 0.25
    const linetype = this.linetypeOf(item, layer, context)
    const scale = numberOf(item, 48, 1) * toNumber(this.header.get('$LTSCALE') ?? '1')
    return {
      stroke: this.colourOf(item, layer, context),
      fill: null,
      dash: this.beatOf(linetype, Number.isFinite(scale) && scale > 0 ? scale : 1),
      width,
      layers: [...context.names, ...(layerName === '0' ? [] : [layerName.slice(0, 120)])].slice(-8),
    }
  }

  /** A linetype's beat in drawing units: marks and gaps by turns. */
  private beatOf(linetype: string, scale: number): number[] {
    const pattern = (this.linetypes.get(linetype) ?? []).map((v) => v * scale)
    if (pattern.length === 0)
      return STANDARD_BEATS.find(([name]) => linetype.includes(name))?.[1].slice() ?? []
    const beat: number[] = []
    for (const part of pattern) {
      const isMark = part >= 0
      // A beat begins with a mark, and marks and gaps come by turns.
      if (isMark === (beat.length % 2 === 0)) beat.push(Math.abs(part))
      else if (beat.length > 0) beat[beat.length - 1] = beat.at(-1)! + Math.abs(part)
    }
    if (beat.length % 2 === 1) beat.pop()
    return beat.some((v, i) => i % 2 === 1 && v > 0) ? beat.slice(0, 32) : []
  }
}

/** Blocks that programs make for themselves begin with a star, and say nothing. */
const isAnonymous = (name: string): boolean => name.startsWith('*') || isGivenByAProgram(name)

/** What linetypes of these names mean in files that leave out the table (common practice). */
const STANDARD_BEATS: readonly (readonly [string, readonly number[]])[] = [
  ['DASHDOT', [6, 2, 0.5, 2]],
  ['CENTER', [8, 2, 2, 2]],
  ['PHANTOM', [8, 2, 2, 2]],
  ['DASH', [4, 2]],
  ['HIDDEN', [3, 1.5]],
  ['DOT', [0.2, 1]],
]

/** How long the longest mark of a linetype for plans is taken to be at least, mm: its scale is for the screen. */
const LONGEST_MARK = 2.5

/** Whether a linetype is one that programs for plans come with, whose size says nothing of the paper (common practice). */
const isForPlans = (linetype: string): boolean =>
  STANDARD_BEATS.some(([name]) => linetype.includes(name)) || /BORDER|DIVIDE|GAS_LINE|TRACKS/.test(linetype)

/** A beat in mm. Of a linetype for plans the proportion is the file's, and the size such that a dash stays a dash. */
function inMm(beat: readonly number[], mm: number, forPlans: boolean): number[] {
  const marks = beat.filter((_, i) => i % 2 === 0)
  const longest = Math.max(0, ...marks) * mm
  const grow =
    forPlans && longest > 0 && (longest < LONGEST_MARK || longest > 30) ? LONGEST_MARK / longest : 1
  return beat.map((v) => Math.round(v * mm * grow * 100) / 100)
}
