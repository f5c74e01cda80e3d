import type { Remote } from 'comlink'
import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { applyChanges, type Edit, makeEdit } from '@/core/document/edits'
import { emptyProject, type Project } from '@/core/document/project'
import type { Computer } from '@/tasks/computer'
import type { Overview } from '@/tasks/twin'
import { createProjectStore, type Others, type Told } from './project-store'

/** A server of one project that can be made to fail, and what it was sent. */
function standInServer(project: Project) {
  const server = {
    project,
    revision: 0,
    /** answers given instead of the true ones, the next first; null for none at all */
    failures: [] as ({ status: number; message: string } | null)[],
    bases: [] as number[],
  }
  const answer = (status: number, body: unknown) => new Response(JSON.stringify(body), { status })
  const history = { undo: null, redo: null }
  vi.stubGlobal('fetch', async (path: string, init: RequestInit) => {
    const { base, ...edit } = init.body ? (JSON.parse(init.body as string) as Edit & { base: number }) : {}
    if (base === undefined)
      return answer(200, { project: server.project, revision: server.revision, history })
    server.bases.push(base)
    const failure = server.failures.shift()
    if (failure === null) throw new TypeError('no connection')
    if (failure) return answer(failure.status, { message: failure.message })
    if (base !== server.revision)
      return answer(409, { message: 'Another window changed this project.', revision: server.revision })
    server.revision += 1
    const next = { revision: server.revision, history }
    if (path.endsWith('/undo')) {
      const [undone, { label, changes }] = rename(server.project, 'as it was')
      server.project = undone
      return answer(200, { ...next, label, changes })
    }
    server.project = applyChanges(server.project, (edit as Edit).changes)
    return answer(200, next)
  })
  return server
}

const rename = (project: Project, name: string) =>
  makeEdit(project, `Rename to ${name}`, (draft) => {
    draft.name = name
  })

function open(others?: Others) {
  const project = emptyProject('Caddy')
  const server = standInServer(project)
  const computer = {
    follow: vi.fn(async ({ label }: Edit): Promise<Edit> => ({ label, changes: [] })),
    overview: vi.fn(async (): Promise<Overview> => ({ families: [], findings: [], troubles: [] })),
    open: vi.fn(async () => undefined),
    warmUp: vi.fn(async () => true),
    apply: vi.fn(async () => undefined),
  }
  const workbench = createProjectStore(
    {
      id: 'p',
      project,
      revision: 0,
      history: { undo: null, redo: null },
      papers: [],
      cutters: [],
      families: [],
    },
    computer as unknown as Remote<Computer>,
    others,
  )
  return { server, computer, workbench, state: () => workbench.store.getState() }
}

beforeEach(() => void vi.useFakeTimers())
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

it('posts edits one after the other, each on the revision that the one before it made', async () => {
  const { server, workbench, state } = open()
  await Promise.all(['a', 'b', 'c'].map((name) => workbench.edit((p) => rename(p, `${p.name} ${name}`))))
  expect(server.bases).toEqual([0, 1, 2])
  expect(server.project.name).toBe('Caddy a b c')
  expect(state()).toMatchObject({ revision: 3, saved: 'saved', project: { name: 'Caddy a b c' } })
})

it('makes steps in the order in which they were asked for, though one of them waits for something', async () => {
  const { workbench, state } = open()
  let come = () => {}
  const awaited = new Promise<void>((done) => {
    come = done
  })
  const steps = [
    workbench.edit(async (p) => {
      await awaited
      return rename(p, `${p.name} first`)
    }),
    workbench.edit((p) => rename(p, `${p.name} second`)),
  ]
  await vi.advanceTimersByTimeAsync(100)
  expect(state()).toMatchObject({ saved: 'saving', project: { name: 'Caddy' } })
  come()
  await Promise.all(steps)
  expect(state()).toMatchObject({ saved: 'saved', project: { name: 'Caddy first second' } })
})

it('sends nothing where an edit changes nothing', async () => {
  const { server, workbench } = open()
  await workbench.edit((p) => makeEdit(p, 'Nothing', () => undefined))
  expect(server.bases).toEqual([])
})

