'use client'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { ScreenSize, View } from '../view'

export type Draw = (view: View, size: ScreenSize, density: number) => Promise<ImageBitmap>

/** A picture that took longer than this is not drawn again before a gesture rests, ms. */
const QUICK = 24
const REST = 110

/**
 * Keeps a canvas showing what `draw` makes of the view. While a new picture is being made the old one is moved and
 * scaled by the compositor, so that panning and zooming stay smooth whatever the drawing's size.
 * @param stamp changes whenever the content does
 * @returns the canvas's ref and the transform that brings the last picture to the present view
 */
export function useFrames(draw: Draw | null, view: View, size: ScreenSize, stamp: unknown) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const [shown, setShown] = useState<View>(view)
  const state = useRef({ busy: false, wanted: false, took: 0, timer: 0 })
  const latest = useRef({ draw, view, size })
  latest.current = { draw, view, size }

  const make = useCallback(async () => {
    const s = state.current
    if (s.busy) {
      s.wanted = true
      return
    }
    s.busy = true
    do {
      s.wanted = false
      const { draw: d, view: v, size: z } = latest.current
      if (!d || z.width === 0) break
      const began = performance.now()
      const density = window.devicePixelRatio || 1
      const bitmap = await d(v, z, density)
      s.took = performance.now() - began
      const target = canvas.current
      if (!target) break
      target.width = bitmap.width
      target.height = bitmap.height
      target.getContext('bitmaprenderer')?.transferFromImageBitmap(bitmap)
      setShown(v)
    } while (s.wanted && s.took <= QUICK)
    s.busy = false
    if (s.wanted) s.timer = window.setTimeout(make, REST)
  }, [])

  // biome-ignore lint/correctness/useExhaustiveDependencies: a change of any of these asks for a new picture
  useEffect(() => {
    const s = state.current
    window.clearTimeout(s.timer)
    if (s.took > QUICK) s.timer = window.setTimeout(make, REST)
    else void make()
  }, [make, draw, view, size, stamp])

  const k = view.scale / shown.scale
  const transform = `translate(${view.x - shown.x * k}px, ${view.y - shown.y * k}px) scale(${k})`
  return { canvas, transform }
}
