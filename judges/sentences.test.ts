import {
  isArgumentElement,
  isPluralElement,
  type MessageFormatElement,
  parse,
} from '@formatjs/icu-messageformat-parser'
import { describe, expect, it } from 'vitest'
import german from '../src/core/words/de.json'
import { sentencesIn, sentencesOfProgram } from './sentences'

const sentences = sentencesOfProgram()
const catalog = german as Record<string, string>

/** Values that stand in a message, by their numbers, with whether they are counted (ICU MessageFormat). */
function valuesOf(message: string): string[] {
  const of = (elements: MessageFormatElement[]): string[] =>
    elements.flatMap((e) => {
      if (isArgumentElement(e)) return [e.value]
      if (!isPluralElement(e)) return []
      return [`${e.value} counted`, ...Object.values(e.options).flatMap((o) => of(o.value))]
    })
  return [...new Set(of(parse(message, { ignoreTag: true })))].sort()
}

/** Which forms a message has for numbers that are counted in it. */
const formsOf = (message: string): string[][] =>
  parse(message, { ignoreTag: true }).flatMap((e) => (isPluralElement(e) ? [Object.keys(e.options)] : []))

const lettersOf = (key: string) => key.replace(/\{\d+\}/g, '').replace(/[^\p{L}]/gu, '')

describe('the words of the program', () => {
  it('are all said in German, and nothing else is', () => {
    expect(sentences.length).toBeGreaterThan(1_800)
    const missing = sentences.filter(({ key }) => lettersOf(key).length > 2 && !Object.hasOwn(catalog, key))
    expect(missing).toEqual([])
    const said = new Set(sentences.map((s) => s.key))
    expect(Object.keys(catalog).filter((key) => !said.has(key))).toEqual([])
  })

  it('are messages that a parser of ICU MessageFormat reads, with the same values in either language', () => {
    const wrong = Object.entries(catalog).filter(([key, text]) => {
      const [asked, given] = [valuesOf(key), valuesOf(text)].map((v) => v.map((one) => one.split(' ')[0]!))
      return (
        new Set([...asked!, ...given!]).size !== new Set(asked).size ||
        new Set(given).size !== new Set(asked).size
      )
    })
    expect(wrong).toEqual([])
  })

  // CLDR plural rules: German has one and other, as English has.
  it('have the forms that German has for one and for several', () => {
    const forms = new Intl.PluralRules('de').resolvedOptions().pluralCategories.sort()
    expect(forms).toEqual(['one', 'other'])
    for (const text of Object.values(catalog))
      for (const has of formsOf(text)) expect(has.sort()).toEqual(forms)
  })

  it('are the same word for word nowhere but where both languages have the word', () => {
    const same = Object.entries(catalog).filter(([key, text]) => key === text && lettersOf(key).length > 3)
    expect(same.map(([key]) => key).sort()).toMatchInlineSnapshot(`
      [
        "Banner",
        "Ellipse",
        "HP-GL",
        "Name",
        "Radius",
        "Station",
        "Text",
        "Velvet Crease",
        "cyan",
        "glTF",
        "magenta",
        "orange",
        "{0}, {1} g/m², {2} mm",
      ]
    `)
  })
})

describe('a reader of sentences', () => {
  it('finds them where they are said, with what is counted in them', () => {
    const source = `const a = say\`Delete \${counted(n, "piece")} of “\${name}”\`; const b = count(n, "leaf", "leaves")`
    expect(sentencesIn(source).map((s) => s.key)).toEqual([
      'Delete {0, plural, one {# piece} other {# pieces}} of “{1}”',
      '{0, plural, one {# leaf} other {# leaves}}',
    ])
  })

  it('finds them behind what another kind of file would take for a tag', () => {
    const source = 'const keep = <T>(work: () => T): T => work()\nconst a = say`Do it again`'
    expect(sentencesIn(source, 'store.ts').map((s) => s.key)).toEqual(['Do it again'])
  })

  it('refuses what is counted outside its sentence, since no catalog could have it', () => {
    expect(() => sentencesIn(`const some = counted(n, "piece"); say\`Delete \${some}\``)).toThrow(
      'within the sentence',
    )
    expect(() => sentencesIn('count(n, say`piece`, word)')).toThrow('within the sentence')
  })
})
