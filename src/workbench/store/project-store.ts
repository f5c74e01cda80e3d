import type { Remote } from 'comlink'
import { nanoid } from 'nanoid'
import { createStore } from 'zustand/vanilla'
import type { Accepted, Changed, History } from '@/contract/projects'
import type { Cutter } from '@/core/document/cutter'
import { applyChanges, type Change, type Edit, joinEdits, touchedBy } from '@/core/document/edits'
import type { Finding } from '@/core/document/findings'
import type { Paper } from '@/core/document/paper'
import type { Project } from '@/core/document/project'
import type { Lay } from '@/core/document/sources'
import type { Box } from '@/core/geometry/measure'
import type { Trouble } from '@/core/sheets/troubles'
import { toldIn } from '@/core/units/told'
import { say } from '@/core/words'
import type { Computer, MeasuredFamily } from '@/tasks/computer'
import type { Place, View } from '../board/view'
import { ApiError, api, fontsAddress, NO_ANSWER } from './api'

export type Saved = 'saved' | 'saving' | 'waiting'
export type NoticeState = {
  message: string
  tone: 'alarm' | 'calm'
  action?: { label: string; run: () => void }
}

export type Look = 'flat' | 'both' | 'folded'

export type ProjectState = {
  id: string
  project: Project
  revision: number
  history: History
  saved: Saved
  papers: Paper[]
  cutters: Cutter[]
  families: MeasuredFamily[]
  /** whether findings and troubles are known: they come after the first drawing */
  isInspected: boolean
  findings: Finding[]
  /** what is wrong with the sheets */
  troubles: Trouble[]
  /** lines chosen in drawing or ledger */
  selection: readonly string[]
  /** lines that are pointed at somewhere */
  lit: readonly string[]
  /** pieces chosen on the shelf */
  chosenPieces: readonly string[]
  notice: NoticeState | null
  /** what is open to help: the guide beside the work, all keys, or the field for commands */
  help: Help | null
  /** a recipe that is to be set up in Shape, by its name, or `pattern` for any; null for none */
  wanted: string | null
  /** a place that the drawing is to show */
  place: Place | null
  /** whether questions are gone through one at a time */
  reviewing: boolean
  /** the sheet that is looked at, in Sheets and in Run; the first where it is gone */
  sheetId: string | null
  /** placements chosen on it, by their ids */
  chosenPlacements: readonly string[]
  /** where the next file is laid */
  lay: Lay
  /** how the drawing is looked at where it is shown: flat, folded, or both beside each other */
  look: Look
  /** where boards were looked at when their stations were left */
  views: Readonly<Record<string, View>>
}

export type Help = 'guide' | 'keys' | 'commands'

/**
 * Makes an edit on the project as it stands when its turn comes. What it waits for, later edits wait for too, so that
 * steps are made in the order in which they were asked for.
 */
export type Make = (project: Project) => Made | Promise<Made>

/** The project after an edit, and the edit. */
export type Made = [Project, Edit]

/** What one window tells the others of a project: changes as they are kept. */
export type Told = { revision: number; changes: Change[]; history: History }
/** The other windows in which the same project is open. */
export type Others = { tell: (news: Told) => void; listen: (hear: (news: Told) => void) => () => void }
const NOBODY: Others = { tell: () => undefined, listen: () => () => undefined }

