'use client'
import type { Advice } from '@/core/cutting/advice'
import { makeEdit } from '@/core/document/edits'
import type { Paper } from '@/core/document/paper'
import { say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { Row, Tag } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'
import { changePaper } from '../cut-sheets'

const small = { padding: '3px 9px', fontSize: 13 }

/** What a practised hand would set otherwise, and a press that sets it so: in this project, or for the paper for good. */
export function Advised({ advice, paper }: { advice: readonly Advice[]; paper: Paper }) {
  const workbench = useWorkbench()
  const own = useProject((s) => s.project.run.cuts?.[paper.id])
  const here = ({ cut }: Advice) =>
    void workbench.edit((project) =>
      makeEdit(project, say`Cut “${paper.name}” ${cut.passes} × with ${cut.force} g`, ({ run }) => {
        run.cuts = { ...run.cuts, [paper.id]: cut }
      }),
    )
  const asInLibrary = () =>
    workbench.edit((project) =>
      makeEdit(project, say`Cut “${paper.name}” as the library says`, ({ run }) => {
        if (run.cuts) delete run.cuts[paper.id]
      }),
    )
  const always = async ({ cut }: Advice) => {
    const { id, ...fields } = paper
    if (!(await changePaper(workbench, id, { ...fields, settings: { ...fields.settings, cut } }))) return
    // What this project said by itself would still stand before it.
    if (own) await asInLibrary()
  }
  return (
    <>
      {own ? (
        <Row style={{ fontSize: 13.5, marginTop: 8 }} data-testid="own-cut">
          <span>{say`In this project “${paper.name}” is cut ${own.passes} × with ${own.force} g.`}</span>
          <QuietButton
            style={small}
            onPress={() => void asInLibrary()}
          >{say`As the library says`}</QuietButton>
        </Row>
      ) : null}
      {advice.map((each) => (
        <div key={each.sentence} style={{ fontSize: 13.5, marginTop: 8 }} data-testid="advice">
          <Tag $tone="brass">{say`advice`}</Tag> {each.sentence}
          <Row style={{ marginTop: 5 }}>
            <QuietButton style={small} onPress={() => here(each)}>{say`Do so in this project`}</QuietButton>
            <QuietButton
              style={small}
              onPress={() => void always(each)}
            >{say`Always for this paper`}</QuietButton>
          </Row>
        </div>
      ))}
    </>
  )
}
