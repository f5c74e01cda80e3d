'use client'
import { useState } from 'react'
import { type HandJoin, UNTOUCHED_BUILD } from '@/core/document/build'
import { makeEdit } from '@/core/document/edits'
import type { How } from '@/core/document/hows'
import type { Project } from '@/core/document/project'
import { type FoldPanel, foldedPiece } from '@/core/folding'
import { joinsOf, placeOnPanel } from '@/core/making/joins'
import { type PieceShape, shapeOfPiece } from '@/core/pieces/piece-shape'
import { Button, QuietButton } from '@/kit/button'
import { LengthField, NumberEntry } from '@/kit/field'
import { Select } from '@/kit/select'
import { Muted, Pairs, Row, Section } from '@/kit/surface'
import { useDerived, useProject, useWorkbench } from '../../store/context'

const HOW_WORDS: readonly { value: How; title: string }[] = [
  { value: 'glue', title: 'glued' },
  { value: 'lay', title: 'laid in or on' },
  { value: 'slide', title: 'slid in or over' },
  { value: 'thread', title: 'threaded through a slot' },
]
const SIDES = [
  { value: 'back', title: 'within, or behind' },
  { value: 'front', title: 'outside, or on the front' },
] as const

/** Which pieces lie on which: told by their makings, and by hand for those that are chosen. */
export function PutTogether() {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const chosen = useProject((s) => s.chosenPieces).filter((id) => project.pieces[id])
  const joins = useDerived(joinsOf)
  const [panel, setPanel] = useState('0')
  const [ownPanel, setOwnPanel] = useState('0')
  const [own, other] = chosen
  const nameOf = (id: string) => project.pieces[id]?.name ?? ''
  const byHand = project.build?.joins ?? {}
  const put = (piece: string, change: Partial<HandJoin> & Pick<HandJoin, 'onto' | 'at'>) =>
    void workbench.edit((p) =>
      makeEdit(p, `Put “${nameOf(piece)}” on “${nameOf(change.onto)}”`, (draft) => {
        draft.build ??= structuredClone(UNTOUCHED_BUILD)
        const before = draft.build.joins[piece] ?? {
          right: 0,
          up: 0,
          turn: 0,
          turned: false,
          side: 'back' as const,
          above: 0,
          how: 'glue' as const,
        }
        draft.build.joins[piece] = { ...before, ...change }
      }),
    )
  const release = (piece: string) =>
    void workbench.edit((p) =>
      makeEdit(p, `Take “${nameOf(piece)}” off`, (draft) => {
        draft.build ??= structuredClone(UNTOUCHED_BUILD)
        draft.build.joins[piece] = null
      }),
    )
  const [mine, theirs] = [own, other].map((id) => (id && chosen.length === 2 ? panelsOf(project, id) : null))
  if (joins.length === 0 && Object.keys(project.pieces).length < 2) return null
  return (
    <Section data-testid="put-together">
      <h2>Put together</h2>
      {joins.map((join) => {
        const hand = byHand[join.piece]
        const how = HOW_WORDS.find((h) => h.value === join.how)!.title
        return (
          <div key={join.piece} style={{ marginTop: 8, fontSize: 14 }}>
            “{nameOf(join.piece)}” {how}, {join.side === 'back' ? 'within or behind' : 'on the front of'} “
            {nameOf(join.onto)}”
            {hand ? (
              <>
                <Pairs style={{ marginTop: 6 }}>
                  <LengthField
                    label="To the right"
                    mm={hand.right}
                    unit={project.unit}
                    min={-3000}
                    max={3000}
                    onCommit={(right) => put(join.piece, { ...hand, right })}
                  />
                  <LengthField
                    label="Up"
                    mm={hand.up}
                    unit={project.unit}
                    min={-3000}
                    max={3000}
                    onCommit={(up) => put(join.piece, { ...hand, up })}
                  />
                  <NumberEntry
                    label="Turned by"
                    value={hand.turn}
                    min={-360}
                    max={360}
                    suffix="°"
                    onCommit={(turn) => put(join.piece, { ...hand, turn })}
                  />
                  <LengthField
                    label="Held off by"
                    mm={hand.above}
                    unit={project.unit}
                    min={0}
                    max={1000}
                    onCommit={(above) => put(join.piece, { ...hand, above })}
                  />
                  <Select
                    label="How"
                    value={hand.how}
                    choices={HOW_WORDS}
                    onChange={(value) => put(join.piece, { ...hand, how: value })}
                  />
                  <Select
                    label="Side"
                    value={hand.side}
                    choices={SIDES}
                    onChange={(side) => put(join.piece, { ...hand, side })}
                  />
                </Pairs>
                <Row>
                  <QuietButton onPress={() => put(join.piece, { ...hand, turned: !hand.turned })}>
                    {hand.turned ? 'Front the same way' : 'Front the other way'}
                  </QuietButton>
                </Row>
              </>
            ) : null}
            <Row style={{ marginTop: 4 }}>
              <QuietButton aria-label={`Take ${nameOf(join.piece)} off`} onPress={() => release(join.piece)}>
                Take it off
              </QuietButton>
            </Row>
          </div>
        )
      })}
      {own && other && chosen.length === 2 ? (
        <div style={{ marginTop: 10 }}>
          <Pairs>
            <Select
              label={`Panel of “${nameOf(own)}”`}
              value={ownPanel}
              choices={choicesOf(mine)}
              onChange={setOwnPanel}
            />
            <Select
              label={`Panel of “${nameOf(other)}”`}
              value={panel}
              choices={choicesOf(theirs)}
              onChange={setPanel}
            />
          </Pairs>
          <Row style={{ marginTop: 8 }}>
            <Button
              onPress={() => {
                const [from, to] = [placeOf(mine, ownPanel), placeOf(theirs, panel)]
                if (from && to) put(own, { onto: other, by: from, at: to })
              }}
            >
              Put “{nameOf(own)}” on “{nameOf(other)}”
            </Button>
          </Row>
        </div>
      ) : (
        <Muted style={{ marginTop: 8 }}>
          Choose two pieces on the shelf, first what is put, then what it is put on.
        </Muted>
      )}
    </Section>
  )
}

type Panels = { shape: PieceShape; panels: readonly FoldPanel[] } | null | undefined

/** The panels of a piece, the largest first. */
function panelsOf(project: Project, id: string): Panels {
  const piece = project.pieces[id]
  if (!piece) return null
  const shape = shapeOfPiece(project, piece)
  const { panels } = foldedPiece(shape).motion.model
  return { shape, panels: [...panels].sort((a, b) => b.area - a.area) }
}

const choicesOf = (of: Panels) =>
  (of?.panels ?? []).map(({ area }, k) => ({
    value: String(k),
    title: `${k + 1}: ${Math.round(area) / 100} cm²`,
  }))

function placeOf(of: Panels, which: string): HandJoin['at'] | null {
  const panel = of?.panels[Number(which)] ?? of?.panels[0]
  return of && panel ? placeOnPanel(of.shape, panel) : null
}
