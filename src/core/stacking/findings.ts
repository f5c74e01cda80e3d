import { type Stack, spacerBehind } from '../document/stack'
import { heightOf, widthOf } from '../geometry/measure'
import { intersect, type Region, regionArea, subtract, unite } from '../geometry/regions'
import { allOf, counted, decimal, oneOf, quoted, say } from '../words'
import { boxOfLayer } from './layer'
import { isTurnedRound } from './order'
import type { Stacked, StackedLayer, StackFinding } from './stacked'

/** Layers that differ by less than this share of their paper are the same one twice. */
const SAME = 0.005
/** A layer of which less than this share is seen might as well be left out. */
const SEEN = 0.01
/** Layers whose outer sizes differ by less are as large as one another, mm. */
const AS_LARGE = 1

const mm = (v: number) => `${decimal(v, 1)} mm`

/** Everything that is wrong with a stack, worst first. */
export function troublesOf(told: Omit<Stacked, 'findings'>, stack: Stack): StackFinding[] {
  return [
    ...notFitting(told, stack),
    ...hangingFree(told.layers),
    ...mixedHeights(told.layers, stack),
    ...standingFar(told.layers),
    ...doubled(told.layers),
    ...unseen(told.layers),
    ...wrongOrder(told.layers),
    ...sizesApart(told.layers),
  ]
}

function notFitting({ fits, size, depth, layers }: Omit<Stacked, 'findings'>, stack: Stack): StackFinding[] {
  const { frame } = stack
  if (!fits || !frame) return []
  const found: StackFinding[] = []
  const tell = (message: string) =>
    found.push({ rule: 'stack-frame', severity: 'warning', message, layers: [] })
  const [wide, high] = [fits.width < 0, fits.height < 0]
  if (wide || high) {
    const turned = frame.height - frame.slack >= size.width && frame.width - frame.slack >= size.height
    const factor = Math.min(
      (frame.width - frame.slack) / size.width,
      (frame.height - frame.slack) / size.height,
    )
    const over = [wide ? say`${mm(-fits.width)} too wide` : '', high ? say`${mm(-fits.height)} too high` : '']
    tell(
      say`The picture is ${allOf(over.filter(Boolean))} for its frame, with ${mm(frame.slack)} of slack. ${turned ? say`Turn the frame.` : say`Resize it to ${Math.floor(factor * 1000) / 10} %, or take less slack.`}`,
    )
  }
  if (fits.depth < 0) {
    const gaps = layers.filter((l) => l.gap > 0)
    const paper = layers.reduce((sum, l) => sum + l.caliper, 0)
    const ways: string[] = []
    const thinner = (frame.depth - paper) / Math.max(1, gaps.length)
    if (gaps.length > 0 && thinner >= 0.5)
      ways.push(say`spacers of ${mm(Math.floor(thinner * 10) / 10)} at most`)
    if (frame.glass > 0 && frame.glass >= -fits.depth)
      ways.push(say`no glass, which gives ${mm(frame.glass)}`)
    const each = depth / Math.max(1, layers.length)
    const fewer = Math.ceil(-fits.depth / each)
    if (fewer < layers.length) ways.push(say`${counted(fewer, 'layer')} fewer`)
    ways.push(say`a frame ${mm(depth)} deep`)
    tell(say`The stack is ${mm(-fits.depth)} too deep for its frame. What would do: ${oneOf(ways)}.`)
  }
  return found
}

function hangingFree(layers: readonly StackedLayer[]): StackFinding[] {
  return layers.flatMap(({ id, name, hanging }) => {
    const falling = hanging.filter((h) => h.falls)
    const free = hanging.filter((h) => !h.falls)
    const found: StackFinding[] = []
    if (falling.length > 0)
      found.push({
        rule: 'stack-falls',
        severity: 'error',
        message: say`“${name}” has ${counted(falling.length, 'part')} with nothing behind to be fixed to. Lay a layer with paper there behind it, or make its bridges part of it.`,
        layers: [id],
      })
    if (free.length > 0)
      found.push({
        rule: 'stack-hanging',
        severity: 'warning',
        message: say`“${name}” hangs free in ${counted(free.length, 'place')}, ${Math.round(free.reduce((s, h) => s + h.area, 0))} mm² in all: nothing hidden behind can hold it there. Allow a wider span, or narrower spacers.`,
        layers: [id],
      })
    return found
  })
}

