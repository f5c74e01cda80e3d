import { describe, expect, it } from 'vitest'
import { plainLook as look } from '@/core/document/plain-line'
import { colourWord, lookWords } from './look-words'

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
