import { describe, expect, it } from 'vitest'
import { asProject } from '../../../corpus/as-project'
import { sleeve } from '../../../corpus/templates/boxes'
import { applyFix } from '../binding/apply-fix'
import { rebind } from '../binding/reconcile'
import { DEFAULT_LIMITS } from '../document/limits'
import type { Line, Role } from '../document/lines'
import { type Paper, PLAIN_SETTINGS } from '../document/paper'
import { plainLine } from '../document/plain-line'
import { emptyProject, type Project } from '../document/project'
import type { Making } from '../document/sources'
import { addMaking, changeMeasures } from '../making/make'
import { settled } from '../making/settle'
import { inspect } from '.'

const rect = (x: number, y: number, w: number, h: number) =>
  `M${x} ${y}L${x + w} ${y}L${x + w} ${y + h}L${x} ${y + h}Z`

function project(lines: [string, Role, string][]): Project {
  const all = lines.map(([id, role, d]): Line => plainLine(id, role, d))
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
    expect(found.map((f) => f.rule)).toEqual(['cut-twice', 'same-outline'])
    expect(found[0]).toMatchObject({ rule: 'cut-twice', message: expect.stringContaining('2 lines') })
    expect(found[0]!.lines).toHaveLength(2)
    expect(found[0]!.pieces).toHaveLength(1)
  })

  it('repeats what was noticed at the import', () => {
    const base = project([['a', 'cut', rect(0, 0, 50, 50)]])
    const scale = { mmPerUnit: 1, why: '', sure: true, choices: [] }
    const source = {
      kind: 'file' as const,
      id: 's',
      name: 'a.svg',
      format: 'svg',
      bytes: 1,
      artwork: { width: 1, height: 1 },
      scale,
      layersTell: false,
      cleaning: [],
      lay: 'beside' as const,
      pages: null,
      picture: null,
    }
    const findings = [{ rule: 'intake-text', severity: 'warning' as const, message: '1 text left out.' }]
    expect(rules({ ...base, sources: { s: { ...source, findings } } })).toEqual(['intake-text'])
  })

  const finding = (p: Project, rule: string, papers: Paper[] = []) =>
    inspect(p, papers).find((f) => f.rule === rule)
  const card = (...more: [string, Role, string][]) => project([['a', 'cut', rect(0, 0, 100, 50)], ...more])

  it('measures the gap of an open outline, and closes it', () => {
    const open = project([
      ['1', 'cut', 'M0 0L100 0L100 50'],
      ['2', 'cut', 'M100.4 50.3L0 50L0 0'],
    ])
    const found = finding(open, 'open-outline')!
    expect(found).toMatchObject({ severity: 'warning', message: expect.stringContaining('open by 0.5 mm') })
    const [closed] = settled(applyFix(open, found))
    expect(Object.keys(closed.pieces)).toHaveLength(1)
    expect(finding(closed, 'open-outline')).toBeUndefined()
    // Or ends that are no nearer are said to meet.
    const [wide] = rebind({ ...open, limits: { ...DEFAULT_LIMITS, gap: 0.6 } }, 'Let ends meet')
    expect(Object.keys(wide.pieces)).toHaveLength(1)
    expect(finding(wide, 'open-outline')).toBeUndefined()
  })

  it('warns of a fold that is about to be cut, and scores it', () => {
    const cut = card(['f', 'score', 'M30 0L30 50'], ['g', 'cut', 'M70 0L70 50'])
    const found = finding(cut, 'fold-cut')!
    expect(found).toMatchObject({ severity: 'error', lines: ['g'] })
    expect(found.pieces).toHaveLength(2)
    expect(Object.keys(settled(applyFix(cut, found))[0].pieces)).toHaveLength(1)
    expect(finding(card(['g', 'cut', 'M70 0L70 50']), 'fold-cut')).toBeUndefined()
  })

  it('trims a fold that runs past the edge', () => {
    const past = card(['f', 'score', 'M50 -4L50 54'])
    const found = finding(past, 'score-outside')!
    expect(found.lines).toEqual(['f'])
    const [trimmed] = settled(applyFix(past, found))
    expect(trimmed.lines.f!.d).toBe('M50 0L50 50')
    expect(inspect(trimmed)).toEqual([])
    expect(finding(card(['f', 'score', 'M50 0.2L50 50.2']), 'score-outside')).toBeUndefined()
  })

  it('measures the narrowest part', () => {
    const found = finding(card(['hole', 'cut', rect(10, 1.2, 80, 20)]), 'thin-part')!
    expect(found.message).toContain('only 1.2 mm wide at one place; under 1.6 mm')
    expect(found.at!.y).toBeCloseTo(0.6, 1)
    expect(finding(card(['hole', 'cut', rect(10, 2, 80, 20)]), 'thin-part')).toBeUndefined()
    const strict = {
      ...card(['hole', 'cut', rect(10, 2, 80, 20)]),
      limits: { ...DEFAULT_LIMITS, narrowest: 3 },
    }
    expect(finding(strict, 'thin-part')).toBeDefined()
  })

  it('says lengths in the unit of the project, and anew when it is another one', () => {
    const millimetres = card(
      ['hole', 'cut', rect(10, 25.4 / 32, 80, 20)],
      ['pin', 'cut', rect(20, 30, 0.6, 0.8)],
    )
    expect(
      inspect(millimetres)
        .map((f) => f.message)
        .join(),
    ).toMatch(/only 0\.79 mm wide.*smallest 0\.6 × 0\.8 mm/)
    const inches = inspect({ ...millimetres, unit: 'in' as const }).map((f) => f.message)
    expect(inches.join()).toMatch(/1\/32 in wide.*0\.024 × 0\.031 in/)
    expect(inches.join()).not.toMatch(/\d mm/)
  })

  it.each([
    ['aslant', [0.45, 5, 45], '0.9 × 10 mm'],
    ['upright', [0.45, 5, 0], '0.9 × 10 mm'],
    ['small', [0.3, 0.4, 20], '0.6 × 0.8 mm'],
  ] as const)('measures a small opening across, however it lies: %s', (_, [w, h, turn], size) => {
    const [c, s] = [Math.cos((turn * Math.PI) / 180), Math.sin((turn * Math.PI) / 180)]
    const corners = [
      [-w, -h],
      [w, -h],
      [w, h],
      [-w, h],
    ].map(([x, y]) => `${50 + x! * c - y! * s} ${25 + x! * s + y! * c}`)
    const found = finding(card(['slot', 'cut', `M${corners.join('L')}Z`]), 'tiny-opening')!
    expect(found.message).toContain(`(the smallest ${size})`)
  })

  it('finds openings and pieces too small for a blade, and skips them', () => {
    const pin = card(['pin', 'cut', rect(20, 20, 0.6, 0.8)], ['window', 'cut', rect(40, 10, 20, 20)])
    const found = finding(pin, 'tiny-opening')!
    expect(found).toMatchObject({ lines: ['pin'], message: expect.stringContaining('has 1 opening') })
    expect(settled(applyFix(pin, found))[0].lines.pin!.role).toBe('skip')
    expect(finding(project([['x', 'cut', rect(0, 0, 0.5, 20)]]), 'tiny-piece')).toBeDefined()
  })

  it('notes an island in an opening', () => {
    const island = card(['window', 'cut', rect(20, 10, 40, 30)], ['isle', 'cut', rect(30, 20, 10, 10)])
    expect(finding(island, 'falling-island')).toMatchObject({ severity: 'note', lines: ['isle'] })
  })

  it('says by how much a piece is too large for every paper and the mat', () => {
    const paper = (name: string, width: number, height: number): Paper => ({
      id: name,
      name,
      width,
      height,
      weight: 220,
      caliper: 0.3,
      colour: '#ffffff',
      backColour: '#ffffff',
      settings: PLAIN_SETTINGS,
    })
    const big = project([['a', 'cut', rect(0, 0, 293, 100)]])
    // On a mat of 304.8 with 6 at each border there are 292.8 mm.
    expect(
      finding(big, 'too-large', [paper('Letter', 215.9, 279.4), paper('Square', 304.8, 304.8)])!.message,
    ).toMatch(/It is 0\.2 mm too wide for the 292\.8 × 292\.8 mm that can be worked on “Square”/)
    expect(finding(card(), 'too-large', [paper('A4', 210, 297)])).toBeUndefined()
  })

  it('sees points that are too sharp, inwards only from an opening', () => {
    const needle = project([['a', 'cut', 'M0 0L60 5L0 10Z']])
    expect(finding(needle, 'spike')!.at!.x).toBeCloseTo(60)
    const notch = project([['a', 'cut', 'M0 0L60 0L60 60L0 60L0 32L40 30L0 28Z']])
    expect(finding(notch, 'spike')).toBeUndefined()
  })

  it('sees a cut that crosses itself, however long', () => {
    const wave = Array.from({ length: 60 }, (_, i) => `L${i} ${(i % 2) * 3}`).join('')
    const bow = project([['a', 'cut', `M0 0${wave}L60 40L20 -20L0 40Z`]])
    expect(finding(bow, 'self-crossing')!.pieces.length).toBeGreaterThan(1)
    expect(finding(bow, 'self-crossing')!.message).toContain('Mend it in the drawing')
    // Of what was made, the measures mend it; what is used up spoils nothing.
    const source = Object.values(bow.lines)[0]!.source
    const made = (takes: Making['takes']): Project => ({
      ...bow,
      sources: { ...bow.sources, [source]: { ...making, id: source, takes } },
    })
    expect(finding(made([]), 'self-crossing')!.message).toContain('the measures of “Strip”, in Shape')
    const all = Object.keys(bow.pieces).map((piece) => ({ piece, spent: true }))
    expect(finding(made(all), 'self-crossing')).toBeUndefined()
    expect(finding(card(), 'self-crossing')).toBeUndefined()
  })

  it('finds folds closer than the card is thick', () => {
    expect(
      finding(card(['f', 'score', 'M50 0L50 50'], ['g', 'score', 'M50.2 0L50.2 50']), 'close-scores')!.lines,
    ).toEqual(['f', 'g'])
    expect(
      finding(card(['f', 'score', 'M50 0L50 50'], ['g', 'score', 'M51 0L51 50']), 'close-scores'),
    ).toBeUndefined()
  })

  it('notices pieces of one outline, wherever they lie', () => {
    const two = project([
      ['a', 'cut', 'M0 0L50 0L60 30L0 30Z'],
      ['b', 'cut', 'M100 5L150 5L160 35L100 35Z'],
      ['c', 'cut', 'M200 0L250 0L250 30L190 30Z'],
    ])
    const found = finding(two, 'same-outline')!
    expect(found.pieces).toHaveLength(2)
    // One of them is kept, with the copies of both.
    const [merged] = applyFix(two, found)
    expect(Object.keys(merged.lines)).toEqual(['a', 'c'])
    expect(merged.pieces[found.pieces[0]!]!.copies).toBe(2)
  })

  it('tells which of the same outlines has more openings, and loses none of them unasked', () => {
    const masks = project([
      ['a', 'cut', rect(0, 0, 50, 30)],
      ['b', 'cut', rect(100, 0, 50, 30)],
      ['eye', 'cut', rect(110, 10, 5, 5)],
    ])
    const found = finding(masks, 'same-outline')!
    expect(found.message).toContain('has the most openings (1)')
    expect(found.fix).toBeUndefined()
  })

  it('says when nothing is left', () => {
    expect(finding(project([['a', 'skip', rect(0, 0, 5, 5)]]), 'nothing-left')).toMatchObject({
      severity: 'error',
    })
    const frame = project([
      ['a', 'cut', rect(0, 0, 100, 50)],
      ['b', 'cut', rect(0.5, 0.5, 99, 49)],
    ])
    expect(finding(frame, 'nothing-left')).toMatchObject({ severity: 'warning' })
  })
})

