import { spawnSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { POND_LAYERS, pondLayer } from '../demo/koi-pond'
import { PATH_PATTERN } from '../src/core/geometry/path'
import { readSize } from './options'
import { crease as run } from './run'

/** What a command line prints, and its exit code. */
const crease = async (...args: string[]) => {
  const out: string[] = []
  const told: string[] = []
  const status = await run(args, { say: (line) => out.push(line), tell: (line) => told.push(line) })
  return { status, stdout: out.join('\n'), stderr: told.join('\n') }
}
const CADDY = 'demo/drawings/tea-caddy.svg'
const SACHET = 'demo/drawings/sachet.svg'

describe('crease', () => {
  it('is a command: results on stdout, messages on stderr, an exit code', () => {
    const typed = (...args: string[]) =>
      spawnSync('node_modules/.bin/tsx', ['bin/crease.ts', ...args], { encoding: 'utf8' })
    expect(typed('sort', SACHET, 'none.svg')).toMatchObject({
      status: 1,
      stdout: expect.stringContaining('sachet.svg: '),
      stderr: 'none.svg: there is no such file.\n',
    })
  })

  it('tells what there is, and what a command takes', async () => {
    const help = await crease('--help')
    expect(help.status).toBe(0)
    for (const name of ['sort', 'lay', 'export', 'make', 'patterns', 'fold', 'stack', 'build'])
      expect(help.stderr).toContain(`crease ${name} `)
    expect((await crease('lay', '--help')).stderr).toContain('--paper NAME')
    expect(await crease()).toMatchObject({ status: 2, stderr: help.stderr })
    expect((await crease('curl', CADDY)).stderr).toContain('no command “curl”')
    expect(await crease('sort', SACHET, '--paper', 'A4')).toMatchObject({
      status: 2,
      stderr: expect.stringContaining("Unknown option '--paper'"),
    })
    expect((await crease('sort')).stderr).toBe('crease: sort needs a file.')
    expect((await crease('sort', SACHET, '--page', '0')).stderr).toContain('--page takes a whole number')
  })
})

describe('crease sort', () => {
  it('answers one JSON object a file', async () => {
    const { stdout, status } = await crease('sort', CADDY, SACHET, '--json')
    expect(status).toBe(0)
    const [caddy] = stdout
      .trim()
      .split('\n')
      .map((l) => JSON.parse(l))
    expect(Object.keys(caddy)).toEqual(['units', 'artwork', 'lines', 'pieces', 'findings', 'decisions'])
    expect(Object.keys(caddy.lines[0])).toEqual(['id', 'd', 'role', 'sure', 'why', 'piece', 'fold', 'look'])
    expect(Object.keys(caddy.pieces[0])).toEqual([
      'id',
      'name',
      'outline',
      'openings',
      'width',
      'height',
      'lines',
    ])
    expect(Object.keys(caddy.findings[0])).toEqual(['rule', 'severity', 'message', 'lines', 'pieces'])
    for (const { d } of caddy.lines) expect(d).toMatch(PATH_PATTERN)
    expect(caddy.pieces).toHaveLength(5)
    expect(caddy.pieces[0].openings).toHaveLength(1)
  })

  it('reads units as told, names bad files on stderr, and goes on with the others', async () => {
    const { stdout, stderr, status } = await crease('sort', 'LICENSE', SACHET, '--units-per-inch', '72')
    expect(status).toBe(1)
    expect(stderr).toContain('LICENSE: LICENSE is not a drawing of a known kind')
    expect(stdout).toContain('sachet: 151.1 x 276.1 mm') // 113.3 x 207.1 mm at 96 an inch, times 96/72
  })
})

describe('crease sort of other formats', () => {
  it.each(['tea-caddy.dxf', 'tea-caddy.pdf'])('%s has the pieces of the SVG', async (name) => {
    const sorted = JSON.parse((await crease('sort', `demo/drawings/${name}`, '--json')).stdout)
    expect(sorted.pieces).toHaveLength(5)
    expect(sorted.decisions).toBe(0)
  })

  it('a picture is traced at the scale that is given', async () => {
    const sorted = JSON.parse(
      (await crease('sort', 'demo/drawings/teapot.png', '--units-per-inch', '127', '--json')).stdout,
    )
    expect(sorted.artwork.width).toBeCloseTo(180, 6)
    expect(sorted.pieces).toHaveLength(1)
    expect(sorted.pieces[0].openings).toHaveLength(2)
  })
})

describe('crease lay', () => {
  it('answers sheets with placements, and what fits nowhere', async () => {
    const laid = JSON.parse((await crease('lay', CADDY, '--paper', '180x200', '--json')).stdout)
    expect(Object.keys(laid)).toEqual([
      'units',
      'artwork',
      'lines',
      'pieces',
      'findings',
      'decisions',
      'sheets',
      'unplaced',
    ])
    expect(laid.sheets[0]).toMatchObject({
      paper: '180x200',
      width: 180,
      height: 200,
      mat: { margin: expect.any(Number) },
    })
    expect(laid.sheets[0].density).toBeGreaterThan(0)
    expect(Object.keys(laid.sheets[0].placements[0])).toEqual(['piece', 'copy', 'x', 'y', 'rotation'])
    expect(laid.unplaced).toContainEqual({ piece: 'piece-2', why: expect.stringContaining('mm too high') })
  })

  it('wants a paper, and knows names and typed sizes', async () => {
    expect(await crease('lay', CADDY)).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('lay needs --paper'),
    })
    expect(readSize('letter').width).toBeCloseTo(215.9, 9)
    // ISO 269: C6 is 114 x 162 mm, DL 110 x 220 mm.
    for (const name of ['C6', 'c6 envelope'])
      expect(readSize(name)).toMatchObject({ width: 114, height: 162 })
    expect(readSize('dl')).toMatchObject({ width: 110, height: 220 })
    expect(readSize('12inx30cm')).toMatchObject({ width: expect.closeTo(304.8, 9), height: 300 })
    for (const bad of ['A99', '12', '1x2x3', '0x5', '-1x5', 'null envelope'])
      expect(() => readSize(bad)).toThrow(/neither a known paper/)
  })
})

