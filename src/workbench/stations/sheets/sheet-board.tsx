'use client'
import { type KeyboardEvent, type PointerEvent, useId, useMemo, useState } from 'react'
import styled from 'styled-components'
import { linesOf, outlineOf } from '@/core/document/pieces'
import type { Layout, Placement, Project, Sheet } from '@/core/document/schema'
import { flatten } from '@/core/geometry/flatten'
import type { Box } from '@/core/geometry/measure'
import { writePath } from '@/core/geometry/path'
import { offset, unite } from '@/core/geometry/regions'
import { keepOut, marksOf } from '@/core/printing/marks'
import { checkSheet } from '@/core/sheets/check'
import { laidBox, placementTransform } from '@/core/sheets/place'
import { snap } from '@/core/sheets/snap'
import { usableArea } from '@/core/sheets/usable-area'
import { formatLength } from '@/core/units/length'
import { LINE_STYLES } from '@/kit/line-styles'
import { Muted } from '@/kit/surface'
import { paperTint } from '../../drawing/paper-tint'
import { PieceArt } from '../../drawing/piece-art'
import { RULER, Rulers } from '../../drawing/rulers'
import { useView } from '../../drawing/use-view'
import { useProject, useWorkbench } from '../../store/context'
import { movePlacement } from './layout-edits'

export type Chosen = { sheet: string; index: number }

const Board = styled.div`
  position: relative;
  flex: 1;
  min-width: 0;
  overflow: hidden;
  background: var(--ground);
  touch-action: none;
  > svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
  }
  g[role='button'] {
    cursor: move;
    outline: none;
  }
`

type Drag = { index: number; x: number; y: number; dx: number; dy: number }
type Props = { sheet: Sheet | undefined; chosen: Chosen | null; onChosen: (chosen: Chosen | null) => void }

const NUDGE = 1
const KEY_LABELS: Record<string, string> = { r: 'Turn', m: 'Mirror', l: 'Lock or unlock' }

