import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { describe, expect, it } from 'vitest'
import { decide } from '../document/decide'
import { applyChanges, applyEdit, setLines } from '../document/edits'
import { emptyProject, type Project, projectSchema } from '../document/project'
import { filesOf } from '../document/sources'
import { shapeOf } from '../geometry/shape'
import { readDrawing } from '../intake/formats'
import { settled } from '../making/settle'
import { roleCounts } from '../pieces/lines'
import { shapeOfPiece } from '../pieces/piece-shape'
import { addSource } from './add-source'
import { alsoOfPaper, deletePieces, duplicatePieces } from './copy-pieces'
import { laySources } from './lay-sources'
import { removeSource } from './remove-source'
import { resizeAll, resizeSource } from './resize-source'

const rect = (x: number, y: number, w: number, h: number) =>
  `M${x} ${y}L${x + w} ${y}L${x + w} ${y + h}L${x} ${y + h}Z`

describe('a source that is replaced or removed', () => {
  const svg = (...rects: string[]) =>
    new TextEncoder().encode(
      `<svg xmlns="http://www.w3.org/2000/svg" width="300mm" height="200mm" viewBox="0 0 300 200" fill="none" stroke="#000">${rects.map((d) => `<path d="${d}"/>`).join('')}</svg>`,
    )
  const read = (bytes: Uint8Array) => readDrawing(bytes, 'card.svg')
  const file = (id: string) => ({ id, name: `${id}.svg`, format: 'svg', bytes: 1 })
  const begun = async () => {
    const [first] = addSource(
      emptyProject('Fair'),
      await read(svg(rect(0, 0, 100, 60), rect(120, 0, 80, 80), 'M20 20L80 20')),
      file('a'),
    )
    const [both] = addSource(first, await read(svg(rect(0, 0, 50, 50))), file('b'))
    const [card] = Object.values(both.pieces)
    return applyChanges(
      setLines(both, 'By hand', ['a-3'], { role: 'perforate', sure: true, why: 'Chosen by hand.' })[0],
      [{ op: 'replace', path: ['pieces', card!.id, 'paper'], value: 'plum' }],
    )
  }

  it('keeps pieces that lie where one lay, and what was decided of lines that are drawn as before', async () => {
    const before = await begun()
    const [card] = Object.values(before.pieces)
    // The card grew taller, the square went, and the slit stayed where it was.
    const drawing = await read(svg(rect(0, 0, 100, 75), 'M20 20L80 20'))
    const [after, edit] = addSource(before, drawing, { ...file('c'), replaces: 'a' })
    expect(edit.label).toBe('Replace “a.svg” with “c.svg”')
    expect(applyChanges(before, edit.changes)).toEqual(after)
    expect(projectSchema.safeParse(after).success).toBe(true)
    expect(Object.keys(after.sources).sort()).toEqual(['b', 'c'])
    expect(Object.values(after.lines).some((l) => l.source === 'a')).toBe(false)
    expect(Object.keys(after.looks).some((id) => id.startsWith('a-'))).toBe(false)
    expect(after.pieces[card!.id]).toMatchObject({ name: card!.name, paper: 'plum' })
    expect(shapeOfPiece(after, after.pieces[card!.id]!).box.maxY).toBeCloseTo(75, 6)
    expect(Object.keys(after.pieces)).toHaveLength(2)
    expect(after.lines['c-2']).toMatchObject({ role: 'perforate', why: 'Chosen by hand.' })
  })

  it('asks once more only what it suggests anew', async () => {
    // A fold in the look of the cuts: it is asked about.
    const one = svg(rect(0, 0, 100, 60), 'M50 0L50 60')
    const [asked] = addSource(emptyProject('Fair'), await read(one), file('a'))
    const ids = Object.keys(asked.lines)
    expect(asked.lines[ids[1]!]!.sure).toBe(false)
    const [answered] = decide(asked, { lines: ids, role: 'as suggested', label: 'Yes', forLook: false })
    const [same] = addSource(answered, await read(one), { ...file('c'), replaces: 'a' })
    expect(Object.values(same.lines).map((l) => l.sure)).toEqual(ids.map(() => true))
  })

  it('knows a piece by its shape where it is drawn elsewhere, and larger', async () => {
    const before = await begun()
    const [card] = Object.values(before.pieces)
    for (const drawn of [rect(0, 120, 100, 60), rect(200, 10, 120, 72)]) {
      const [after] = addSource(before, await read(svg(drawn)), { ...file('c'), replaces: 'a' })
      expect(after.pieces[card!.id]).toMatchObject({ name: card!.name, paper: 'plum' })
      expect(after.pieces[card!.id]!.outline).toEqual(['c-1'])
    }
  })

  it('takes nothing for a piece that is of another shape', async () => {
    const before = await begun()
    const [card] = Object.values(before.pieces)
    const [after] = addSource(before, await read(svg('M0 120L90 120L45 160Z')), {
      ...file('c'),
      replaces: 'a',
    })
    expect(after.pieces[card!.id]).toBeUndefined()
  })

  it('does not guess between two that are equally alike', async () => {
    const two = svg(rect(0, 0, 40, 40), rect(50, 0, 40, 40))
    const [before] = addSource(emptyProject('Fair'), await read(two), file('a'))
    const one = svg(rect(300, 0, 48, 48))
    const [after] = addSource(before, await read(one), { ...file('c'), replaces: 'a' })
    const kept = Object.keys(before.pieces).filter((id) => after.pieces[id])
    expect(kept).toEqual([])
  })

  it('goes with its lines, looks and pieces, and comes back by undo', async () => {
    const before = await begun()
    const [after, edit] = settled(removeSource(before, 'a'))
    expect(edit.label).toBe('Remove “a.svg”')
    expect(Object.values(after.pieces).map((p) => p.outline)).toEqual([['b-1']])
    expect(Object.values(after.lines).map((l) => l.source)).toEqual(['b'])
    expect(Object.keys(after.sources)).toEqual(['b'])
    const { project, inverse } = applyEdit(before, edit.changes)
    expect(project).toEqual(after)
    expect(applyChanges(project, inverse)).toEqual(before)
  })
})

