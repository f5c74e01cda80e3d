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