/** One sheet on its mat; pieces are dragged, nudged and turned, and what is wrong shows while it happens. */
export function SheetBoard({ sheet, chosen, onChosen }: Props) {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const paper = useProject((s) => s.papers.find((p) => p.id === sheet?.paper))
  const { layout, unit } = project
  const extent = useMemo(
    () => ({
      minX: -layout.sheetAt.x,
      minY: -layout.sheetAt.y,
      maxX: Math.max(layout.mat.width - layout.sheetAt.x, sheet?.width ?? 0),
      maxY: Math.max(layout.mat.height - layout.sheetAt.y, sheet?.height ?? 0),
    }),
    [layout.mat, layout.sheetAt, sheet?.width, sheet?.height],
  )
  const { element, size, view, pan, onKey } = useView(extent)
  const [drag, setDrag] = useState<Drag | null>(null)
  const [panning, setPanning] = useState<{ x: number; y: number } | null>(null)

  const shown = useMemo(
    () => moved(project, sheet, drag, SNAP / view.scale),
    [project, sheet, drag, view.scale],
  )
  const check = useMemo(() => (shown ? checkSheet(project, shown, layout) : null), [project, shown, layout])
  if (!sheet || !shown || !check)
    return (
      <Board ref={element}>
        <Muted style={{ padding: 60 }}>No sheet yet. Pieces with a paper are laid out by “Lay out”.</Muted>
      </Board>
    )

  const wrong = new Set([...check.outside, ...check.onMarks, ...check.overlapping.flat()])
  const area = usableArea(sheet, layout)
  const take = (event: PointerEvent, index: number) => {
    event.stopPropagation()
    element.current?.setPointerCapture(event.pointerId)
    onChosen({ sheet: sheet.id, index })
    setDrag({ index, x: event.clientX, y: event.clientY, dx: 0, dy: 0 })
  }
  const onPointerMove = (event: PointerEvent) => {
    if (drag)
      setDrag({
        ...drag,
        dx: (event.clientX - drag.x) / view.scale,
        dy: (event.clientY - drag.y) / view.scale,
      })
    else if (panning) {
      pan(event.clientX - panning.x, event.clientY - panning.y)
      setPanning({ x: event.clientX, y: event.clientY })
    }
  }
  const onPointerUp = () => {
    setPanning(null)
    if (!drag) return
    const placement = sheet.placements[drag.index]
    const dropped = shown.placements[drag.index]
    setDrag(null)
    if (!placement || !dropped || placement.locked || Math.hypot(drag.dx, drag.dy) < 0.2) return
    const to = { x: hundredth(dropped.x), y: hundredth(dropped.y) }
    movePlacement(workbench, sheet.id, drag.index, to, `Move “${project.pieces[placement.piece]?.name}”`)
  }
  const onPieceKey = (event: KeyboardEvent, index: number) => {
    const placement = sheet.placements[index]
    if (!placement) return
    const name = project.pieces[placement.piece]?.name
    const step = event.shiftKey ? NUDGE * 10 : NUDGE
    const changes: Record<string, Partial<Placement>> = {
      ArrowLeft: { x: placement.x - step },
      ArrowRight: { x: placement.x + step },
      ArrowUp: { y: placement.y - step },
      ArrowDown: { y: placement.y + step },
      r: { rotation: (placement.rotation + 90) % 360 },
      m: { mirrored: !placement.mirrored },
      l: { locked: !placement.locked },
    }
    const change = changes[event.key]
    if (!change) return
    event.preventDefault()
    event.stopPropagation()
    movePlacement(workbench, sheet.id, index, change, `${KEY_LABELS[event.key] ?? 'Move'} “${name}”`)
  }
  return (
    <Board
      ref={element}
      role="application"
      aria-label="Sheet on its mat. Tab goes from piece to piece; arrow keys move it, r turns, m mirrors, l locks it."
      tabIndex={0}
      onKeyDown={(e) => onKey(e.key) && e.preventDefault()}
      onPointerDown={(e) => {
        onChosen(null)
        setPanning({ x: e.clientX, y: e.clientY })
      }}
      onPointerMove={onPointerMove}
      onPointerUp={onPointerUp}
    >
      {/* biome-ignore lint/a11y/noSvgWithoutTitle: each piece in it has a name of its own */}
      <svg>
        <g transform={`translate(${view.x} ${view.y}) scale(${view.scale})`}>
          <MatPicture layout={layout} px={1 / view.scale} />
          <rect
            width={sheet.width}
            height={sheet.height}
            fill={paper ? paperTint(paper.colour) : '#fffdf8'}
            style={{ filter: 'drop-shadow(0 2px 4px rgb(43 26 47 / 0.25))' }}
          />
          <rect
            x={area.minX}
            y={area.minY}
            width={area.maxX - area.minX}
            height={area.maxY - area.minY}
            fill="none"
            stroke="var(--ink-soft)"
            strokeWidth={1 / view.scale}
            strokeDasharray={`${2 / view.scale} ${4 / view.scale}`}
          />
          <MarksPicture sheet={sheet} layout={layout} px={1 / view.scale} lit={check.onMarks.length > 0} />
          {shown.placements.map((placement, index) => (
            <PlacedPiece
              // biome-ignore lint/suspicious/noArrayIndexKey: a placement is known by its place in the list
              key={index}
              project={project}
              placement={placement}
              px={1 / view.scale}
              wrong={wrong.has(index)}
              chosen={chosen?.sheet === sheet.id && chosen.index === index}
              onPointerDown={(e) => take(e, index)}
              onFocus={() => onChosen({ sheet: sheet.id, index })}
              onKeyDown={(e) => onPieceKey(e, index)}
            />
          ))}
        </g>
      </svg>
      <Rulers view={view} size={size} unit={unit} />
      <span style={{ position: 'absolute', left: RULER + 12, top: RULER + 8 }}>
        <Muted as="span">
          {layout.sheetAt.x === 0 && layout.sheetAt.y === 0
            ? 'Lay the sheet in the upper left corner of the mat.'
            : `Lay the sheet ${formatLength(layout.sheetAt.x, unit)} ${unit} from the left and ${formatLength(layout.sheetAt.y, unit)} ${unit} from the top of the mat.`}
        </Muted>
      </span>
    </Board>
  )
}

