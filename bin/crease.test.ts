import { execFileSync, spawnSync } from 'node:child_process'
import { mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import { PATH_PATTERN } from '../src/core/geometry/path'
import { readSize } from './options'

const crease = (...args: string[]) =>
  spawnSync('node_modules/.bin/tsx', ['bin/crease.ts', ...args], { encoding: 'utf8' })
const CADDY = 'demo/drawings/tea-caddy.svg'
const SACHET = 'demo/drawings/sachet.svg'

describe('crease sort', () => {
  it('answers one JSON object a file', () => {
    const { stdout, status } = crease('sort', CADDY, SACHET, '--json')
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

  it('reads units as told, names bad files on stderr, and goes on with the others', () => {
    const { stdout, stderr, status } = crease('sort', 'LICENSE', SACHET, '--units-per-inch', '72')
    expect(status).toBe(1)
    expect(stderr).toContain('LICENSE: LICENSE is not a drawing of a known kind')
    expect(stdout).toContain('sachet: 151.1 x 276.1 mm') // 113.3 x 207.1 mm at 96 an inch, times 96/72
  })
})

describe('crease sort of other formats', () => {
  it.each(['tea-caddy.dxf', 'tea-caddy.pdf'])('%s has the pieces of the SVG', (name) => {
    const sorted = JSON.parse(crease('sort', `demo/drawings/${name}`, '--json').stdout)
    expect(sorted.pieces).toHaveLength(5)
    expect(sorted.decisions).toBe(0)
  })

  it('a picture is traced at the scale that is given', () => {
    const sorted = JSON.parse(
      crease('sort', 'demo/drawings/teapot.png', '--units-per-inch', '127', '--json').stdout,
    )
    expect(sorted.artwork.width).toBeCloseTo(180, 6)
    expect(sorted.pieces).toHaveLength(1)
    expect(sorted.pieces[0].openings).toHaveLength(2)
  })
})

describe('crease lay', () => {
  it('answers sheets with placements, and what fits nowhere', () => {
    const laid = JSON.parse(crease('lay', CADDY, '--paper', '180x200', '--json').stdout)
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

  it('wants a paper, and knows names and typed sizes', () => {
    expect(crease('lay', CADDY)).toMatchObject({
      status: 2,
      stderr: expect.stringContaining('lay needs --paper'),
    })
    expect(readSize('letter').width).toBeCloseTo(215.9, 9)
    expect(readSize('12inx30cm')).toMatchObject({ width: expect.closeTo(304.8, 9), height: 300 })
    for (const bad of ['A99', '12', '1x2x3', '0x5', '-1x5'])
      expect(() => readSize(bad)).toThrow(/neither a known paper/)
  })
})

describe('crease lay, more closely', () => {
  it('takes copies, spacing, margin and turns, and uses the first papers up before the last', () => {
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
      crease('lay', SACHET, '--paper', 'A4', '--paper', 'A3', '--mat', '700x700', ...options, '--json')
        .stdout,
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

  it('gives the same answer for boxes again, and no worse one for true shapes', () => {
    const lay = (...more: string[]) =>
      JSON.parse(crease('lay', CADDY, '--paper', '12inx12in', '--seconds', '0', ...more, '--json').stdout)
    expect(lay('--shape', 'box').sheets).toEqual(lay('--shape', 'box').sheets)
    expect(lay('--shape', 'true', '--seconds', '1').sheets.length).toBeLessThanOrEqual(
      lay('--shape', 'box').sheets.length,
    )
  })

  it('says what an option takes', () => {
    for (const [option, value, sentence] of [
      ['--spacing', '-1', '--spacing takes a number from 0 to 100.'],
      ['--copies', '1.5', '--copies takes a whole number from 1 to 500.'],
      ['--seconds', 'x', '--seconds takes a number from 0 to 3600.'],
      ['--rotations', 'some', '--rotations takes one of any, quarter, half, none.'],
      ['--shape', 'round', '--shape takes one of true, box.'],
    ] as const)
      expect(crease('lay', CADDY, '--paper', 'A4', `${option}=${value}`)).toMatchObject({
        status: 2,
        stderr: expect.stringContaining(sentence),
      })
  })
})

describe('crease export', () => {
  it('writes a file a sheet, which sorts again to the same', () => {
    const folder = mkdtempSync(join(tmpdir(), 'crease-'))
    expect(crease('export', CADDY, '--to', 'svg', '--out', join(folder, 'box.svg')).status).toBe(0)
    const names = readdirSync(folder)
    expect(names).toEqual(['box-1.svg', 'box-2.svg'])
    const again = crease('sort', ...names.map((n) => join(folder, n)), '--json').stdout
    const pieces = again
      .trim()
      .split('\n')
      .flatMap((l) => JSON.parse(l).pieces)
    expect(pieces).toHaveLength(5)
    writeFileSync(join(folder, 'x.gcode'), '')
    execFileSync('node_modules/.bin/tsx', [
      'bin/crease.ts',
      'export',
      SACHET,
      '--to',
      'gcode',
      '--out',
      join(folder, 'x.gcode'),
    ])
    expect(readFileSync(join(folder, 'x.gcode'), 'utf8')).toContain('G21')
  })

  it('tells what is missing', () => {
    expect(crease('export', CADDY, '--to', 'obj', '--out', 'x').stderr).toContain('--to svg|dxf|pdf|gcode')
    expect(crease().status).toBe(2)
    expect(crease('fold', CADDY).stderr).toContain('no command “fold”')
  })
})
