import { describe, expect, it } from 'vitest'
import { type Affine, apply, multiply, rotation, scaling, translation } from '../../geometry/affine'
import { resolveLength } from './lengths'
import { humanName } from './names'
import { isPaint, resolvePaint } from './paint'
import { computeStyle, opacityOf } from './style'
import { joinedSheets, parseStyleAttribute, StyleSheet } from './stylesheet'
import { parseTransform } from './transform'
import { parseViewBox, viewBoxTransform } from './viewport'
import { decode, parseXml, type XmlElement } from './xml'

const close = (a: Affine, b: Affine) => a.forEach((v, i) => void expect(v).toBeCloseTo(b[i]!, 9))

describe('resolveLength', () => {
  const viewport = { width: 300, height: 400 }
  const px = (text: string, axis: 'x' | 'y' | 'other' = 'x') => resolveLength(text, axis, viewport, 20, -1)

  // CSS Values and Units, "absolute lengths": 96 px an inch; SVG 2, "Units": per cent of the viewport or its diagonal.
  it.each([
    ['10', 10],
    ['10px', 10],
    ['1in', 96],
    ['2.54cm', 96],
    ['25.4mm', 96],
    ['101.6Q', 96],
    ['72pt', 96],
    ['6pc', 96],
    ['2em', 40],
    ['2ex', 20],
    ['-1.5e1', -15],
    ['+.5', 0.5],
    ['50%', 150],
  ])('%s is %f px', (text, expected) => expect(px(text)).toBeCloseTo(expected, 9))

  it('takes per cent of the height and of the normalised diagonal', () => {
    expect(px('50%', 'y')).toBe(200)
    // 300 and 400 have a diagonal of 500.
    expect(px('10%', 'other')).toBeCloseTo(50 / Math.SQRT2, 9)
  })

  it.each(['', 'auto', '1 2', '5parsec', 'NaN', '1e', '--3'])('falls back for "%s"', (text) =>
    expect(px(text)).toBe(-1),
  )
})

describe('parseTransform', () => {
  it.each<[string, Affine]>([
    ['translate(3)', translation(3, 0)],
    ['translate(3,4)', translation(3, 4)],
    ['scale(2)', scaling(2)],
    ['scale(2 -1)', scaling(2, -1)],
    ['rotate(90)', [0, 1, -1, 0, 0, 0]],
    ['rotate(90 10 20)', rotation(90, { x: 10, y: 20 })],
    ['matrix(1 2 3 4 5 6)', [1, 2, 3, 4, 5, 6]],
    ['skewX(45)', [1, 0, 1, 1, 0, 0]],
    ['skewY(45)', [1, 1, 0, 1, 0, 0]],
    ['translate(10px, 20px) rotate(90deg)', multiply(translation(10, 20), rotation(90))],
    ['', [1, 0, 0, 1, 0, 0]],
    ['nonsense(1)', [1, 0, 0, 1, 0, 0]],
    ['matrix(1 2 3)', [1, 0, 0, 1, 0, 0]],
    ['scale(2) broken', scaling(2)],
  ])('%s', (text, expected) => close(parseTransform(text), expected))

  it('applies the list from right to left, as nested groups would', () => {
    expect(apply(parseTransform('translate(10 0) scale(2)'), { x: 1, y: 1 })).toEqual({ x: 12, y: 2 })
    expect(apply(parseTransform('scale(2),translate(10 0)'), { x: 1, y: 1 })).toEqual({ x: 22, y: 2 })
  })
})

describe('viewBoxTransform', () => {
  const box = { x: 0, y: 0, width: 100, height: 50 }
  const at = (aspect: string | undefined, viewport = { width: 200, height: 200 }) =>
    apply(viewBoxTransform(box, viewport, aspect), { x: 50, y: 25 })

  // SVG 2, "The preserveAspectRatio attribute": where the middle of the viewBox comes to lie.
  it.each([
    [undefined, 100, 100],
    ['xMidYMid meet', 100, 100],
    ['xMinYMin', 100, 50],
    ['xMaxYMax', 100, 150],
    ['xMidYMid slice', 100, 100],
    ['xMinYMid slice', 200, 100],
    ['xMaxYMid slice', 0, 100],
    ['none', 100, 100],
    ['defer xMidYMin', 100, 50],
  ])('%s puts the middle at %f, %f', (aspect, x, y) => expect(at(aspect)).toEqual({ x, y }))

  it('moves the origin of the box', () => {
    const transform = viewBoxTransform(
      { x: -10, y: 20, width: 100, height: 100 },
      { width: 200, height: 200 },
      undefined,
    )
    expect(apply(transform, { x: -10, y: 20 })).toEqual({ x: 0, y: 0 })
  })

  it.each([undefined, '', '0 0 10', '0 0 0 10', '0 0 10 -1', 'a b c d'])('is no box: %s', (text) =>
    expect(parseViewBox(text)).toBeNull(),
  )
})

