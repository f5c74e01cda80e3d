'use client'
import { Copy, FileUp, Pencil, Trash2 } from 'lucide-react'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { type DragEvent, useRef, useState } from 'react'
import styled from 'styled-components'
import type { Listed } from '@/contract/projects'
import { count } from '@/core/units/count'
import { Button, IconButton } from '@/kit/button'
import { NameField } from '@/kit/field'
import { FileButton } from '@/kit/file-button'
import { Notice } from '@/kit/notice'
import { Muted, Row, Tag } from '@/kit/surface'
import { AtCutter } from '../frame/at-cutter'
import { api } from '../store/api'
import type { NoticeState } from '../store/project-store'
import { ImportProgress } from './import-progress'
import { ACCEPTED, useImport } from './use-import'

const Page = styled.main`
  max-width: 1180px;
  margin: 0 auto;
  padding: 44px 32px 80px;
`
const Masthead = styled.header`
  display: flex;
  align-items: end;
  justify-content: space-between;
  margin-bottom: 26px;
  h1 {
    font-size: 40px;
    color: var(--plum);
  }
`
const Drop = styled.section<{ $over: boolean }>`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 24px;
  padding: 26px 30px;
  margin-bottom: 34px;
  border-radius: 16px;
  background: ${(p) => (p.$over ? 'var(--plum-wash)' : 'var(--paper)')};
  box-shadow: ${(p) => (p.$over ? '0 0 0 3px var(--plum)' : 'var(--lift)')};
  h2 {
    font-size: 22px;
    margin-bottom: 4px;
  }
`
const List = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(300px, 1fr));
  gap: 22px;
`
const Card = styled.li`
  display: flex;
  flex-direction: column;
  border-radius: 14px;
  background: var(--paper);
  box-shadow: var(--lift);
  overflow: hidden;
  > a:first-child {
    display: block;
    height: 190px;
    padding: 18px;
    background: #fff;
    border-bottom: 1px solid var(--hairline);
  }
  img {
    width: 100%;
    height: 100%;
    object-fit: contain;
  }
  > div {
    padding: 12px 16px 14px;
  }
  h3 {
    font-size: 18px;
    flex: 1;
    a {
      color: inherit;
      text-decoration: none;
    }
  }
`

/** All projects, and the place where a new one begins: a dropped or chosen file. */
export function Projects({ initial }: { initial: Listed[] }) {
  const router = useRouter()
  const [projects, setProjects] = useState(initial)
  const [over, setOver] = useState(false)
  const [notice, setNotice] = useState<NoticeState | null>(null)
  // Several files become one project: the first begins it, each other is laid beside it.
  const begun = useRef<{ id: string; revision: number } | null>(null)
  const importing = useImport(
    async (file, importId, signal) => {
      const { current } = begun
      if (!current) begun.current = { id: (await api.importFile(file, importId, signal)).id, revision: 0 }
      else
        current.revision = (
          await api.addFile(current.id, current.revision, file, 'beside', importId, signal)
        ).revision
    },
    (all) => {
      // Where a later file failed, its sentence stays in sight and the project that was begun joins the list.
      if (all && begun.current) router.push(`/projects/${begun.current.id}/lines`)
      else if (begun.current) void attempt(Promise.resolve())
    },
  )
  const take = (files: readonly File[]) => {
    if (files.length === 0) return
    begun.current = null
    void importing.start(files)
  }
  const attempt = async (work: Promise<unknown>) => {
    try {
      await work
      setProjects((await api.projects()).projects)
    } catch (error) {
      setNotice({ message: (error as Error).message, tone: 'alarm' })
    }
  }
  const remove = async (project: Listed) => {
    await attempt(api.remove(project.id))
    setNotice({
      message: `“${project.name}” is deleted.`,
      tone: 'calm',
      action: {
        label: 'Bring it back',
        run: () => {
          setNotice(null)
          void attempt(api.restore(project.id))
        },
      },
    })
  }
  const onDrop = (event: DragEvent) => {
    event.preventDefault()
    setOver(false)
    take([...event.dataTransfer.files])
  }
  return (
    <Page>
      <Masthead>
        <h1>Velvet Crease</h1>
        <Muted>From a flat drawing to folded paper.</Muted>
        <AtCutter />
      </Masthead>
      <Drop
        $over={over}
        aria-label="New project"
        data-testid="drop"
        onDragOver={(e) => {
          e.preventDefault()
          setOver(true)
        }}
        onDragLeave={() => setOver(false)}
        onDrop={onDrop}
      >
        <div>
          <h2>Drop a drawing here</h2>
          <Muted>
            A box, an envelope, a card, as SVG, DXF or PDF, or a picture of its shape. Folds, cuts and pieces
            are found for you. Several files become one project.
          </Muted>
          <ImportProgress importing={importing} />
        </div>
        <FileButton label="Drawing to begin with" accept={ACCEPTED} multiple button={Button} onFiles={take}>
          <FileUp size={17} /> Choose a file
        </FileButton>
      </Drop>
      {projects.length === 0 ? <Muted>No project yet. The first drawing makes one.</Muted> : null}
      <List>
        {projects.map((project) => (
          <ProjectCard
            key={project.id}
            project={project}
            onRename={(name) => void attempt(api.rename(project.id, name))}
            onDuplicate={() => void attempt(api.duplicate(project.id))}
            onRemove={() => void remove(project)}
          />
        ))}
      </List>
      {notice ? <Notice {...notice} onClose={() => setNotice(null)} /> : null}
    </Page>
  )
}

type CardProps = {
  project: Listed
  onRename: (name: string) => void
  onDuplicate: () => void
  onRemove: () => void
}

function ProjectCard({ project, onRename, onDuplicate, onRemove }: CardProps) {
  const [renaming, setRenaming] = useState(false)
  const { id, name, revision, pieces, lines, toDecide, sheets } = project
  return (
    <Card data-testid="project">
      <Link href={`/projects/${id}/lines`} aria-label={`Open ${name}`} tabIndex={-1}>
        {/* biome-ignore lint/performance/noImgElement: an SVG of this server, nothing to optimise */}
        <img src={`/api/projects/${id}/thumbnail?revision=${revision}`} alt="" />
      </Link>
      <div>
        <Row style={{ flexWrap: 'nowrap', gap: 2 }}>
          {renaming ? (
            <div style={{ flex: 1 }}>
              <NameField
                label={`Name of ${name}`}
                hideLabel
                value={name}
                onCommit={(next) => {
                  setRenaming(false)
                  onRename(next)
                }}
              />
            </div>
          ) : (
            <h3>
              <Link href={`/projects/${id}/lines`}>{name}</Link>
            </h3>
          )}
          <IconButton aria-label={`Rename ${name}`} onPress={() => setRenaming(!renaming)}>
            <Pencil size={15} />
          </IconButton>
          <IconButton aria-label={`Duplicate ${name}`} onPress={onDuplicate}>
            <Copy size={15} />
          </IconButton>
          <IconButton aria-label={`Delete ${name}`} onPress={onRemove}>
            <Trash2 size={15} />
          </IconButton>
        </Row>
        <Muted style={{ margin: '2px 0 8px' }}>
          {[
            count(pieces, 'piece'),
            count(lines, 'line'),
            ...(sheets > 0 ? [count(sheets, 'sheet')] : []),
          ].join(', ')}
        </Muted>
        {toDecide > 0 ? <Tag $tone="brass">{toDecide} to decide</Tag> : <Tag $tone="teal">all decided</Tag>}
      </div>
    </Card>
  )
}