/** A refused edit is made again on the newer state so often. */
const AGAIN = 3
const RETRY = 1500
const NOT_SAVED = say`Not saved yet.`

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
    families: MeasuredFamily[]
  },
  computer: Remote<Computer>,
  others: Others = NOBODY,
) {
  const store = createStore<ProjectState>(() => ({
    ...initial,
    isInspected: false,
    findings: [],
    troubles: [],
    saved: 'saved',
    selection: [],
    lit: [],
    chosenPieces: [],
    notice: null,
    help: null,
    wanted: null,
    place: null,
    reviewing: false,
    sheetId: null,
    chosenPlacements: [],
    lay: 'beside',
    look: 'flat',
    views: {},
  }))
  const followers = new Set<(changes: Change[]) => void>()
  const reopened = new Set<() => void>()
  let queue: Promise<unknown> = Promise.resolve()
  let ended = false

  const notify = (notice: NoticeState | null) => {
    const { unit } = store.getState().project
    store.setState({ notice: notice && { ...notice, message: toldIn(notice.message, unit) } })
  }
  const enqueue = <T>(work: () => Promise<T>): Promise<T> => {
    const turn = queue.then(work)
    queue = turn.catch(() => undefined)
    return turn
  }
  /** Steps that are not kept yet: until the last of them is, nothing counts as saved, whatever they wait for. */
  let pending = 0
  const keeping = <T>(work: () => Promise<T>): Promise<T> => {
    pending += 1
    if (store.getState().saved === 'saved') store.setState({ saved: 'saving' })
    return enqueue(work).finally(() => {
      pending -= 1
      if (pending === 0 && store.getState().saved === 'saving') store.setState({ saved: 'saved' })
    })
  }

  const mirrorChanges = (changes: Change[]) => {
    for (const follower of followers) follower(changes)
  }

  const refresh = async () => {
    const { papers, cutters, project } = store.getState()
    const cutter = cutters.find((c) => c.id === project.run.cutter) ?? null
    const { findings, ...told } = await computer.overview(papers, cutter)
    store.setState({ ...told, ...(findings ? { findings } : {}), isInspected: true })
  }

  async function reload(): Promise<void> {
    const { project, revision, history } = await api.load(store.getState().id)
    await computer.open(JSON.stringify(project), fontsAddress(store.getState().id))
    store.setState({ project, revision, history, saved: 'saved', selection: [], lit: [] })
    for (const open of reopened) open()
    await refresh()
  }

  /**
   * Posts until the server answers; a refusal loads what the server has, so that nothing is shown that is not kept.
   * @returns `stale` where another window was faster and nothing was kept; null for any other refusal, which was told
   */
  async function post<T extends Accepted>(send: (base: number) => Promise<T>): Promise<T | 'stale' | null> {
    store.setState({ saved: 'saving' })
    while (!ended) {
      try {
        const accepted = await send(store.getState().revision)
        const saved = pending > 1 ? 'saving' : 'saved'
        store.setState({ revision: accepted.revision, history: accepted.history, saved })
        if (store.getState().notice?.message.startsWith(NOT_SAVED)) notify(null)
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
          if (error.stale) return error.stale.kept ? null : 'stale'
          notify({ message: error.message, tone: 'alarm' })
          return null
        }
        store.setState({ saved: 'waiting' })
        notify({ message: `${NOT_SAVED} ${error.message}`, tone: 'alarm' })
        await new Promise((resolve) => setTimeout(resolve, RETRY))
      }
    }
    return null
  }

  /** Whether the worker is known to have what edits need: then none of them asks again, as it may be busy. */
  let isReady = false
  const warmUp = async (): Promise<boolean> => {
    isReady ||= await computer.warmUp()
    return isReady
  }

  /** Waits until the worker has what an edit needs: it is fetched after the first drawing, and the server may be gone. */
  async function ready(): Promise<void> {
    store.setState({ saved: 'saving' })
    while (!ended && !(await warmUp())) {
      store.setState({ saved: 'waiting' })
      notify({ message: `${NOT_SAVED} ${NO_ANSWER}`, tone: 'alarm' })
      await new Promise((resolve) => setTimeout(resolve, RETRY))
    }
  }

  /** What goes wrong between page and worker is told, and the page begins again from what the server has. */
  async function recover(error: unknown): Promise<void> {
    const why = error instanceof Error ? error.message : String(error)
    await reload()
    notify({
      message: say`The last step could not be done here (${why}). What was kept is shown.`,
      tone: 'alarm',
    })
  }

  /**
   * Makes an edit, shows it, lets the worker find what follows from it, and posts all of it as one.
   * @param layingOut also lays the pieces out anew
   */
  const perform = (make: Make, layingOut = false) =>
    keeping(async () => {
      for (let times = 1; times <= AGAIN; times += 1) {
        let done: Awaited<ReturnType<typeof performOnce>>
        try {
          done = await performOnce(make, layingOut)
        } catch (error) {
          if (times === 1) throw error
          break
        }
        if (done !== 'stale') {
          if (times > 1)
            notify({
              message: say`Another window had changed this project: your last step was made on its newer state.`,
              tone: 'calm',
            })
          return
        }
      }
      notify({
        message: say`Another window changed this project, and your last step does not fit its newer state.`,
        tone: 'alarm',
        action: { label: say`Do it again`, run: () => void perform(make, layingOut) },
      })
    })

  const performOnce = async (make: Make, layingOut: boolean): Promise<'done' | 'stale'> => {
    const [made, edit] = await make(store.getState().project)
    if (edit.changes.length === 0 && !layingOut) return 'done'
    let whole: Edit
    try {
      if (!isReady) {
        store.setState({ project: made })
        await ready()
      }
      const following = computer.follow(edit, layingOut ? store.getState().papers : null)
      // Lines change by the thousand. Making the edit and showing it get a task each, so that neither is felt.
      if (touchedBy(edit.changes).has('lines')) await nextTask()
      store.setState({ project: made })
      const more = await following
      whole = { ...joinEdits(edit, more), label: edit.label || more.label }
      if (whole.changes.length === 0) return 'done'
      if (more.changes.length > 0) store.setState({ project: applyChanges(made, more.changes) })
    } catch (error) {
      await recover(error)
      return 'done'
    }
    // The drawing comes last: painting it takes a core that finding the pieces needs more.
    mirrorChanges(whole.changes)
    const key = nanoid(12)
    const [kept] = await Promise.all([
      post((base) => api.edit(store.getState().id, base, whole, key)),
      refresh(),
    ])
    if (kept && kept !== 'stale') others.tell({ ...kept, changes: whole.changes })
    return kept === 'stale' ? 'stale' : 'done'
  }

  /** Asks the server for an edit (undo, redo, a further file) and applies what it answers. */
  const ask = (send: (id: string, base: number) => Promise<Changed>) =>
    keeping(async () => {
      const { id } = store.getState()
      const changed = await post((base) => send(id, base))
      if (changed === 'stale')
        notify({
          message: say`This project was changed in another window. Its newer state is shown; do the last step again.`,
          tone: 'alarm',
        })
      if (!changed || changed === 'stale') return
      others.tell({ revision: changed.revision, history: changed.history, changes: changed.changes })
      await follow(changed.changes)
    })

  /** Takes over changes that are kept already. */
  async function follow(changes: Change[]): Promise<void> {
    try {
      store.setState({ project: applyChanges(store.getState().project, changes) })
      await computer.apply(changes)
    } catch (error) {
      await recover(error)
      return
    }
    mirrorChanges(changes)
    await refresh()
  }

  /** What another window did is shown here too; where something was missed, all of it is loaded. */
  const deaf = others.listen(({ revision, history, changes }) => {
    void enqueue(async () => {
      const known = store.getState().revision
      if (ended || revision <= known) return
      if (revision > known + 1) return reload()
      store.setState({ revision, history })
      await follow(changes)
    })
  })

  return {
    store,
    /** Makes an edit; what follows from it (pieces, makings) is a part of it. */
    edit: (make: Make) => perform(make),
    /** Waits until all steps so far are kept. */
    kept: () => queue,
    /** Makes an edit and lays the pieces out anew, in one step; without an edit it lays them out as things stand. */
    editAndLay: (make: Make = (project) => [project, { label: '', changes: [] }]) => perform(make, true),
    ask,
    undo: () => {
      const key = nanoid(12)
      return ask((id, base) => api.undo(id, base, key))
    },
    redo: () => {
      const key = nanoid(12)
      return ask((id, base) => api.redo(id, base, key))
    },
    select: (selection: readonly string[]) => store.setState({ selection }),
    /** Shows a place large in the drawing. */
    lookAt: (box: Box) => store.setState({ place: { box, how: 'large' } }),
    /** Shows a place that came of itself: the view stays where all of it is seen, or where a hand is at work. */
    bringIntoView: (box: Box) => store.setState({ place: { box, how: 'seen' } }),
    review: (reviewing: boolean) => store.setState({ reviewing }),
    light: (lit: readonly string[]) => store.setState({ lit }),
    help: (help: Help | null) => store.setState({ help }),
    want: (wanted: string | null) => store.setState({ wanted }),
    lookAs: (look: Look) => store.setState({ look }),
    choosePieces: (chosenPieces: readonly string[]) => store.setState({ chosenPieces }),
    lookAtSheet: (sheetId: string) => store.setState({ sheetId, chosenPlacements: [] }),
    choosePlacements: (chosenPlacements: readonly string[]) => store.setState({ chosenPlacements }),
    keepView: (name: string, view: View) =>
      store.setState({ views: { ...store.getState().views, [name]: view } }),
    /** The place that was asked for is shown. */
    placeShown: () => store.setState({ place: null }),
    layNext: (lay: Lay) => store.setState({ lay }),
    setCutters: (cutters: Cutter[]) => {
      store.setState({ cutters })
      void refresh()
    },
    setPapers: (papers: Paper[]) => {
      store.setState({ papers })
      void refresh()
    },
    notify,
    computer,
    /** Looks at all of it for the first time, once the worker has what that and edits need. */
    async inspect(): Promise<void> {
      while (!ended && !(await warmUp())) await new Promise((resolve) => setTimeout(resolve, RETRY))
      if (ended) return
      await refresh().catch((error: Error) =>
        notify({
          message: say`Lines, pieces and sheets could not be looked at: ${error.message} Nothing can be sent until they are; load the page again.`,
          tone: 'alarm',
        }),
      )
    },
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
      deaf()
    },
  }
}

export type Workbench = ReturnType<typeof createProjectStore>