describe('crease lay, more closely', () => {
  it('takes copies, spacing, margin and turns, and uses the first papers up before the last', async () => {
    const options = [
      '--copies',
      '2',
      '--spacing',
      '5',
      '--margin',
      '10',
      '--rotations',
      'none',
      '--seconds',
      '1',
    ]
    const { sheets } = JSON.parse(
      (
        await crease(
          'lay',
          SACHET,
          '--paper',
          'A4',
          '--paper',
          'A3',
          '--mat',
          '700x700',
          ...options,
          '--json',
        )
      ).stdout,
    )
    const placements = sheets.flatMap((s: { placements: unknown[] }) => s.placements)
    expect(placements.length % 2).toBe(0)
    for (const { x, y, rotation } of placements) {
      expect(Math.min(x, y)).toBeGreaterThanOrEqual(10 - 1e-9)
      expect(rotation).toBe(0)
    }
    expect(sheets[0].paper).toBe('A4')
    for (const later of sheets.slice(1)) expect(later.paper).toBe('A3')
  })

  it('gives the same answer for boxes again, and no worse one for true shapes', async () => {
    const lay = async (...more: string[]) =>
      JSON.parse(
        (await crease('lay', CADDY, '--paper', '12inx12in', '--seconds', '0', ...more, '--json')).stdout,
      )
    expect((await lay('--shape', 'box')).sheets).toEqual((await lay('--shape', 'box')).sheets)
    expect((await lay('--shape', 'true', '--seconds', '1')).sheets.length).toBeLessThanOrEqual(
      (await lay('--shape', 'box')).sheets.length,
    )
  })

  it('says what an option takes', async () => {
    for (const [option, value, sentence] of [
      ['--spacing', '-1', '--spacing takes a number from 0 to 100.'],
      ['--copies', '1.5', '--copies takes a whole number from 1 to 500.'],
      ['--seconds', 'x', '--seconds takes a number from 0 to 3600.'],
      ['--rotations', 'some', '--rotations takes one of any, quarter, half, none.'],
      ['--shape', 'round', '--shape takes one of true, box.'],
    ] as const)
      expect(await crease('lay', CADDY, '--paper', 'A4', `${option}=${value}`)).toMatchObject({
        status: 2,
        stderr: expect.stringContaining(sentence),
      })
  })
})

