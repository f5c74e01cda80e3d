import { type Affine, IDENTITY, multiply, scaling, translation } from '../../geometry/affine'
import type { Viewport } from './lengths'

export type ViewBox = { x: number; y: number; width: number; height: number }

export function parseViewBox(text: string | undefined): ViewBox | null {
  const n = (text ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number)
  if (n.length !== 4 || n.some((v) => !Number.isFinite(v)) || n[2]! <= 0 || n[3]! <= 0) return null
  return { x: n[0]!, y: n[1]!, width: n[2]!, height: n[3]! }
}

/**
 * The map from a viewBox to its viewport, by SVG 2, "The viewBox attribute" and "The preserveAspectRatio attribute".
 * @param aspect the attribute's text; `xMidYMid meet` where missing
 */
export function viewBoxTransform(
  box: ViewBox | null,
  viewport: Viewport,
  aspect: string | undefined,
): Affine {
  if (!box) return IDENTITY
  const [align = 'xMidYMid', mode = 'meet'] = (aspect ?? '')
    .replace(/^\s*defer\s+/, '')
    .trim()
    .split(/\s+/)
    .filter(Boolean)
  let sx = viewport.width / box.width
  let sy = viewport.height / box.height
  let tx = 0
  let ty = 0
  if (align !== 'none') {
    const s = mode === 'slice' ? Math.max(sx, sy) : Math.min(sx, sy)
    sx = s
    sy = s
    const share = (which: string) => (which === 'Min' ? 0 : which === 'Max' ? 1 : 0.5)
    tx = (viewport.width - box.width * s) * share(align.slice(1, 4))
    ty = (viewport.height - box.height * s) * share(align.slice(5, 8))
  }
  return multiply(translation(tx, ty), multiply(scaling(sx, sy), translation(-box.x, -box.y)))
}
