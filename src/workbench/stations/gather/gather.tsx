'use client'
import { FilePlus2, RefreshCw, Trash2 } from 'lucide-react'
import styled from 'styled-components'
import { removeSource } from '@/core/binding/remove-source'
import { type FileSource, filesOf, type Reading } from '@/core/document/sources'
import { formatSize } from '@/core/units/length'
import { QuietButton } from '@/kit/button'
import { NumberEntry } from '@/kit/field'
import { FileButton } from '@/kit/file-button'
import { Radios } from '@/kit/radios'
import { Muted, Row, Section, Tag } from '@/kit/surface'
import { ImportProgress } from '../../projects/import-progress'
import { ACCEPTED, useImport } from '../../projects/use-import'
import { api } from '../../store/api'
import { useProject, useWorkbench } from '../../store/context'
import { Cleaned } from './cleaned'
import { PictureSettings } from './picture-settings'

const Size = styled.p`
  font-family: var(--display);
  font-size: 19px;
  font-weight: 600;
`

const LAYS = [
  { value: 'beside', title: 'beside the others' },
  { value: 'centred', title: 'on the centre of the first, as a part of one picture' },
] as const

const STACKED = [
  { value: 'layers', title: 'layers of paper, a piece each' },
  { value: 'openings', title: 'openings cut out of what lies beneath' },
] as const

/** The files of the project, at their true size. */
export function Gather() {
  const sources = useProject((s) => s.project.sources)
  const workbench = useWorkbench()
  const lay = useProject((s) => s.lay)
  const importing = useImport((file, importId, signal) =>
    workbench.ask((id, base) => api.addFile(id, base, file, { lay }, importId, signal)),
  )
  return (
    <>
      {filesOf(sources).map((source) => (
        <SourceLeaf key={source.id} source={source} />
      ))}
      <Section>
        <h2>Another drawing</h2>
        <Muted>
          Drop or paste it anywhere, or choose it: SVG, DXF, PDF, or a picture. It comes with lines and pieces
          of its own.
        </Muted>
        <Radios label="Where it is laid" value={lay} choices={LAYS} onChange={workbench.layNext} />
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
const readingOf = ({ scale, pages, picture, stacked }: FileSource): Reading => ({
  mmPerUnit: scale.sure && (scale.choices.length > 0 || picture) ? scale.mmPerUnit : null,
  page: pages?.taken ?? null,
  trace: picture?.trace ?? null,
  stacked: stacked?.sure ? stacked.as : null,
})

function SourceLeaf({ source }: { source: FileSource }) {
  const workbench = useWorkbench()
  const { scale, artwork, findings, pages, picture, stacked } = source
  const replacing = useImport((file, importId, signal) =>
    workbench.ask((id, base) =>
      api.addFile(id, base, file, { lay: source.lay, replaces: source.id }, importId, signal),
    ),
  )
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
        <Radios
          label={scale.sure ? 'Its size can be read otherwise' : 'Which size is right?'}
          isAsked={!scale.sure}
          value={scale.sure ? String(scale.mmPerUnit) : null}
          choices={scale.choices.map((c) => ({ value: String(c.mmPerUnit), title: c.label }))}
          onChange={(mmPerUnit) => void reread({ mmPerUnit: Number(mmPerUnit) })}
        />
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
      {stacked?.sure === false ? <Muted style={{ marginTop: 8 }}>{stacked.why}</Muted> : null}
      {stacked ? (
        <Radios
          label={
            stacked.sure ? 'Fills lie on one another; they are' : 'Fills lie on one another. What are they?'
          }
          isAsked={!stacked.sure}
          value={stacked.sure ? stacked.as : null}
          choices={STACKED}
          onChange={(as) => void reread({ stacked: as })}
        />
      ) : null}
      {findings.map((f) => (
        <p key={f.rule} style={{ marginTop: 10, fontSize: 13.5 }}>
          <Tag $tone={f.severity === 'note' ? 'plain' : 'brass'}>{f.severity}</Tag> {f.message}
        </p>
      ))}
      <Cleaned source={source} />
      <Row style={{ marginTop: 12 }}>
        <FileButton
          label={`File in the place of ${source.name}`}
          accept={ACCEPTED}
          onFiles={(files) => void replacing.start(files.slice(0, 1))}
        >
          <RefreshCw size={15} /> Replace
        </FileButton>
        <QuietButton
          aria-label={`Remove ${source.name}`}
          onPress={() => void workbench.edit((p) => removeSource(p, source.id))}
        >
          <Trash2 size={15} /> Remove
        </QuietButton>
      </Row>
      <ImportProgress importing={replacing} />
    </Section>
  )
}