describe('crease export', () => {
  it('writes a file a sheet, which sorts again to the same', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'crease-'))
    expect((await crease('export', CADDY, '--to', 'svg', '--out', join(folder, 'box.svg'))).status).toBe(0)
    const names = readdirSync(folder)
    expect(names).toEqual(['box-1.svg', 'box-2.svg'])
    const again = (await crease('sort', ...names.map((n) => join(folder, n)), '--json')).stdout
    const pieces = again
      .trim()
      .split('\n')
      .flatMap((l) => JSON.parse(l).pieces)
    expect(pieces).toHaveLength(5)
    writeFileSync(join(folder, 'x.gcode'), '')
    await await crease('export', SACHET, '--to', 'gcode', '--out', join(folder, 'x.gcode'))
    expect(readFileSync(join(folder, 'x.gcode'), 'utf8')).toContain('G21')
  })

  it('tells what is missing', async () => {
    expect((await crease('export', CADDY, '--to', 'obj', '--out', 'x')).stderr).toContain(
      '--to svg|dxf|pdf|png|gcode|hpgl',
    )
  })
})

describe('crease make', () => {
  it('makes a shape from measures as people type them, answered like sort', async () => {
    const { stdout, status } = await crease(
      'make',
      'shape',
      '--measure',
      'width=5 1/2"',
      '--measure',
      'height=10 cm',
      '--json',
    )
    expect(status).toBe(0)
    const made = JSON.parse(stdout)
    expect(made.making).toMatchObject({
      name: 'Rectangle',
      recipe: 'shape',
      measures: { kind: 'rectangle', width: 139.7, height: 100 },
      takes: [],
    })
    expect(made.pieces).toMatchObject([{ name: 'Rectangle', width: 139.7, height: 100 }])
    expect(made.lines).toMatchObject([{ role: 'cut', sure: true }])
  })

  it('writes a file by its ending that comes back with the same piece, beside those of a drawing', async () => {
    const out = join(mkdtempSync(join(tmpdir(), 'velvet-')), 'made.dxf')
    expect(
      (
        await crease(
          'make',
          'shape',
          SACHET,
          '--measure',
          'kind=circle',
          '--measure',
          'width=60',
          '--out',
          out,
        )
      ).stdout.trim(),
    ).toBe(out)
    const back = JSON.parse((await crease('sort', out, '--json')).stdout)
    expect(back.pieces).toHaveLength(3)
    expect(
      back.pieces.some(
        (p: { width: number; height: number }) =>
          Math.abs(p.width - 60) < 0.01 && Math.abs(p.height - 60) < 0.01,
      ),
    ).toBe(true)
  })

  it('lists its recipes with their measures', async () => {
    const { recipes } = JSON.parse((await crease('make', '--list', '--json')).stdout)
    const foldOver = recipes.find((r: { name: string }) => r.name === 'fold-over')
    expect(foldOver).toMatchObject({ title: 'Fold-over', takes: { least: 1, most: 1 } })
    expect(foldOver.measures).toContainEqual({
      name: 'sink',
      unit: 'mm',
      least: 0.05,
      most: 1000,
      usual: 1,
      says: 'Sink',
    })
    expect((await crease('make', '--list')).stdout).toContain('punch: Punch, of 2 to 200 pieces')
  })

  it('runs every recipe by its name, with lists, texts and angles as they are typed', async () => {
    const { recipes } = JSON.parse((await crease('make', '--list', '--json')).stdout)
    expect(recipes.map((r: { name: string }) => r.name)).toEqual(
      expect.arrayContaining([
        'edge-strip',
        'openings',
        'lettering',
        'tab',
        'slot',
        'stand',
        'lining',
        'pane',
      ]),
    )
    const made = async (recipe: string, ...measures: string[]) => {
      const first = JSON.parse((await crease('sort', CADDY, '--json')).stdout).pieces[0].name
      const asked = measures.flatMap((m) => ['--measure', m])
      return JSON.parse((await crease('make', recipe, CADDY, '--pick', first, ...asked, '--json')).stdout)
    }
    const steps = await made('surround', 'by=3, 1/4in')
    expect(steps.making.measures.by).toEqual([3, 6.35])
    expect(steps.pieces.filter((p: { name: string }) => p.name.startsWith('Surround'))).toHaveLength(2)
    const tabbed = await made('tab', 'edge=90', 'depth=12')
    expect(tabbed.making).toMatchObject({ recipe: 'tab', measures: { edge: 90, depth: 12 } })
    const words = JSON.parse(
      (await crease('make', 'lettering', '--measure', 'text=Tea', '--measure', 'font=pacifico', '--json'))
        .stdout,
    )
    expect(words.making.figures[0]).toMatch(/^“Tea” is [\d.]+ x [\d.]+ mm, capitals 12 mm high.$/)
    expect((await crease('make', 'lettering', '--measure', 'text=Ω')).stderr).toContain('The font has no “Ω”')
    // The same letters from a font file of one's own.
    const file = join(process.cwd(), 'public/fonts/pacifico.woff')
    const own = JSON.parse(
      (await crease('make', 'lettering', '--measure', 'text=Tea', '--font', file, '--json')).stdout,
    )
    expect(own.making.measures.font).toBe('own:file')
    expect(own.making.figures).toEqual(words.making.figures)
    expect((await crease('make', 'lettering', '--font', CADDY)).stderr).toMatch(
      /tea-caddy.svg is not taken. The font cannot be read/,
    )
  })

  it('makes a folding card of a piece of a drawing, and of two pieces one', async () => {
    const made = async (...args: string[]) => JSON.parse((await crease('make', ...args, '--json')).stdout)
    const { pieces } = JSON.parse((await crease('sort', SACHET, '--json')).stdout)
    const [first, second] = pieces.map((p: { name: string }) => p.name)
    const card = await made('fold-over', SACHET, '--pick', first, '--measure', 'sink=10')
    const folded = card.pieces.find((p: { name: string }) => p.name === 'Fold-over')
    const before = pieces.find((p: { name: string }) => p.name === first)
    expect(folded.height).toBeCloseTo(2 * (before.height - 10), 1)
    expect(card.making.takes).toEqual([{ piece: before.id, spent: true }])
    const apart = await crease('make', 'join', SACHET, '--pick', first, '--pick', second)
    expect([apart.status, apart.stderr]).toEqual([2, expect.stringContaining('do not all touch')])
  })

  it('says what is wrong', async () => {
    expect((await crease('make')).stderr).toContain('make needs a recipe')
    expect((await crease('make', 'sphere')).stderr).toContain(
      'there is no recipe “sphere”. There are: shape, card-base, ',
    )
    expect((await crease('make', 'shape', '--measure', 'width=-3')).stderr).toContain(
      '“Width” is between 1 and 3000 mm',
    )
    expect((await crease('make', 'shape', '--measure', 'width')).stderr).toContain('NAME=VALUE')
    expect((await crease('make', 'shape', '--measure', 'width=wide')).stderr).toContain('--measure width:')
    expect((await crease('make', 'shape', SACHET, '--pick', 'lid')).stderr).toContain(
      'there is no piece “lid”',
    )
    expect((await crease('make', 'shape', '--out', 'x.doc')).stderr).toContain('ending that tells the kind')
  })
})