const hundredth = (v: number) => Math.round(v * 100) / 100

/** Points on the screen within which a dragged piece is drawn to an edge. */
const SNAP = 7

/** The sheet with the dragged piece where the pointer holds it, drawn to edges near by. */
function moved(
  project: Project,
  sheet: Sheet | undefined,
  drag: Drag | null,
  reach: number,
): Sheet | undefined {
  const dragged = drag && sheet?.placements[drag.index]
  if (!sheet || !drag || !dragged || dragged.locked) return sheet
  const boxOf = (p: Placement): Box | null => {
    const piece = project.pieces[p.piece]
    return piece ? laidBox(project, piece, p) : null
  }
  const free = { ...dragged, x: dragged.x + drag.dx, y: dragged.y + drag.dy }
  const box = boxOf(free)
  const others = sheet.placements.flatMap((p, i) => (i === drag.index ? [] : (boxOf(p) ?? [])))
  const { layout } = project
  const by = box ? snap(box, others, usableArea(sheet, layout), layout.spacing, reach) : { x: 0, y: 0 }
  const placements = sheet.placements.map((p, i) =>
    i === drag.index ? { ...free, x: free.x + by.x, y: free.y + by.y } : p,
  )
  return { ...sheet, placements }
}

/** The mat under the sheet: a grid of centimetres. */
function MatPicture({ layout, px }: { layout: Layout; px: number }) {
  const { width, height } = layout.mat
  return (
    <g transform={`translate(${-layout.sheetAt.x} ${-layout.sheetAt.y})`}>
      <defs>
        <pattern id="mat" width={10} height={10} patternUnits="userSpaceOnUse">
          <path d="M10 0V10H0" fill="none" stroke="#c9bfae" strokeWidth={px * 0.7} />
        </pattern>
      </defs>
      <rect width={width} height={height} rx={3} fill="#e2d8c6" />
      <rect width={width} height={height} rx={3} fill="url(#mat)" />
    </g>
  )
}

/** Register marks with the squares that are kept free for them; lit when something lies there. */
function MarksPicture({
  sheet,
  layout,
  px,
  lit,
}: {
  sheet: Sheet
  layout: Layout
  px: number
  lit: boolean
}) {
  const marks = layout.print?.marks
  if (!marks) return null
  const by = keepOut(marks)
  return (
    <g data-testid="marks">
      {marksOf(sheet, marks).map(({ corner, x, y }) => (
        <g key={corner}>
          <rect
            x={x - by}
            y={y - by}
            width={2 * by}
            height={2 * by}
            fill={lit ? 'rgb(163 39 29 / 0.18)' : 'rgb(217 178 95 / 0.2)'}
            stroke={lit ? 'var(--alarm)' : '#9c7a2e'}
            strokeWidth={px}
            strokeDasharray={`${4 * px} ${3 * px}`}
          />
          <circle
            cx={x}
            cy={y}
            r={(marks.size - marks.weight) / 2}
            fill="none"
            stroke="#2b1a2f"
            strokeWidth={marks.weight}
          />
        </g>
      ))}
    </g>
  )
}

type PlacedProps = {
  project: Project
  placement: Placement
  px: number
  wrong: boolean
  chosen: boolean
  onPointerDown: (event: PointerEvent) => void
  onFocus: () => void
  onKeyDown: (event: KeyboardEvent) => void
}

