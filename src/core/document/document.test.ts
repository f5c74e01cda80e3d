import { describe, expect, it } from 'vitest'
import { applyChanges, applyEdit, changeSchema, joinEdits, makeEdit, setLines } from './edits'
import { decisionsLeft, familiesOf } from './families'
import { setFoldAngle } from './fold-angle'
import type { Line } from './lines'
import { plainLine } from './plain-line'
import { emptyProject, type Project, projectSchema } from './project'

const line = (id: string, over: Partial<Line> = {}): Line => ({
  id,
  source: 's',
  plane: 's',
  look: 'red',
  d: 'M0 0L10 0',
  label: null,
  role: 'score',
  sure: true,
  why: 'It runs from edge to edge.',
  fold: null,
  held: null,
  ...over,
})
const look = { stroke: '#ff0000', fill: null, dash: [], width: 0.3, layers: [] }
const project = (lines: Line[]): Project => ({
  ...emptyProject('Test'),
  looks: { red: look, black: { ...look, stroke: '#000000' } },
  lines: Object.fromEntries(lines.map((l) => [l.id, l])),
})

describe('edits', () => {
  const before = project([line('a'), line('b', { role: 'cut' }), line('c', { sure: false })])

  it('of many lines are one compact change, and its inverse gives each line back what it had', () => {
    const [after, edit] = setLines(before, 'Perforate', ['a', 'b', 'c', 'gone'], {
      role: 'perforate',
      sure: true,
    })
    expect(Object.values(after.lines).map((l) => l.role)).toEqual(['perforate', 'perforate', 'perforate'])
    expect(edit.changes).toHaveLength(1)
    const { inverse } = applyEdit(before, edit.changes)
    expect(inverse[0]).toMatchObject({
      op: 'lines',
      groups: [{ ids: ['a'] }, { ids: ['b'] }, { ids: ['c'] }],
    })
    expect(applyChanges(after, inverse)).toEqual(before)
    expect(before.lines.a!.role).toBe('score')
  })

  it('join in order and are taken back in reverse', () => {
    const [one, first] = setLines(before, 'First', ['a'], { role: 'pen' })
    const [two, second] = makeEdit(one, 'Second', (draft) => {
      draft.lines.a!.role = 'cut'
      delete draft.lines.b
    })
    const joined = joinEdits(first, second)
    expect(joined.label).toBe('First')
    expect(applyChanges(before, joined.changes)).toEqual(two)
    expect(applyChanges(two, applyEdit(before, joined.changes).inverse)).toEqual(before)
  })

  it('survive being posted as JSON', () => {
    const [after, edit] = makeEdit(before, 'Rename', (draft) => {
      draft.name = 'Other'
      draft.lines.d = line('d')
    })
    const posted = (JSON.parse(JSON.stringify(edit.changes)) as unknown[]).map((c) => changeSchema.parse(c))
    expect(applyChanges(before, posted)).toEqual(after)
  })

  it.each([
    { op: 'replace', path: ['__proto__', 'polluted'], value: 1 },
    { op: 'add', path: ['lines', 'constructor'], value: 1 },
    { op: 'replace', path: [], value: {} },
    { op: 'move', path: ['name'], value: 'x' },
    { op: 'lines', groups: [{ ids: [''], set: {} }] },
  ])('are refused at the door: %j', (change) => expect(changeSchema.safeParse(change).success).toBe(false))

  it('bring names without signs that no line of writing has', () => {
    const named = (path: string[], value: unknown) => changeSchema.parse({ op: 'replace', path, value })
    expect(named(['pieces', 'p', 'name'], 'Lid\u0007\u0000s\tinner')).toMatchObject({ value: 'Lid s inner' })
    expect(named(['pieces', 'p'], { id: 'p', name: 'Lid\n' })).toMatchObject({
      value: { id: 'p', name: 'Lid ' },
    })
    expect(named(['lines', 'l', 'd'], 'M0 0\nL1 1')).toMatchObject({ value: 'M0 0\nL1 1' })
    expect(changeSchema.parse({ op: 'remove', path: ['lines', 'l'] })).toEqual({
      op: 'remove',
      path: ['lines', 'l'],
    })
  })

  it('of unknown lines are refused', () => {
    const change = { op: 'lines' as const, groups: [{ ids: ['gone'], set: { sure: true } }] }
    expect(() => applyChanges(before, [change])).toThrow('lines.gone is not there')
  })
})

