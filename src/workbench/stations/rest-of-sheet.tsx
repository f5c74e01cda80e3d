'use client'
import type { Sheet } from '@/core/document/layout'
import { restOf } from '@/core/sheets/cut-sheet'
import { formatSize } from '@/core/units/length'
import { say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { Muted, Row } from '@/kit/surface'
import { SheetPart } from '../board/sheet-part'
import { useProject, useWorkbench } from '../store/context'
import { keepRest } from './cut-sheets'

/** What is left of a sheet that was cut, as a picture, to be kept as a leftover. */
export function RestOfSheet({ sheet }: { sheet: Sheet }) {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const paper = useProject((s) => s.papers.find((p) => p.id === sheet.paper))
  const rest = restOf(project, sheet)
  if (!rest || !paper) return null
  return (
    <Row style={{ marginTop: 10, flexWrap: 'nowrap' }} data-testid="rest">
      <SheetPart sheet={sheet} part={rest} colour={paper.colour} />
      <Muted
        as="span"
        style={{ flex: 1 }}
      >{say`${formatSize(rest, project.unit)} are left of this sheet.`}</Muted>
      <QuietButton onPress={() => void keepRest(workbench, sheet, rest)}>{say`Keep the rest`}</QuietButton>
    </Row>
  )
}
