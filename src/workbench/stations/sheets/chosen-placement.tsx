'use client'
import {
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignHorizontalSpaceBetween,
  AlignStartHorizontal,
  AlignStartVertical,
  AlignVerticalSpaceBetween,
  FlipHorizontal2,
  Lock,
  LockOpen,
  RotateCw,
} from 'lucide-react'
import styled from 'styled-components'
import { makeEdit } from '@/core/document/edits'
import { sizeOfPiece } from '@/core/document/pieces'
import type { Placement, Sheet, Turning } from '@/core/document/schema'
import { SIDES } from '@/core/sheets/align'
import { fillGrid, otherSizes } from '@/core/sheets/repeat'
import { turnsByQuarters } from '@/core/sheets/stock'
import { usableArea } from '@/core/sheets/usable-area'
import { formatLength } from '@/core/units/length'
import { IconButton, QuietButton } from '@/kit/button'
import { Select } from '@/kit/choice'
import { LengthField, NumberEntry } from '@/kit/field'
import { Muted, Row, Section } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'
import { alignOnSheet, distributeOnSheet, movePlacement, repeatOnSheet } from './layout-edits'
import type { Chosen } from './sheet-board'

const Fields = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
`
const ALIGN_ICONS = {
  left: AlignStartVertical,
  centre: AlignCenterVertical,
  right: AlignEndVertical,
  top: AlignStartHorizontal,
  middle: AlignCenterHorizontal,
  bottom: AlignEndHorizontal,
}

const TURNING: Record<Turning, string> = {
  quarter: 'Quarter turns',
  any: 'Any turn',
  half: 'Half turn, for grain or pattern',
  none: 'Not turned',
}

type Props = { sheet: Sheet; chosen: Chosen; placement: Placement; onChosen: (c: Chosen | null) => void }

/** What can be done with one piece on its sheet: place, turn, mirror, lock, and repeating it. */
export function ChosenPlacement({ sheet, chosen, placement, onChosen }: Props) {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const piece = project.pieces[placement.piece]
  if (!piece) return null
  const { layout, unit } = project
  const { name } = piece
  const change = (label: string, some: Partial<Placement>, to?: string) =>
    movePlacement(workbench, sheet.id, chosen.index, some, label, to)
  return (
    <>
      <Section data-testid="chosen-placement">
        <h2>{name}</h2>
        <Fields>
          <LengthField
            label="From the left"
            mm={placement.x}
            unit={unit}
            min={-1000}
            onCommit={(x) => change(`Move “${name}”`, { x })}
          />
          <LengthField
            label="From the top"
            mm={placement.y}
            unit={unit}
            min={-1000}
            onCommit={(y) => change(`Move “${name}”`, { y })}
          />
        </Fields>
        <Row style={{ marginTop: 10 }}>
          <QuietButton
            onPress={() => change(`Turn “${name}”`, { rotation: (placement.rotation + 90) % 360 })}
          >
            <RotateCw size={15} /> Turn
          </QuietButton>
          <QuietButton
            aria-pressed={placement.mirrored ?? false}
            onPress={() => change(`Mirror “${name}”`, { mirrored: !placement.mirrored })}
          >
            <FlipHorizontal2 size={15} /> Mirror
          </QuietButton>
          <QuietButton
            aria-pressed={placement.locked ?? false}
            onPress={() =>
              change(`${placement.locked ? 'Unlock' : 'Lock'} “${name}”`, { locked: !placement.locked })
            }
          >
            {placement.locked ? <Lock size={15} /> : <LockOpen size={15} />}{' '}
            {placement.locked ? 'Locked' : 'Lock'}
          </QuietButton>
          {layout.sheets.length > 1 ? (
            <Select
              aria-label="Move to another sheet"
              value=""
              onChange={(e) => {
                change(`Move “${name}” to another sheet`, {}, e.target.value)
                onChosen(null)
              }}
            >
              <option value="">To another sheet…</option>
              {layout.sheets.map((s, i) =>
                s.id === sheet.id ? null : (
                  <option key={s.id} value={s.id}>
                    Sheet {i + 1}
                  </option>
                ),
              )}
            </Select>
          ) : null}
          <Select
            aria-label="How it may be turned"
            value={piece.turning ?? 'quarter'}
            onChange={(e) => {
              // Edits wait for each other, and the list shows what stands until then.
              const turning = e.target.value as Turning
              void workbench.edit((p) =>
                makeEdit(p, `Turn “${name}” ${turning}`, (draft) => {
                  const found = draft.pieces[piece.id]
                  if (found) found.turning = turning
                }),
              )
            }}
          >
            {(Object.entries(TURNING) as [Turning, string][]).map(([turning, text]) => (
              <option key={turning} value={turning}>
                {text}
              </option>
            ))}
          </Select>
        </Row>
        <Row style={{ marginTop: 8, gap: 4 }} role="group" aria-label="Align and space out">
          {SIDES.map((side) => {
            const Icon = ALIGN_ICONS[side]
            return (
              <IconButton
                key={side}
                aria-label={`Align to the ${side}`}
                onPress={() => alignOnSheet(workbench, sheet.id, chosen.index, side)}
              >
                <Icon size={16} />
              </IconButton>
            )
          })}
          <IconButton
            aria-label="Space out all pieces across"
            onPress={() => distributeOnSheet(workbench, sheet.id, 'x')}
          >
            <AlignHorizontalSpaceBetween size={16} />
          </IconButton>
          <IconButton
            aria-label="Space out all pieces down"
            onPress={() => distributeOnSheet(workbench, sheet.id, 'y')}
          >
            <AlignVerticalSpaceBetween size={16} />
          </IconButton>
        </Row>
      </Section>
      <Repeat sheet={sheet} piece={piece.id} onDone={() => onChosen(null)} />
    </>
  )
}

/** How often the piece fits on its sheet, and what another size would give. */
function Repeat({ sheet, piece: id, onDone }: { sheet: Sheet; piece: string; onDone: () => void }) {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const piece = project.pieces[id]!
  const { layout, unit } = project
  const area = usableArea(sheet, layout)
  const size = sizeOfPiece(project, piece)
  const turns = turnsByQuarters(piece)
  const grid = fillGrid(size, area, layout.spacing, turns)
  const { largest, more } = otherSizes(size, area, layout.spacing, turns)
  const here = sheet.placements.filter((p) => p.piece === id)
  const columns = new Set(here.map((p) => p.x)).size || 1
  const rows = new Set(here.map((p) => p.y)).size || 1
  const lay = (across: number, down: number, turned: boolean) => {
    repeatOnSheet(workbench, sheet.id, id, { across, down, turned })
    onDone()
  }
  const percent = (scale: number) => `${Math.abs(Math.round((scale - 1) * 1000) / 10)} %`
  return (
    <Section data-testid="repeat">
      <h2>Repeat</h2>
      <p style={{ fontSize: 13.5, marginBottom: 8 }}>
        {grid.count === 0 ? (
          'It does not fit this sheet once.'
        ) : (
          <>
            <b>
              {grid.count} fit: {grid.across} × {grid.down}
            </b>
            {grid.turned ? ', turned' : ''}, {formatLength(Math.floor(grid.spareX * 10) / 10)} mm to spare
            across and {formatLength(Math.floor(grid.spareY * 10) / 10)} mm down.
            {largest && largest.scale > 1 ? ` As many fit up to ${percent(largest.scale)} larger.` : ''}
            {more ? ` ${more.count} would fit at ${percent(more.scale)} smaller.` : ''}
          </>
        )}
      </p>
      <Fields>
        <NumberEntry
          label="Across"
          value={columns}
          min={1}
          max={100}
          whole
          onCommit={(n) => lay(n, rows, false)}
        />
        <NumberEntry
          label="Down"
          value={rows}
          min={1}
          max={100}
          whole
          onCommit={(n) => lay(columns, n, false)}
        />
      </Fields>
      <Row style={{ marginTop: 10 }}>
        <QuietButton isDisabled={grid.count === 0} onPress={() => lay(grid.across, grid.down, grid.turned)}>
          Fill the sheet with {grid.count}
        </QuietButton>
      </Row>
      <Muted style={{ marginTop: 6 }}>
        {formatLength(layout.spacing, unit)} {unit} between them; other pieces on this sheet move to a sheet
        of their own.
      </Muted>
    </Section>
  )
}
