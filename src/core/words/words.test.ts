import { afterEach, beforeAll, describe, expect, it } from 'vitest'
import {
  allOf,
  type Catalog,
  capital,
  count,
  counted,
  decimal,
  firstSpoken,
  language,
  oneOf,
  openCatalog,
  say,
  sayWhole,
  speakFrom,
} from '.'

describe('words in English', () => {
  it('are said as they are written', () => {
    const [name, n] = ['Lid', 3]
    expect(say`Delete “${name}”`).toBe('Delete “Lid”')
    expect(say`Delete ${counted(n, 'piece')}`).toBe('Delete 3 pieces')
    expect(count(1, 'leaf', 'leaves')).toBe('1 leaf')
    expect(count(0, 'leaf', 'leaves')).toBe('0 leaves')
    expect(sayWhole('Gift box')).toBe('Gift box')
    expect(language()).toBe('en')
    expect(capital('two walls')).toBe('Two walls')
  })

  it('list what there is', () => {
    expect(allOf(['a'])).toBe('a')
    expect(allOf(['a', 'b'])).toBe('a and b')
    expect(oneOf(['a', 'b', 'c'])).toBe('a, b, or c')
  })

  it('write numbers with a point', () => {
    expect([decimal(2.5, 1), decimal(2, 3), decimal(2, 2, 2), decimal(-0.04, 1), decimal(1234.5, 1)]).toEqual(
      ['2.5', '2', '2.00', '0', '1234.5'],
    )
  })
})

describe('words in another language', () => {
  let german: Catalog | null
  beforeAll(async () => {
    german = await openCatalog('de')
  })
  afterEach(() => speakFrom(() => null))
  const inGerman = <T>(speak: () => T): T => {
    speakFrom(() => german)
    return speak()
  }

  it('are those of its catalog, with its forms for one and for several', () => {
    expect(inGerman(() => say`Delete “${'Deckel'}”`)).toBe('„Deckel“ löschen')
    expect(inGerman(() => [0, 1, 2].map((n) => count(n, 'piece')))).toEqual(['0 Teile', '1 Teil', '2 Teile'])
    expect(inGerman(() => say`Delete ${counted(1, 'piece')}`)).toBe('1 Teil löschen')
    expect(inGerman(() => sayWhole('Tray and lid'))).toBe('Schale und Deckel')
  })

  it('are English where the catalog has none', () => {
    expect(inGerman(() => say`Nobody ever said ${'this'}`)).toBe('Nobody ever said this')
    expect(inGerman(() => sayWhole('A pattern of my own'))).toBe('A pattern of my own')
    expect(inGerman(() => sayWhole('Delete “{0}”'))).toBe('Delete “{0}”')
  })

  // Values are text: what a stranger's file is called is never read as a message.
  it('take what stands in them as it is', () => {
    for (const name of ['{0}', '{x, plural, other {#}}', '<b>box</b>', "it's", '#'])
      expect(inGerman(() => say`Delete “${name}”`)).toBe(`„${name}“ löschen`)
  })

  it('write numbers and lists as the language does', () => {
    expect(inGerman(() => [decimal(2.5, 1), decimal(2, 2, 2)])).toEqual(['2,5', '2,00'])
    expect(inGerman(() => say`Sheet ${12345}`)).toBe('Bogen 12.345')
    expect(inGerman(() => say`${2.25} mm`)).toBe('2,25 mm')
    expect(inGerman(() => allOf(['a', 'b', 'c']))).toBe('a, b und c')
    expect(inGerman(language)).toBe('de')
  })

  it('are chosen as the first that is wanted and spoken here', () => {
    expect(firstSpoken(['fr-FR', 'de-AT', 'en'])).toBe('de')
    expect(firstSpoken([' en-GB', 'de'])).toBe('en')
    expect(firstSpoken(['fr', 'constructor', ''])).toBe('en')
  })

  it('have no catalog for a language that is not spoken, or for English', async () => {
    expect(await openCatalog('en')).toBeNull()
    expect(await openCatalog('toString')).toBeNull()
  })
})