describe('crease patterns', () => {
  it('lists what ships, with measures, and what is the room within', async () => {
    const { patterns } = JSON.parse((await crease('patterns', '--json')).stdout)
    expect(patterns.length).toBeGreaterThanOrEqual(24)
    const box = patterns.find((p: { name: string }) => p.name === 'tuck-end-box')
    expect(box.inside).toEqual({ length: 'length', width: 'width', height: 'height' })
    expect(box.measures).toContainEqual({
      name: 'height',
      unit: 'mm',
      least: 15,
      most: 400,
      usual: 110,
      says: 'Height within',
    })
    expect((await crease('patterns')).stdout).toContain('pattern:gable-box: Gable box with handle')
    const { recipes } = JSON.parse((await crease('make', '--list', '--json')).stdout)
    expect(recipes.some((r: { name: string }) => r.name.startsWith('pattern:'))).toBe(false)
  })

  it('are made by what goes inside and by a paper, with angles on their folds', async () => {
    const made = JSON.parse(
      (
        await crease(
          'make',
          'pattern:tuck-end-box',
          '--inside',
          '70x50x11cm',
          '--paper',
          'Harbour kraft, A3',
          '--json',
        )
      ).stdout,
    )
    expect(made.making.measures).toMatchObject({ length: 70, width: 50, height: 110, caliper: 0.4 })
    expect(made.pieces).toHaveLength(1)
    const scores = made.lines.filter((l: { role: string }) => l.role === 'score')
    expect(
      scores.every((l: { angle: number; fold: string }) => l.angle === 90 && l.fold === 'mountain'),
    ).toBe(true)
  })

  it('say what is wrong', async () => {
    expect((await crease('make', 'pattern:sphere')).stderr).toContain(
      'there is no pattern “pattern:sphere”. There are: pattern:',
    )
    expect((await crease('make', 'pattern:tuck-end-box', '--inside', '70x50')).stderr).toContain(
      '--inside takes length',
    )
    expect((await crease('make', 'pattern:frame-layer', '--inside', '70x50x10')).stderr).toContain(
      'has no room within',
    )
    expect((await crease('make', 'shape', '--inside', '70x50x10')).stderr).toContain('are for patterns')
    expect((await crease('fold', 'pattern:tuck-end-box', '--paper', 'velvet')).stderr).toContain(
      '--paper takes a thickness',
    )
  })
})

