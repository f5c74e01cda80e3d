'use client'
import { useState } from 'react'
import type { HandJoin } from '@/core/document/build'
import type { How } from '@/core/document/hows'
import type { Project } from '@/core/document/project'
import { type FoldPanel, foldedPiece } from '@/core/folding'
import { joinsOf, placeOnPanel } from '@/core/making/joins'
import { type PieceShape, shapeOfPiece } from '@/core/pieces/piece-shape'
import { areaWords, type Unit } from '@/core/units/length'
import { counted, say } from '@/core/words'
import { Button, QuietButton } from '@/kit/button'
import { LengthField, NumberEntry } from '@/kit/field'
import { Select } from '@/kit/select'
import { Muted, Pairs, Row, Section } from '@/kit/surface'
import { useDerived, useProject, useWorkbench } from '../../store/context'
import { useTable } from './build-frame'
import { inRow, type JoinChange, putOn, takeOff } from './join-edits'

const HOW_WORDS: readonly { value: How; title: string }[] = [
  { value: 'glue', title: say`glued` },
  { value: 'lay', title: say`laid in or on` },
  { value: 'slide', title: say`slid in or over` },
  { value: 'thread', title: say`threaded through a slot` },
]
const SIDES = [
  { value: 'back', title: say`within, or behind` },
  { value: 'front', title: say`outside, or on the front` },
] as const

