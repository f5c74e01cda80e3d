import { describe, expect, it } from 'vitest'
import { areaWords, formatLength, formatSize, parseLength } from './length'
import { matchPaper, PAPER_SIZES } from './paper-sizes'
import { toldIn } from './told'

const mm = (text: string, unit: 'mm' | 'in' = 'mm') => {
  const parsed = parseLength(text, unit)
  if (!parsed.ok) throw new Error(parsed.message)
  return parsed.mm
}

describe('parseLength', () => {
  it.each([
    ['140', 140],
    ['14 cm', 140],
    ['5.5in', 139.7],
    ['5 1/2"', 139.7],
    ['5½ in', 139.7],
    ['3,5', 3.5],
    ['.5in', 12.7],
    ['140/2', 70],
    ['140/2 mm', 70],
    ['10in - 6mm', 248],
    ['10in - 1', 228.6],
    ['2*(30+5)', 70],
    ['-4', -4],
    ['1 in/4', 6.35],
    ['1-1/2"', 38.1],
    ['8-1/2 in', 215.9],
    ['10-3/16"', 258.7625],
    ['10 - 1/2', 9.5],
    ['10-6', 4],
    ['7-5/4', 5.75],
    ['3-1/3', 3 - 1 / 3],
    ['3-1/2 - 1/2', 3],
  ])('%s is %f mm', (text, expected) => expect(mm(text)).toBeCloseTo(expected, 9))

  it('takes a bare number in the chosen unit', () => {
    expect(mm('5½', 'in')).toBeCloseTo(139.7, 9)
    expect(mm('5 1/2', 'in')).toBeCloseTo(139.7, 9)
    expect(mm('11/2', 'in')).toBeCloseTo(139.7, 9)
  })

  // CSS Values and Units 4, "absolute lengths": 1in = 2.54cm = 25.4mm = 101.6Q = 6pc = 72pt = 96px.
  it.each([
    ['1in', 25.4],
    ['2.54cm', 25.4],
    ['101.6q', 25.4],
    ['6pc', 25.4],
    ['72pt', 25.4],
    ['96px', 25.4],
  ])('%s is one inch (CSS Values)', (text, expected) => expect(mm(text)).toBeCloseTo(expected, 9))

  it.each([
    ['', /Type a length/],
    ['abc', /number is missing/],
    ['5 furlongs', /“furlongs” is not understood/],
    ['(5', /closing bracket/],
    ['5/0', /finite/],
    ['2mm*3mm', /Two lengths/],
    ['9'.repeat(90), /too long/],
  ])('refuses %s with a sentence', (text, message) => {
    const parsed = parseLength(text)
    expect(parsed.ok).toBe(false)
    if (!parsed.ok) expect(parsed.message).toMatch(message)
  })
})

describe('areaWords', () => {
  // One inch is 25.4 mm, so a square inch is 645.16 mm².
  it('writes areas in the unit of who reads them', () => {
    expect(areaWords(1250, 'mm')).toBe('12.5 cm²')
    expect(areaWords(645.16, 'in')).toBe('1 in²')
    expect(areaWords(1250, 'in')).toBe('1.94 in²')
  })
})

describe('formatLength', () => {
  it('drops idle zeros and never shows minus zero', () => {
    expect(formatLength(128.5)).toBe('128.5')
    expect(formatLength(128)).toBe('128')
    expect(formatLength(100, 'mm', 0)).toBe('100')
    expect(formatLength(-0.001)).toBe('0')
    expect(formatSize({ width: 215.9, height: 279.4 }, 'in')).toBe('8 1/2 × 11 in')
  })

  it.each([
    [25.4 / 8, '1/8'],
    [25.4 * 5.5, '5 1/2'],
    [25.4 * 12, '12'],
    [0, '0'],
    [-25.4 * 1.25, '-1 1/4'],
    [25.4 * (63 / 64), '63/64'],
    // 3.3 mm lie between 8/64 and 9/64: no ruler shows it.
    [3.3, '0.13'],
    [100, '3.937'],
    [0.1, '0.004'],
  ])('writes %f mm in inches as %s', (length, text) => {
    expect(formatLength(length, 'in')).toBe(text)
    // What is written reads as the same length, to half of its last place.
    expect(Math.abs(mm(text, 'in') - length)).toBeLessThanOrEqual(0.0005 * 25.4 + 1e-9)
  })

  it('comes back from its own text for every length on a ruler', () => {
    for (let parts = 0; parts <= 64 * 14; parts += 1) {
      const length = (parts / 64) * 25.4
      const text = formatLength(length, 'in')
      expect(mm(text, 'in')).toBeCloseTo(length, 9)
      expect(mm(text.replace(' ', '-'), 'in')).toBeCloseTo(length, 9)
    }
  })
})

describe('paper sizes', () => {
  it('halves the long side from one A size to the next, rounded down (ISO 216)', () => {
    const a = ['A2', 'A3', 'A4', 'A5', 'A6'].map((name) => PAPER_SIZES.find((p) => p.name === name)!)
    for (let i = 1; i < a.length; i += 1) {
      expect(a[i]!.height).toBe(a[i - 1]!.width)
      expect(a[i]!.width).toBe(Math.floor(a[i - 1]!.height / 2))
    }
  })

  it('knows letter in mm (ANSI/ASME Y14.1) and C6 (ISO 269)', () => {
    expect(matchPaper({ width: 279.4, height: 215.9 })?.name).toBe('Letter')
    expect(matchPaper({ width: 162, height: 114 })?.name).toBe('C6 envelope')
    expect(matchPaper({ width: 200, height: 200 })).toBeNull()
  })
})

describe('a sentence that tells lengths', () => {
  it.each([
    ['It is 25.4 mm long.', 'It is 1 in long.'],
    ['It is 12.7 x 9.5 mm, capitals 3.2 mm high.', 'It is 1/2 x 0.374 in, capitals 0.126 in high.'],
    ['Es ist 1.270,0 × 254 mm groß.', 'Es ist 50 × 10 in groß.'],
    ['1: 2 of 50.8 x 25.4 mm, 2: 1 of 25.4 x 25.4 mm', '1: 2 of 2 x 1 in, 2: 1 of 1 x 1 in'],
    ['They hang together at 2 places: 25.4, 50.8 mm.', 'They hang together at 2 places: 1, 2 in.'],
    ['0.127 mm, 0,127 mm and 0.0254 mm are left over.', '0.005 in, 0.005 in and 0.001 in are left over.'],
    ['It goes 1,270 mm far.', 'It goes 50 in far.'],
    ['Dashes of 50.8 / 25.4 mm.', 'Dashes of 2 / 1 in.'],
    ['It covers 1,290 mm² at 20 mm/s, and 3 letters.', 'It covers 2 in² at 20 mm/s, and 3 letters.'],
    ['Nothing is wrong with 12 lines.', 'Nothing is wrong with 12 lines.'],
  ])('%j in inches', (told, inInches) => {
    expect(toldIn(told, 'in')).toBe(inInches)
    expect(toldIn(told, 'mm')).toBe(told)
  })
})
