'use client'
import { useGesture } from '@use-gesture/react'
import { type RefObject, useCallback, useRef } from 'react'
import type { Point } from '@/core/geometry/point'
import type { View } from './view'

/** What a pointer does from its going down to its going up; places in px of the board. */
export type BoardDrag = {
  move: (to: Point, from: Point) => void
  /** @param moved whether it went far enough to be more than a press */
  end: (to: Point, moved: boolean) => void
  /** it was broken off: nothing is to be done */
  cancel?: () => void
}

/** From so many px on a press is a drag. */
const MOVED = 3
/** Zoom by one px of the wheel, as an exponent. */
const WHEEL = 0.0016

type Acts = {
  view: View
  zoom: (factor: number, at: Point) => void
  pan: (dx: number, dy: number) => void
  begin?: ((at: Point, event: PointerEvent, view: View) => BoardDrag | null) | undefined
  onHover?: ((at: Point | null, view: View) => void) | undefined
}

/**
 * Pointer, wheel and fingers on a board: one finger or button does what the station says or pans, the middle button and
 * Alt always pan, two fingers pan and zoom, the wheel zooms.
 * @returns breaks off what is being dragged; whether something is
 */
export function useGestures(
  element: RefObject<HTMLElement | null>,
  acts: Acts,
): { cancelDrag: () => void; isDragging: () => boolean } {
  const latest = useRef(acts)
  latest.current = acts
  const running = useRef<{ drag: BoardDrag | null; stop: () => void } | null>(null)

  const local = useCallback(
    ([x, y]: readonly [number, number]): Point => {
      const r = element.current?.getBoundingClientRect()
      return { x: x - (r?.left ?? 0), y: y - (r?.top ?? 0) }
    },
    [element],
  )
  const isOver = (event: Event) =>
    event.target instanceof Element && event.target.closest('[data-over-board]') !== null

  useGesture(
    {
      onDrag: ({
        first,
        last,
        canceled,
        pinching,
        initial,
        xy,
        delta: [dx, dy],
        movement,
        event,
        cancel,
      }) => {
        const { begin, view, pan } = latest.current
        if (pinching || (first && isOver(event))) {
          running.current?.drag?.cancel?.()
          running.current = null
          cancel()
          return
        }
        const at = local(xy)
        if (first) {
          const pointer = event as PointerEvent
          const pans = pointer.button === 1 || pointer.altKey
          running.current = {
            drag: pans ? null : (begin?.(local(initial), pointer, view) ?? null),
            stop: cancel,
          }
        }
        const now = running.current
        if (!now) return
        if (canceled) {
          now.drag?.cancel?.()
          running.current = null
        } else if (last) {
          running.current = null
          now.drag?.end(at, Math.hypot(...movement) > MOVED)
        } else if (now.drag) now.drag.move(at, local(initial))
        else pan(dx, dy)
      },
      onPinch: ({ origin, offset: [scale], first, memo }) => {
        const at = local(origin)
        const before = (memo ?? { at, scale: 1 }) as { at: Point; scale: number }
        if (!first) {
          latest.current.pan(at.x - before.at.x, at.y - before.at.y)
          latest.current.zoom(scale / before.scale, at)
        }
        return { at, scale }
      },
      onWheel: ({ event, delta: [, dy] }) => {
        if (isOver(event)) return
        event.preventDefault()
        if (!event.ctrlKey) latest.current.zoom(Math.exp(-dy * WHEEL), local([event.clientX, event.clientY]))
      },
      onMove: ({ xy, dragging, event }) => {
        if (!dragging && !isOver(event)) latest.current.onHover?.(local(xy), latest.current.view)
      },
    },
    {
      target: element,
      eventOptions: { passive: false },
      drag: { filterTaps: false, pointer: { buttons: [1, 4], keys: false } },
      pinch: { from: [1, 0] },
    },
  )
  const cancelDrag = useCallback(() => {
    const now = running.current
    running.current = null
    now?.drag?.cancel?.()
    now?.stop()
  }, [])
  const isDragging = useCallback(() => running.current !== null, [])
  return { cancelDrag, isDragging }
}
