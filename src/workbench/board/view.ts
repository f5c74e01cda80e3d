import { type Box, heightOf, widthOf } from '@/core/geometry/measure'
import type { Point } from '@/core/geometry/point'

/** What part of the drawing is seen: pixels for a mm, and where the drawing's origin lies on the screen, px. */
export type View = { scale: number; x: number; y: number }

export type ScreenSize = { width: number; height: number }

/** A place that is to be shown; a new object each time it is asked for. */
export type Place = {
  box: Box
  /** large: with little else about it; seen: as the view is, where all of the place is seen in it */
  how: 'large' | 'seen'
}

export const MIN_SCALE = 0.05
export const MAX_SCALE = 400

export const toScreen = (view: View, p: Point): Point => ({
  x: p.x * view.scale + view.x,
  y: p.y * view.scale + view.y,
})

export const toDrawing = (view: View, p: Point): Point => ({
  x: (p.x - view.x) / view.scale,
  y: (p.y - view.y) / view.scale,
})

/** The view that shows a whole box with some room around it. */
export function fitView(box: Box, screen: ScreenSize, pad = 36): View {
  const w = Math.max(1, widthOf(box))
  const h = Math.max(1, heightOf(box))
  const scale = clampScale(Math.min((screen.width - 2 * pad) / w, (screen.height - 2 * pad) / h))
  return {
    scale,
    x: screen.width / 2 - ((box.minX + box.maxX) / 2) * scale,
    y: screen.height / 2 - ((box.minY + box.maxY) / 2) * scale,
  }
}

/** What the rulers cover at the upper and at the left edge, px. */
export const RULER = 20
/** How large a box must be on the screen to be made out, px. */
const MADE_OUT = 60

/** Whether all of a box is seen, and large enough to be made out. */
export function isSeenIn(view: View, box: Box, screen: ScreenSize): boolean {
  const least = toScreen(view, { x: box.minX, y: box.minY })
  const most = toScreen(view, { x: box.maxX, y: box.maxY })
  return (
    least.x >= RULER &&
    least.y >= RULER &&
    most.x <= screen.width &&
    most.y <= screen.height &&
    Math.max(most.x - least.x, most.y - least.y) >= MADE_OUT
  )
}

/** Zooms by a factor so that the drawing's point under `at` stays there. */
export function zoomAt(view: View, factor: number, at: Point): View {
  const scale = clampScale(view.scale * factor)
  const real = scale / view.scale
  return { scale, x: at.x - (at.x - view.x) * real, y: at.y - (at.y - view.y) * real }
}

const clampScale = (scale: number) => Math.min(MAX_SCALE, Math.max(MIN_SCALE, scale))
