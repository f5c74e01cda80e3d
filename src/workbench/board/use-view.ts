'use client'
import { useCallback, useEffect, useLayoutEffect, useRef, useState } from 'react'
import type { Box } from '@/core/geometry/measure'
import { useWorkbench } from '../store/context'
import { fitView, isSeenIn, type ScreenSize, type View, zoomAt } from './view'

/** What the keys do: px the drawing moves, and factors. */
const MOVES: Record<string, [number, number]> = {
  ArrowLeft: [60, 0],
  ArrowRight: [-60, 0],
  ArrowUp: [0, 60],
  ArrowDown: [0, -60],
}
const ZOOMS: Record<string, number> = { '+': 1.25, '-': 0.8 }

/** The view of a board in its element: fits at first, then follows what is done; it is kept when the station is left. */
export function useView(name: string, box: Box | null) {
  const workbench = useWorkbench()
  const element = useRef<HTMLDivElement>(null)
  const [size, setSize] = useState<ScreenSize>({ width: 0, height: 0 })
  const kept = workbench.store.getState().views[name]
  const [view, setView] = useState<View>(kept ?? { scale: 1, x: 0, y: 0 })
  const fitted = useRef(kept !== undefined)
  /** whether all of it is shown, and nobody moved it since: then it stays so when the board changes its size */
  const whole = useRef(false)
  useEffect(() => {
    if (fitted.current) workbench.keepView(name, view)
  }, [workbench, name, view])

  useLayoutEffect(() => {
    const target = element.current
    if (!target) return
    const observer = new ResizeObserver(() =>
      setSize({ width: target.clientWidth, height: target.clientHeight }),
    )
    observer.observe(target)
    setSize({ width: target.clientWidth, height: target.clientHeight })
    return () => observer.disconnect()
  }, [])

  /** Shows a box with plenty of what lies around it. */
  const show = useCallback(
    (place: Box) => {
      if (place.minX > place.maxX || size.width === 0) return
      const around = Math.max(8, 0.35 * Math.max(place.maxX - place.minX, place.maxY - place.minY))
      const wide = {
        minX: place.minX - around,
        minY: place.minY - around,
        maxX: place.maxX + around,
        maxY: place.maxY + around,
      }
      // What was asked for stands, though all there is becomes known only now.
      fitted.current = true
      whole.current = false
      setView(fitView(wide, size))
    },
    [size],
  )

  const isSeen = useCallback((place: Box) => fitted.current && isSeenIn(view, place, size), [view, size])

  const showAll = useCallback(() => {
    if (!box || box.minX > box.maxX || size.width === 0) return
    whole.current = true
    setView(fitView(box, size))
  }, [box, size])

  useEffect(() => {
    if (fitted.current || !box || box.minX > box.maxX || size.width === 0) return
    fitted.current = true
    showAll()
  }, [box, size, showAll])

  // biome-ignore lint/correctness/useExhaustiveDependencies: another size alone shows all of it anew
  useEffect(() => {
    if (whole.current) showAll()
  }, [size])

  const zoom = useCallback(
    (factor: number, at = { x: size.width / 2, y: size.height / 2 }) => {
      whole.current = false
      setView((v) => zoomAt(v, factor, at))
    },
    [size],
  )
  const pan = useCallback((dx: number, dy: number) => {
    whole.current = false
    setView((v) => ({ ...v, x: v.x + dx, y: v.y + dy }))
  }, [])

  /** Moves and zooms by keys; answers whether the key was one of them. */
  const onKey = useCallback(
    (key: string): boolean => {
      const move = MOVES[key]
      const factor = ZOOMS[key]
      if (move) pan(...move)
      else if (factor) zoom(factor)
      else if (key === '0') showAll()
      else return false
      return true
    },
    [pan, zoom, showAll],
  )

  return { element, size, view, show, isSeen, showAll, zoom, pan, onKey }
}