it('tries an edit again until the server answers, tells so, and stops telling', async () => {
  const { server, workbench, state } = open()
  server.failures.push(null, { status: 503, message: 'Busy.' })
  const done = workbench.edit((p) => rename(p, 'Box'))
  await vi.advanceTimersByTimeAsync(1000)
  expect(state().saved).toBe('waiting')
  expect(state().notice?.message).toContain('Not saved yet. The server does not answer.')
  expect(state().project.name, 'what was done stays on the screen').toBe('Box')
  await vi.advanceTimersByTimeAsync(1500)
  expect(state().notice?.message).toBe('Not saved yet. Busy.')
  await vi.advanceTimersByTimeAsync(1500)
  await done
  expect(server.bases).toEqual([0, 0, 0])
  expect(state()).toMatchObject({ saved: 'saved', notice: null, revision: 1 })
})

it('makes an edit again on the newer state when another window was faster', async () => {
  const { server, computer, workbench, state } = open()
  server.revision = 4
  server.project = rename(server.project, 'From elsewhere')[0]
  await workbench.edit((p) => rename(p, `${p.name}, a box`))
  expect(state()).toMatchObject({ revision: 5, project: { name: 'From elsewhere, a box' }, saved: 'saved' })
  expect(server.project.name).toBe('From elsewhere, a box')
  expect(state().notice).toMatchObject({ tone: 'calm' })
  expect(state().notice?.message).toContain('was made on its newer state')
  expect(computer.open, 'the worker begins again too').toHaveBeenCalledOnce()
})

it('keeps an edit that does not fit the newer state as an offer', async () => {
  const { server, workbench, state } = open()
  server.revision = 4
  server.project = rename(server.project, 'From elsewhere')[0]
  let allowed = false
  await workbench.edit((p) => {
    if (p.name === 'From elsewhere' && !allowed) throw new RangeError('edit: pieces.lid is not there')
    return rename(p, 'Box')
  })
  expect(state()).toMatchObject({ revision: 4, project: { name: 'From elsewhere' } })
  expect(state().notice?.message).toContain('does not fit its newer state')
  allowed = true
  state().notice!.action!.run()
  await vi.waitFor(() => expect(server.project.name).toBe('Box'))
})

it('blames no other window for a step that was kept though its answer was lost', async () => {
  const { server, workbench, state } = open()
  server.failures.push({ status: 409, message: 'This step was kept.' })
  vi.stubGlobal('fetch', async (_path: string, init: RequestInit) =>
    init.body
      ? new Response(JSON.stringify({ message: 'This step was kept.', revision: 6, kept: true }), {
          status: 409,
        })
      : new Response(
          JSON.stringify({
            project: rename(server.project, 'Kept')[0],
            revision: 6,
            history: { undo: null, redo: null },
          }),
        ),
  )
  await workbench.edit((p) => rename(p, 'Kept'))
  expect(state()).toMatchObject({ revision: 6, project: { name: 'Kept' }, notice: null })
})

it('tells other windows what was kept, and follows what they tell; what it missed it loads', async () => {
  const told: Told[] = []
  const hears: ((news: Told) => void)[] = []
  const { server, computer, workbench, state } = open({
    tell: (news) => told.push(news),
    listen: (hear) => {
      hears.push(hear)
      return () => void hears.pop()
    },
  })
  await workbench.edit((p) => rename(p, 'Box'))
  expect(told).toMatchObject([{ revision: 1, changes: [{ value: 'Box' }] }])
  const history = { undo: 'Rename', redo: null }
  hears[0]!({ revision: 2, changes: rename(state().project, 'From there')[1].changes, history })
  await vi.waitFor(() =>
    expect(state()).toMatchObject({ revision: 2, project: { name: 'From there' }, history }),
  )
  expect(computer.apply).toHaveBeenCalledOnce()
  // What is older than what is known, or was told twice, is passed over.
  hears[0]!({ revision: 2, changes: rename(state().project, 'Twice')[1].changes, history })
  server.revision = 9
  server.project = rename(server.project, 'All of it')[0]
  hears[0]!({ revision: 9, changes: [], history })
  await vi.waitFor(() => expect(state()).toMatchObject({ revision: 9, project: { name: 'All of it' } }))
  workbench.end()
  expect(hears).toHaveLength(0)
})

