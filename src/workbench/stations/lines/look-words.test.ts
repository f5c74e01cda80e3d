import { describe, expect, it } from 'vitest'
import { plainLook as look } from '@/core/document/plain-line'
import { colourWord, familyWords, lookWords } from './look-words'

describe('a look in words', () => {
  // Names of CSS colours: what each is called there holds a word that is answered here.
  it.each([
    ['#000000', 'black'],
    ['#ffffff', 'white'],
    ['#808080', 'grey'],
    ['#444444', 'dark grey'],
    ['#ff0000', 'red'],
    ['#ffa500', 'orange'],
    ['#8b4513', 'brown'],
    ['#ffff00', 'yellow'],
    ['#008000', 'green'],
    ['#00ffff', 'cyan'],
    ['#0000ff', 'blue'],
    ['#8a2be2', 'violet'],
    ['#ff00ff', 'magenta'],
    ['#dc143c', 'red'],
    ['#ffdab9', 'light orange'],
    ['#00008b', 'blue'],
    ['#000060', 'dark blue'],
    ['pattern', 'patterned'],
  ])('%s is %s', (colour, word) => expect(colourWord(colour)).toBe(word))

  it('tells colour, dashes, fill and the innermost layer', () => {
    expect(lookWords(look())).toBe('black, solid')
    expect(lookWords(look({ stroke: '#ff0000', dash: [3, 2], layers: ['a', 'folds'] }))).toBe(
      'red, dashed, in “folds”',
    )
    expect(lookWords(look({ stroke: null, fill: '#ffff00' }))).toBe('filled yellow')
    expect(lookWords(look({ stroke: null }))).toBe('filled')
  })
})

describe('families in words', () => {
  const family = (key: string, more: Parameters<typeof look>[0] = {}, sources = ['s']) => ({
    key,
    look: look(more),
    sources,
  })
  const told = (...families: ReturnType<typeof family>[]) => [
    ...familyWords(families, (id) => `${id}.svg`).values(),
  ]

  it('that would be called the same are told apart by dash, width, colour, and file', () => {
    expect(told(family('1'), family('2', { dash: [4, 2] }))).toEqual(['black, solid', 'black, dashed'])
    expect(told(family('1', { dash: [4, 2] }), family('2', { dash: [1, 1] }))).toEqual([
      'black, dashed, dash 4 / 2 mm',
      'black, dashed, dash 1 / 1 mm',
    ])
    expect(told(family('1', { width: 0.25 }), family('2', { width: 1 }))).toEqual([
      'black, solid, 0.25 mm wide',
      'black, solid, 1 mm wide',
    ])
    expect(told(family('1', { stroke: '#ff0000' }), family('2', { stroke: '#dc143c' }))).toEqual([
      'red, solid, #ff0000',
      'red, solid, #dc143c',
    ])
    expect(told(family('1', {}, ['a']), family('2', {}, ['b', 'c']))).toEqual([
      'black, solid, of a.svg',
      'black, solid, of b.svg, c.svg',
    ])
  })
})
