import { describe, expect, it } from 'vitest'
import { rebind } from '../binding/reconcile'
import { emptyProject, type Line, type Project, type Role } from '../document/schema'
import { inspect } from '.'

const rect = (x: number, y: number, w: number, h: number) =>
  `M${x} ${y}L${x + w} ${y}L${x + w} ${y + h}L${x} ${y + h}Z`

function project(lines: [string, Role, string][]): Project {
  const all = lines.map(
    ([id, role, d]): Line => ({
      id,
      source: 's',
      look: 'k',
      d,
      label: null,
      role,
      sure: true,
      why: '',
      fold: null,
      held: null,
    }),
  )
  const base: Project = {
    ...emptyProject('Test'),
    looks: { k: { stroke: '#000000', fill: null, dash: [], width: 1, layers: [] } },
    lines: Object.fromEntries(all.map((l) => [l.id, l])),
  }
  return rebind(base, 'find')[0]
}
const rules = (p: Project) => inspect(p).map((f) => f.rule)

describe('inspect', () => {
  it('finds nothing in a plain card', () => {
    expect(
      inspect(
        project([
          ['a', 'cut', rect(0, 0, 100, 50)],
          ['f', 'score', 'M50 0L50 50'],
        ]),
      ),
    ).toEqual([])
    expect(inspect(emptyProject('Empty'))).toEqual([])
  })

  it('names lines that belong to no piece, but not such as are skipped', () => {
    const loose = project([
      ['a', 'cut', rect(0, 0, 50, 50)],
      ['far', 'pen', 'M200 0L210 0'],
      ['gone', 'skip', 'M300 0L310 0'],
    ])
    expect(inspect(loose)).toMatchObject([
      { rule: 'loose-line', severity: 'warning', lines: ['far'], message: /^1 line belongs/ },
    ])
  })

  it('says when nothing closes an outline', () => {
    expect(rules(project([['a', 'cut', 'M0 0L50 0L50 50']]))).toEqual(['no-piece', 'loose-line'])
    expect(rules(project([['a', 'score', rect(0, 0, 50, 50)]]))).toContain('no-piece')
  })

  it('finds an outline or an opening that is cut twice, and no mere copy elsewhere', () => {
    const twice = project([
      ['a', 'cut', rect(0, 0, 50, 50)],
      ['b', 'cut', rect(0, 0, 50, 50.01)],
      ['hole', 'cut', rect(10, 10, 10, 10)],
      ['again', 'cut', rect(10, 10, 10, 10)],
      ['copy', 'cut', rect(100, 0, 50, 50)],
    ])
    const found = inspect(twice)
    expect(found).toHaveLength(1)
    expect(found[0]).toMatchObject({ rule: 'cut-twice', message: expect.stringContaining('2 lines') })
    expect(found[0]!.lines).toHaveLength(2)
    expect(found[0]!.pieces).toHaveLength(1)
  })

  it('repeats what was noticed at the import', () => {
    const base = project([['a', 'cut', rect(0, 0, 50, 50)]])
    const scale = { mmPerUnit: 1, why: '', sure: true, choices: [] }
    const source = {
      id: 's',
      name: 'a.svg',
      format: 'svg',
      bytes: 1,
      artwork: { width: 1, height: 1 },
      scale,
      layersTell: false,
      cleaning: [],
      pages: null,
      picture: null,
    }
    const findings = [{ rule: 'intake-text', severity: 'warning' as const, message: '1 text left out.' }]
    expect(rules({ ...base, sources: { s: { ...source, findings } } })).toEqual(['intake-text'])
  })
})
