'use client'
import { Pencil } from 'lucide-react'
import { useState } from 'react'
import { type Cutter, PLAIN_CUTTER } from '@/core/document/cutter'
import { makeEdit } from '@/core/document/edits'
import { say } from '@/core/words'
import { IconButton } from '@/kit/button'
import { Select } from '@/kit/select'
import { Muted, Row, Section } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'
import { CutterDialog } from './cutter-dialog'

/** In the list, where no cutter of the library is chosen. */
const NONE = 'none'

/** The cutter that a project is run on; its mat becomes the project's. */
export function CutterChoice() {
  const workbench = useWorkbench()
  const cutters = useProject((s) => s.cutters)
  const chosen = useProject((s) => s.project.run.cutter) ?? null
  const mat = useProject((s) => s.project.layout.mat)
  const [edited, setEdited] = useState<Cutter | 'new' | null>(null)
  const cutter = cutters.find((c) => c.id === chosen)
  const choose = (id: string) => {
    if (id === 'new') {
      setEdited('new')
      return
    }
    const next = cutters.find((c) => c.id === id)
    void workbench.edit((p) =>
      makeEdit(p, say`Run on “${next?.name ?? PLAIN_CUTTER.name}”`, ({ run, layout }) => {
        run.cutter = next?.id ?? null
        if (next) layout.mat = { ...next.mat }
      }),
    )
  }
  const otherMat = cutter && (['width', 'height', 'margin'] as const).some((k) => cutter.mat[k] !== mat[k])
  return (
    <Section>
      <h2>{say`Cutter`}</h2>
      <Row style={{ flexWrap: 'nowrap' }}>
        <Select
          label={say`Cutter`}
          hideLabel
          value={cutter?.id ?? NONE}
          choices={[
            { value: NONE, title: say`A plain cutter` },
            ...cutters.map((c) => ({ value: c.id, title: c.name })),
            { value: 'new', title: say`New cutter…` },
          ]}
          onChange={choose}
          style={{ flex: 1 }}
        />
        {cutter ? (
          <IconButton aria-label={say`Edit ${cutter.name}`} onPress={() => setEdited(cutter)}>
            <Pencil size={16} />
          </IconButton>
        ) : null}
      </Row>
      {otherMat ? (
        <Muted
          style={{ marginTop: 6 }}
        >{say`The sheets are laid on another mat than this cutter’s. Choose it again to take its mat over, then lay out again.`}</Muted>
      ) : null}
      {edited ? (
        <CutterDialog cutter={edited === 'new' ? null : edited} onClose={() => setEdited(null)} />
      ) : null}
    </Section>
  )
}