describe('a drawing that is resized', () => {
  const caddy = async () => {
    const bytes = new Uint8Array(
      readFileSync(fileURLToPath(new URL('../../../demo/drawings/tea-caddy.svg', import.meta.url))),
    )
    const file = { name: 'caddy.svg', format: 'svg', bytes: 1 }
    const drawing = await readDrawing(bytes, 'caddy.svg')
    const [first] = addSource(emptyProject('Fair'), drawing, { ...file, id: 'a' })
    return addSource(first, drawing, { ...file, id: 'b' })[0]
  }
  const sizes = (project: Project, source: string) =>
    Object.values(project.pieces)
      .filter((p) => project.lines[p.outline[0]!]!.source === source)
      .map((p) => shapeOfPiece(project, p))

  it('grows from its own corner, keeps pieces and roles, and leaves the other where it is', async () => {
    const before = await caddy()
    // From A5 to A6, by the ratio of ISO 216: the square root of two.
    const factor = Math.SQRT1_2
    const [after, edit] = settled(resizeSource(before, 'b', factor))
    expect(projectSchema.safeParse(after).success).toBe(true)
    expect(edit.label).toBe('Resize “caddy.svg” to 70.71 %')
    expect(Object.keys(after.pieces)).toEqual(Object.keys(before.pieces))
    const roles = (p: Project) => Object.values(p.lines).map((l) => l.role)
    expect(roles(after)).toEqual(roles(before))
    expect(sizes(after, 'a')).toEqual(sizes(before, 'a'))
    sizes(after, 'b').forEach((shape, i) => {
      const old = sizes(before, 'b')[i]!
      // Half the area is the whole point of the ratio.
      expect(shape.area / old.area).toBeCloseTo(0.5, 4)
      const { at } = filesOf(before.sources)[1]!
      expect(shape.box.minX - at!.x).toBeCloseTo(factor * (old.box.minX - at!.x), 3)
    })
    const [, b] = filesOf(after.sources)
    expect(b!.artwork.width).toBeCloseTo(460 * factor, 6)
    expect(b!.scale).toMatchObject({ sure: true, why: 'Resized by hand to 70.71 %.' })
    // Twice the same step is the square, and is told as a whole.
    const [twice] = resizeSource(after, 'b', factor)
    expect(filesOf(twice.sources)[1]!.scale.why).toBe('Resized by hand to 50 %.')
  })

  it('keeps the places of all where all are resized together, and refuses what is no factor', async () => {
    const before = await caddy()
    const [after] = resizeAll(before, 2)
    for (const [id, line] of Object.entries(after.lines)) {
      const [big, small] = [shapeOf(line.d).box, shapeOf(before.lines[id]!.d).box]
      expect(big.minX).toBeCloseTo(2 * small.minX, 3)
      expect(big.maxY).toBeCloseTo(2 * small.maxY, 3)
    }
    expect(() => resizeAll(before, 0)).toThrow(RangeError)
    expect(() => resizeAll(before, Number.NaN)).toThrow(RangeError)
  })
})

