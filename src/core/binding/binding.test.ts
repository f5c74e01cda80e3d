import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { decide } from '../document/decide'
import { applyChanges, applyEdit, joinEdits, setLines } from '../document/edits'
import { decisionsLeft, familiesOf, habitKeyOf } from '../document/families'
import type { Role } from '../document/lines'
import { plainLine } from '../document/plain-line'
import { emptyProject, type Project, projectSchema } from '../document/project'
import { filesOf } from '../document/sources'
import { shapeOf } from '../geometry/shape'
import { readDrawing } from '../intake/formats'
import { settled } from '../making/settle'
import { looseLines, roleCounts } from '../pieces/lines'
import { shapeOfPiece } from '../pieces/piece-shape'
import { accordionFolds } from './accordions'
import { addSource } from './add-source'
import { type Bindable, findPieces } from './bind'
import { joinPieces, partingLines } from './join-pieces'
import { rebind } from './reconcile'
import { originalLines, takeBack } from './take-back'

const rect = (x: number, y: number, w: number, h: number) =>
  `M${x} ${y}L${x + w} ${y}L${x + w} ${y + h}L${x} ${y + h}Z`
const pieces = (lines: Bindable[]) => findPieces(lines).pieces
const line = (id: string, d: string, role: Role = 'cut'): Bindable => ({ id, d, role, held: null })

describe('findPieces', () => {
  it('binds print that is drawn beyond the edge to the piece it covers', () => {
    const found = pieces([
      line('out', rect(0, 0, 60, 40)),
      line('other', rect(100, 0, 60, 40)),
      line('band', rect(-3, 30, 66, 13), 'print'),
      line('all', rect(97, -3, 66, 46), 'print'),
      line('far', rect(300, 300, 5, 5), 'print'),
    ])
    expect(found.map((p) => p.lines)).toEqual([
      ['out', 'band'],
      ['other', 'all'],
    ])
  })

  it('nests by the even-odd rule: outline, opening, island', () => {
    const found = pieces([
      line('hole', rect(10, 10, 40, 40)),
      line('island', rect(20, 20, 10, 10)),
      line('out', rect(0, 0, 100, 60)),
    ])
    expect(found).toEqual([
      { outline: ['island'], openings: [], lines: ['island'] },
      { outline: ['out'], openings: [['hole']], lines: ['out', 'hole'] },
    ])
  })

  it('binds each other line to the piece that holds the greater part of it', () => {
    const [a, b] = pieces([
      line('a', rect(0, 0, 50, 50)),
      line('b', rect(50, 0, 50, 50)),
      line('fold', 'M25 0L25 50', 'score'),
      line('over', 'M40 10L70 10', 'pen'),
      line('edge', 'M100 0L100 50', 'score'),
      line('note', 'M200 0L210 0', 'pen'),
      line('gone', 'M5 5L6 6', 'skip'),
    ])
    expect(a!.lines).toEqual(['a', 'fold'])
    expect(b!.lines).toEqual(['b', 'over', 'edge'])
  })

  it('leaves a line wholly within an opening loose, and keeps one along its edge', () => {
    const [piece] = pieces([
      line('out', rect(0, 0, 100, 100)),
      line('hole', rect(20, 20, 60, 60)),
      line('pane', 'M30 30L70 30', 'print'),
      line('rim', 'M20 20L80 20', 'score'),
    ])
    expect(piece!.lines).toEqual(['out', 'hole', 'rim'])
  })

  it('joins open cuts whose ends meet within 0.1 mm, in any direction', () => {
    const [piece, ...others] = pieces([
      line('1', 'M0 0L50 0'),
      line('2', 'M50.04 30L50 0.05'),
      line('3', 'M50 30L0 30'),
      line('4', 'M0 0.02L0 30'),
      line('branch', 'M10 0L10 20', 'score'),
    ])
    expect(others).toEqual([])
    expect(piece!.outline).toEqual(['1', '2', '3', '4'])
    expect(piece!.lines).toContain('branch')
    expect(pieces([line('1', 'M0 0L50 0'), line('2', 'M50 0.2L50 30'), line('3', 'M50 30L0 0')])).toEqual([])
  })

  it('takes the same outline drawn twice as one piece', async () => {
    const found = pieces([line('a', rect(0, 0, 50, 50)), line('b', rect(0, 0, 50, 50.02))])
    expect(found).toHaveLength(1)
    expect(found[0]!.lines.sort()).toEqual(['a', 'b'])
  })
})

