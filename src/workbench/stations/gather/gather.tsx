'use client'
import { FilePlus2, RefreshCw, Trash2 } from 'lucide-react'
import { useState } from 'react'
import styled from 'styled-components'
import { unmatchedPieces } from '@/core/binding/identify'
import { laySources } from '@/core/binding/lay-sources'
import { removeSource } from '@/core/binding/remove-source'
import { resizeAll, resizeSource } from '@/core/binding/resize-source'
import { type FileSource, filesOf } from '@/core/document/sources'
import { formatSize } from '@/core/units/length'
import { say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { NumberEntry } from '@/kit/field'
import { FileButton } from '@/kit/file-button'
import { Radios } from '@/kit/radios'
import { Muted, Row, Section } from '@/kit/surface'
import { ImportProgress } from '../../projects/import-progress'
import { ACCEPTED, useImport } from '../../projects/use-import'
import { api } from '../../store/api'
import { useProject, useWorkbench } from '../../store/context'
import { fetched } from '../fetched'
import { SizeQuestion, StackQuestion, useReread } from '../questions'
import { SeverityTag } from '../severity-tag'
import { Cleaned } from './cleaned'
import { type Lost, LostPieces } from './lost-pieces'
import { PictureSettings } from './picture-settings'
import { Resize } from './resize'

const Size = styled.p`
  font-family: var(--display);
  font-size: 19px;
  font-weight: 600;
`

const LAYS = [
  { value: 'beside', title: say`beside the others` },
  { value: 'centred', title: say`on the centre of the first, as a part of one picture` },
] as const

/** The files of the project, at their true size. */
export function Gather() {
  const sources = useProject((s) => s.project.sources)
  const workbench = useWorkbench()
  const lay = useProject((s) => s.lay)
  const importing = useImport((file, importId, signal) =>
    workbench.ask((id, base) => api.addFile(id, base, file, { lay }, importId, signal)),
  )
  const [lost, setLost] = useState<Lost | null>(null)
  return (
    <>
      {lost ? <LostPieces lost={lost} onDone={setLost} /> : null}
      {filesOf(sources).map((source) => (
        <SourceLeaf key={source.id} source={source} onLost={setLost} />
      ))}
      <Section>
        <h2>{say`Another drawing`}</h2>
        <Muted>{say`Drop or paste it anywhere, or choose it: SVG, DXF, PDF, or a picture. It comes with lines and pieces of its own.`}</Muted>
        <Radios label={say`Where it is laid`} value={lay} choices={LAYS} onChange={workbench.layNext} />
        <Row style={{ marginTop: 10 }}>
          <FileButton
            label={say`File to add`}
            accept={ACCEPTED}
            multiple
            onFiles={(files) => void importing.start(files)}
          >
            <FilePlus2 size={16} />
            {say` Add a file`}
          </FileButton>
        </Row>
        <ImportProgress importing={importing} />
        {filesOf(sources).length > 1 ? (
          <>
            <Row style={{ marginTop: 10 }}>
              <QuietButton
                onPress={() => void workbench.edit((p) => laySources(p, 'centred'))}
              >{say`All on one centre`}</QuietButton>
              <QuietButton
                onPress={() => void workbench.edit((p) => laySources(p, 'beside'))}
              >{say`All beside one another`}</QuietButton>
            </Row>
            <Resize
              title={say`Resize all drawings together`}
              size={null}
              onResize={(factor) => void workbench.edit((p) => resizeAll(p, factor))}
            />
          </>
        ) : null}
      </Section>
    </>
  )
}

/** With it comes the making of letters. */
const Texts = fetched(() => import('./texts').then((m) => m.Texts))

function SourceLeaf({ source, onLost }: { source: FileSource; onLost: (lost: Lost | null) => void }) {
  const workbench = useWorkbench()
  const { scale, artwork, findings, pages, picture } = source
  const replacing = useImport(async (file, importId, signal) => {
    const { project: before } = workbench.store.getState()
    await workbench.ask((id, base) =>
      api.addFile(id, base, file, { lay: source.lay, replaces: source.id }, importId, signal),
    )
    const unmatched = unmatchedPieces(before, workbench.store.getState().project)
    const isAsked = unmatched.gone.length > 0 && unmatched.fresh.length > 0
    onLost(isAsked ? { ...unmatched, before: before.lines } : null)
  })
  const reread = useReread(source)
  // Texts that can be lettered are listed below.
  const shown = findings.filter((f) => f.rule !== 'intake-text' || !source.texts)
  return (
    <Section data-testid="source">
      <h2>{source.name}</h2>
      <Size data-testid="true-size">
        {formatSize(artwork, 'mm')} <Muted as="span">{formatSize(artwork, 'in')}</Muted>
      </Size>
      <Muted>{scale.why}</Muted>
      {picture ? (
        <PictureSettings key={JSON.stringify(picture)} source={source} picture={picture} onReread={reread} />
      ) : (
        <SizeQuestion source={source} />
      )}
      {pages && pages.count > 1 ? (
        <Row style={{ marginTop: 10 }}>
          <NumberEntry
            label={say`Page, of ${pages.count}`}
            value={pages.taken}
            min={1}
            max={pages.count}
            whole
            onCommit={(page) => reread({ page })}
          />
        </Row>
      ) : null}
      <StackQuestion source={source} />
      {shown.map((f) => (
        <p key={f.rule} style={{ marginTop: 10, fontSize: 13.5 }}>
          <SeverityTag severity={f.severity} /> {f.message}
        </p>
      ))}
      <Cleaned source={source} />
      {source.texts ? <Texts source={source} /> : null}
      <Resize
        title={say`Resize`}
        size={artwork}
        onResize={(factor) => void workbench.edit((p) => resizeSource(p, source.id, factor))}
      />
      <Row style={{ marginTop: 12 }}>
        <FileButton
          label={say`File in the place of ${source.name}`}
          accept={ACCEPTED}
          onFiles={(files) => void replacing.start(files.slice(0, 1))}
        >
          <RefreshCw size={15} />
          {say` Replace`}
        </FileButton>
        <QuietButton
          aria-label={say`Remove ${source.name}`}
          onPress={() => void workbench.edit((p) => removeSource(p, source.id))}
        >
          <Trash2 size={15} />
          {say` Remove`}
        </QuietButton>
      </Row>
      <ImportProgress importing={replacing} />
    </Section>
  )
}
