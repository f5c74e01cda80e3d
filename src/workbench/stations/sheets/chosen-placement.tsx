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
  Crosshair,
  FlipHorizontal2,
  Lock,
  LockOpen,
  RotateCw,
  Trash2,
} from 'lucide-react'
import { makeEdit } from '@/core/document/edits'
import type { Sheet } from '@/core/document/layout'
import type { Turning } from '@/core/document/pieces'
import { SIDE_NAMES } from '@/core/document/side-names'
import { uniteBoxes } from '@/core/geometry/measure'
import { shapeOfPiece } from '@/core/pieces/piece-shape'
import { SIDES } from '@/core/sheets/align'
import { laidBox } from '@/core/sheets/place'
import { say } from '@/core/words'
import { IconButton, QuietButton } from '@/kit/button'
import { LengthField, NumberEntry } from '@/kit/field'
import { MenuButton } from '@/kit/menu'
import { type Choice, Select } from '@/kit/select'
import { Muted, Pairs, Row, Section } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'
import {
  alignOnSheet,
  type Chosen,
  centreOnSheet,
  distributeOnSheet,
  lockPlacements,
  mirrorPlacements,
  movePlacements,
  moveToSheet,
  nameOfChosen,
  takeOff,
  turnPlacements,
  turnPlacementsTo,
} from './layout-edits'

const ALIGN_ICONS = {
  left: AlignStartVertical,
  centre: AlignCenterVertical,
  right: AlignEndVertical,
  top: AlignStartHorizontal,
  middle: AlignCenterHorizontal,
  bottom: AlignEndHorizontal,
}

const TURNINGS: readonly Choice<Turning>[] = [
  { value: 'quarter', title: say`Quarter turns` },
  { value: 'any', title: say`Any turn` },
  { value: 'half', title: say`Half turn, for grain or pattern` },
  { value: 'none', title: say`Not turned` },
]
const titleOf = (turning: Turning) => TURNINGS.find((t) => t.value === turning)?.title

type Props = { sheet: Sheet; chosen: Chosen }

/** What can be done with chosen pieces on a sheet: place, turn, mirror, lock, align; and repeating a single one. */
export function ChosenPlacement({ sheet, chosen }: Props) {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const placements = sheet.placements.filter((p) => chosen.includes(p.id))
  const pieces = placements.flatMap((p) => project.pieces[p.piece] ?? [])
  const [placement] = placements
  const [piece] = pieces
  if (!piece || !placement || pieces.length < placements.length) return null
  const { layout, unit } = project
  const what = nameOfChosen(project, chosen)
  const spaced = pieces.length > 2 ? say`these pieces` : say`all pieces`
  const box = uniteBoxes(placements.map((p, i) => laidBox(shapeOfPiece(project, pieces[i]!), p)))
  const moveBy = (by: Partial<{ x: number; y: number }>) =>
    movePlacements(workbench, chosen, { x: 0, y: 0, ...by })
  return (
    <Section data-testid="chosen-placement">
      <h2>{pieces.length === 1 ? piece.name : what}</h2>
      <Pairs>
        <LengthField
          label={say`From the left`}
          mm={box.minX}
          unit={unit}
          min={-1000}
          onCommit={(x) => moveBy({ x: x - box.minX })}
        />
        <LengthField
          label={say`From the top`}
          mm={box.minY}
          unit={unit}
          min={-1000}
          onCommit={(y) => moveBy({ y: y - box.minY })}
        />
        <NumberEntry
          label={say`Angle`}
          suffix="°"
          value={placement.rotation}
          min={-360}
          max={360}
          onCommit={(degrees) => turnPlacementsTo(workbench, chosen, degrees)}
        />
      </Pairs>
      <Row style={{ marginTop: 10 }}>
        <QuietButton onPress={() => turnPlacements(workbench, chosen)}>
          <RotateCw size={15} />
          {say` Turn`}
        </QuietButton>
        <QuietButton
          aria-pressed={placement.mirrored ?? false}
          onPress={() => mirrorPlacements(workbench, chosen)}
        >
          <FlipHorizontal2 size={15} />
          {say` Mirror`}
        </QuietButton>
        <QuietButton
          aria-pressed={placement.locked ?? false}
          onPress={() => lockPlacements(workbench, chosen, !placement.locked)}
        >
          {placement.locked ? <Lock size={15} /> : <LockOpen size={15} />}{' '}
          {placement.locked ? say`Locked` : say`Lock`}
        </QuietButton>
        <QuietButton onPress={() => centreOnSheet(workbench, sheet.id, chosen)}>
          <Crosshair size={15} />
          {say` Centre on the sheet`}
        </QuietButton>
        <QuietButton
          onPress={() => {
            takeOff(workbench, chosen)
            workbench.choosePlacements([])
          }}
        >
          <Trash2 size={15} />
          {say` Take off`}
        </QuietButton>
        {layout.sheets.length > 1 ? (
          <MenuButton
            text={say`To another sheet…`}
            label={say`Move to another sheet`}
            entries={layout.sheets.flatMap((s, i) =>
              s.id === sheet.id ? [] : [{ id: s.id, title: say`Sheet ${i + 1}` }],
            )}
            onChoose={(to) => {
              moveToSheet(workbench, chosen, to)
              workbench.choosePlacements([])
            }}
          />
        ) : null}
        <Select
          label={say`How it may be turned`}
          hideLabel
          value={piece.turning ?? 'quarter'}
          choices={TURNINGS}
          onChange={(turning) =>
            void workbench.edit((p) =>
              makeEdit(p, say`Let ${what} be turned: ${titleOf(turning)}`, (draft) => {
                for (const { id } of pieces) {
                  const found = draft.pieces[id]
                  if (found) found.turning = turning
                }
              }),
            )
          }
        />
      </Row>
      {sheet.placements.length > 1 && pieces.length === 1 ? (
        <Muted
          style={{ marginTop: 8 }}
        >{say`Shift and click, space, or “Choose several” beside the zoom.`}</Muted>
      ) : null}
      <Row style={{ marginTop: 8, gap: 4 }} role="group" aria-label={say`Align and space out`}>
        {SIDES.map((side) => {
          const Icon = ALIGN_ICONS[side]
          return (
            <IconButton
              key={side}
              aria-label={say`Align to the ${SIDE_NAMES[side]}`}
              onPress={() => alignOnSheet(workbench, sheet.id, chosen, side)}
            >
              <Icon size={16} />
            </IconButton>
          )
        })}
        <IconButton
          aria-label={say`Space out ${spaced} across`}
          onPress={() => distributeOnSheet(workbench, sheet.id, chosen, 'x')}
        >
          <AlignHorizontalSpaceBetween size={16} />
        </IconButton>
        <IconButton
          aria-label={say`Space out ${spaced} down`}
          onPress={() => distributeOnSheet(workbench, sheet.id, chosen, 'y')}
        >
          <AlignVerticalSpaceBetween size={16} />
        </IconButton>
      </Row>
    </Section>
  )
}
