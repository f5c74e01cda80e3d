'use client'
import { Download, FolderArchive } from 'lucide-react'
import styled from 'styled-components'
import { makeEdit } from '@/core/document/edits'
import { FILE_KINDS, type FileKind, USUAL_PICTURE_SIDE } from '@/core/document/schema'
import { FileLink } from '@/kit/button'
import { NumberEntry } from '@/kit/field'
import { Muted, Row, Section } from '@/kit/surface'
import { bundleAddress, FILE_TITLES, fileAddress } from '../../store/api'
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
  label {
    display: flex;
    align-items: center;
    gap: 5px;
    min-height: 26px;
  }
  input {
    width: 18px;
    height: 18px;
    margin: 4px 2px;
  }
`
/** The kinds that are saved together where none was chosen yet. */
const USUAL: readonly FileKind[] = ['svg', 'pdf', 'gcode']

/** Files of this sheet, and all sheets in one archive with the cut list and the job sheet. */
export function FilesPanel({ sheetId }: { sheetId: string }) {
  const workbench = useWorkbench()
  const id = useProject((s) => s.id)
  const kinds = useProject((s) => s.project.run.files) ?? USUAL
  const side = useProject((s) => s.project.run.pictureSide) ?? USUAL_PICTURE_SIDE
  const saved = useProject((s) => s.saved === 'saved')
  const toggle = (kind: FileKind) =>
    void workbench.edit((p) =>
      makeEdit(p, 'Choose the files to save', ({ run }) => {
        const next = FILE_KINDS.filter((k) => (k === kind ? !kinds.includes(k) : kinds.includes(k)))
        run.files = next.length > 0 ? next : [...kinds]
      }),
    )
  return (
    <Section>
      <h2>Save this sheet</h2>
      <Row>
        {FILE_KINDS.map((kind) => (
          <FileLink key={kind} href={fileAddress(id, sheetId, kind)} download aria-disabled={!saved}>
            <Download size={15} /> {FILE_TITLES[kind]}
          </FileLink>
        ))}
      </Row>
      <Kinds>
        <legend>All sheets together</legend>
        {FILE_KINDS.map((kind) => (
          <label key={kind}>
            <input type="checkbox" checked={kinds.includes(kind)} onChange={() => toggle(kind)} />
            {FILE_TITLES[kind]}
          </label>
        ))}
      </Kinds>
      <div style={{ maxWidth: 170, marginBottom: 10 }}>
        <NumberEntry
          label="Longer side of a PNG"
          suffix="px"
          value={side}
          min={200}
          max={8000}
          whole
          onCommit={(pictureSide) =>
            void workbench.edit((p) =>
              makeEdit(p, `Make pictures ${pictureSide} pixels large`, ({ run }) => {
                run.pictureSide = pictureSide
              }),
            )
          }
        />
      </div>
      <FileLink href={bundleAddress(id, kinds)} download aria-disabled={!saved}>
        <FolderArchive size={15} /> Save all
      </FileLink>
      <Muted style={{ marginTop: 6 }}>With a cut list and a job sheet for the bench.</Muted>
    </Section>
  )
}
