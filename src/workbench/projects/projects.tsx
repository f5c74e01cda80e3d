'use client'
import { FileUp } from 'lucide-react'
import { useRouter } from 'next/navigation'
import { useRef, useState } from 'react'
import styled from 'styled-components'
import type { Listed, ListQuery, ProjectList } from '@/contract/projects'
import { count, say } from '@/core/words'
import { Button, QuietButton } from '@/kit/button'
import { SearchField } from '@/kit/field'
import { FileButton } from '@/kit/file-button'
import { FileDrop } from '@/kit/file-drop'
import { Notice } from '@/kit/notice'
import { Select } from '@/kit/select'
import { Muted, Row } from '@/kit/surface'
import { AtCutter } from '../frame/at-cutter'
import { api } from '../store/api'
import type { NoticeState } from '../store/project-store'
import { Backups } from './backups'
import { BeginWith } from './begin-with'
import { Bin } from './bin'
import { carry, wordsOf } from './came-in'
import { ImportProgress } from './import-progress'
import { LanguageChoice } from './language-choice'
import { ProjectCard } from './project-card'
import { ACCEPTED, useImport } from './use-import'

const Page = styled.main`
  max-width: 1180px;
  margin: 0 auto;
  padding: 44px 32px 80px;
`
const Masthead = styled.header`
  display: flex;
  align-items: end;
  gap: 18px;
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
type Query = Pick<ListQuery, 'find' | 'tag' | 'sort'>
/** So few projects are seen at a glance. */
const FEW = 6
const ORDERS: readonly { value: Query['sort']; title: string }[] = [
  { value: 'changed', title: say`changed last first` },
  { value: 'begun', title: say`begun last first` },
  { value: 'name', title: say`by name` },
]

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
  const [query, setQuery] = useState<Query>({ find: '', tag: '', sort: 'changed' })
  const latest = useRef(query)
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
  const take = async (files: readonly File[], station = 'lines') => {
    if (files.length === 0) return
    begun.current = null
    const came = await importing.start(files)
    const { current: project } = begun as { current: { id: string } | null }
    if (!project) return
    // What did not come in is told where its fellows are.
    carry(wordsOf(came))
    router.push(`/projects/${project.id}/${station}`)
  }
  const refresh = async () => {
    const asked = latest.current
    const [projects, inBin] = await Promise.all([api.projects(asked), api.projects({ bin: true })])
    // An answer to what was typed before comes too late.
    if (asked === latest.current) setList(projects)
    setBin(inBin)
  }
  const ask = (change: Partial<Query>) => {
    latest.current = { ...latest.current, ...change }
    setQuery(latest.current)
    refresh().catch((error: Error) => alarm(error.message))
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
    set({ ...next, projects: [...of.projects, ...next.projects.filter((p) => !known.has(p.id))] })
  }
  const remove = async (project: Listed) => {
    await attempt(api.remove(project.id))
    setNotice({
      message: say`“${project.name}” is in the bin.`,
      tone: 'calm',
      action: {
        label: say`Bring it back`,
        run: () => {
          setNotice(null)
          void attempt(api.restore(project.id))
        },
      },
    })
  }
  const left = list.total - list.projects.length
  const isAsked = query.find !== '' || query.tag !== ''
  return (
    <Page>
      <FileDrop label={say`Drop it: a new project begins`} onFiles={(files) => void take(files)} />
      <Masthead>
        <h1>{say`Velvet Crease`}</h1>
        <Muted>{say`From a flat drawing to folded paper.`}</Muted>
        <AtCutter />
        <div style={{ marginLeft: 'auto', width: 130, alignSelf: 'start' }}>
          <LanguageChoice />
        </div>
      </Masthead>
      <Drop aria-label={say`New project`} data-testid="drop">
        <div>
          <h2>{say`Drop a drawing here`}</h2>
          <Muted>{say`A box, an envelope, a card, as SVG, DXF or PDF, or a picture of its shape; or paste a drawing that you copied. Folds, cuts and pieces are found for you. Several files become one project.`}</Muted>
          <ImportProgress importing={importing} />
        </div>
        <FileButton
          label={say`Drawing to begin with`}
          accept={`${ACCEPTED},.zip`}
          multiple
          button={Button}
          onFiles={(files) => void take(files)}
        >
          <FileUp size={17} />
          {say` Choose a file`}
        </FileButton>
      </Drop>
      <BeginWith onFiles={(files, station) => void take(files, station)} onProblem={alarm} />
      {initial.total > FEW || isAsked ? (
        <Row style={{ marginBottom: 18, alignItems: 'end', gap: 14 }}>
          <SearchField label={say`Find a project`} value={query.find} onChange={(find) => ask({ find })} />
          <div style={{ width: 190 }}>
            <Select
              label={say`In order`}
              value={query.sort}
              choices={ORDERS}
              onChange={(sort) => ask({ sort })}
            />
          </div>
          {list.tags.length > 0 ? (
            <div style={{ width: 190 }}>
              <Select
                label={say`Tag`}
                value={query.tag}
                choices={[{ value: '', title: say`any` }, ...list.tags.map((t) => ({ value: t, title: t }))]}
                onChange={(tag) => ask({ tag })}
              />
            </div>
          ) : null}
          <Muted role="status">{count(list.total, 'project')}</Muted>
        </Row>
      ) : null}
      {list.projects.length === 0 && !problem ? (
        <Muted>
          {isAsked
            ? say`No project is called so, or tagged so.`
            : say`No project yet. The first drawing makes one.`}
        </Muted>
      ) : null}
      <List>
        {list.projects.map((project) => (
          <ProjectCard
            key={project.id}
            project={project}
            onRename={(name) => void attempt(api.rename(project.id, name))}
            onTag={(tags) => void attempt(api.tag(project.id, tags))}
            onDuplicate={() => void attempt(api.duplicate(project.id))}
            onRemove={() => void remove(project)}
          />
        ))}
      </List>
      <Below>
        {left > 0 ? (
          <QuietButton
            onPress={() => void more(list, setList, query).catch((e) => alarm(e.message))}
          >{say`Show more (${left} left)`}</QuietButton>
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
