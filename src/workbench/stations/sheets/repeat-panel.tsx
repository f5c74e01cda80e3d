'use client'
import { useEffect, useState } from 'react'
import { placementId, type Sheet } from '@/core/document/layout'
import type { Piece } from '@/core/document/pieces'
import { shapeOfPiece } from '@/core/pieces/piece-shape'
import type { Filling } from '@/core/sheets/fill'
import { gridOf, repeat } from '@/core/sheets/repeat'
import { areaBetweenMarks } from '@/core/sheets/usable-area'
import { lengthWords, rulerDown, type Unit } from '@/core/units/length'
import { decimal, say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { NumberEntry } from '@/kit/field'
import { Muted, Pairs, Row, Section } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'
import { repeatOnSheet } from './layout-edits'

/** How its copies lie there now; one alone where they lie otherwise. */
const gridOn = (sheet: Sheet, piece: Piece) =>
  gridOf(sheet.placements.filter((p) => p.piece === piece.id)) ?? { across: 1, down: 1 }

/** How often the piece fits on its sheet, and what another size would give. */
export function RepeatPanel({ sheet, piece }: { sheet: Sheet; piece: Piece }) {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const filling = useFilling(sheet.id, piece.id)
  const { layout, unit } = project
  const grid = gridOn(sheet, piece)
  const lay = (how: Parameters<typeof repeatOnSheet>[3]) => {
    repeatOnSheet(workbench, sheet.id, piece.id, how)
    // It stays chosen, so that the other number can be typed too.
    workbench.choosePlacements([placementId(piece.id, 0)])
  }
  const layGrid = (some: { across: number } | { down: number }) =>
    lay((now, on, laid) => {
      const { minX: x, minY: y } = areaBetweenMarks(on, now)
      const size = shapeOfPiece(now, laid).size
      return repeat(size, { ...gridOn(on, laid), ...some }, { x, y }, now.layout.spacing)
    })
  return (
    <Section data-testid="repeat">
      <h2>{say`Repeat “${piece.name}”`}</h2>
      <p style={{ fontSize: 13.5, marginBottom: 8 }}>
        {filling ? <HowMany filling={filling} unit={unit} /> : say`Counting …`}
      </p>
      <Pairs>
        <NumberEntry
          label={say`Across`}
          value={grid.across}
          min={1}
          max={100}
          whole
          onCommit={(across) => layGrid({ across })}
        />
        <NumberEntry
          label={say`Down`}
          value={grid.down}
          min={1}
          max={100}
          whole
          onCommit={(down) => layGrid({ down })}
        />
      </Pairs>
      {filling && !filling.lies && filling.laid.length > 0 ? (
        <Row style={{ marginTop: 10 }}>
          <QuietButton
            onPress={() => lay(() => filling.laid)}
          >{say`Fill the sheet with ${filling.laid.length}`}</QuietButton>
        </Row>
      ) : null}
      <Muted
        style={{ marginTop: 6 }}
      >{say`${lengthWords(layout.spacing, unit)} between them; other pieces on this sheet move to a sheet of their own.`}</Muted>
    </Section>
  )
}

function HowMany({ filling: { laid, lies, spare, largest, more }, unit }: { filling: Filling; unit: Unit }) {
  if (laid.length === 0) return say`It does not fit this sheet once.`
  const grid = gridOf(laid)
  const turned = laid.filter((l) => l.rotation !== 0).length
  const words = (mm: number) => lengthWords(rulerDown(mm, unit), unit)
  const percent = (scale: number) => `${decimal(100 * Math.abs(scale - 1), 1)} %`
  return (
    <>
      <b>{say`${laid.length} fit${grid ? `: ${grid.across} × ${grid.down}` : ''}`}</b>
      {lies
        ? say`, as they lie here.`
        : turned === 0
          ? '.'
          : turned === laid.length
            ? say`, turned.`
            : say`, some turned.`}{' '}
      {say`To the edges of the paper ${words(spare.paper.across)} across and ${words(spare.paper.down)} down are to spare; to what margins leave, ${words(spare.area.across)} and ${words(spare.area.down)}.`}
      {largest ? say` As many fit up to ${percent(largest)} larger.` : ''}
      {more ? say` ${more.count} would fit at ${percent(more.scale)} smaller.` : ''}
    </>
  )
}

/** Counted in the worker, anew after every change; what was counted for another piece is not shown. */
function useFilling(sheet: string, piece: string): Filling | null {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const [found, setFound] = useState<{ key: string; filling: Filling | null } | null>(null)
  const key = `${sheet} ${piece}`
  // biome-ignore lint/correctness/useExhaustiveDependencies: every state of the project is counted anew
  useEffect(() => {
    let isCurrent = true
    void workbench.computer.fill(sheet, piece).then(
      (filling) => {
        if (isCurrent) setFound({ key, filling })
      },
      (error: Error) => workbench.notify({ message: error.message, tone: 'alarm' }),
    )
    return () => {
      isCurrent = false
    }
  }, [workbench, project, sheet, piece])
  return found?.key === key ? found.filling : null
}
