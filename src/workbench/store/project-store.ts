import type { Remote } from 'comlink'
import { createStore } from 'zustand/vanilla'
import type { Cutter } from '@/core/document/cutter'
import { applyChanges, type Change, type Edit, joinEdits } from '@/core/document/edits'
import type { Paper } from '@/core/document/paper'
import type { Finding, Project } from '@/core/document/schema'
import type { Box } from '@/core/geometry/measure'
import type { Computer, MeasuredFamily, Overview } from '@/tasks/computer'
import { type AcceptedEdit, ApiError, api, type History } from './api'

export type Saved = 'saved' | 'saving' | 'waiting'
export type NoticeState = {
  message: string
  tone: 'alarm' | 'calm'
  action?: { label: string; run: () => void }
}

export type ProjectState = {
  id: string
  project: Project
  revision: number
  history: History
  saved: Saved
  papers: Paper[]
  cutters: Cutter[]
  findings: Finding[]
  families: MeasuredFamily[]
  /** lines chosen in drawing or ledger */
  selection: readonly string[]
  /** lines that are pointed at somewhere */
  lit: readonly string[]
  /** pieces chosen on the shelf */
  chosenPieces: readonly string[]
  notice: NoticeState | null
  /** a place that the drawing shows large; a new object each time it is asked for */
  place: { box: Box } | null
  /** whether questions are gone through one at a time */
  reviewing: boolean
}

/** Makes an edit on the project as it stands when its turn comes. */
export type Make = (project: Project) => [Project, Edit]

const RETRY = 1500
const NOT_SAVED = 'Not saved yet.'

/** Lets the page draw and answer before what comes next. */
const nextTask = () => new Promise((resolve) => setTimeout(resolve))

/**
 * The open project: applies edits at once, lets the worker find the pieces anew, and posts each edit with the revision
 * that it was made on. Edits wait for each other; one that the server does not answer is tried again until it does.
 */
export function createProjectStore(
  initial: {
    id: string
    project: Project
    revision: number
    history: History
    papers: Paper[]
    cutters: Cutter[]
  } & Overview,
  computer: Remote<Computer>,
) {
  const store = createStore<ProjectState>(() => ({
    ...initial,
    saved: 'saved',
    selection: [],
    lit: [],
    chosenPieces: [],
    notice: null,
    place: null,
    reviewing: false,
  }))
  const followers = new Set<(changes: Change[]) => void>()
  const reopened = new Set<() => void>()
  let queue: Promise<unknown> = Promise.resolve()
  let ended = false

  const say = (notice: NoticeState | null) => store.setState({ notice })
  const enqueue = <T>(work: () => Promise<T>): Promise<T> => {
    const turn = queue.then(work)
    queue = turn.catch(() => undefined)
    return turn
  }

  const mirrorChanges = (changes: Change[]) => {
    for (const follower of followers) follower(changes)
  }

  const refresh = async () => {
    const { families, findings } = await computer.overview(store.getState().papers)
    store.setState(findings ? { families, findings } : { families })
  }

  async function reload(): Promise<void> {
    const { project, revision, history } = await api.load(store.getState().id)
    await computer.open(JSON.stringify(project))
    store.setState({ project, revision, history, saved: 'saved', selection: [], lit: [] })
    for (const open of reopened) open()
    await refresh()
  }

  /** Posts until the server answers; a refusal loads what the server has, so that nothing is shown that is not kept. */
  async function post(send: (base: number) => Promise<AcceptedEdit>): Promise<AcceptedEdit | null> {
    store.setState({ saved: 'saving' })
    while (!ended) {
      try {
        const accepted = await send(store.getState().revision)
        store.setState({ revision: accepted.revision, history: accepted.history, saved: 'saved' })
        if (store.getState().notice?.message.startsWith(NOT_SAVED)) say(null)
        return accepted
      } catch (error) {
        if (!(error instanceof ApiError)) {
          // Stopped by hand: nothing was sent that could be kept.
          store.setState({ saved: 'saved' })
          throw error
        }
        const passing = error.status === 0 || error.status === 503 || error.status === 507
        if (!passing) {
          await reload()
          say({ message: error.message, tone: 'alarm' })
          return null
        }
        store.setState({ saved: 'waiting' })
        say({ message: `${NOT_SAVED} ${error.message}`, tone: 'alarm' })
        await new Promise((resolve) => setTimeout(resolve, RETRY))
      }
    }
    return null
  }

  const perform = (make: Make, rebinds: boolean) =>
    enqueue(async () => {
      let [project, edit] = make(store.getState().project)
      if (edit.changes.length === 0) return
      void computer.apply(edit.changes)
      const binding = rebinds ? computer.rebind(edit.label) : null
      if (binding) {
        // Roles change by the thousand. Making the edit and showing it get a task each, so that neither is felt.
        await nextTask()
      }
      store.setState({ project })
      const bound = await binding
      if (bound && bound.changes.length > 0) {
        project = applyChanges(project, bound.changes)
        edit = joinEdits(edit, bound)
        store.setState({ project })
      }
      // The drawing comes last: painting it takes a core that finding the pieces needs more.
      mirrorChanges(edit.changes)
      await Promise.all([post((base) => api.edit(store.getState().id, base, edit)), refresh()])
    })

  /** Asks the server for an edit (undo, redo, a further file) and applies what it answers. */
  const ask = (send: (id: string, base: number) => Promise<AcceptedEdit>) =>
    enqueue(async () => {
      const { id } = store.getState()
      const accepted = await post((base) => send(id, base))
      if (!accepted) return
      store.setState({ project: applyChanges(store.getState().project, accepted.changes) })
      void computer.apply(accepted.changes)
      mirrorChanges(accepted.changes)
      await refresh()
    })

  return {
    store,
    /** An edit that leaves all lines with their pieces. */
    edit: (make: Make) => perform(make, false),
    /** An edit of roles or holds: pieces are found anew in the same step. */
    editLines: (make: Make) => perform(make, true),
    ask,
    undo: () => ask(api.undo),
    redo: () => ask(api.redo),
    select: (selection: readonly string[]) => store.setState({ selection }),
    /** Shows a place large in the drawing. */
    lookAt: (box: Box) => store.setState({ place: { box } }),
    review: (reviewing: boolean) => store.setState({ reviewing }),
    light: (lit: readonly string[]) => store.setState({ lit }),
    choosePieces: (chosenPieces: readonly string[]) => store.setState({ chosenPieces }),
    setCutters: (cutters: Cutter[]) => store.setState({ cutters }),
    setPapers: (papers: Paper[]) => {
      store.setState({ papers })
      void refresh()
    },
    say,
    computer,
    refresh,
    /** Calls back with all changes as they happen, and when the whole document is new. */
    mirror(onChanges: (changes: Change[]) => void, onReopen: () => void): () => void {
      followers.add(onChanges)
      reopened.add(onReopen)
      return () => {
        followers.delete(onChanges)
        reopened.delete(onReopen)
      }
    },
    end() {
      ended = true
    },
  }
}

export type Workbench = ReturnType<typeof createProjectStore>