function PlacedPiece({ project, placement, px, wrong, chosen, ...handlers }: PlacedProps) {
  const piece = project.pieces[placement.piece]
  const paths = useMemo(() => (piece ? pathsOf(project, piece.id) : null), [project, piece])
  const clip = useId()
  if (!piece || !paths) return null
  const [a, b, c, d, e, f] = placementTransform(project, piece, placement)
  const name = `${piece.name}${piece.copies > 1 ? `, copy ${placement.copy + 1}` : ''}${placement.locked ? ', locked' : ''}${wrong ? ', overlaps, lies on a mark or leaves the margin' : ''}`
  return (
    // biome-ignore lint/a11y/useSemanticElements: a shape in a drawing cannot be a button element
    <g
      transform={`matrix(${a} ${b} ${c} ${d} ${e} ${f})`}
      role="button"
      tabIndex={0}
      aria-label={name}
      data-testid="placed"
      data-wrong={wrong}
      {...handlers}
    >
      <path
        d={paths.outline}
        fillRule="evenodd"
        fill={wrong ? 'rgb(163 39 29 / 0.2)' : chosen ? 'rgb(125 42 95 / 0.16)' : 'rgb(255 253 248 / 0.42)'}
        stroke={wrong ? 'var(--alarm)' : LINE_STYLES.cut.colour}
        strokeWidth={(chosen ? 2.6 : 1.5) * px}
      />
      <PieceArt lines={project.lines} piece={piece} opacity={0.85} />
      <clipPath id={clip}>
        <path d={paths.outline} clipRule="evenodd" />
      </clipPath>
      <g clipPath={`url(#${clip})`} pointerEvents="none">
        {paths.fills.map(({ colour, d: path }) => (
          <path key={colour} d={path} fillRule="evenodd" fill={colour} fillOpacity={0.75} />
        ))}
      </g>
      {paths.safe ? (
        <path
          d={paths.safe}
          fill="none"
          stroke="var(--teal)"
          strokeWidth={px}
          strokeDasharray={`${3 * px} ${3 * px}`}
          pointerEvents="none"
          data-testid="safe"
        />
      ) : null}
      {paths.inner.map(({ role, d: path }) => (
        <path
          key={role}
          d={path}
          fill="none"
          stroke={LINE_STYLES[role].colour}
          strokeWidth={0.8 * LINE_STYLES[role].width * px}
          strokeDasharray={LINE_STYLES[role].dash.map((x) => x * px * 0.8).join(' ')}
          strokeLinecap={LINE_STYLES[role].round ? 'round' : 'butt'}
          pointerEvents="none"
        />
      ))}
    </g>
  )
}

function pathsOf(project: Project, pieceId: string) {
  const piece = project.pieces[pieceId]!
  const edges = new Set([...piece.outline, ...piece.openings.flat()])
  const byRole = new Map<keyof typeof LINE_STYLES, string>()
  for (const line of linesOf(project, piece.lines))
    if (!edges.has(line.id) && line.role !== 'skip')
      byRole.set(line.role, (byRole.get(line.role) ?? '') + line.d)
  const fills = new Map<string, string>()
  for (const line of linesOf(project, piece.lines)) {
    const fill = line.role === 'print' ? project.looks[line.look]?.fill : null
    if (fill) fills.set(fill, (fills.get(fill) ?? '') + line.d)
  }
  const outline = outlineOf(project, piece)
  const safe = project.layout.print?.safe ?? 0
  const isPrinted = fills.size > 0 || piece.art?.front
  const within = isPrinted && safe > 0 ? offset(unite([flatten(outline, 0.05)]), -safe) : []
  return {
    safe: within.map(ringPath).join(''),
    fills: [...fills].map(([colour, d]) => ({ colour, d })),
    outline:
      writePath(outline) +
      linesOf(project, piece.openings.flat())
        .map((l) => l.d)
        .join(''),
    inner: [...byRole].map(([role, d]) => ({ role, d })),
  }
}

const ringPath = (ring: Float64Array): string =>
  `${ring.reduce((d, v, i) => (i % 2 === 0 ? `${d}${i === 0 ? 'M' : 'L'}${v}` : `${d} ${v}`), '')}Z`