describe('pieces that are copied and deleted', () => {
  const caddy = async () => {
    const bytes = readFileSync(
      fileURLToPath(new URL('../../../demo/drawings/tea-caddy.svg', import.meta.url)),
    )
    const file = { id: 'a', name: 'caddy.svg', format: 'svg', bytes: 1 }
    const [project] = addSource(
      emptyProject('Fair'),
      await readDrawing(new Uint8Array(bytes), 'caddy.svg'),
      file,
    )
    const [first] = Object.values(project.pieces)
    return applyChanges(project, [
      { op: 'replace', path: ['pieces', first!.id, 'paper'], value: 'plum' },
      { op: 'replace', path: ['pieces', first!.id, 'copies'], value: 3 },
    ])
  }

  it('are the same again beside everything, with paper and copies, and pieces by themselves', async () => {
    const before = await caddy()
    const ids = Object.keys(before.pieces)
    const [after, edit] = settled(duplicatePieces(before, ids.slice(0, 2)))
    expect(projectSchema.safeParse(after).success).toBe(true)
    expect(applyChanges(before, edit.changes)).toEqual(after)
    const copies = Object.values(after.pieces).filter((p) => !before.pieces[p.id])
    expect(copies).toHaveLength(2)
    const right = Math.max(...Object.values(before.lines).map((l) => shapeOf(l.d).box.maxX))
    copies.forEach((copy, k) => {
      const old = before.pieces[ids[k]!]!
      expect(copy).toMatchObject({ name: `${old.name} (copy)`, paper: old.paper, copies: old.copies })
      expect(roleCounts(after, copy)).toEqual(roleCounts(before, old))
      const [a, b] = [shapeOfPiece(after, copy), shapeOfPiece(before, old)]
      expect(a.area).toBeCloseTo(b.area, 2)
      expect(a.size.width).toBeCloseTo(b.size.width, 3)
      expect(a.box.minX).toBeGreaterThan(right)
    })
    // A copy of the copy bears a name of its own.
    const [twice] = settled(duplicatePieces(after, ids.slice(0, 1)))
    const names = Object.values(twice.pieces).map((p) => p.name)
    expect(new Set(names).size).toBe(names.length)
  })

  it('go with their lines, and leave the edges that others share', () => {
    const shared = addSource(
      emptyProject('Fair'),
      {
        artwork: { width: 200, height: 100 },
        scale: { mmPerUnit: 1, why: '', sure: true, choices: [] },
        lines: [rect(10, 10, 60, 50), rect(70, 10, 60, 50)].map((d, element) => ({
          d,
          look: { stroke: '#000000', fill: null, dash: [], width: 0.3, layers: ['cut'] },
          label: null,
          element,
          fillRule: 'nonzero' as const,
        })),
        findings: [],
      },
      { id: 's', name: 's.svg', format: 'svg', bytes: 1 },
    )[0]
    const [first, second] = Object.values(shared.pieces)
    const [after, edit] = settled(deletePieces(shared, [first!.id]))
    expect(edit.label).toBe(`Delete “${first!.name}”`)
    expect(Object.keys(after.pieces)).toEqual([second!.id])
    expect(shapeOfPiece(after, after.pieces[second!.id]!).area).toBeCloseTo(3000, 3)
    const { project, inverse } = applyEdit(shared, edit.changes)
    expect(applyChanges(project, inverse)).toEqual(shared)
  })

  it('leave the sheets with them, but not those that were cut', async () => {
    const project = await caddy()
    const [first, second] = Object.keys(project.pieces)
    const at = (piece: string) => ({
      id: `${piece}-0`,
      piece,
      copy: 0,
      x: 0,
      y: 0,
      rotation: 0,
      mirrored: false,
    })
    const sheet = (id: string, ...pieces: string[]) => ({
      id,
      paper: 'plum',
      width: 300,
      height: 300,
      placements: pieces.map(at),
    })
    project.layout.sheets = [
      sheet('alone', first!),
      sheet('both', first!, second!),
      { ...sheet('cut', first!), cut: { job: 'by-hand', done: true, leftover: false, restKept: false } },
    ]
    project.layout.unplaced = [{ piece: first!, copies: 1, why: 'It is too wide.' }]
    const [after, edit] = settled(deletePieces(project, [first!]))
    expect(after.layout.sheets.map((s) => [s.id, s.placements.map((p) => p.piece)])).toEqual([
      ['both', [second]],
      ['cut', []],
    ])
    expect(after.layout.unplaced).toEqual([])
    expect(
      applyChanges(applyEdit(project, edit.changes).project, applyEdit(project, edit.changes).inverse),
    ).toEqual(project)
  })

  it('come in one more paper, the first ones as they were', async () => {
    const before = await caddy()
    const [first] = Object.keys(before.pieces)
    const [after, edit] = alsoOfPaper(before, [first!], { id: 'moss', name: 'Moss felt' })
    expect(edit.label).toBe('Make 1 piece of “Moss felt” too')
    expect(applyChanges(before, edit.changes)).toEqual(after)
    const [copy] = Object.values(after.pieces).filter((p) => !before.pieces[p.id])
    expect([after.pieces[first!]!.paper, copy!.paper]).toEqual(['plum', 'moss'])
  })
})