const demo = async (name: string): Promise<Project> => {
  const bytes = readFileSync(fileURLToPath(new URL(`../../../demo/drawings/${name}`, import.meta.url)))
  const drawing = await readDrawing(bytes, name)
  return addSource(emptyProject('Fair'), drawing, { id: 's', name, format: 'svg', bytes: bytes.length })[0]
}

describe('the demo drawings', () => {
  it('leave at most two decisions and bind every line', async () => {
    for (const name of ['tea-caddy.svg', 'sachet.svg']) {
      const project = await demo(name)
      expect(projectSchema.safeParse(project).success).toBe(true)
      expect(decisionsLeft(familiesOf(project))).toBeLessThanOrEqual(2)
      expect(looseLines(project)).toEqual([])
    }
    const caddy = await demo('tea-caddy.svg')
    expect(Object.values(caddy.pieces).map((p) => roleCounts(caddy, p))).toEqual([
      { cut: 2, score: 5 },
      { cut: 3, score: 7 },
      { cut: 3, score: 2 },
      { cut: 1 },
      { cut: 1, perforate: 1 },
    ])
  })

  it('come in at true size: the front wall part is 154 x 190 mm', async () => {
    const project = await demo('tea-caddy.svg')
    const { width, height } = shapeOfPiece(project, Object.values(project.pieces)[0]!).size
    expect(width).toBeCloseTo(154, 1)
    expect(height).toBeCloseTo(190, 1)
  })
})

describe('pieces that share edges', () => {
  const grid = () => {
    const all = [
      ['out', 'cut', rect(0, 0, 90, 40)],
      ['a', 'cut', 'M30 0L30 40'],
      ['b', 'cut', 'M60 0L60 40'],
      ['f', 'score', 'M15 0L15 40'],
    ] as const
    const project: Project = {
      ...emptyProject('Grid'),
      lines: Object.fromEntries(
        all.map(([id, role, d]) => [id, plainLine(id, role, d, { look: 's-look-1' })]),
      ),
    }
    return rebind(project, 'find')[0]
  }

  it('each have whole lines as their outline, shared ones too', () => {
    const project = grid()
    const found = Object.values(project.pieces)
    expect(found).toHaveLength(3)
    for (const piece of found) expect(shapeOfPiece(project, piece).size).toEqual({ width: 30, height: 40 })
    expect(found.filter((p) => p.outline.includes('a'))).toHaveLength(2)
    expect(looseLines(project)).toEqual([])
  })

  it('are joined by hand with a fold or without, and fall apart again by undo', () => {
    const project = grid()
    const [first, second] = Object.values(project.pieces)
    const shared = partingLines(project, [first!.id, second!.id])
    expect(shared).toHaveLength(1)
    const [joined, edit] = settled(joinPieces(project, [first!.id, second!.id], 'score'))
    expect(Object.keys(joined.pieces)).toHaveLength(2)
    expect(joined.lines[shared[0]!]).toMatchObject({ role: 'score' })
    expect(applyChanges(joined, applyEdit(project, edit.changes).inverse)).toEqual(project)
    const ends = Object.values(project.pieces).filter((p) => !p.outline.includes(shared[0]!)).length
    expect(ends).toBeGreaterThan(0)
  })

  it('finds windows that touch their outline in a point, and pieces that touch in one', () => {
    const touching = pieces([line('out', rect(0, 0, 100, 50)), line('w', 'M50 0L60 20L40 20Z')])
    expect(touching).toHaveLength(1)
    expect(touching[0]!.openings).toHaveLength(1)
    const corner = pieces([line('a', rect(0, 0, 20, 20)), line('b', rect(20, 20, 20, 20))])
    expect(corner.map((p) => [p.outline, p.openings])).toEqual([
      [['a'], []],
      [['b'], []],
    ])
  })
})

