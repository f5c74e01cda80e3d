'use client'
import { Maximize, Minus, Plus } from 'lucide-react'
import { type CSSProperties, type KeyboardEvent, type ReactNode, useEffect } from 'react'
import styled from 'styled-components'
import type { Box } from '@/core/geometry/measure'
import type { Point } from '@/core/geometry/point'
import { say } from '@/core/words'
import { IconButton } from '@/kit/button'
import { useProject, useWorkbench } from '../store/context'
import { type BoardDrag, useGestures } from './gestures'
import { Rulers } from './rulers'
import { useView } from './use-view'
import type { Place, ScreenSize, View } from './view'

const Frame = styled.div`
  position: relative;
  flex: 1;
  min-width: 0;
  min-height: 0;
  overflow: hidden;
  background: var(--ground);
  touch-action: none;
  > canvas,
  > svg {
    position: absolute;
    left: 0;
    top: 0;
    width: 100%;
    height: 100%;
  }
  > canvas {
    transform-origin: 0 0;
    will-change: transform;
  }
`
const Corner = styled.div`
  position: absolute;
  right: 14px;
  bottom: 14px;
  display: flex;
  align-items: center;
  gap: 10px;
`
const Tools = styled.div`
  display: flex;
  gap: 2px;
  padding: 3px;
  border-radius: 10px;
  background: var(--paper);
  box-shadow: var(--lift);
`
const ZoomNote = styled.span`
  font-size: 12.5px;
  color: var(--ink-soft);
  pointer-events: none;
`

/** Pixels of a mm where the screen shows things in their true size (CSS: 96 an inch). */
const TRUE_SIZE = 96 / 25.4

type Props = {
  /** what the view is kept under when the station is left */
  name: string
  /** what the board shows and how it is worked by keys, for those who do not see it */
  label: string
  /** all that there is, mm; null while it is not known */
  extent: Box | null
  /** a place that is to be shown, unless something is being dragged */
  place?: Place | null
  /** begins what the pointer does, at a place of the board in px; null pans */
  begin?: (at: Point, event: PointerEvent, view: View) => BoardDrag | null
  /** the pointer moves over the board, or leaves it */
  onHover?: (at: Point | null, view: View) => void
  /** keys of the station; answers whether the key was one of them */
  onKey?: (event: KeyboardEvent) => boolean
  style?: CSSProperties
  tools?: ReactNode
  /** what is shown, from what lies undermost on */
  children: (view: View, size: ScreenSize) => ReactNode
}

/** The board in the middle of every station: rulers, pan, zoom and fit by mouse, touch and keys; layers are the stations'. */
export function Board({ name, label, extent, place, begin, onHover, onKey, style, tools, children }: Props) {
  const unit = useProject((s) => s.project.unit)
  const { element, size, view, show, isSeen, showAll, zoom, pan, onKey: onViewKey } = useView(name, extent)
  const workbench = useWorkbench()
  const { cancelDrag, isDragging } = useGestures(element, { view, zoom, pan, begin, onHover })
  useEffect(() => {
    if (!place || size.width === 0) return
    if (!isDragging() && (place.how === 'large' || !isSeen(place.box))) show(place.box)
    workbench.placeShown()
  }, [workbench, place, show, isSeen, isDragging, size.width])
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Escape') cancelDrag()
    if (onKey?.(event) || (!event.ctrlKey && !event.metaKey && !event.altKey && onViewKey(event.key)))
      event.preventDefault()
  }
  return (
    <Frame
      data-table
      ref={element}
      role="application"
      aria-label={say`${label} Arrow keys move it, plus and minus zoom, 0 shows all of it.`}
      tabIndex={0}
      data-testid={name}
      onKeyDown={onKeyDown}
      onPointerLeave={() => onHover?.(null, view)}
      style={{ cursor: begin ? 'crosshair' : 'grab', ...style }}
    >
      {children(view, size)}
      <Rulers view={view} size={size} unit={unit} />
      <Corner data-over-board>
        <ZoomNote>{Math.round((view.scale * 100) / TRUE_SIZE)} %</ZoomNote>
        <Tools>
          {tools}
          <IconButton aria-label={say`Zoom out`} onPress={() => zoom(0.8)}>
            <Minus size={17} />
          </IconButton>
          <IconButton aria-label={say`Zoom in`} onPress={() => zoom(1.25)}>
            <Plus size={17} />
          </IconButton>
          <IconButton aria-label={say`Show all of it`} onPress={showAll}>
            <Maximize size={16} />
          </IconButton>
        </Tools>
      </Corner>
    </Frame>
  )
}

/** A layer of a board that is drawn over it and takes no pointer. */
export const Overlay = styled.svg`
  pointer-events: none;
`