/** Parts that stand on a layer farther behind, on spacers higher than the gap. */
function standingFar(layers: readonly StackedLayer[]): StackFinding[] {
  return layers.flatMap(({ id, name, gap, pads }) => {
    const far = pads.filter((p) => p.height > gap + 0.01)
    if (far.length === 0) return []
    const heights = [...new Set(far.map((p) => mm(p.height)))]
    return [
      {
        rule: 'stack-far',
        severity: 'note',
        message: say`Parts of “${name}” have no paper right behind them: they stand on ${counted(far.length, 'spacer')} of ${allOf(heights)}, farther back. Lay several on one another there.`,
        layers: [id],
      },
    ]
  })
}

function mixedHeights(layers: readonly StackedLayer[], stack: Stack): StackFinding[] {
  return layers.flatMap(({ id, name, pads }) => {
    const { strips, dots = strips } = spacerBehind(stack, id)
    const kinds = new Set(pads.map((p) => p.kind))
    if (Math.abs(strips - dots) < 0.05 || kinds.size < 2) return []
    return [
      {
        rule: 'stack-mixed',
        severity: 'warning',
        message: say`Strips of ${mm(strips)} and dots of ${mm(dots)} lie in the gap behind “${name}”: it will stand askew. Take one height for a gap.`,
        layers: [id],
      },
    ]
  })
}

/** The share in which two regions differ. */
function difference(a: Region, b: Region): number {
  const both = regionArea(intersect(a, b))
  const any = regionArea(unite([...a, ...b]))
  return any > 0 ? (any - both) / any : 0
}

function doubled(layers: readonly StackedLayer[]): StackFinding[] {
  const areas = layers.map((l) => regionArea(l.region))
  return layers.flatMap((layer, i) => {
    const twin = layers.findIndex(
      (other, k) =>
        k < i &&
        Math.abs(areas[k]! - areas[i]!) < SAME * areas[i]! &&
        difference(other.region, layer.region) < SAME,
    )
    if (twin < 0) return []
    return [
      {
        rule: 'stack-doubled',
        severity: 'warning',
        message: say`“${layers[twin]!.name}” and “${layer.name}” are the same layer twice. If one will do, take the other out.`,
        layers: [layers[twin]!.id, layer.id],
      },
    ]
  })
}

function unseen(layers: readonly StackedLayer[]): StackFinding[] {
  let before: Region = []
  const found: StackFinding[] = []
  for (const { id, name, region } of [...layers].reverse()) {
    const area = regionArea(region)
    if (before.length > 0 && area > 0 && regionArea(subtract(region, before)) < SEEN * area)
      found.push({
        rule: 'stack-unseen',
        severity: 'note',
        message: say`Nothing of “${name}” is seen from the front. It only takes up depth, unless it is to hold what lies before it.`,
        layers: [id],
      })
    before = before.length === 0 ? region : unite([...before, ...region])
  }
  return found
}

function wrongOrder(layers: readonly StackedLayer[]): StackFinding[] {
  if (!isTurnedRound(layers)) return []
  return [
    {
      rule: 'stack-order',
      severity: 'warning',
      message: say`The layers seem to lie the wrong way round: the most open ones are at the back. Turn the order round, or order them by how open they are.`,
      layers: layers.map((l) => l.id),
    },
  ]
}

function sizesApart(layers: readonly StackedLayer[]): StackFinding[] {
  const sizes = layers.map((l) => {
    const box = boxOfLayer(l)
    return { l, width: widthOf(box), height: heightOf(box) }
  })
  const [width, height] = [Math.max(...sizes.map((s) => s.width)), Math.max(...sizes.map((s) => s.height))]
  const smaller = sizes.filter((s) => s.width < width - AS_LARGE || s.height < height - AS_LARGE)
  if (smaller.length === 0) return []
  const names = smaller.slice(0, 3).map(({ l }) => quoted(l.name))
  return [
    {
      rule: 'stack-sizes',
      severity: 'note',
      message: say`${counted(smaller.length, 'layer is', 'layers are')} smaller than the others (${names.join(', ')}${smaller.length > 3 ? ' …' : ''}). A border frame gives all the same outer edge.`,
      layers: smaller.map(({ l }) => l.id),
    },
  ]
}