describe('crease fold', () => {
  it('folds a pattern: panels in space, hinges, tabs on their edges, sizes', async () => {
    const told = JSON.parse(
      (await crease('fold', 'pattern:tuck-end-box', '--inside', '70x50x110', '--paper', '0.3', '--json'))
        .stdout,
    )
    expect(told.panels).toHaveLength(13)
    expect(told.hinges).toHaveLength(12)
    expect(told.hinges.every((h: { angle: number; sure: boolean }) => h.sure && h.angle === -90)).toBe(true)
    expect(told.tabs).toEqual([
      expect.objectContaining({ gap: expect.closeTo(0, 3), angle: expect.closeTo(0, 3) }),
    ])
    expect(told.closure.mm).toBeLessThan(0.01)
    expect(told.collisions).toEqual([])
    expect(Object.values(told.size).sort()).toEqual([110.9, 50.9, 70.3].map((v) => expect.closeTo(v, 3)))
    // What goes in, not where the folds lie.
    expect(Object.values(told.inside).sort()).toEqual([110, 50, 70].map((v) => expect.closeTo(v, 3)))
    expect(told.findings).toEqual([])
    const ids = new Set(told.panels.map((p: { id: string }) => p.id))
    expect(told.hinges.every((h: { a: string; b: string }) => ids.has(h.a) && ids.has(h.b))).toBe(true)
    expect(told.panels.every((p: { flat: string }) => PATH_PATTERN.test(p.flat.split('Z')[0]!))).toBe(true)
  })

  it('folds as far as it is asked to: flat, half, a card by its opening', async () => {
    const depth = async (...args: string[]) =>
      JSON.parse((await crease('fold', 'pattern:strap-card', ...args, '--json')).stdout)
    const flat = await depth('--at', '0')
    expect(
      flat.panels
        .flatMap((p: { points: number[][] }) => p.points.map((q) => q[2]))
        .every((z: number) => z === 0),
    ).toBe(true)
    const open = await depth('--open', '90')
    expect(open.at).toBe(0.5)
    expect(
      open.hinges
        .filter((h: { target: number }) => h.target === 180)
        .some((h: { angle: number }) => Math.abs(h.angle - 90) < 1e-3),
    ).toBe(true)
    expect((await crease('fold', 'pattern:strap-card', '--open', '200')).stderr).toContain(
      '--open takes a number from 0 to 180',
    )
    expect((await crease('fold', 'pattern:strap-card', '--open', '20', '--at', '1')).stderr).toContain(
      'not both',
    )
  })

  it('folds the drawing of a stranger, and writes files by their endings', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'fold-'))
    const told = JSON.parse((await crease('fold', CADDY, '--json')).stdout)
    expect(told.panels.length).toBeGreaterThan(8)
    // Two halves of a box, each of two walls with flaps on both: they stand at right angles, nothing lies flat.
    expect(told.hinges.every((h: { angle: number }) => Math.abs(h.angle) === 90)).toBe(true)
    for (const ending of ['fold', 'svg', 'png', 'obj', 'gltf'])
      expect(
        await crease('fold', CADDY, '--at', '0.7', '--out', join(folder, `caddy.${ending}`)),
      ).toMatchObject({ status: 0, stderr: '' })
    expect(readdirSync(folder)).toHaveLength(5)
    expect(JSON.parse(readFileSync(join(folder, 'caddy.fold'), 'utf8')).frame_classes).toEqual(['foldedForm'])
    expect(readFileSync(join(folder, 'caddy.png')).subarray(1, 4).toString()).toBe('PNG')
    expect((await crease('fold', CADDY, '--out', join(folder, 'x.doc'))).stderr).toContain(
      'ending that tells the kind',
    )
    expect((await crease('fold')).stderr).toContain('fold needs a file')
  })
})

