import fc from 'fast-check'
import { applyPatches, enablePatches, type Patch } from 'immer'
import { describe, expect, it } from 'vitest'
import { applyEdit, applyInPlace, type Change, detached, EditMisfit, makeEdit, touchedBy } from './edits'
import { differences } from './migrations/carry-edits'
import { plainLine } from './plain-line'
import { emptyProject, type Project } from './project'
import { invalidAfter } from './validate'

enablePatches()
const base = (): Project => ({
  ...emptyProject('Fair'),
  lines: Object.fromEntries(['a', 'b', 'c', 'd'].map((id) => [id, plainLine(id, 'cut', 'M0 0L1 0')])),
  accepted: ['one', 'two', 'three'],
})

/** Things that a hand might do to a document, at random. */
const step = fc.oneof(
  fc.record({
    kind: fc.constant('role' as const),
    id: fc.constantFrom('a', 'b', 'c', 'd'),
    to: fc.constantFrom('pen', 'skip', 'cut'),
  }),
  fc.record({ kind: fc.constant('drop' as const), id: fc.constantFrom('a', 'b', 'c', 'd') }),
  fc.record({ kind: fc.constant('put' as const), id: fc.constantFrom('a', 'e', 'f') }),
  fc.record({
    kind: fc.constant('splice' as const),
    at: fc.nat(4),
    remove: fc.nat(2),
    add: fc.array(fc.string({ maxLength: 3 }), { maxLength: 2 }),
  }),
  fc.record({ kind: fc.constant('name' as const), to: fc.string({ minLength: 1, maxLength: 5 }) }),
)
type Step = typeof step extends fc.Arbitrary<infer T> ? T : never

function take(draft: Project, s: Step): void {
  if (s.kind === 'role' && draft.lines[s.id]) draft.lines[s.id]!.role = s.to as 'pen'
  if (s.kind === 'drop') delete draft.lines[s.id]
  if (s.kind === 'put') draft.lines[s.id] = plainLine(s.id, 'score', 'M0 0L2 2')
  if (s.kind === 'splice') draft.accepted.splice(s.at, s.remove, ...s.add)
  if (s.kind === 'name') draft.name = s.to
}

describe('applyEdit', () => {
  it('does what immer does, and its inverse leads back, whatever was done (against immer, 500 random edits)', () => {
    fc.assert(
      fc.property(fc.array(step, { minLength: 1, maxLength: 8 }), (steps) => {
        const before = base()
        const untouched = structuredClone(before)
        const [after, edit] = makeEdit(before, 'Edit', (draft) => {
          for (const s of steps) take(draft, s)
        })
        const posted = JSON.parse(JSON.stringify(edit.changes)) as Change[]
        const { project, inverse } = applyEdit(before, posted)
        expect(project).toEqual(after)
        expect(project).toEqual(applyPatches(before, posted as Patch[]))
        expect(before).toEqual(untouched)
        // On the document itself, with a copy that was taken before.
        const working = detached(before)
        const copy = detached(working)
        const back = applyInPlace(working, posted)
        expect(working).toEqual(after)
        expect(copy).toEqual(untouched)
        expect(applyEdit(working, back).project).toEqual(untouched)
        expect(applyEdit(project, inverse).project).toEqual(before)
        // And forward again by the inverse of the inverse.
        expect(applyEdit(before, applyEdit(project, inverse).inverse).project).toEqual(project)
      }),
      { numRuns: 500, seed: 3 },
    )
  })

  it('shares with the document before what it leaves alone', () => {
    const before = base()
    const { project } = applyEdit(before, [{ op: 'replace', path: ['lines', 'a', 'role'], value: 'pen' }])
    expect(project.lines.b).toBe(before.lines.b)
    expect(project.layout).toBe(before.layout)
    expect(project.lines.a).not.toBe(before.lines.a)
  })

  it.each([
    [
      'a parent that is not there',
      { op: 'replace', path: ['lines', 'z', 'role'], value: 'cut' },
      'lines.z.role has no parent',
    ],
    [
      'something to remove that is not there',
      { op: 'remove', path: ['lines', 'z'] },
      'lines.z is not there to be removed',
    ],
    [
      'a place beyond a list',
      { op: 'replace', path: ['accepted', 9], value: 'x' },
      'accepted.9 lies beyond its list',
    ],
    [
      'a list made longer than it is',
      { op: 'replace', path: ['accepted', 'length'], value: 9 },
      'accepted.length cannot become 9',
    ],
    [
      'a line that is set twice at once',
      {
        op: 'lines',
        groups: [
          { ids: ['a'], set: { role: 'pen' } },
          { ids: ['a'], set: { role: 'cut' } },
        ],
      },
      'lines.a is named twice',
    ],
    [
      'a line of every object',
      { op: 'lines', groups: [{ ids: ['toString'], set: {} }] },
      'lines.toString is not there',
    ],
    [
      'a key of every object',
      { op: 'replace', path: ['toString', 'x'], value: 1 },
      'toString.x has no parent',
    ],
  ] as const)('refuses %s', (_, change, sentence) => {
    expect(() => applyEdit(base(), [change as unknown as Change])).toThrow(
      new EditMisfit(`edit: ${sentence}`),
    )
  })
})

describe('what is looked at after an edit', () => {
  const check = (changes: Change[]) => invalidAfter(applyEdit(base(), changes).project, touchedBy(changes))

  it('is what it touched: entries of records by themselves, other slices whole', () => {
    expect(touchedBy([{ op: 'replace', path: ['lines', 'a', 'role'], value: 'pen' }])).toEqual(
      new Map([['lines', new Set(['a'])]]),
    )
    expect(
      touchedBy([
        { op: 'replace', path: ['name'], value: 'x' },
        { op: 'lines', groups: [{ ids: ['b'], set: {} }] },
      ]),
    ).toEqual(
      new Map<string, unknown>([
        ['name', null],
        ['lines', new Set(['b'])],
      ]),
    )
  })

  it('is told by place and reason, also what no slice or field is', () => {
    expect(check([{ op: 'replace', path: ['lines', 'a', 'role'], value: 'pen' }])).toBeNull()
    expect(check([{ op: 'replace', path: ['lines', 'a', 'role'], value: 'burn' }])).toMatchObject({
      path: 'lines.a.role',
    })
    expect(check([{ op: 'add', path: ['lines', 'a', 'heat'], value: 3 }])).toMatchObject({ path: 'lines.a' })
    expect(check([{ op: 'add', path: ['lines', 'x y'], value: base().lines.a! }])).toMatchObject({
      path: 'lines.x y',
    })
    expect(check([{ op: 'add', path: ['weather'], value: 'wet' }])).toMatchObject({ path: 'weather' })
    expect(check([{ op: 'replace', path: ['layout', 'spacing'], value: -1 }])).toMatchObject({
      path: 'layout.spacing',
    })
    expect(check([{ op: 'remove', path: ['run'] }])).toMatchObject({ path: 'run' })
  })
})

describe('the differences of two documents', () => {
  it('lead from the one to the other', () => {
    fc.assert(
      fc.property(fc.array(step, { maxLength: 6 }), (steps) => {
        const before = base()
        const [after] = makeEdit(before, 'Edit', (draft) => {
          for (const s of steps) take(draft, s)
        })
        expect(applyEdit(before, differences(before, after)).project).toEqual(after)
        expect(applyEdit(after, differences(after, before)).project).toEqual(before)
        expect(differences(after, structuredClone(after))).toEqual([])
      }),
      { numRuns: 200, seed: 4 },
    )
  })
})
