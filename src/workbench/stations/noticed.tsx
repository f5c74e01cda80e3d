'use client'
import styled from 'styled-components'
import { applyFix } from '@/core/binding/apply-fix'
import { makeEdit } from '@/core/document/edits'
import type { Finding } from '@/core/document/findings'
import type { Project } from '@/core/document/project'
import { type Box, uniteBoxes } from '@/core/geometry/measure'
import { shapeOf } from '@/core/geometry/shape'
import { keyOf } from '@/core/inspection/open-findings'
import { linesOf } from '@/core/pieces/lines'
import { shapeOfPiece } from '@/core/pieces/piece-shape'
import { say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { Row } from '@/kit/surface'
import { useWorkbench } from '../store/context'
import { SeverityTag } from './severity-tag'

const Entry = styled.li`
  font-size: 13.5px;
  & + & {
    margin-top: 12px;
  }
  > button:first-of-type {
    border: 0;
    background: transparent;
    padding: 0;
    text-align: left;
    cursor: pointer;
    text-decoration: underline dotted;
  }
`

/** How much of the drawing is shown around a place, mm. */
const AROUND = 6

/** Where a finding is: its place, its lines, or its pieces. */
function placeOf(project: Project, { at, lines, pieces }: Finding): Box | null {
  if (at) return { minX: at.x - AROUND, minY: at.y - AROUND, maxX: at.x + AROUND, maxY: at.y + AROUND }
  const boxes = [
    ...linesOf(project, lines).map((l) => shapeOf(l.d).box),
    ...pieces.flatMap((id) => (project.pieces[id] ? [shapeOfPiece(project, project.pieces[id]).box] : [])),
  ]
  return boxes.length > 0 ? uniteBoxes(boxes) : null
}

/** One finding: its sentence leads to its place; it can be put right or left as it is. */
export function Noticed({ finding, left = false }: { finding: Finding; left?: boolean }) {
  const workbench = useWorkbench()
  const { severity, message, lines, pieces, fix } = finding
  const show = () => {
    const { project } = workbench.store.getState()
    const place = placeOf(project, finding)
    if (place) workbench.lookAt(place)
    if (lines.length > 0) workbench.select(lines)
  }
  const accept = (on: boolean) =>
    void workbench.edit((project) =>
      makeEdit(project, on ? say`Leave as it is` : say`Ask again`, (draft) => {
        const key = keyOf(finding)
        draft.accepted = on ? [...draft.accepted, key] : draft.accepted.filter((k) => k !== key)
      }),
    )
  const putRight = () => {
    // What is printed changes the margins of sheets.
    const isLaid = workbench.store.getState().project.layout.sheets.length > 0
    const edit = fix?.print && isLaid ? workbench.editAndLay : workbench.edit
    void edit((project) => applyFix(project, finding))
  }
  const hasPlace = lines.length + pieces.length > 0 || finding.at !== undefined
  return (
    <Entry
      data-testid="finding"
      onPointerEnter={() => workbench.light(lines)}
      onPointerLeave={() => workbench.light([])}
    >
      <SeverityTag severity={severity} />{' '}
      {hasPlace ? (
        <button type="button" onClick={show}>
          {message}
        </button>
      ) : (
        message
      )}
      {severity === 'note' && !fix ? null : (
        <Row style={{ marginTop: 6 }}>
          {fix && !left ? <QuietButton onPress={putRight}>{fix.label}</QuietButton> : null}
          {severity === 'note' ? null : (
            <QuietButton onPress={() => accept(!left)}>{left ? say`Ask again` : say`Leave it`}</QuietButton>
          )}
        </Row>
      )}
    </Entry>
  )
}