describe('a pattern file of one’s own', () => {
  it('is made and folded from the command line, or refused with the place', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'pattern-'))
    const path = join(folder, 'box.json')
    const box = readFileSync('src/core/patterns/shipped/tuck-end-box.json', 'utf8')
    writeFileSync(path, box)
    const told = JSON.parse(
      (await crease('fold', `pattern:${path}`, '--measure', 'height=80', '--json')).stdout,
    )
    expect(told.panels).toHaveLength(13)
    expect(Object.values(told.size)).toContainEqual(expect.closeTo(80.9, 3))
    const sized = JSON.parse(
      (await crease('make', `pattern:${path}`, '--inside', '40x30x60', '--json')).stdout,
    )
    expect(sized.making.measures).toMatchObject({ length: 40, width: 30, height: 60 })
    writeFileSync(path, box.replace('"head"', '"heed"').replace('front.right', 'front.wrong'))
    expect(await crease('make', `pattern:${path}`)).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('has no edge “wrong”'),
    })
    expect((await crease('make', 'pattern:none.json')).stderr).toContain('there is no such file')
  })
})

describe('crease stack', () => {
  const folder = mkdtempSync(join(tmpdir(), 'pond-'))
  const files = POND_LAYERS.map((layer) => {
    const path = join(folder, `${layer.name}.svg`)
    writeFileSync(path, pondLayer(layer))
    return path
  })

  it('lays files on one centre, with what holds them apart, and measures them against their frame', async () => {
    const told = JSON.parse((await crease('stack', ...files, '--frame', '203x203x25', '--json')).stdout)
    expect(told).toMatchObject({
      depth: 9 * 0.3 + 8 * 2,
      size: { width: 190, height: 190 },
      fits: { width: 0.3, height: 0.3, depth: 6.3 },
      hanging: [],
      findings: [],
    })
    expect(told.layers.map((l: { name: string }) => l.name)).toEqual(POND_LAYERS.map((l) => l.name))
    expect(told.layers[8]).toMatchObject({ z: 18.4, paper: 'card of 0.3 mm' })
    for (const { layer, d } of told.spacers) {
      expect(layer).not.toBe('1 night water')
      expect(d).toMatch(/^(M[-\d. ]+(L[-\d. ]+)+Z)+$/)
    }
    const inches = JSON.parse(
      (await crease('stack', ...files, '--frame', '8in x 8in x 1/2in', '--spacer', '1.5', '--json')).stdout,
    )
    expect(inches.fits).toMatchObject({ width: 0.5, depth: 12.7 - (9 * 0.3 + 8 * 1.5) })
  })

  it('orders them by name or by how open they are', async () => {
    const names = async (order: string) =>
      JSON.parse(
        (await crease('stack', ...[...files].reverse(), '--order', order, '--json')).stdout,
      ).layers.map((l: { name: string }) => l.name)
    expect(await names('name')).toEqual(POND_LAYERS.map((l) => l.name))
    expect((await names('open'))[0]).toBe('1 night water')
    const given = JSON.parse((await crease('stack', ...[...files].reverse(), '--json')).stdout)
    expect(given.findings.map((f: { rule: string }) => f.rule)).toContain('stack-order')
    expect((await crease('stack', ...files, '--order', 'size')).stderr).toContain('--order is name or open')
  })

  it('goes on where a file is broken or holds no layer, and says which; writes what it stacked', async () => {
    const broken = join(folder, 'broken.svg')
    writeFileSync(broken, '<svg')
    const open = join(folder, 'open.svg')
    writeFileSync(
      open,
      '<svg xmlns="http://www.w3.org/2000/svg" width="50mm" height="50mm"><path d="M0 0L90 90" stroke="#000"/></svg>',
    )
    const found = await crease('stack', files[0]!, broken, open, files[1]!, '--json')
    const { layers, findings } = JSON.parse(found.stdout)
    expect(layers.length).toBe(2)
    expect(findings.map((f: { rule: string }) => f.rule)).toEqual(
      expect.arrayContaining(['stack-unread', 'stack-empty']),
    )
    expect(found.stderr).toContain('broken.svg')
    expect((await crease('stack')).stderr).toContain('stack needs files')
    expect((await crease('stack', files[0]!, '--frame', '203x203')).stderr).toContain('WIDTHxHEIGHTxDEPTH')
    expect((await crease('stack', files[0]!, '--spacer', 'thick')).stderr).toContain('“thick” is no length')
    const out = join(folder, 'stack.obj')
    expect((await crease('stack', ...files, '--out', out)).status).toBe(0)
    const heights = new Set(
      readFileSync(out, 'utf8')
        .split('\n')
        .filter((l) => l.startsWith('v '))
        .map((l) => l.split(' ')[3]),
    )
    expect(heights.size).toBe(9)
  })
})