describe('a piece that does not fold as it is drawn', () => {
  const carton = (wrong: number | null) => {
    const project = asProject('carton', sleeve(1).pieces[0]!.lines)
    const scores = Object.values(project.lines).filter((l) => l.role === 'score')
    const turned = scores.map((l, n) => [l.id, { ...l, fold: n === wrong ? 'valley' : 'mountain' }] as const)
    return { ...project, lines: { ...project.lines, ...Object.fromEntries(turned) } } as Project
  }

  it('is told with the fold that is the wrong way; one that folds is not', () => {
    expect(inspect(carton(null)).filter((f) => f.rule.startsWith('fold'))).toEqual([])
    const [found] = inspect(carton(1)).filter((f) => f.rule === 'fold-wrong-way')
    expect(found).toMatchObject({
      severity: 'warning',
      message: expect.stringContaining('drawn as a valley'),
    })
    expect(found!.lines).toHaveLength(1)
  })
})

describe('a piece from a pattern on a paper of another thickness', () => {
  it('is told until its measures know that paper', () => {
    const [made] = settled(
      addMaking(emptyProject('Fair'), {
        id: 'm',
        recipe: 'pattern:tuck-end-box',
        measures: { caliper: 0.3 },
      }),
    )
    const [piece] = Object.values(made.pieces)
    const kraft: Paper = { ...paperOf(0.4), name: 'Kraft' }
    const on = (p: Project) => ({
      ...p,
      pieces: { [piece!.id]: { ...p.pieces[piece!.id]!, paper: kraft.id } },
    })
    const [found] = inspect(on(made), [kraft]).filter((f) => f.rule === 'paper-thickness')
    expect(found?.message).toContain('made for paper 0.3 mm thick; “Kraft” has 0.4 mm')
    expect(inspect(settled(applyFix(on(made), found!))[0], [kraft]).map((f) => f.rule)).not.toContain(
      'paper-thickness',
    )
    const [fitted] = settled(changeMeasures(on(made), 'm', { caliper: 0.4 }))
    expect(inspect(fitted, [kraft]).filter((f) => f.rule === 'paper-thickness')).toEqual([])
  })
})

const [madeOnce] = addMaking(emptyProject('Once'), { id: 'm', recipe: 'shape' })
const making: Making = { ...(madeOnce.sources.m as Making), name: 'Strip' }

const paperOf = (caliper: number): Paper => ({
  id: 'card',
  name: 'Card',
  width: 600,
  height: 600,
  weight: 220,
  caliper,
  colour: '#ffffff',
  backColour: '#ffffff',
  settings: PLAIN_SETTINGS,
})