describe('projectSchema', () => {
  it('takes an empty project and refuses paths that are not plain M, L, C, Z', () => {
    expect(projectSchema.safeParse(emptyProject('New')).success).toBe(true)
    for (const d of ['<script>', 'M0 0A1 1 0 0 0 2 2', 'M0 0"/><x', 'm0 0'])
      expect(projectSchema.safeParse(project([line('a', { d })])).success).toBe(false)
  })
})

describe('familiesOf', () => {
  it('groups by look, what waits for a decision first, and tells apart what does not agree', () => {
    const families = familiesOf(
      project([
        line('1', { look: 'black', role: 'cut' }),
        line('2', { look: 'black', role: 'cut' }),
        line('3', { look: 'black', role: 'score', sure: false, why: 'Perhaps.' }),
        line('4'),
      ]),
    )
    expect(families.map((f) => [f.key, f.lines.length, f.toDecide])).toEqual([
      ['black', 3, 1],
      ['red', 1, 0],
    ])
    expect(families[0]!.strands.map((s) => [s.role, s.sure, s.lines])).toEqual([
      ['score', false, ['3']],
      ['cut', true, ['1', '2']],
    ])
    expect(decisionsLeft(families)).toBe(1)
  })

  it('ask nothing about lines of pieces that are used up, but of those that another piece holds too', () => {
    const unsure = { look: 'black', role: 'score', sure: false } as const
    const drawn = project([line('1', unsure), line('2', unsure), line('3', unsure)])
    const piece = (id: string, lines: string[]) => ({ id, lines }) as unknown as Project['pieces'][string]
    const used = {
      ...drawn,
      pieces: { a: piece('a', ['1', '2']), b: piece('b', ['2']) },
      sources: {
        ...drawn.sources,
        m: { kind: 'making', takes: [{ piece: 'a', spent: true }] } as unknown as Project['sources'][string],
      },
    }
    const [family] = familiesOf(used)
    expect(family!.strands.map((s) => [s.sure, s.lines])).toEqual([
      [false, ['2', '3']],
      [true, ['1']],
    ])
    const kept = structuredClone(used)
    Object.assign(kept.sources.m!, { takes: [{ piece: 'a', spent: false }] })
    expect(familiesOf(kept)[0]!.strands.map((s) => s.lines)).toEqual([['1', '2', '3']])
  })

  it('are one over several files where look and roles are the same there, and asked once', () => {
    const file = (id: string) => ({ kind: 'file', id, name: `${id}.svg`, layersTell: false })
    const three = ['a', 'b', 'c']
    const kit = {
      sources: Object.fromEntries(three.map((id) => [id, file(id)])) as unknown as Project['sources'],
      looks: Object.fromEntries(three.map((id) => [`${id}-k`, { ...look, stroke: '#000000' }])),
      lines: Object.fromEntries(
        three.map((id) => [
          id,
          line(id, { source: id, look: `${id}-k`, role: id === 'c' ? 'cut' : 'score', sure: false }),
        ]),
      ),
    }
    const families = familiesOf(kit)
    expect(families.map((f) => [f.sources, f.looks, f.toDecide])).toEqual([
      [['a', 'b'], ['a-k', 'b-k'], 1],
      [['c'], ['c-k'], 1],
    ])
    expect(decisionsLeft(families)).toBe(2)
  })
})

describe('how far folds turn', () => {
  it('is said in one edit, and let be worked out again', () => {
    const line = { ...plainLine('a', 'score', 'M0 0L10 0') }
    const project = { ...emptyProject('Fair'), lines: { a: line } }
    const [said, edit] = setFoldAngle(project, ['a', 'gone'], 120)
    expect(said.lines.a?.angle).toBe(120)
    expect(edit.label).toBe('Fold 2 scores by 120°')
    const [again] = setFoldAngle(said, ['a'], null)
    expect(again.lines.a).toEqual(line)
  })
})