/** Which pieces lie on which: told by their makings, and by hand for those that are chosen. */
export function PutTogether() {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const chosen = useProject((s) => s.chosenPieces).filter((id) => project.pieces[id])
  const joins = useDerived(joinsOf)
  const { told } = useTable()
  const [panel, setPanel] = useState('0')
  const [ownPanel, setOwnPanel] = useState('0')
  const [own, other] = chosen
  const nameOf = (id: string) => project.pieces[id]?.name ?? ''
  const byHand = project.build?.joins ?? {}
  const put = (piece: string, join: JoinChange) => workbench.edit((p) => putOn(p, [{ piece, join }]))
  const [mine, theirs] = [own, other].map((id) => (id && chosen.length === 2 ? panelsOf(project, id) : null))
  const base = chosen.length > 2 ? chosen.at(-1)! : null
  const fits = (told?.fits ?? []).filter((f) => project.pieces[f.piece] && project.pieces[f.onto])
  const putAll = (pieces: readonly string[], onto: string) => {
    const target = panelsOf(project, onto)
    const [largest] = target?.panels ?? []
    const at = placeOf(target, '0')
    if (!largest || !at) return
    const [across, down] = [0, 1].map((k) => largest.ring.map((p) => p[k as 0 | 1]))
    const size = (of: readonly number[]) => Math.max(...of) - Math.min(...of)
    const row = inRow(pieces.length, size(across!), size(down!))
    const puts = pieces.map((piece, k) => ({ piece, join: { onto, at, ...row[k]! } }))
    void workbench.edit((p) => putOn(p, puts))
    workbench.choosePieces([])
  }
  if (joins.length === 0 && Object.keys(project.pieces).length < 2) return null
  return (
    <Section data-testid="put-together">
      <h2>{say`Put together`}</h2>
      {fits.map(({ piece, onto, join }) => (
        <div key={piece} style={{ marginTop: 8, fontSize: 14 }}>
          {say`“${nameOf(piece)}” and “${nameOf(onto)}” fit together, edge to edge: each has a tab for the other.`}
          <Row style={{ marginTop: 4 }}>
            <Button onPress={() => put(piece, join)}>{say`Glue them`}</Button>
          </Row>
        </div>
      ))}
      {joins.map((join) => {
        const hand = byHand[join.piece]
        const how = HOW_WORDS.find((h) => h.value === join.how)!.title
        return (
          <div key={join.piece} style={{ marginTop: 8, fontSize: 14 }}>
            “{nameOf(join.piece)}” {how},{' '}
            {join.side === 'back' ? say`within or behind` : say`on the front of`} “{nameOf(join.onto)}”
            {hand ? (
              <>
                <Pairs style={{ marginTop: 6 }}>
                  <LengthField
                    label={say`To the right`}
                    mm={hand.right}
                    unit={project.unit}
                    min={-3000}
                    max={3000}
                    onCommit={(right) => put(join.piece, { ...hand, right })}
                  />
                  <LengthField
                    label={say`Up`}
                    mm={hand.up}
                    unit={project.unit}
                    min={-3000}
                    max={3000}
                    onCommit={(up) => put(join.piece, { ...hand, up })}
                  />
                  <NumberEntry
                    label={say`Turned by`}
                    value={hand.turn}
                    min={-360}
                    max={360}
                    suffix="°"
                    onCommit={(turn) => put(join.piece, { ...hand, turn })}
                  />
                  <LengthField
                    label={say`Held off by`}
                    mm={hand.above}
                    unit={project.unit}
                    min={0}
                    max={1000}
                    onCommit={(above) => put(join.piece, { ...hand, above })}
                  />
                  <Select
                    label={say`How`}
                    value={hand.how}
                    choices={HOW_WORDS}
                    onChange={(value) => put(join.piece, { ...hand, how: value })}
                  />
                  <Select
                    label={say`Side`}
                    value={hand.side}
                    choices={SIDES}
                    onChange={(side) => put(join.piece, { ...hand, side })}
                  />
                </Pairs>
                <Row>
                  <QuietButton onPress={() => put(join.piece, { ...hand, turned: !hand.turned })}>
                    {hand.turned ? say`Front the same way` : say`Front the other way`}
                  </QuietButton>
                </Row>
              </>
            ) : null}
            <Row style={{ marginTop: 4 }}>
              <QuietButton
                aria-label={say`Take ${nameOf(join.piece)} off`}
                onPress={() => workbench.edit((p) => takeOff(p, join.piece))}
              >{say`Take it off`}</QuietButton>
            </Row>
          </div>
        )
      })}
      {own && other && chosen.length === 2 ? (
        <div style={{ marginTop: 10 }}>
          <Pairs>
            <Select
              label={say`Panel of “${nameOf(own)}”`}
              value={ownPanel}
              choices={choicesOf(mine, project.unit)}
              onChange={setOwnPanel}
            />
            <Select
              label={say`Panel of “${nameOf(other)}”`}
              value={panel}
              choices={choicesOf(theirs, project.unit)}
              onChange={setPanel}
            />
          </Pairs>
          <Row style={{ marginTop: 8 }}>
            <Button
              onPress={() => {
                const [from, to] = [placeOf(mine, ownPanel), placeOf(theirs, panel)]
                if (!from || !to) return
                put(own, { onto: other, by: from, at: to })
                workbench.choosePieces([])
              }}
            >{say`Put “${nameOf(own)}” on “${nameOf(other)}”`}</Button>
          </Row>
        </div>
      ) : base ? (
        <Row style={{ marginTop: 10 }}>
          <Button
            onPress={() => putAll(chosen.slice(0, -1), base)}
          >{say`Put ${counted(chosen.length - 1, 'piece')} on “${nameOf(base)}”`}</Button>
        </Row>
      ) : (
        <Muted
          style={{ marginTop: 8 }}
        >{say`Choose pieces on the shelf, first what is put, last what it is put on.`}</Muted>
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

const choicesOf = (of: Panels, unit: Unit) =>
  (of?.panels ?? []).map(({ area }, k) => ({
    value: String(k),
    title: `${k + 1}: ${areaWords(area, unit)}`,
  }))

function placeOf(of: Panels, which: string): HandJoin['at'] | null {
  const panel = of?.panels[Number(which)] ?? of?.panels[0]
  return of && panel ? placeOnPanel(of.shape, panel) : null
}