const tree = (xml: string): XmlElement => parseXml(xml)
const find = (root: XmlElement, id: string): XmlElement => {
  for (const child of [root, ...root.children]) {
    if (child.attributes.id === id) return child
    if (child !== root) {
      const inner = child.children.length > 0 ? find(child, id) : null
      if (inner?.attributes.id === id) return inner
    }
  }
  return root
}

describe('StyleSheet', () => {
  const root = tree(
    '<svg><g class="a b" id="g"><path id="p" class="c" fill="blue"/></g><path id="q" data-k="v"/></svg>',
  )
  const fill = (css: string, id: string) => {
    const sheet = new StyleSheet()
    sheet.add(css)
    const element = find(root, id)
    const parent = element.parent ? computeStyle(element.parent, {}, sheet).style : {}
    return computeStyle(element, parent, sheet).style.fill
  }

  // CSS Cascade and Selectors: specificity of id over class over type, later over earlier, attributes weakest.
  it.each([
    ['', 'p', 'blue'],
    ['path{fill:red}', 'p', 'red'],
    ['*{fill:red}', 'q', 'red'],
    ['.c{fill:green} path{fill:red}', 'p', 'green'],
    ['#p{fill:black} .c{fill:green}', 'p', 'black'],
    ['.c{fill:green} .c{fill:lime}', 'p', 'lime'],
    ['.a.b .c{fill:green} .c{fill:lime}', 'p', 'green'],
    ['g > path{fill:green}', 'p', 'green'],
    ['svg > path{fill:green}', 'p', 'blue'],
    ['svg > path{fill:green}', 'q', 'green'],
    ['svg path{fill:green}', 'p', 'green'],
    ['circle, .c, .x{fill:green}', 'p', 'green'],
    ['[data-k]{fill:green}', 'q', 'green'],
    ['[data-k="v"]{fill:green}', 'q', 'green'],
    ['[data-k="w"]{fill:green}', 'q', undefined],
    ['path{fill:red!important} #p{fill:green}', 'p', 'red'],
    ['g{fill:green}', 'q', undefined],
    ['svg > g > .c{fill:green}', 'p', 'green'],
    ['svg > .b .c{fill:green}', 'p', 'green'],
    ['g > .b .c{fill:green}', 'p', 'blue'],
    ['.x g > .c{fill:green}', 'p', 'blue'],
    ['#g{fill:green} .c{fill:inherit}', 'p', 'green'],
  ])('%s gives %s the fill %s', (css, id, expected) => expect(fill(css, id)).toBe(expected))

  it('joins the sheets of a file, but none whose brackets are broken', () => {
    expect(joinedSheets(['a{}', 'b{}', 'c{', 'd{}', 'e{}'])).toEqual(['a{}\nb{}', 'c{', 'd{}\ne{}'])
  })

  it('refuses rules that would have to be compared without end', () => {
    const sheet = new StyleSheet()
    sheet.add('path{fill:red}'.repeat(20_000))
    expect(() => {
      for (let k = 0; k < 2000; k += 1) sheet.matching(find(root, 'p'))
    }).toThrow(/style rules .* more than 20,000,000 times/)
  })

  it('passes over what it does not know, and says so', () => {
    const sheet = new StyleSheet()
    sheet.add('a:hover{fill:red} @media print{path{fill:red}} path + path{fill:red} path{fill:green}')
    expect(sheet.ignored).toEqual(['a:hover', '@media', 'path+path'])
    expect(sheet.matching(find(root, 'p'))).toHaveLength(1)
  })

  it('reads style attributes, broken parts left out', () => {
    expect(parseStyleAttribute('fill : red ; stroke-width:2px;; nonsense; stroke: #00f !important')).toEqual({
      fill: { value: 'red', important: false },
      'stroke-width': { value: '2px', important: false },
      stroke: { value: '#00f', important: true },
    })
  })
})