describe('crease build', () => {
  it('tells the steps of a pattern in an order that works, with letters and what each needs', async () => {
    const { steps, pieces } = JSON.parse((await crease('build', 'pattern:window-box', '--json')).stdout)
    expect(pieces.map((p: { name: string }) => p.name.replace(/^.*, /, ''))).toEqual([
      'Box',
      'Pane',
      'Insert',
    ])
    const at = (start: string) => steps.findIndex((s: { says: string }) => s.says.startsWith(start))
    expect(at('Glue “Pane”')).toBeLessThan(at('Glue tab'))
    expect(at('Lay “Insert”')).toBeLessThan(at('Close the end'))
    expect(steps.flatMap((s: { letter: string | null }) => s.letter ?? [])).toEqual(['A', 'B'])
    const known = new Set(steps.map((s: { id: string }) => s.id))
    for (const { after } of steps) for (const { step } of after) expect(known.has(step)).toBe(true)
  })

  it('takes drawings, several as one build, and writes a booklet that another library reads', async () => {
    const both = await crease('build', SACHET, CADDY)
    expect(both.stdout).toMatch(/^sachet.svg: \d+ steps/)
    const out = join(mkdtempSync(join(tmpdir(), 'build-')), 'booklet.pdf')
    expect((await crease('build', 'pattern:melt-box', '--out', out)).status).toBe(0)
    const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs')
    const read = await getDocument({ data: new Uint8Array(readFileSync(out)) }).promise
    const pages = await Promise.all(
      Array.from({ length: read.numPages }, async (_, i) => {
        const { items } = await (await read.getPage(i + 1)).getTextContent()
        return items.map((item) => ('str' in item ? item.str : '')).join(' ')
      }),
    )
    // Seventeen steps, six on a page, behind the page of the parts.
    expect(pages.length).toBe(1 + 3)
    expect(pages[0]).toContain('5 parts, 17 steps')
    expect(pages[1]).toContain('Glue tab A of “Tray” to the edge that is marked A.')
    expect(pages.join(' ')).toContain('Slide “Band” over “Lid”.')
    expect(pages.join(' ').match(/Hold it until the glue has set/g)?.length).toBe(1)
  })

  it('says what it does not take', async () => {
    expect((await crease('build')).stderr).toContain('build needs files')
    expect((await crease('build', SACHET, '--out', 'steps.svg')).stderr).toContain('takes a booklet.pdf')
    expect((await crease('build', SACHET, '--paper', '0.3')).stderr).toContain('are for patterns')
    expect((await crease('build', 'demo/drawings/labels.svg')).stdout).toContain('nothing of it folds')
  })
})