describe('accordions', () => {
  const strip = (widths: number[]) => {
    const total = widths.reduce((a, b) => a + b, 0)
    let x = 0
    const folds = widths.slice(0, -1).map((w) => {
      x += w
      return [`M${x} 0L${x} 60`, 'score'] as const
    })
    const all = [[rect(0, 0, total, 60), 'cut'] as const, ...folds]
    const project: Project = {
      ...emptyProject('Strip'),
      lines: Object.fromEntries(
        all.map(([d, role], k) => [`l${k}`, plainLine(`l${k}`, role, d, { look: 's-look-1' })]),
      ),
    }
    return [...accordionFolds(rebind(project, 'find')[0]).values()]
  }

  it('fold valley and mountain by turns', () => {
    expect(strip([40, 40, 40, 40])).toEqual(['valley', 'mountain', 'valley'])
    expect(strip([40, 40, 40, 40, 40, 12])).toEqual(['valley', 'mountain', 'valley', 'mountain', 'valley'])
  })

  it('the walls of a box do not', () => {
    expect(strip([40, 40, 40, 40, 12])).toEqual([])
    expect(strip([60, 25, 60, 25, 12])).toEqual([])
    expect(strip([50, 50])).toEqual([])
  })
})

describe('habits', () => {
  const drawn = (d: string, stroke = '#000000') => ({
    d,
    look: { stroke, fill: null, dash: [], width: 0.3, layers: [] },
    label: null,
    element: 0,
    fillRule: 'nonzero' as const,
  })
  /** A sleeve all in one pen: an outline, a fold, and a slit. */
  const sleeve = (id: string) => ({
    drawing: {
      artwork: { width: 300, height: 200 },
      scale: { mmPerUnit: 1, why: '', sure: true, choices: [] },
      lines: [rect(10, 10, 200, 100), 'M110 10L110 110', 'M140 40L140 80'].map((d) => drawn(d)),
      findings: [],
    },
    file: { id, name: `${id}.svg`, format: 'svg', bytes: 1 },
  })
  const add = (project: Project, id: string) => addSource(project, sleeve(id).drawing, sleeve(id).file)[0]
  /** Outline, fold and slit of a file. */
  const ofFile = (project: Project, id: string) =>
    Object.values(project.lines)
      .filter((l) => l.source === id)
      .sort((a, b) => shapeOf(b.d).length - shapeOf(a.d).length)
  const decided = (project: Project, lines: string[], role: Role | 'as suggested') =>
    decide(project, { lines, role, label: 'x', forLook: true })[0]

  it('are not learnt from a look that means two things: the next file is sorted as if nothing had been said', () => {
    const first = add(emptyProject('Fair'), 'a')
    const [outline, fold, slit] = ofFile(first, 'a').map((l) => l.id)
    const answered = decided(decided(first, [fold!], 'score'), [outline!, slit!], 'cut')
    expect(answered.habits).toEqual({})
    const both = add(answered, 'b')
    const plain = add(first, 'b')
    expect(ofFile(both, 'b').map((l) => [l.role, l.sure, l.why])).toEqual(
      ofFile(plain, 'b').map((l) => [l.role, l.sure, l.why]),
    )
    expect(Object.keys(both.pieces)).toHaveLength(2)
  })

  it('are forgotten when a line of the look is given another role, and come back with undo', () => {
    const first = add(emptyProject('Fair'), 'a')
    const all = ofFile(first, 'a').map((l) => l.id)
    const taught = decided(first, all, 'cut')
    expect(Object.values(taught.habits)).toMatchObject([{ role: 'cut' }])
    const [next, edit] = decide(taught, { lines: [all[1]!], role: 'score', label: 'x', forLook: false })
    expect(next.habits).toEqual({})
    const { inverse } = applyEdit(taught, edit.changes)
    expect(applyChanges(next, inverse).habits).toEqual(taught.habits)
  })

  it('never make a line sure against what the drawing says of it', () => {
    const first = add(emptyProject('Fair'), 'a')
    const taught = decided(
      first,
      ofFile(first, 'a').map((l) => l.id),
      'cut',
    )
    const next = ofFile(add(taught, 'b'), 'b')
    const outline = next[0]
    const fold = next.find((l) => shapeOf(l.d).length === 100)
    expect(outline).toMatchObject({ role: 'cut', sure: true, why: expect.stringContaining('“cut” before') })
    expect(fold).toMatchObject({ sure: false })
  })

  it('decide the same look in the next file of the project, with the reason', async () => {
    const caddy = await demo('tea-caddy.svg')
    const green = Object.values(caddy.looks).find((l) => l.stroke === '#39b54a')!
    const taught = { ...caddy, habits: { [habitKeyOf(green)]: { look: green, role: 'perforate' as const } } }
    const bytes = readFileSync(
      fileURLToPath(new URL('../../../demo/drawings/tea-caddy.svg', import.meta.url)),
    )
    const drawing = await readDrawing(bytes, 'again.svg')
    const [both] = addSource(taught, drawing, {
      id: 't',
      name: 'again.svg',
      format: 'svg',
      bytes: bytes.length,
    })
    const again = Object.values(both.lines).filter(
      (l) => l.source === 't' && both.looks[l.look]!.stroke === green.stroke,
    )
    expect(again).toHaveLength(2)
    for (const line of again)
      expect(line).toMatchObject({
        role: 'perforate',
        why: expect.stringContaining('the same look “perforate” before'),
      })
  })
})

