'use client'
import { Download, FolderArchive } from 'lucide-react'
import styled from 'styled-components'
import { makeEdit } from '@/core/document/edits'
import { USUAL_PICTURE_SIDE } from '@/core/document/run'
import { kindsFor } from '@/core/export/kinds'
import { say } from '@/core/words'
import { Check } from '@/kit/check'
import { Disclosure } from '@/kit/disclosure'
import { NumberEntry } from '@/kit/field'
import { Muted, Row, Section } from '@/kit/surface'
import { FileToSave } from '../../frame/file-to-save'
import { bundleAddress, fileAddress } from '../../store/api'
import { useProject, useWorkbench } from '../../store/context'

const Kinds = styled.fieldset`
  border: 0;
  padding: 0;
  margin: 12px 0 8px;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  font-size: 13.5px;
  legend {
    padding: 0;
    margin-bottom: 4px;
    font-weight: 600;
  }
`
/** The kinds that are saved together where none was chosen yet. */
const USUAL: readonly string[] = ['svg', 'pdf', 'gcode']

/** Files of this sheet, and all sheets in one archive with the cut list and the job sheet. */
export function FilesPanel({ sheetId }: { sheetId: string }) {
  const workbench = useWorkbench()
  const id = useProject((s) => s.id)
  const chosen = useProject((s) => s.project.run.files) ?? USUAL
  const print = useProject((s) => s.project.print)
  const offered = kindsFor({ print })
  const kinds = offered.map((k) => k.name).filter((k) => chosen.includes(k))
  const side = useProject((s) => s.project.run.pictureSide) ?? USUAL_PICTURE_SIDE
  const saved = useProject((s) => s.saved === 'saved')
  const toggle = (kind: string) =>
    workbench.edit((p) =>
      makeEdit(p, say`Choose the files to save`, ({ run }) => {
        const now = run.files ?? USUAL
        const next = now.includes(kind) ? now.filter((k) => k !== kind) : [...now, kind]
        run.files = next.length > 0 ? next : [...now]
      }),
    )
  return (
    <Section>
      <Disclosure title={say`Files to save`}>
        <Row>
          {offered.map(({ name, title }) => (
            <FileToSave key={name} href={fileAddress(id, sheetId, name)} isReady={saved}>
              <Download size={15} /> {title}
            </FileToSave>
          ))}
        </Row>
        <Kinds>
          <legend>{say`All sheets together`}</legend>
          {offered.map(({ name, title }) => (
            <Check key={name} isSelected={kinds.includes(name)} onChange={() => toggle(name)}>
              {title}
            </Check>
          ))}
        </Kinds>
        <div style={{ maxWidth: 170, marginBottom: 10 }}>
          <NumberEntry
            label={say`Longer side of a PNG`}
            suffix="px"
            value={side}
            min={200}
            max={8000}
            whole
            onCommit={(pictureSide) =>
              workbench.edit((p) =>
                makeEdit(p, say`Make pictures ${pictureSide} pixels large`, ({ run }) => {
                  run.pictureSide = pictureSide
                }),
              )
            }
          />
        </div>
        <FileToSave href={bundleAddress(id, kinds)} isReady={saved}>
          <FolderArchive size={15} />
          {say` Save all`}
        </FileToSave>
        <Muted style={{ marginTop: 6 }}>{say`With a cut list and a job sheet for the bench.`}</Muted>
      </Disclosure>
    </Section>
  )
}