describe('paint', () => {
  it.each([
    ['red', '#ff0000'],
    ['#0f0', '#00ff00'],
    ['RGB(10, 20, 30)', '#0a141e'],
    ['hsl(120, 100%, 25%)', '#008000'],
    ['rgba(0,0,0,0)', null],
    ['transparent', null],
    ['none', null],
    ['url(#pattern)', 'pattern'],
    ['currentColor', '#123456'],
    ['nonsense', null],
    [undefined, null],
    // CSS Color 4: blanks, angles, fractions, alpha after a stroke, and newer spaces.
    ['rgb(255 0 0)', '#ff0000'],
    ['rgb(255 0 0 / 50%)', '#ff0000'],
    ['rgb(127.5 0 0)', '#800000'],
    ['rgb(100% 0% 0%)', '#ff0000'],
    ['rgb(255 0 0 / 0)', null],
    ['hsl(0deg 100% 50%)', '#ff0000'],
    ['hsl(0.3333turn 100% 50%)', '#00ff00'],
    ['hwb(240 0% 0%)', '#0000ff'],
    ['#f00f', '#ff0000'],
    ['lab(100% 0 0)', '#ffffff'],
    ['context-stroke', '#123456'],
  ])('%s is %s', (paint, expected) => expect(resolvePaint(paint, '#123456', 1)).toBe(expected))

  it('is nothing at opacity 0', () => {
    expect(resolvePaint('red', 'black', opacityOf('0'))).toBeNull()
    expect(resolvePaint('red', 'black', opacityOf('0%'))).toBeNull()
    expect(['0.5', '50%', '7', '-1', 'x', undefined].map(opacityOf)).toEqual([0.5, 0.5, 1, 0, 1, 1])
  })
})

describe('values that are none', () => {
  const strokeOf = (attributes: string, css = '') => {
    const sheet = new StyleSheet()
    sheet.add(css)
    const [path] = tree(`<svg><path ${attributes}/></svg>`).children
    return computeStyle(path!, { stroke: 'green', custom: { '--around': '#0000ff' } }, sheet).style.stroke
  }

  it.each([
    ['stroke="nonsense"', '', 'green'],
    ['stroke="rgb(1,2"', '', 'green'],
    ['stroke="red" style="stroke: bogus(3)"', '', 'red'],
    ['stroke="red"', 'path { stroke: #zzz }', 'red'],
    ['style="stroke: var(--around)"', '', '#0000ff'],
    ['style="stroke: var(--gone, rgb(1 2 3))"', '', 'rgb(1 2 3)'],
    ['style="stroke: var(--gone)"', '', 'green'],
    ['class="a"', '.a { --Own: #123456; stroke: var(--Own) }', '#123456'],
    ['class="a"', '.a { --x: var(--y); --y: var(--x); stroke: var(--x) }', 'green'],
  ])('%s %s: the stroke is %s', (attributes, css, expected) =>
    expect(strokeOf(attributes, css)).toBe(expected),
  )

  it('take no longer to refuse the longer they are', () => {
    for (const paint of [`rgb(${'1'.repeat(1e6)}`, 'a'.repeat(1e6), `${'rgb('.repeat(1e5)}`])
      expect(isPaint(paint)).toBe(false)
    expect(parseTransform('a'.repeat(2e6))).toEqual(parseTransform(undefined))
    expect(parseTransform(`rotate${'('.repeat(2e6)}`)).toEqual(parseTransform(undefined))
    expect(resolveLength('1'.repeat(2e6), 'x', { width: 1, height: 1 }, 16, -1)).toBe(-1)
  })
})

describe('humanName', () => {
  it.each([
    [{ id: 'lid' }, 'lid'],
    [{ id: 'Cut_x5F_lines' }, 'Cut lines'],
    [{ id: 'g12', 'inkscape:label': 'Folds' }, 'Folds'],
    [{ id: 'x', 'data-name': 'Box front' }, 'Box front'],
    [{ id: 'g12' }, null],
    [{ id: 'path3-4' }, null],
    [{ id: 'Layer_1' }, null],
    [{ id: 'Ebene_2' }, null],
    [{ id: 'rect10' }, null],
    [{ id: '' }, null],
    [{}, null],
    [{ id: 'a\u0000b' }, 'a b'],
    [{ id: 'long '.repeat(60) }, 'long '.repeat(24).trim()],
  ])('%j is %s', (attributes, expected) => {
    const name = humanName(attributes as Record<string, string>)
    expect(name?.trim() ?? null).toBe(expected)
  })
})

describe('xml', () => {
  it('knows its own prefix for SVG, and leaves foreign elements nameless', () => {
    const root = tree(
      '<s:svg xmlns:s="http://www.w3.org/2000/svg" xmlns:x="urn:other"><s:path/><x:path/><path/></s:svg>',
    )
    expect(root.name).toBe('svg')
    expect(root.children.map((c) => c.name)).toEqual(['path', '', 'path'])
  })

  it('counts lines of the file from 1', () => {
    expect(tree('<svg>\n\n<path/>\n</svg>').children[0]!.line).toBe(3)
  })

  it('decodes by mark, by declaration, or as UTF-8', () => {
    const latin = Uint8Array.from(
      [...'<?xml version="1.0" encoding="ISO-8859-1"?><svg id="']
        .map((c) => c.charCodeAt(0))
        .concat([0xe9, 0x22]),
    )
    expect(decode(latin)).toContain('id="é')
    expect(decode(new TextEncoder().encode('<svg id="é"'))).toContain('é')
    expect(() => decode(Uint8Array.from([0x3c, 0xe9, 0x3c]))).toThrow(/not valid UTF-8/)
  })
})
