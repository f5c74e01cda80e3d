'use client'
import { useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react'
import type { Box } from '@/core/geometry/measure'
import { fitView, type ScreenSize, type View, zoomAt } from './view'

/** The view of a drawing in an element: fits at first, then follows wheel and keys. */
export function useView(box: Box | null) {
  const element = useRef<HTMLDivElement>(null)
  const [size, setSize] = useState<ScreenSize>({ width: 0, height: 0 })
  const [view, setView] = useState<View>({ scale: 1, x: 0, y: 0 })
  const fitted = useRef(false)

  useLayoutEffect(() => {
    const target = element.current
    if (!target) return
    const observer = new ResizeObserver(() => setSize({ width: target.clientWidth, height: target.clientHeight }))
    observer.observe(target)
    setSize({ width: target.clientWidth, height: target.clientHeight })
    return () => observer.disconnect()
  }, [])

  const fit = useCallback(() => {
    if (box && box.minX <= box.maxX && size.width > 0) setView(fitView(box, size))
  }, [box, size])

  useEffect(() => {
    if (fitted.current || !box || size.width === 0) return
    fitted.current = true
    fit()
  }, [box, size, fit])

  const zoom = useCallback(
    (factor: number, at = { x: size.width / 2, y: size.height / 2 }) => setView((v) => zoomAt(v, factor, at)),
    [size],
  )
  const pan = useCallback((dx: number, dy: number) => setView((v) => ({ ...v, x: v.x + dx, y: v.y + dy })), [])

  useEffect(() => {
    const target = element.current
    if (!target) return
    // React's wheel listeners are passive and could not keep the page from scrolling.
    const onWheel = (event: WheelEvent) => {
      event.preventDefault()
      const r = target.getBoundingClientRect()
      zoom(Math.exp(-event.deltaY * (event.ctrlKey ? 0.01 : 0.0016)), { x: event.clientX - r.left, y: event.clientY - r.top })
    }
    target.addEventListener('wheel', onWheel, { passive: false })
    return () => target.removeEventListener('wheel', onWheel)
  }, [zoom])

  /** Moves and zooms by keys; answers whether the key was one of them. */
  const onKey = useCallback(
    (key: string): boolean => {
      const moves: Record<string, () => void> = {
        ArrowLeft: () => pan(60, 0),
        ArrowRight: () => pan(-60, 0),
        ArrowUp: () => pan(0, 60),
        ArrowDown: () => pan(0, -60),
        '+': () => zoom(1.25),
        '-': () => zoom(0.8),
        '0': fit,
      }
      moves[key]?.()
      return key in moves
    },
    [pan, zoom, fit],
  )

  return { element, size, view, setView, fit, zoom, pan, onKey }
}
