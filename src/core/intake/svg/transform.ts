import { type Affine, IDENTITY, multiply, rotation, scaling, translation } from '../../geometry/affine'

const FUNCTION = /([a-z]+)\s*\(([^)]*)\)/gi

/** The matrix of a `transform` attribute or property; a list that breaks off counts as far as it goes. */
export function parseTransform(text: string | undefined): Affine {
  let matrix = IDENTITY
  if (!text) return matrix
  for (const [, name, list] of text.matchAll(FUNCTION)) {
    const next = one(name!.toLowerCase(), numbers(list!))
    if (next) matrix = multiply(matrix, next)
  }
  return matrix
}

/** The numbers of a list parted by commas or blanks; units px and deg are dropped. */
const numbers = (list: string): number[] =>
  (list.match(/[+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?/gi) ?? []).map(Number)

function one(name: string, n: number[]): Affine | null {
  const tan = (degrees: number) => Math.tan((degrees * Math.PI) / 180)
  switch (name) {
    case 'matrix':
      return n.length === 6 ? (n as unknown as Affine) : null
    case 'translate':
      return n.length > 0 ? translation(n[0]!, n[1] ?? 0) : null
    case 'translatex':
      return n.length === 1 ? translation(n[0]!, 0) : null
    case 'translatey':
      return n.length === 1 ? translation(0, n[0]!) : null
    case 'scale':
      return n.length > 0 ? scaling(n[0]!, n[1] ?? n[0]!) : null
    case 'rotate':
      return n.length > 0 ? rotation(n[0]!, { x: n[1] ?? 0, y: n[2] ?? 0 }) : null
    case 'skewx':
      return n.length === 1 ? [1, 0, tan(n[0]!), 1, 0, 0] : null
    case 'skewy':
      return n.length === 1 ? [1, tan(n[0]!), 0, 1, 0, 0] : null
    default:
      return null
  }
}
