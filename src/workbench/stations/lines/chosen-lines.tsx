'use client'
import { useEffect } from 'react'
import { closeOpenings, layerOfItsOwn } from '@/core/binding/planes'
import { makeEdit, setLines } from '@/core/document/edits'
import type { Line } from '@/core/document/lines'
import { writePath } from '@/core/geometry/path'
import { refit } from '@/core/geometry/refit'
import { shapeOf } from '@/core/geometry/shape'
import { linesOf } from '@/core/pieces/lines'
import { count } from '@/core/units/count'
import { QuietButton } from '@/kit/button'
import { MenuButton } from '@/kit/menu'
import { Muted, Row, Section } from '@/kit/surface'
import type { MeasuredFamily } from '@/tasks/computer'
import { roleOfKey } from '../../role-names'
import { useProject, useWorkbench } from '../../store/context'
import { ChosenPerforations, ChosenScores } from './chosen-scores'
import { RoleButtons } from './role-buttons'
import { giveRole } from './role-edits'

/** What can be done with the chosen lines: role, fold, bind and release. */
export function ChosenLines() {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const selection = useProject((s) => s.selection)
  const chosen = linesOf(project, selection)
  const families = useProject((s) => s.families)

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement &&
        event.target.closest('input, select, textarea, [role="dialog"]')
      const role = roleOfKey(event.key)
      const ids = workbench.store.getState().selection
      if (!role || typing || ids.length === 0 || event.ctrlKey || event.metaKey || event.altKey) return
      event.preventDefault()
      giveRole(workbench, ids, role)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [workbench])

  if (chosen.length === 0)
    return (
      <Section>
        <Muted>
          Click lines in the drawing, or draw a box round them. Shift adds. The keys 1 to 6 give the role.
        </Muted>
      </Section>
    )
  const roles = new Set(chosen.map((l) => l.role))
  const ids = new Set(selection)
  const pieces = Object.values(project.pieces).filter((p) => p.lines.some((id) => ids.has(id)))
  const around = [...new Set(pieces.flatMap((p) => p.lines))]
  const scores = chosen.every((l) => l.role === 'score')
  const what = count(chosen.length, 'line')
  const bind = (piece: string) => {
    const name = project.pieces[piece]?.name
    if (name)
      void workbench.edit((p) => setLines(p, `Bind ${what} to “${name}”`, selection, { held: { piece } }))
  }
  const held = chosen.some((l) => l.held !== null)
  // More than a few are not looked through at every click.
  const curves = (chosen.length <= 60 ? chosen : []).flatMap((l) => {
    const fitted = refit(shapeOf(l.d).contour)
    return fitted ? [{ id: l.id, d: writePath(fitted.contour), deviation: fitted.deviation }] : []
  })
  const fit = () =>
    void workbench.edit((p) =>
      makeEdit(p, `Fit curves to ${count(curves.length, 'line')}`, (draft) => {
        for (const { id, d } of curves) if (draft.lines[id]) draft.lines[id]!.d = d
      }),
    )
  return (
    <Section data-testid="chosen-lines">
      <h2>{chosen.length === 1 ? (chosen[0]!.label ?? 'One line') : what}</h2>
      {chosen.length === 1 ? <Muted style={{ marginBottom: 8 }}>{chosen[0]!.why}</Muted> : null}
      <RoleButtons
        label="Role of the chosen lines"
        current={roles.size === 1 ? chosen[0]!.role : null}
        onChoose={(role) => giveRole(workbench, selection, role)}
      />
      {scores ? <ChosenScores /> : null}
      {chosen.every((l) => l.role === 'perforate') ? <ChosenPerforations /> : null}
      <Row style={{ marginTop: 10 }}>
        <QuietButton onPress={() => workbench.select(ofLooks(families, chosen))}>
          All of this look
        </QuietButton>
        {around.length > 0 ? (
          <QuietButton onPress={() => workbench.select(around)}>
            All of {pieces.length === 1 ? 'its piece' : 'their pieces'}
          </QuietButton>
        ) : null}
      </Row>
      <Row style={{ marginTop: 10 }}>
        <MenuButton
          text="Bind to…"
          label="Bind to piece"
          entries={Object.values(project.pieces).map((p) => ({ id: p.id, title: p.name }))}
          onChoose={bind}
        />
        <QuietButton
          onPress={() =>
            void workbench.edit((p) => setLines(p, `Release ${what}`, selection, { held: 'loose' }))
          }
        >
          Release from its piece
        </QuietButton>
        {closeOpenings(project, selection) ? (
          <QuietButton onPress={() => void workbench.edit((p) => layerOfItsOwn(p, selection))}>
            A layer of its own
          </QuietButton>
        ) : null}
        {curves.length > 0 ? (
          <QuietButton onPress={fit} aria-label="Fit curves in the place of short straight stretches">
            Fit curves
          </QuietButton>
        ) : null}
        {held ? (
          <QuietButton
            onPress={() =>
              void workbench.edit((p) => setLines(p, `Bind ${what} by place`, selection, { held: null }))
            }
          >
            Bind by where it lies
          </QuietButton>
        ) : null}
      </Row>
    </Section>
  )
}

/** All lines of the families that lines are of. */
const ofLooks = (families: readonly MeasuredFamily[], lines: readonly Line[]): string[] =>
  families.flatMap((f) => (lines.some((l) => f.looks.includes(l.look)) ? f.lines : []))
