import { describe, expect, it, vi } from 'vitest'
import type { Paper } from '@/core/document/paper'
import { emptyProject } from '@/core/document/project'
import { addMaking } from '@/core/making/make'
import { settled } from '@/core/making/settle'
import { STATIONS } from '../stations/stations'
import { commandsOf } from './commands'

it('every station has a guide, with three things to try', () => {
  for (const { guide } of STATIONS) {
    expect(guide.aim.length).toBeGreaterThan(20)
    expect(new Set(guide.tries).size).toBe(3)
  }
})

describe('what can be asked for by typing', () => {
  const making = { id: 'm', recipe: 'pattern:tray-and-lid', name: 'Tray' }
  const project = settled(addMaking(emptyProject('Fair'), making))[0]
  const papers = [{ id: 'plum', name: 'Plum card' }] as Paper[]
  const state = { id: 'p', project, papers, chosenPieces: [], history: { undo: 'Make it', redo: null } }
  const workbench = { want: vi.fn(), help: vi.fn(), edit: vi.fn(), undo: vi.fn() }
  const go = vi.fn()
  const commands = (some: object = {}) => commandsOf({ ...state, ...some } as never, workbench as never, go)
  const named = (title: string, some?: object) => commands(some).find((c) => c.title === title)!

  it('has names of its own, and leads there', () => {
    const ids = commands().map((c) => c.id)
    expect(new Set(ids).size).toBe(ids.length)
    named('Run').run()
    expect(go).toHaveBeenLastCalledWith('/projects/p/run')
    named('Lettering').run()
    expect(workbench.want).toHaveBeenLastCalledWith('lettering')
    expect(named('Undo: Make it').kind).toBe('Step')
    expect(commands().some((c) => c.id === 'redo')).toBe(false)
  })

  it('uses a paper for what is chosen, else for what has none, else for all', () => {
    const [first, ...more] = Object.keys(project.pieces)
    expect(more.length).toBeGreaterThan(0)
    const uses = (some?: object) => {
      named('Plum card', some).run()
      const [make] = workbench.edit.mock.lastCall as [(p: typeof project) => [typeof project, unknown]]
      const [next] = make(project)
      return Object.values(next.pieces).flatMap((p) => (p.paper === 'plum' ? [p.id] : []))
    }
    expect(uses({ chosenPieces: [first, 'gone'] })).toEqual([first])
    expect(uses()).toEqual(Object.keys(project.pieces))
    expect(commands({ project: emptyProject('Empty') }).some((c) => c.id === 'paper plum')).toBe(false)
  })
})
