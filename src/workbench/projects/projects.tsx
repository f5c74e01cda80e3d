'use client'
import { Archive, Copy, FileUp, Pencil, Trash2 } from 'lucide-react'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useRef, useState } from 'react'
import styled from 'styled-components'
import type { Listed, ListQuery, ProjectList } from '@/contract/projects'
import { count } from '@/core/units/count'
import { Button, FileLink, IconButton, QuietButton } from '@/kit/button'
import { NameField, SearchField } from '@/kit/field'
import { FileButton } from '@/kit/file-button'
import { FileDrop } from '@/kit/file-drop'
import { Notice } from '@/kit/notice'
import { Muted, Row, Tag } from '@/kit/surface'
import { AtCutter } from '../frame/at-cutter'
import { api, archiveAddress } from '../store/api'
import type { NoticeState } from '../store/project-store'
import { Backups } from './backups'
import { Bin } from './bin'
import { carry, wordsOf } from './came-in'
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
const Drop = styled.section`
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 24px;
  padding: 26px 30px;
  margin-bottom: 34px;
  border-radius: 16px;
  background: var(--paper);
  box-shadow: var(--lift);
  > button {
    flex: none;
  }
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
const Below = styled.div`
  display: grid;
  gap: 10px;
  margin-top: 30px;
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

type Props = {
  initial: ProjectList
  deleted: ProjectList
  /** why there is nothing to list */
  problem: string | null
}

/** All projects, and the place where a new one begins: a dropped, pasted or chosen file. */
export function Projects({ initial, deleted, problem }: Props) {
  const router = useRouter()
  const [list, setList] = useState(initial)
  const [bin, setBin] = useState(deleted)
  const [find, setFind] = useState('')
  const latest = useRef('')
  const [notice, setNotice] = useState<NoticeState | null>(
    problem ? { message: problem, tone: 'alarm' } : null,
  )
  const alarm = (message: string) => setNotice({ message, tone: 'alarm' })
  // Several files become one project: the first that can be taken begins it, each other is laid beside it.
  const begun = useRef<{ id: string; revision: number } | null>(null)
  const importing = useImport(async (file, importId, signal) => {
    const { current } = begun
    if (!current) begun.current = { id: (await api.importFile(file, importId, signal)).id, revision: 0 }
    else
      current.revision = (
        await api.addFile(current.id, current.revision, file, { lay: 'beside' }, importId, signal)
      ).revision
  })
  const take = async (files: readonly File[]) => {
    if (files.length === 0) return
    begun.current = null
    const came = await importing.start(files)
    const { current: project } = begun as { current: { id: string } | null }
    if (!project) return
    // What did not come in is told where its fellows are.
    carry(wordsOf(came))
    router.push(`/projects/${project.id}/lines`)
  }
  const refresh = async (words = find) => {
    const [projects, inBin] = await Promise.all([api.projects({ find: words }), api.projects({ bin: true })])
    // An answer to what was typed before comes too late.
    if (words === latest.current) setList(projects)
    setBin(inBin)
  }
  const attempt = async (work: Promise<unknown>) => {
    try {
      await work
      await refresh()
    } catch (error) {
      alarm((error as Error).message)
    }
  }
  const more = async (of: ProjectList, set: (list: ProjectList) => void, what: Partial<ListQuery>) => {
    const next = await api.projects({ ...what, from: of.projects.length })
    const known = new Set(of.projects.map((p) => p.id))
    set({ total: next.total, projects: [...of.projects, ...next.projects.filter((p) => !known.has(p.id))] })
  }
  const remove = async (project: Listed) => {
    await attempt(api.remove(project.id))
    setNotice({
      message: `“${project.name}” is in the bin.`,
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
  /** A project without a drawing: what is in it is made in Shape. */
  const begin = async () => {
    try {
      const { id } = await api.begin()
      router.push(`/projects/${id}/shape`)
    } catch (error) {
      alarm((error as Error).message)
    }
  }
  const left = list.total - list.projects.length
  return (
    <Page>
      <FileDrop label="Drop it: a new project begins" onFiles={(files) => void take(files)} />
      <Masthead>
        <h1>Velvet Crease</h1>
        <Muted>From a flat drawing to folded paper.</Muted>
        <AtCutter />
      </Masthead>
      <Drop aria-label="New project" data-testid="drop">
        <div>
          <h2>Drop a drawing here</h2>
          <Muted>
            A box, an envelope, a card, as SVG, DXF or PDF, or a picture of its shape; or paste a drawing that
            you copied. Folds, cuts and pieces are found for you. Several files become one project.
          </Muted>
          <ImportProgress importing={importing} />
        </div>
        <FileButton
          label="Drawing to begin with"
          accept={`${ACCEPTED},.zip`}
          multiple
          button={Button}
          onFiles={(files) => void take(files)}
        >
          <FileUp size={17} /> Choose a file
        </FileButton>
        <QuietButton onPress={() => void begin()}>Begin with a pattern or a shape</QuietButton>
      </Drop>
      {initial.total > initial.projects.length || find ? (
        <Row style={{ marginBottom: 18 }}>
          <SearchField
            label="Find a project"
            value={find}
            onChange={(words) => {
              setFind(words)
              latest.current = words
              refresh(words).catch((error: Error) => alarm(error.message))
            }}
          />
          <Muted role="status">{count(list.total, 'project')}</Muted>
        </Row>
      ) : null}
      {list.projects.length === 0 && !problem ? (
        <Muted>{find ? 'No project has such a name.' : 'No project yet. The first drawing makes one.'}</Muted>
      ) : null}
      <List>
        {list.projects.map((project) => (
          <ProjectCard
            key={project.id}
            project={project}
            onRename={(name) => void attempt(api.rename(project.id, name))}
            onDuplicate={() => void attempt(api.duplicate(project.id))}
            onRemove={() => void remove(project)}
          />
        ))}
      </List>
      <Below>
        {left > 0 ? (
          <QuietButton onPress={() => void more(list, setList, { find }).catch((e) => alarm(e.message))}>
            Show more ({left} left)
          </QuietButton>
        ) : null}
        <Bin
          bin={bin}
          onBringBack={(project) => void attempt(api.restore(project.id))}
          onRemove={(project) => void attempt(api.removeForGood(project.id))}
          onMore={() => void more(bin, setBin, { bin: true }).catch((e) => alarm(e.message))}
        />
        <Backups onProblem={alarm} />
      </Below>
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
        <img src={`/api/projects/${id}/thumbnail?revision=${revision}`} alt="" loading="lazy" />
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
          <FileLink
            href={archiveAddress(id)}
            download
            aria-label={`Save ${name} as one file`}
            title="Save as one file"
          >
            <Archive size={15} />
          </FileLink>
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