it('keeps what the worker finds to follow in the same edit, and mirrors all of it', async () => {
  const { server, computer, workbench } = open()
  const mirrored: unknown[] = []
  const stop = workbench.mirror(
    (changes) => mirrored.push(...changes),
    () => undefined,
  )
  computer.follow.mockImplementationOnce(async (edit) => {
    const named = applyChanges(emptyProject('Caddy'), edit.changes)
    return makeEdit(named, edit.label, ({ layout }) => {
      layout.spacing = 7
    })[1]
  })
  await workbench.edit((p) => rename(p, 'Box'))
  expect(server.bases).toEqual([0])
  expect(server.project).toMatchObject({ name: 'Box', layout: { spacing: 7 } })
  expect(mirrored).toHaveLength(2)
  stop()
  await workbench.edit((p) => rename(p, 'Unseen'))
  expect(mirrored).toHaveLength(2)
})

it('begins again from what was kept when the worker fails', async () => {
  const { server, computer, workbench, state } = open()
  computer.follow.mockRejectedValueOnce(new Error('out of memory'))
  await workbench.edit((p) => rename(p, 'Box'))
  expect(server.bases).toEqual([])
  expect(state().project.name).toBe('Caddy')
  expect(state().notice?.message).toContain('could not be done here (out of memory)')
})

it('takes over what the server answers to an undo, on page and in the worker', async () => {
  const { computer, workbench, state } = open()
  await workbench.edit((p) => rename(p, 'Box'))
  await workbench.undo()
  expect(state()).toMatchObject({ revision: 2, project: { name: 'as it was' } })
  expect(computer.apply).toHaveBeenCalledOnce()
})

it('tells why all of it could not be looked at, and counts nothing as looked at', async () => {
  const { workbench, computer, state } = open()
  computer.overview.mockRejectedValueOnce(new RangeError('too many meetings.'))
  await workbench.inspect()
  expect(state().isInspected).toBe(false)
  expect(state().notice).toMatchObject({
    tone: 'alarm',
    message: expect.stringContaining('too many meetings.'),
  })
})

it('says that a step is saved only when it is, however long the worker is busy before it', async () => {
  const { workbench, computer, state, server } = open()
  const busy = (ms: number) =>
    computer.follow.mockImplementationOnce(async ({ label }) => {
      await new Promise((resolve) => setTimeout(resolve, ms))
      return { label, changes: [] }
    })
  busy(1000)
  busy(1000)
  const both = [workbench.edit((p) => rename(p, 'Spring')), workbench.edit((p) => rename(p, 'Summer'))]
  expect(state().saved).toBe('saving')
  await vi.advanceTimersByTimeAsync(1500)
  expect(server.bases).toHaveLength(1)
  expect(state().saved).toBe('saving')
  await vi.advanceTimersByTimeAsync(1500)
  await Promise.all(both)
  expect(server.bases).toHaveLength(2)
  expect(state().saved).toBe('saved')
  // A step that changes nothing has nothing to be kept.
  await workbench.edit((p) => [p, { label: 'Nothing', changes: [] }])
  expect(state().saved).toBe('saved')
})

it('counts nothing as looked at before the worker had what that takes, however often it must ask', async () => {
  const { workbench, computer, state } = open()
  expect(state().isInspected).toBe(false)
  computer.warmUp.mockResolvedValueOnce(false)
  const looked = workbench.inspect()
  await vi.advanceTimersByTimeAsync(10)
  expect(computer.overview).not.toHaveBeenCalled()
  expect(state().isInspected).toBe(false)
  await vi.advanceTimersByTimeAsync(5000)
  await looked
  expect(state()).toMatchObject({ isInspected: true, findings: [] })
})

it('waits with an edit until the worker has what it needs, and says so', async () => {
  const { workbench, computer, state } = open()
  computer.warmUp.mockResolvedValueOnce(false)
  const done = workbench.edit((p) => rename(p, 'Spring'))
  await vi.advanceTimersByTimeAsync(10)
  expect(state().saved).toBe('waiting')
  expect(state().notice?.message).toContain('Not saved yet. The server does not answer.')
  expect(computer.follow).not.toHaveBeenCalled()
  await vi.advanceTimersByTimeAsync(5000)
  await done
  expect(state().project.name).toBe('Spring')
  expect(state().saved).toBe('saved')
  expect(state().notice).toBeNull()
  // From then on an edit is shown without asking the worker, which may be busy.
  const { length } = computer.warmUp.mock.calls
  void workbench.edit((p) => rename(p, 'Summer'))
  await vi.advanceTimersByTimeAsync(0)
  expect(computer.warmUp.mock.calls.length).toBe(length)
  expect(state().project.name).toBe('Summer')
})
