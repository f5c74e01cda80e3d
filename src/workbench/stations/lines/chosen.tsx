'use client'
import { closeOpenings, layerOfItsOwn } from '@/core/binding/planes'
import { makeEdit, setLines } from '@/core/document/edits'
import type { Line } from '@/core/document/lines'
import { writePath } from '@/core/geometry/path'
import { refit } from '@/core/geometry/refit'
import { shapeOf } from '@/core/geometry/shape'
import { linesOf } from '@/core/pieces/lines'
import { count, counted, say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { MenuButton } from '@/kit/menu'
import { Muted, Row, Section } from '@/kit/surface'
import type { MeasuredFamily } from '@/tasks/computer'
import { useProject, useTold, useWorkbench } from '../../store/context'
import { ChosenPieces } from './chosen-pieces'
import { ChosenPerforations, ChosenScores } from './chosen-scores'
import { RoleButtons } from './role-buttons'
import { giveRole } from './role-edits'

/** What can be done with what is chosen. */
export function Chosen() {
  const areLines = useProject((s) => s.selection.some((id) => s.project.lines[id]))
  return (
    <>
      {areLines ? <ChosenLines /> : null}
      <ChosenPieces />
    </>
  )
}

/** What can be done with the chosen lines: role, fold, bind and release. */
function ChosenLines() {
  const workbench = useWorkbench()
  const told = useTold()
  const project = useProject((s) => s.project)
  const selection = useProject((s) => s.selection)
  const chosen = linesOf(project, selection)
  const families = useProject((s) => s.families)
  const roles = new Set(chosen.map((l) => l.role))
  const ids = new Set(selection)
  const pieces = Object.values(project.pieces).filter((p) => p.lines.some((id) => ids.has(id)))
  const around = [...new Set(pieces.flatMap((p) => p.lines))]
  const scores = chosen.every((l) => l.role === 'score')
  const what = count(chosen.length, 'line')
  const bind = (piece: string) => {
    const name = project.pieces[piece]?.name
    if (name)
      void workbench.edit((p) => setLines(p, say`Bind ${what} to “${name}”`, selection, { held: { piece } }))
  }
  const held = chosen.some((l) => l.held !== null)
  // More than a few are not looked through at every click.
  const curves = (chosen.length <= 60 ? chosen : []).flatMap((l) => {
    const fitted = refit(shapeOf(l.d).contour)
    return fitted ? [{ id: l.id, d: writePath(fitted.contour), deviation: fitted.deviation }] : []
  })
  const fit = () =>
    void workbench.edit((p) =>
      makeEdit(p, say`Fit curves to ${counted(curves.length, 'line')}`, (draft) => {
        for (const { id, d } of curves) if (draft.lines[id]) draft.lines[id]!.d = d
      }),
    )
  return (
    <Section data-testid="chosen-lines">
      <h2>{chosen.length === 1 ? (chosen[0]!.label ?? say`One line`) : what}</h2>
      {chosen.length === 1 ? <Muted style={{ marginBottom: 8 }}>{told(chosen[0]!.why)}</Muted> : null}
      <RoleButtons
        label={say`Role of the chosen lines`}
        current={roles.size === 1 ? chosen[0]!.role : null}
        onChoose={(role) => giveRole(workbench, selection, role)}
      />
      {scores ? <ChosenScores /> : null}
      {chosen.every((l) => l.role === 'perforate') ? <ChosenPerforations /> : null}
      <Row style={{ marginTop: 10 }}>
        <QuietButton
          onPress={() => workbench.select(ofLooks(families, chosen))}
        >{say`All of this look`}</QuietButton>
        {around.length > 0 ? (
          <QuietButton
            onPress={() => workbench.select(around)}
          >{say`All of ${pieces.length === 1 ? say`its piece` : say`their pieces`}`}</QuietButton>
        ) : null}
      </Row>
      <Row style={{ marginTop: 10 }}>
        <MenuButton
          text={say`Bind to…`}
          label={say`Bind to piece`}
          entries={Object.values(project.pieces).map((p) => ({ id: p.id, title: p.name }))}
          onChoose={bind}
        />
        <QuietButton
          onPress={() =>
            void workbench.edit((p) => setLines(p, say`Release ${what}`, selection, { held: 'loose' }))
          }
        >{say`Release from its piece`}</QuietButton>
        {closeOpenings(project, selection) ? (
          <QuietButton
            onPress={() => void workbench.edit((p) => layerOfItsOwn(p, selection))}
          >{say`A layer of its own`}</QuietButton>
        ) : null}
        {curves.length > 0 ? (
          <QuietButton
            onPress={fit}
            aria-label={say`Fit curves in the place of short straight stretches`}
          >{say`Fit curves`}</QuietButton>
        ) : null}
        {held ? (
          <QuietButton
            onPress={() =>
              void workbench.edit((p) => setLines(p, say`Bind ${what} by place`, selection, { held: null }))
            }
          >{say`Bind by where it lies`}</QuietButton>
        ) : null}
      </Row>
    </Section>
  )
}

/** All lines of the families that lines are of. */
const ofLooks = (families: readonly MeasuredFamily[], lines: readonly Line[]): string[] =>
  families.flatMap((f) => (lines.some((l) => f.looks.includes(l.look)) ? f.lines : []))
