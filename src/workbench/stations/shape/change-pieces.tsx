'use client'
import { FlipHorizontal2, FlipVertical2, RotateCw } from 'lucide-react'
import { useState } from 'react'
import {
  type Alignment,
  alignPieces,
  boxOfPieces,
  bringOut,
  makingsUnder,
  mirrorPieces,
  movePieces,
  sizePieces,
  spacePieces,
  turnPieces,
} from '@/core/binding/move-pieces'
import type { Role } from '@/core/document/lines'
import { heightOf, widthOf } from '@/core/geometry/measure'
import { count } from '@/core/units/count'
import { IconButton } from '@/kit/button'
import { Check } from '@/kit/check'
import { Disclosure } from '@/kit/disclosure'
import { LengthField, NumberEntry } from '@/kit/field'
import { MenuButton } from '@/kit/menu'
import { Muted, Pairs, Row, Section } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'
import type { Make } from '../../store/project-store'
import { FitTarget } from './fit-target'
import { useChosenPieces } from './recipe-list'
import { useDesk } from './shape-frame'
import { Stretching } from './stretching'

/** Pieces that are brought out lie so far from the others, mm. */
const GAP = 20

const ALIGNMENTS: readonly { id: Alignment; title: string }[] = [
  { id: 'left', title: 'left edges' },
  { id: 'centre', title: 'middles, upright' },
  { id: 'right', title: 'right edges' },
  { id: 'top', title: 'upper edges' },
  { id: 'middle', title: 'middles, level' },
  { id: 'bottom', title: 'lower edges' },
]

const DRAWN: readonly { id: Role; title: string }[] = [
  { id: 'score', title: 'to be scored' },
  { id: 'cut', title: 'to be cut' },
  { id: 'perforate', title: 'to be perforated' },
  { id: 'pen', title: 'for the pen' },
  { id: 'print', title: 'to be printed' },
]

/** Where the chosen pieces lie and how large they are, to be typed; and all else that is done to them as they are. */
export function ChangePieces() {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const ids = useChosenPieces()
  const [isHeld, setHeld] = useState(true)
  const { setDrawing } = useDesk()
  const box = boxOfPieces(project, ids)
  if (!box) return null
  const { unit } = project
  const [width, height] = [widthOf(box), heightOf(box)]
  const isMade = makingsUnder(project, ids).size > 0
  const edit = (make: Make) => void workbench.edit(make)
  const size = (next: { width: number; height: number }) => edit((p) => sizePieces(p, ids, next))
  const ratio = height > 0 ? width / height : 1
  return (
    <Section data-testid="change-pieces">
      <h2>{ids.length === 1 ? project.pieces[ids[0]!]!.name : count(ids.length, 'piece')}</h2>
      <Pairs>
        <LengthField
          label="From the left"
          mm={box.minX}
          unit={unit}
          min={-20_000}
          max={20_000}
          onCommit={(mm) => edit((p) => movePieces(p, ids, { x: mm - box.minX, y: 0 }))}
        />
        <LengthField
          label="From the top"
          mm={box.minY}
          unit={unit}
          min={-20_000}
          max={20_000}
          onCommit={(mm) => edit((p) => movePieces(p, ids, { x: 0, y: mm - box.minY }))}
        />
        {isMade ? null : (
          <>
            <LengthField
              label="Width"
              mm={width}
              unit={unit}
              min={0.1}
              max={20_000}
              onCommit={(mm) => size({ width: mm, height: isHeld ? mm / ratio : height })}
            />
            <LengthField
              label="Height"
              mm={height}
              unit={unit}
              min={0.1}
              max={20_000}
              onCommit={(mm) => size({ height: mm, width: isHeld ? mm * ratio : width })}
            />
          </>
        )}
      </Pairs>
      {isMade ? (
        <Muted style={{ marginTop: 6 }}>Its size comes from its measures.</Muted>
      ) : (
        <Check isSelected={isHeld} onChange={setHeld}>
          Keep the proportions
        </Check>
      )}
      <Row style={{ marginTop: 8 }}>
        <div style={{ width: 96 }}>
          <NumberEntry
            label="Turn by"
            value={0}
            min={-360}
            max={360}
            suffix="°"
            onCommit={(degrees) => edit((p) => turnPieces(p, ids, degrees))}
          />
        </div>
        <IconButton aria-label="Turn by a quarter" onPress={() => edit((p) => turnPieces(p, ids, 90))}>
          <RotateCw size={17} />
        </IconButton>
        <IconButton
          aria-label="Mirror left to right"
          onPress={() => edit((p) => mirrorPieces(p, ids, 'left-right'))}
        >
          <FlipHorizontal2 size={17} />
        </IconButton>
        <IconButton
          aria-label="Mirror top to bottom"
          onPress={() => edit((p) => mirrorPieces(p, ids, 'up-down'))}
        >
          <FlipVertical2 size={17} />
        </IconButton>
      </Row>
      <Row style={{ marginTop: 8 }}>
        <FitTarget ids={ids} />
        {ids.length > 1 ? (
          <MenuButton
            text="Align"
            entries={ALIGNMENTS}
            onChoose={(to) => edit((p) => alignPieces(p, ids, to as Alignment))}
          />
        ) : null}
        {ids.length > 2 ? (
          <MenuButton
            text="Space out"
            entries={[
              { id: 'across', title: 'across' },
              { id: 'down', title: 'down' },
            ]}
            onChoose={(way) => edit((p) => spacePieces(p, ids, way as 'across' | 'down'))}
          />
        ) : null}
        <MenuButton
          text="Draw a line"
          entries={DRAWN}
          onChoose={(role) => {
            setDrawing(role as Role)
            workbench.say({
              message: 'Drag on the board from one end of the line to the other.',
              tone: 'calm',
            })
          }}
        />
        <MenuButton
          text="More"
          label="More for the chosen pieces"
          entries={[{ id: 'out', title: 'Bring out, beside everything' }]}
          onChoose={() => edit((p) => bringOut(p, ids, GAP))}
        />
      </Row>
      {isMade ? null : (
        <Disclosure title="Stretch">
          <Stretching ids={ids} box={box} />
        </Disclosure>
      )}
    </Section>
  )
}
