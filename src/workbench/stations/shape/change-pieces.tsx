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
import { count, say } from '@/core/words'
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
  { id: 'left', title: say`left edges` },
  { id: 'centre', title: say`middles, upright` },
  { id: 'right', title: say`right edges` },
  { id: 'top', title: say`upper edges` },
  { id: 'middle', title: say`middles, level` },
  { id: 'bottom', title: say`lower edges` },
]

const DRAWN: readonly { id: Role; title: string }[] = [
  { id: 'score', title: say`to be scored` },
  { id: 'cut', title: say`to be cut` },
  { id: 'perforate', title: say`to be perforated` },
  { id: 'pen', title: say`for the pen` },
  { id: 'print', title: say`to be printed` },
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
  const edit = (make: Make) => workbench.edit(make)
  const size = (next: { width: number; height: number }) => edit((p) => sizePieces(p, ids, next))
  const ratio = height > 0 ? width / height : 1
  return (
    <Section data-testid="change-pieces">
      <h2>{ids.length === 1 ? project.pieces[ids[0]!]!.name : count(ids.length, 'piece')}</h2>
      <Pairs>
        <LengthField
          label={say`From the left`}
          mm={box.minX}
          unit={unit}
          min={-20_000}
          max={20_000}
          onCommit={(mm) => edit((p) => movePieces(p, ids, { x: mm - box.minX, y: 0 }))}
        />
        <LengthField
          label={say`From the top`}
          mm={box.minY}
          unit={unit}
          min={-20_000}
          max={20_000}
          onCommit={(mm) => edit((p) => movePieces(p, ids, { x: 0, y: mm - box.minY }))}
        />
        {isMade ? null : (
          <>
            <LengthField
              label={say`Width`}
              mm={width}
              unit={unit}
              min={0.1}
              max={20_000}
              onCommit={(mm) => size({ width: mm, height: isHeld ? mm / ratio : height })}
            />
            <LengthField
              label={say`Height`}
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
        <Muted style={{ marginTop: 6 }}>{say`Its size comes from its measures.`}</Muted>
      ) : (
        <Check isSelected={isHeld} onChange={setHeld}>{say`Keep the proportions`}</Check>
      )}
      <Row style={{ marginTop: 8 }}>
        <div style={{ width: 96 }}>
          <NumberEntry
            label={say`Turn by`}
            value={0}
            min={-360}
            max={360}
            suffix="°"
            onCommit={(degrees) => edit((p) => turnPieces(p, ids, degrees))}
          />
        </div>
        <IconButton aria-label={say`Turn by a quarter`} onPress={() => edit((p) => turnPieces(p, ids, 90))}>
          <RotateCw size={17} />
        </IconButton>
        <IconButton
          aria-label={say`Mirror left to right`}
          onPress={() => edit((p) => mirrorPieces(p, ids, 'left-right'))}
        >
          <FlipHorizontal2 size={17} />
        </IconButton>
        <IconButton
          aria-label={say`Mirror top to bottom`}
          onPress={() => edit((p) => mirrorPieces(p, ids, 'up-down'))}
        >
          <FlipVertical2 size={17} />
        </IconButton>
      </Row>
      <Row style={{ marginTop: 8 }}>
        <FitTarget ids={ids} />
        {ids.length > 1 ? (
          <MenuButton
            text={say`Align`}
            entries={ALIGNMENTS}
            onChoose={(to) => edit((p) => alignPieces(p, ids, to as Alignment))}
          />
        ) : null}
        {ids.length > 2 ? (
          <MenuButton
            text={say`Space out`}
            entries={[
              { id: 'across', title: say`across` },
              { id: 'down', title: say`down` },
            ]}
            onChoose={(way) => edit((p) => spacePieces(p, ids, way as 'across' | 'down'))}
          />
        ) : null}
        <MenuButton
          text={say`Draw a line`}
          entries={DRAWN}
          onChoose={(role) => {
            setDrawing(role as Role)
            workbench.notify({
              message: say`Drag on the board from one end of the line to the other.`,
              tone: 'calm',
            })
          }}
        />
        <MenuButton
          text={say`More`}
          label={say`More for the chosen pieces`}
          entries={[{ id: 'out', title: say`Bring out, beside everything` }]}
          onChoose={() => edit((p) => bringOut(p, ids, GAP))}
        />
      </Row>
      {isMade ? null : (
        <Disclosure title={say`Stretch`}>
          <Stretching ids={ids} box={box} />
        </Disclosure>
      )}
    </Section>
  )
}