describe('a drawing on the centre of the first', () => {
  it('lies there, is bound by itself, and stays there when it is read again', async () => {
    const tag = (side: number) => ({
      artwork: { width: side, height: side },
      scale: { mmPerUnit: 1, why: '', sure: true, choices: [] },
      lines: [
        {
          d: rect(0, 0, side, side),
          look: { stroke: '#000000', fill: null, dash: [], width: 0.3, layers: [] },
          label: null,
          element: 0,
          fillRule: 'nonzero' as const,
        },
      ],
      findings: [],
    })
    const file = (id: string) => ({ id, name: `${id}.svg`, format: 'svg', bytes: 1 })
    const [first] = addSource(emptyProject('Fair'), tag(100), file('a'))
    const [both] = addSource(first, tag(40), { ...file('b'), lay: 'centred' })
    // One lies within the other, and neither is the other's opening.
    expect(Object.values(both.pieces).map((p) => p.openings)).toEqual([[], []])
    expect(both.lines['b-1']!.d).toBe(rect(30, 30, 40, 40))
    const [again] = addSource(both, tag(60), file('b'))
    expect(again.lines['b-1']!.d).toBe(rect(20, 20, 60, 60))
    expect(Object.keys(again.pieces)).toEqual(Object.keys(both.pieces))
  })
})

describe('taking back what was tidied', () => {
  const BLACK = { stroke: '#000000', fill: null, dash: [], width: 0.3, layers: [] }
  const drawing = (paths: string[]) => ({
    artwork: { width: 200, height: 100 },
    scale: { mmPerUnit: 1, why: '', sure: true, choices: [] },
    lines: paths.map((d, element) => ({
      d,
      look: BLACK,
      label: null,
      element,
      fillRule: 'nonzero' as const,
    })),
    findings: [],
  })
  const strokes = Array.from({ length: 16 }, (_, k) => `M50 ${k * 5}L50 ${k * 5 + 3.2}`)

  it('puts strokes in the place of the dashed line, and undo the other way round', () => {
    const card = rect(0, 0, 100, 78.2)
    const file = { id: 's', name: 'a.svg', format: 'svg', bytes: 1 }
    const [project] = addSource(emptyProject('Fair'), drawing([card, card, ...strokes]), file)
    expect(
      filesOf(project.sources)[0]!
        .cleaning.map((c) => c.kind)
        .sort(),
    ).toEqual(['dashes', 'double'])
    expect(Object.keys(project.lines)).toHaveLength(2)
    expect(originalLines(project)).toHaveLength(18)
    const [back, edit] = settled(takeBack(project, 's', 'dashes'))
    expect(Object.keys(back.lines)).toHaveLength(17)
    expect(filesOf(back.sources)[0]!.cleaning.map((c) => c.kind)).toEqual(['double'])
    expect(applyChanges(back, applyEdit(project, edit.changes).inverse)).toEqual(project)
    const [all] = settled(takeBack(back, 's', 'double'))
    expect(Object.keys(all.lines)).toHaveLength(18)
    expect(Object.keys(all.pieces)).toHaveLength(1)
  })
})

