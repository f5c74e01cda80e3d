'use client'
import { FilePlus2 } from 'lucide-react'
import { useState } from 'react'
import styled from 'styled-components'
import type { Reading, Source } from '@/core/document/schema'
import { formatSize } from '@/core/units/length'
import { NumberEntry } from '@/kit/field'
import { FileButton } from '@/kit/file-button'
import { Muted, Row, Section, Tag } from '@/kit/surface'
import { ImportProgress } from '../../projects/import-progress'
import { ACCEPTED, useImport } from '../../projects/use-import'
import { api, type Lay } from '../../store/api'
import { useProject, useWorkbench } from '../../store/context'
import { Cleaned } from './cleaned'
import { PictureSettings } from './picture-settings'

const Choices = styled.fieldset`
  border: 0;
  margin: 10px 0 0;
  padding: 10px 12px;
  border-radius: var(--radius);
  background: var(--brass-wash);
  display: flex;
  flex-direction: column;
  gap: 5px;
  font-size: 14px;
  legend {
    float: left;
    font-weight: 600;
    padding: 0 0 4px;
  }
  label {
    display: flex;
    gap: 8px;
    cursor: pointer;
  }
  &[data-sure] {
    background: var(--paper-sunk);
  }
`
const Size = styled.p`
  font-family: var(--display);
  font-size: 19px;
  font-weight: 600;
`

/** The files of the project, at their true size. */
export function Gather() {
  const sources = useProject((s) => s.project.sources)
  const workbench = useWorkbench()
  const [lay, setLay] = useState<Lay>('beside')
  const importing = useImport((file, importId, signal) =>
    workbench.ask((id, base) => api.addFile(id, base, file, lay, importId, signal)),
  )
  return (
    <>
      {Object.values(sources).map((source) => (
        <SourceLeaf key={source.id} source={source} />
      ))}
      <Section
        onDragOver={(e) => e.preventDefault()}
        onDrop={(e) => {
          e.preventDefault()
          void importing.start([...e.dataTransfer.files])
        }}
      >
        <h2>Another drawing</h2>
        <Muted>
          Drop it here or choose it: SVG, DXF, PDF, or a picture. It comes with lines and pieces of its own.
        </Muted>
        <Choices data-sure>
          <legend>Where it is laid</legend>
          <label>
            <input type="radio" name="lay" checked={lay === 'beside'} onChange={() => setLay('beside')} />
            beside the others
          </label>
          <label>
            <input type="radio" name="lay" checked={lay === 'centred'} onChange={() => setLay('centred')} />
            on the centre of the first, as a part of one picture
          </label>
        </Choices>
        <Row style={{ marginTop: 10 }}>
          <FileButton
            label="File to add"
            accept={ACCEPTED}
            multiple
            onFiles={(files) => void importing.start(files)}
          >
            <FilePlus2 size={16} /> Add a file
          </FileButton>
        </Row>
        <ImportProgress importing={importing} />
      </Section>
    </>
  )
}

/** How a source was read, as a person may change it. */
const readingOf = ({ scale, pages, picture }: Source): Reading => ({
  mmPerUnit: scale.sure && (scale.choices.length > 0 || picture) ? scale.mmPerUnit : null,
  page: pages?.taken ?? null,
  trace: picture?.trace ?? null,
})

function SourceLeaf({ source }: { source: Source }) {
  const workbench = useWorkbench()
  const { scale, artwork, findings, pages, picture } = source
  const reread = (change: Partial<Reading>) =>
    workbench.ask((id, base) => api.reread(id, source.id, base, { ...readingOf(source), ...change }))
  return (
    <Section data-testid="source">
      <h2>{source.name}</h2>
      <Size data-testid="true-size">
        {formatSize(artwork, 'mm')} <Muted as="span">{formatSize(artwork, 'in')}</Muted>
      </Size>
      <Muted>{scale.why}</Muted>
      {picture ? (
        <PictureSettings key={JSON.stringify(picture)} source={source} picture={picture} onReread={reread} />
      ) : scale.choices.length > 0 ? (
        <Choices data-sure={scale.sure || undefined}>
          <legend>{scale.sure ? 'Its size can be read otherwise' : 'Which size is right?'}</legend>
          {scale.choices.map((choice) => (
            <label key={choice.mmPerUnit}>
              <input
                type="radio"
                name={`scale-${source.id}`}
                checked={scale.sure && Math.abs(choice.mmPerUnit - scale.mmPerUnit) < 1e-9}
                onChange={() => void reread({ mmPerUnit: choice.mmPerUnit })}
              />
              {choice.label}
            </label>
          ))}
        </Choices>
      ) : null}
      {pages && pages.count > 1 ? (
        <Row style={{ marginTop: 10 }}>
          <NumberEntry
            label={`Page, of ${pages.count}`}
            value={pages.taken}
            min={1}
            max={pages.count}
            whole
            onCommit={(page) => void reread({ page })}
          />
        </Row>
      ) : null}
      {findings.map((f) => (
        <p key={f.rule} style={{ marginTop: 10, fontSize: 13.5 }}>
          <Tag $tone={f.severity === 'note' ? 'plain' : 'brass'}>{f.severity}</Tag> {f.message}
        </p>
      ))}
      <Cleaned source={source} />
    </Section>
  )
}
