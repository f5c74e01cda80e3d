import { describe, expect, it } from 'vitest'
import { addSource } from '../binding/add-source'
import { emptyProject, type Project } from '../document/project'
import { PLAIN_READING } from '../document/sources'
import { readDrawing } from '../intake/formats'

async function draw(shapes: string): Promise<Project> {
  const text = `<svg xmlns="http://www.w3.org/2000/svg" width="300mm" height="200mm" viewBox="0 0 300 200" fill="none" stroke="#000">${shapes}</svg>`
  const drawing = await readDrawing(new TextEncoder().encode(text), 'box.svg', PLAIN_READING)
  return addSource(emptyProject('Box'), drawing, { id: 'f', name: 'box.svg', format: 'svg', bytes: 1 })[0]
}
const told = (project: Project) => Object.values(project.lines).map((l) => `${l.role}${l.sure ? '' : '?'}`)
const PIECE = '<path d="M10 10H150V110H10Z"/><path d="M80 10V110" stroke="#c00"/>'
const FRAME = '<path d="M180 10H260V60H180Z"/>'
const SAMPLES = '<path d="M186 22H206"/><path d="M186 38H206" stroke="#c00"/>'
const words = (...texts: string[]) =>
  texts.map((t, i) => `<text x="214" y="${23 + 16 * i}" font-size="6">${t}</text>`).join('')

describe('a legend', () => {
  it('in a frame beside the piece is left out, samples and all, and surely', async () => {
    const project = await draw(PIECE + FRAME + SAMPLES + words('cut', 'fold'))
    expect(told(project)).toEqual(['cut', 'score', 'skip', 'skip', 'skip'])
    expect(Object.values(project.pieces)).toHaveLength(1)
    expect(project.lines['f-3']!.why).toContain('frames a legend')
  })

  it('in words that are not known needs two samples and two words', async () => {
    expect(told(await draw(PIECE + FRAME + SAMPLES + words('leikataan', 'xyz')))).toEqual([
      'cut',
      'score',
      'skip',
      'skip',
      'skip',
    ])
    const one = await draw(`${PIECE}${FRAME}<path d="M186 22H206"/>${words('xyz')}`)
    expect(Object.values(one.pieces)).toHaveLength(2)
  })

  it('without a frame is a list of samples before words for what they mean', async () => {
    const swatch = '<path d="M186 70H196V76H186Z"/>'
    const listed = `${PIECE}${SAMPLES}${words('cut', 'fold')}${swatch}<text x="200" y="75" font-size="5">cut out</text>`
    expect(told(await draw(listed))).toEqual(['cut', 'score', 'skip', 'skip', 'skip'])
  })

  it('is none where a piece bears words: a tag with its hole, a card with its fold', async () => {
    const tag = `${PIECE}<path d="M180 10H260V60H180Z"/><path d="M186 30H192V36H186Z"/>${words('Tea')}`
    expect(Object.values((await draw(tag)).pieces)).toHaveLength(2)
    const card = `${PIECE}<path d="M180 10H260V60H180Z"/><path d="M220 10V60" stroke="#c00"/>${words('fold here', 'cut')}`
    const project = await draw(card)
    expect(Object.values(project.pieces)).toHaveLength(2)
    expect(told(project).slice(2)).toEqual(['cut', 'score'])
  })
})

describe('what is printed on a piece', () => {
  it('is asked about, where letters stand in a row on it', async () => {
    const letter = (x: number, w: number, h: number) =>
      `<path d="M${x} 50H${x + w}L${x + w / 2} ${50 + h}Z"/>`
    const row = [letter(20, 3, 5), letter(26, 4, 6), letter(33, 2, 5), letter(38, 5, 7), letter(46, 3, 4)]
    const project = await draw(PIECE + row.join(''))
    expect(
      told(project)
        .slice(2)
        .every((t) => t.endsWith('?')),
    ).toBe(true)
    expect(project.lines['f-3']!.why).toContain('as writing does')
  })

  it('is asked about, where a frame of its own look runs along the edges of its panel', async () => {
    const own = await draw(`${PIECE}<path d="M15 15H75V105H15Z" stroke="#888"/>`)
    expect(told(own)).toEqual(['cut', 'score', 'print?'])
    // Drawn as the outline is, or far from the edges, it is a window.
    expect(told(await draw(`${PIECE}<path d="M15 15H75V105H15Z"/>`))).toEqual(['cut', 'score', 'cut'])
    expect(told(await draw(`${PIECE}<path d="M30 35H60V85H30Z" stroke="#888"/>`))[2]).toMatch(/^cut/)
  })

  it('leaves folds alone that are drawn in strokes of 21 mm', async () => {
    const strokes = [10, 36, 62, 88].map((y) => `<path d="M80 ${y}V${y + 22}" stroke="#c00"/>`).join('')
    const project = await draw(`<path d="M10 10H150V110H10Z"/>${strokes}`)
    expect(told(project)).toEqual(['cut', 'score'])
  })
})

describe('a frame across the folds of a piece', () => {
  const BOX = '<path d="M20 20H220V120H20Z"/><path d="M70 20V120M120 20V120M170 20V120" stroke="#c00"/>'
  const frame = (inset: number, colour: string) =>
    `<path d="M${20 + inset} ${20 + inset}H${220 - inset}V${120 - inset}H${20 + inset}Z" stroke="${colour}"/>`

  it.each([
    ['near the edge, in a look of its own', frame(6, '#00a'), 'print?'],
    ['farther in', frame(15, '#00a'), 'print?'],
    ['in the look of the cuts', frame(6, '#000'), 'cut?'],
  ])('%s is asked about; outline and folds stay sure, and whole', async (_, drawn, role) => {
    const project = await draw(BOX + drawn)
    expect(told(project)).toEqual(['cut', 'score', 'score', 'score', role])
    expect(Object.values(project.pieces)).toHaveLength(1)
  })

  it('is told from a bleed, which no fold reaches', async () => {
    const bleed = '<path d="M14 14H226V126H14Z" stroke="#00a"/>'
    expect(told(await draw(BOX + bleed))).toEqual(['cut', 'score', 'score', 'score', 'skip?'])
  })

  it('is told from a window between two folds, and from one at which they end', async () => {
    const within = '<path d="M80 40H110V100H80Z"/>'
    expect(told(await draw(BOX + within))).toEqual(['cut', 'score', 'score', 'score', 'cut'])
    const across = '<path d="M40 45H200V95H40Z"/>'
    const folds = [70, 120, 170].map((x) => `<path d="M${x} 20V45M${x} 95V120" stroke="#c00"/>`).join('')
    expect(new Set(told(await draw(`<path d="M20 20H220V120H20Z"/>${across}${folds}`)))).toEqual(
      new Set(['cut', 'score']),
    )
  })
})