describe('rebind', () => {
  it('keeps identity, name, paper and copies through role changes and back', async () => {
    const before = await demo('tea-caddy.svg')
    const named = { ...before, pieces: { ...before.pieces } }
    const first = Object.keys(named.pieces)[0]!
    named.pieces[first] = { ...named.pieces[first]!, name: 'Front', paper: 'plum', copies: 3 }
    const scores = Object.values(named.lines).filter((l) => l.role === 'score')
    const [cut] = setLines(
      named,
      'Cut all',
      scores.map((l) => l.id),
      { role: 'cut' },
    )
    const [rebound] = rebind(cut, 'Cut all')
    expect(rebound.pieces[first]).toMatchObject({ name: 'Front', paper: 'plum', copies: 3 })
    const [back] = setLines(
      rebound,
      'Score all',
      scores.map((l) => l.id),
      { role: 'score' },
    )
    const [again] = rebind(back, 'Score all')
    expect(Object.keys(again.pieces)).toEqual(Object.keys(named.pieces))
    expect(again.pieces[first]).toMatchObject({ name: 'Front', paper: 'plum', copies: 3 })
    for (const [id, piece] of Object.entries(named.pieces))
      expect(shapeOfPiece(again, again.pieces[id]!).size).toEqual(shapeOfPiece(named, piece).size)
  })

  it('makes an edit that replays and can be taken back', async () => {
    const project = await demo('sachet.svg')
    const tag = Object.values(project.pieces).find((p) => p.name === 'tag')!
    const [skipped, first] = setLines(project, 'Skip', tag.outline, { role: 'skip' })
    const [rebound, second] = rebind(skipped, 'Skip')
    // The hole of the tag is an outline of its own once the tag is skipped.
    expect(Object.values(rebound.pieces).map((p) => p.name)).not.toContain('tag')
    expect(applyChanges(applyChanges(project, first.changes), second.changes)).toEqual(rebound)
    expect(applyChanges(rebound, applyEdit(project, joinEdits(first, second).changes).inverse)).toEqual(
      project,
    )
  })

  it('obeys what is held by hand', async () => {
    const project = await demo('sachet.svg')
    const [sachet, tag] = Object.values(project.pieces)
    const fold = sachet!.lines.find((id) => project.lines[id]!.role === 'score')!
    const [held] = setLines(project, 'Bind', [fold], { held: { piece: tag!.id } })
    const [bound] = rebind(held, 'Bind')
    expect(bound.pieces[tag!.id]!.lines).toContain(fold)
    expect(bound.pieces[sachet!.id]!.lines).not.toContain(fold)
    const [loose] = rebind(setLines(bound, 'Release', [fold], { held: 'loose' })[0], 'Release')
    expect(looseLines(loose).map((l) => l.id)).toEqual([fold])
  })
})

describe('the labels of the demo', () => {
  it('come in as two printed pieces, fills that bleed included, without a question', async () => {
    const bytes = readFileSync(fileURLToPath(new URL('../../../demo/drawings/labels.svg', import.meta.url)))
    const drawing = await readDrawing(bytes, 'labels.svg')
    const [project] = addSource(emptyProject('Labels'), drawing, {
      id: 's',
      name: 'labels.svg',
      format: 'svg',
      bytes: bytes.length,
    })
    expect(decisionsLeft(familiesOf(project))).toBe(0)
    expect(Object.values(project.pieces).map((p) => roleCounts(project, p))).toEqual([
      { cut: 1, print: 3 },
      { cut: 1, print: 3 },
    ])
    expect(looseLines(project)).toEqual([])
  })
})
