import { mkdirSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { SaxesParser } from 'saxes'
import { beforeAll, describe, expect, it } from 'vitest'
import { CONVENTIONS } from '../corpus/conventions'
import { chance } from '../corpus/draw'
import { drawTemplate } from '../corpus/score'
import { bag } from '../corpus/templates/flat'
import { PLAIN_READING } from '../src/core/document/sources'
import { filesMeant } from './report/files'
import { lookAtAll } from './report/processes'
import { rowOf } from './report/row'
import { crease as run } from './run'

const crease = async (...args: string[]) => {
  const out: string[] = []
  const told: string[] = []
  const status = await run(args, { say: (line) => out.push(line), tell: (line) => told.push(line) })
  return { status, stdout: out.join('\n'), stderr: told.join('\n') }
}

const svg = (content: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="120mm" height="80mm" viewBox="0 0 120 80" fill="none" stroke="#000">${content}</svg>`
/** A card of 100 x 60 mm with a fold of another colour across its middle. */
const CARD = svg('<path d="M10 10H110V70H10Z"/><path d="M60 10V70" stroke="#c00"/>')
let folder = ''
beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'report-'))
  mkdirSync(join(folder, 'deep', 'deeper'), { recursive: true })
  writeFileSync(join(folder, 'card 2.svg'), CARD)
  writeFileSync(join(folder, 'card 10.SVG'), CARD)
  writeFileSync(join(folder, 'notes.txt'), 'not a drawing')
  // A bag whose folds lock one another as they are drawn.
  const locked = await drawTemplate(CONVENTIONS[0]!, bag, chance(1))
  writeFileSync(join(folder, 'deep', 'deeper', 'locked <b>.svg'), locked!.file.bytes)
  writeFileSync(join(folder, 'deep', 'broken.svg'), '<svg')
})

describe('the files that are meant', () => {
  const named = async (...given: string[]) => (await filesMeant(given)).map((f) => f.name)

  it('are those of a folder however deep, in the order that a person would put them', async () => {
    expect(await named(folder)).toEqual(['card 2.svg', 'card 10.SVG', 'broken.svg', 'locked <b>.svg'])
  })

  it('are found by a pattern, whatever the case; each is taken once', async () => {
    expect(await named(join(folder, 'card*.svg'), join(folder, 'card 2.svg'))).toEqual([
      'card 2.svg',
      'card 10.SVG',
    ])
  })

  it('are told where there are none', async () => {
    await expect(filesMeant([join(folder, '*.dxf')])).rejects.toThrow('no file, folder or pattern')
    const empty = mkdtempSync(join(tmpdir(), 'none-'))
    await expect(filesMeant([empty])).rejects.toThrow('holds no drawings')
  })
})

describe('crease report', () => {
  it('looks at all of them side by side: roles, what does not fold, what was not read', async () => {
    const { status, stdout, stderr } = await crease('report', folder, '--json', '--cores', '2')
    // One of them is broken.
    expect(status).toBe(1)
    const rows = stdout.split('\n').map((l) => JSON.parse(l))
    expect(rows.map((r) => r.state)).toEqual(['sure', 'sure', 'refused', 'sure'])
    const [card, , broken, locked] = rows
    // By hand: the edge is 2 x (100 + 60) mm, the fold 60 mm.
    expect(card).toMatchObject({ pieces: 1, width: 100, height: 60, decisions: 0, unfolding: [] })
    expect(card.lengths).toMatchObject({ cut: 320, score: 60 })
    expect(broken.says).toContain('breaks off as XML')
    expect(locked.unfolding.length).toBeGreaterThan(0)
    expect(stderr).toContain('4 files, 3 sure')
    expect(stderr).toContain('1 not read')
  })

  it('writes CSV, and a page without foreign markup', async () => {
    const [table, page] = ['report.csv', 'report.html'].map((f) => join(folder, f))
    const { stdout } = await crease('report', folder, '--out', table!)
    expect(stdout).toContain('4 files')
    const lines = readFileSync(table!, 'utf8').split('\r\n')
    expect(lines.length).toBe(1 + 4 + 1)
    expect(lines[1]).toMatch(/card 2\.svg,sure,1,100\.0 x 60\.0,2,320,60,0,0,0,0,0,,/)
    await crease('report', folder, '--out', page!)
    const [elements, texts] = [new Map<string, number>(), [] as string[]]
    const parser = new SaxesParser()
    parser.on('opentag', ({ name }) => void elements.set(name, (elements.get(name) ?? 0) + 1))
    parser.on('text', (text) => void texts.push(text))
    parser.write(readFileSync(page!, 'utf8')).close()
    expect(elements.get('tr')).toBe(1 + 4)
    for (const foreign of ['b', 'script', 'a', 'img']) expect(elements.get(foreign)).toBeUndefined()
    expect(texts.some((t) => t.endsWith('locked <b>.svg'))).toBe(true)
  })

  it('says what is wrong with its command line', async () => {
    expect((await crease('report')).stderr).toContain('report needs files')
    expect((await crease('report', folder, '--out', 'report.pdf')).stderr).toContain(
      'report.csv or a report.html',
    )
    expect((await crease('report', folder, '--cores', '0')).stderr).toContain('--cores takes a whole number')
  })
})

it('what does not fold is told once, not among the other findings too', async () => {
  // Of the strap 60 mm lie before the fold and 90 behind it: closed it reaches 60 + 90 mm from where it hangs, and so
  // 60 + 90 - 100 = 50 mm out of a page of 100 mm.
  const strap = svg(
    '<path d="M10 10H210V110H10Z"/><path d="M50 50H200"/><path d="M50 70H200"/><g stroke="#c00"><path d="M110 10V50"/><path d="M110 70V110"/><path d="M50 50V70"/><path d="M200 50V70"/><path d="M140 50V70"/></g>',
  ).replace(
    'width="120mm" height="80mm" viewBox="0 0 120 80"',
    'width="220mm" height="120mm" viewBox="0 0 220 120"',
  )
  const row = await rowOf(new TextEncoder().encode(strap), {
    path: 'strap.svg',
    name: 'strap.svg',
    reading: PLAIN_READING,
  })
  expect(row.unfolding).toEqual([expect.stringContaining('stands 50 mm out of the card')])
  expect(row.findings).toEqual([])
})

it('a file that takes too long is given up, and the next one is looked at by a new process', async () => {
  const files = (await filesMeant([join(folder, 'card*')])).map((f) => ({ ...f, reading: PLAIN_READING }))
  const rows = await lookAtAll(files, { workers: 1, limit: 1 })
  expect(rows.map((r) => [r.state, r.says.slice(0, 20)])).toEqual([
    ['refused', 'It takes longer than'],
    ['refused', 'It takes longer than'],
  ])
})

it('a file that takes more memory than there is is told so, and the others are looked at', async () => {
  const files = (await filesMeant([join(folder, 'card 2.svg')])).map((f) => ({
    ...f,
    reading: PLAIN_READING,
  }))
  const [row] = await lookAtAll(files, { workers: 1, limit: 60_000, memory: 4 })
  expect(row).toMatchObject({ state: 'refused', says: expect.stringContaining('more memory') })
})
