'use client'
import type { Advice } from '@/core/cutting/advice'
import { makeEdit } from '@/core/document/edits'
import type { Paper } from '@/core/document/paper'
import { QuietButton } from '@/kit/button'
import { Row, Tag } from '@/kit/surface'
import { api } from '../../store/api'
import { useWorkbench } from '../../store/context'

const small = { padding: '3px 9px', fontSize: 13 }

/** What a practised hand would set otherwise, and a press that sets it so: in this project, or for the paper for good. */
export function Advised({ advice, paper }: { advice: readonly Advice[]; paper: Paper }) {
  const workbench = useWorkbench()
  const here = ({ cut }: Advice) =>
    void workbench.edit((project) =>
      makeEdit(project, `Cut “${paper.name}” ${cut.passes} × with ${cut.force} g`, ({ run }) => {
        run.cuts = { ...run.cuts, [paper.id]: cut }
      }),
    )
  const always = async ({ cut }: Advice) => {
    const { id, ...fields } = paper
    try {
      const changed = await api.changePaper(id, { ...fields, settings: { ...fields.settings, cut } })
      const { papers } = workbench.store.getState()
      workbench.setPapers(papers.map((p) => (p.id === id ? changed.paper : p)))
    } catch (error) {
      workbench.say({ message: (error as Error).message, tone: 'alarm' })
    }
  }
  return advice.map((each) => (
    <div key={each.sentence} style={{ fontSize: 13.5, marginTop: 8 }} data-testid="advice">
      <Tag $tone="brass">advice</Tag> {each.sentence}
      <Row style={{ marginTop: 5 }}>
        <QuietButton style={small} onPress={() => here(each)}>
          Do so in this project
        </QuietButton>
        <QuietButton style={small} onPress={() => void always(each)}>
          Always for this paper
        </QuietButton>
      </Row>
    </div>
  ))
}
