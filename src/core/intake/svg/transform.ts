import { type Affine, IDENTITY, multiply, rotation, scaling, translation } from '../../geometry/affine'
import { type Axis, resolveLength, splitLength, type Viewport } from './lengths'

/**
 * The matrix of a `transform` attribute or property (CSS Transforms 1), about the origin that `transform-origin` says; a
 * list that breaks off counts as far as it goes.
 * @param viewport what per cent refer to
 */
export function parseTransform(
  text: string | undefined,
  origin?: string,
  viewport: Viewport = { width: 0, height: 0 },
): Affine {
  let matrix = IDENTITY
  if (!text) return matrix
  // Taken apart at the brackets, which takes as long as the text is, whatever it says.
  for (const part of text.split(')').slice(0, -1)) {
    const open = part.indexOf('(')
    const name = open < 0 ? '' : (/[a-z]+$/i.exec(part.slice(0, open).trimEnd().slice(-20))?.[0] ?? '')
    const list = part.slice(open + 1).trim()
    if (!name || list.includes('(') || list.length > MAX_LIST) break
    const next = one(name.toLowerCase(), list.split(/[\s,]+/).filter(Boolean), viewport)
    if (!next) break
    matrix = multiply(matrix, next)
  }
  if (!origin) return matrix
  const { x, y } = originOf(origin, viewport)
  return multiply(translation(x, y), multiply(matrix, translation(-x, -y)))
}

/** No list of numbers of a function is longer. */
const MAX_LIST = 400
const DEGREES: Readonly<Record<string, number>> = { '': 1, deg: 1, grad: 0.9, rad: 180 / Math.PI, turn: 360 }

function one(name: string, list: readonly string[], viewport: Viewport): Affine | null {
  const parts = list.map(splitLength)
  if (parts.length === 0 || parts.some((p) => p === null)) return null
  const n = parts.map((p) => p!.value)
  const length = (i: number, axis: Axis) => resolveLength(list[i], axis, viewport, 16, 0)
  const angle = (i: number) => n[i]! * (DEGREES[parts[i]!.unit] ?? Number.NaN)
  const share = (i: number) => n[i]! * (parts[i]!.unit === '%' ? 0.01 : 1)
  const tan = (i: number) => Math.tan((angle(i) * Math.PI) / 180)
  const made = ((): Affine | null => {
    switch (name) {
      case 'matrix':
        return n.length === 6 ? (n as unknown as Affine) : null
      case 'translate':
        return n.length <= 2 ? translation(length(0, 'x'), n.length > 1 ? length(1, 'y') : 0) : null
      case 'translatex':
        return n.length === 1 ? translation(length(0, 'x'), 0) : null
      case 'translatey':
        return n.length === 1 ? translation(0, length(0, 'y')) : null
      case 'scale':
        return n.length <= 2 ? scaling(share(0), n.length > 1 ? share(1) : share(0)) : null
      case 'scalex':
        return n.length === 1 ? scaling(share(0), 1) : null
      case 'scaley':
        return n.length === 1 ? scaling(1, share(0)) : null
      case 'rotate':
        return n.length === 1 || n.length === 3
          ? rotation(angle(0), n.length === 3 ? { x: length(1, 'x'), y: length(2, 'y') } : { x: 0, y: 0 })
          : null
      case 'skewx':
        return n.length === 1 ? [1, 0, tan(0), 1, 0, 0] : null
      case 'skewy':
        return n.length === 1 ? [1, tan(0), 0, 1, 0, 0] : null
      case 'skew':
        return n.length <= 2 ? [1, n.length > 1 ? tan(1) : 0, tan(0), 1, 0, 0] : null
      default:
        return null
    }
  })()
  return made?.every(Number.isFinite) ? made : null
}

const WORDS: Readonly<Record<string, string>> = {
  left: '0%',
  top: '0%',
  center: '50%',
  right: '100%',
  bottom: '100%',
}

/** The place that `transform-origin` names; per cent are of the view box, as SVG has it where nothing else is said. */
function originOf(text: string, viewport: Viewport): { x: number; y: number } {
  const said = text.trim().toLowerCase().slice(0, 100).split(/\s+/).slice(0, 2)
  // Words may come in either order: “top left”.
  const [first = '50%', second = '50%'] =
    /^(top|bottom)$/.test(said[0] ?? '') || /^(left|right)$/.test(said[1] ?? '')
      ? [said[1] ?? 'center', said[0]]
      : said
  const at = (word: string, axis: Axis) => resolveLength(WORDS[word] ?? word, axis, viewport, 16, 0)
  return { x: at(first, 'x'), y: at(second, 'y') }
}