describe('all drawings of a project', () => {
  /** Three drawings of 40, 60 and 80 mm beside one another. */
  const three = () =>
    [40, 60, 80].reduce<Project>((project, size, k) => {
      const drawing = {
        artwork: { width: size + 10, height: size + 10 },
        scale: { mmPerUnit: 1, why: '', sure: true, choices: [] },
        lines: [
          {
            d: rect(5, 5, size, size),
            look: { stroke: '#000000', fill: null, dash: [], width: 0.3, layers: [] },
            label: null,
            element: 0,
            fillRule: 'nonzero' as const,
          },
        ],
        findings: [],
      }
      return addSource(project, drawing, { id: `s${k}`, name: `${k}.svg`, format: 'svg', bytes: 1 })[0]
    }, emptyProject('Picture'))
  const middles = (project: Project) =>
    Object.values(project.pieces).map((p) => {
      const { box } = shapeOfPiece(project, p)
      return [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2]
    })

  it('are laid on one centre and beside one another again; each piece stays itself', () => {
    const apart = three()
    const [stacked, edit] = settled(laySources(apart, 'centred'))
    expect(projectSchema.safeParse(stacked).success).toBe(true)
    expect(applyChanges(apart, edit.changes)).toEqual(stacked)
    expect(middles(stacked)).toEqual([
      [25, 25],
      [25, 25],
      [25, 25],
    ])
    expect(Object.keys(stacked.pieces)).toEqual(Object.keys(apart.pieces))
    const [row] = settled(laySources(stacked, 'beside'))
    const boxes = Object.values(row.pieces).map((p) => shapeOfPiece(row, p).box)
    expect(boxes.map((b) => b.minX)).toEqual([5, 65, 145])
    expect(Object.keys(row.pieces)).toEqual(Object.keys(apart.pieces))
    // Read again, a drawing stays where it was laid.
    expect(filesOf(stacked.sources).map((s) => s.at)).toEqual([
      { x: 0, y: 0 },
      { x: -10, y: -10 },
      { x: -20, y: -20 },
    ])
  })
})
