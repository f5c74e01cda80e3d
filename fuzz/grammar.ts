import { deflateSync } from 'node:zlib'

/** Files that keep the grammar of their format and say absurd things in it: numbers, lists and references from outside. */

type Random = () => number

const pick = <T>(random: Random, list: readonly T[]): T => list[Math.floor(random() * list.length)]!
const many = (random: Random, most: number): number => Math.floor(random() ** 2 * (most + 1))

/** Mostly a sound number, sometimes one that no drawing should have. */
export function oddNumber(random: Random): string {
  if (random() < 0.7) return String(Math.round((random() * 240 - 20) * 100) / 100)
  return pick(random, [
    '0',
    '-0',
    '-1',
    '1e-9',
    '1e-320',
    '1e5',
    '-1e7',
    '1e9',
    '1e16',
    '1e154',
    '1e300',
    '-1e308',
    '1e999',
    'NaN',
    '',
    '0.0000001',
    '123456789012345678901234567890',
    '5,5',
    '--3',
    '1.2.3',
    '.',
    'inf',
  ])
}

/** A number as PDF writes them, which may be absurd, but breaks no dictionary. */
function wellFormed(random: Random): string {
  for (;;) {
    const text = oddNumber(random)
    if (/^[+-]?(\d+\.?\d*|\.\d+)$/.test(text)) return text
    if (random() < 0.3) return '99999999999999999999'
  }
}

const numbers = (random: Random, count: number): string =>
  Array.from({ length: count }, () => oddNumber(random)).join(' ')

const ARGUMENTS: Readonly<Record<string, number>> = {
  m: 2,
  l: 2,
  h: 1,
  v: 1,
  c: 6,
  s: 4,
  q: 4,
  t: 2,
  a: 7,
  z: 0,
}

function pathData(random: Random): string {
  const out = [`M${numbers(random, 2)}`]
  for (let k = many(random, 14); k > 0; k -= 1) {
    const letter = pick(random, Object.keys(ARGUMENTS))
    const cased = random() < 0.5 ? letter : letter.toUpperCase()
    const count = ARGUMENTS[letter]! * (1 + many(random, 2))
    out.push(cased + numbers(random, random() < 0.1 ? Math.max(0, count - 1) : count))
  }
  return out.join(random() < 0.1 ? ',,' : ' ')
}

const transformOf = (random: Random): string =>
  Array.from({ length: 1 + many(random, 3) }, () => {
    const [name, count] = pick(random, [
      ['matrix', 6],
      ['translate', 2],
      ['scale', 2],
      ['rotate', 1],
      ['rotate', 3],
      ['skewX', 1],
      ['skewY', 1],
    ] as const)
    return `${name}(${numbers(random, count)}${random() < 0.05 ? '' : ')'}`
  }).join(random() < 0.1 ? ',' : ' ')

function svgAttributes(random: Random): string {
  const all: [string, () => string][] = [
    ['transform', () => transformOf(random)],
    [
      'stroke',
      () => pick(random, ['#000', 'red', 'none', 'rgb(1,2)', 'url(#a)', 'var(--x)', 'currentColor', '']),
    ],
    ['fill', () => pick(random, ['none', '#f00', 'hsl(9e9 1% 1%)', 'inherit', 'url(#b) none'])],
    ['stroke-dasharray', () => numbers(random, many(random, 5))],
    ['stroke-width', () => oddNumber(random)],
    ['style', () => `stroke-dasharray:${numbers(random, 2)};d:path("${pathData(random)}");--x:var(--x)`],
    ['class', () => pick(random, ['a', 'b c', 'a '.repeat(40)])],
    ['id', () => pick(random, ['a', 'b', 'Cut', '__proto__', 'constructor'])],
    ['opacity', () => oddNumber(random)],
  ]
  return all.flatMap(([name, value]) => (random() < 0.3 ? ` ${name}='${value()}'` : [])).join('')
}

function svgElement(random: Random, depth: number): string {
  const n = () => oddNumber(random)
  const own = svgAttributes(random)
  const kind = Math.floor(random() * (depth > 4 ? 8 : 13))
  switch (kind) {
    case 0:
      return `<rect x='${n()}' y='${n()}' width='${n()}' height='${n()}' rx='${n()}' ry='${n()}'${own}/>`
    case 1:
      return `<circle cx='${n()}' cy='${n()}' r='${n()}'${own}/>`
    case 2:
      return `<ellipse cx='${n()}' cy='${n()}' rx='${n()}' ry='${n()}'${own}/>`
    case 3:
      return `<line x1='${n()}' y1='${n()}' x2='${n()}' y2='${n()}'${own}/>`
    case 4:
      return `<poly${random() < 0.5 ? 'gon' : 'line'} points='${numbers(random, many(random, 30))}'${own}/>`
    case 5:
      return `<use href='#${pick(random, ['a', 'b', 's', '__proto__'])}' x='${n()}' y='${n()}' width='${n()}'${own}/>`
    case 6:
    case 7:
      return `<path d='${pathData(random)}'${own}/>`
    case 8:
      return `<text x='${n()}' y='${n()}'>cut</text>`
    default: {
      const inner = Array.from({ length: 1 + many(random, 4) }, () => svgElement(random, depth + 1)).join('')
      return pick(random, [
        `<g${own}>${inner}</g>`,
        `<svg x='${n()}' y='${n()}' width='${n()}' height='${n()}' viewBox='${numbers(random, 4)}'${own}>${inner}</svg>`,
        `<symbol id='s' viewBox='${numbers(random, 4)}'>${inner}</symbol>`,
        `<switch>${inner}</switch>`,
      ])
    }
  }
}

export function svgFile(random: Random): string {
  const size = () => `${oddNumber(random)}${pick(random, ['', 'mm', 'px', '%', 'in', 'em', 'parsec'])}`
  const rules = Array.from(
    { length: many(random, 6) },
    () =>
      `${pick(random, ['.a', 'g g .b', '#a', '*', 'path:hover', '@media print', 'a>>b'])} { stroke: ${pick(random, ['red', 'var(--x)', '#12'])}; stroke-width: ${oddNumber(random)} }`,
  ).join(' ')
  const elements = Array.from({ length: 1 + many(random, 12) }, () => svgElement(random, 0)).join('')
  return `<svg xmlns='http://www.w3.org/2000/svg' width='${size()}' height='${size()}' viewBox='${numbers(random, random() < 0.9 ? 4 : 3)}'><style>${rules}</style>${elements}</svg>`
}

function dxfEntity(random: Random): string {
  const tags: (string | number)[] = []
  const n = () => oddNumber(random)
  const put = (...codes: number[]) => {
    for (const code of codes) if (random() < 0.97) tags.push(code, n())
  }
  const kind = pick(random, [
    'LINE',
    'LWPOLYLINE',
    'POLYLINE',
    'ARC',
    'CIRCLE',
    'ELLIPSE',
    'SPLINE',
    'INSERT',
    'TEXT',
  ])
  tags.push(0, kind, 8, pick(random, ['0', 'CUT', 'OFF', 'gone']))
  if (random() < 0.1) put(210, 220, 230)
  const corners = 1 + many(random, 12)
  if (kind === 'LINE') put(10, 20, 11, 21)
  else if (kind === 'ARC') put(10, 20, 40, 50, 51)
  else if (kind === 'CIRCLE') put(10, 20, 40)
  else if (kind === 'ELLIPSE') put(10, 20, 11, 21, 40, 41, 42)
  else if (kind === 'TEXT') tags.push(10, n(), 20, n(), 40, n(), 1, 'fold')
  else if (kind === 'INSERT') {
    tags.push(2, pick(random, ['A', 'B', '*U1', 'gone']))
    put(10, 20, 41, 42, 50, 70, 71, 44, 45)
  } else if (kind === 'SPLINE') {
    tags.push(70, Math.floor(random() * 16), 71, pick(random, [1, 2, 3, 3, 5, 20, 200, -1]))
    for (let k = 0; k < corners + 4; k += 1) tags.push(40, random() < 0.7 ? k : n())
    for (let k = 0; k < corners; k += 1) put(10, 20, 41)
  } else if (kind === 'LWPOLYLINE') {
    tags.push(70, Math.floor(random() * 3))
    for (let k = 0; k < corners; k += 1) put(10, 20, 42)
  } else {
    for (let k = 0; k < corners; k += 1) {
      tags.push(0, 'VERTEX')
      put(10, 20, 42)
    }
    tags.push(0, 'SEQEND')
  }
  return tags.join('\n')
}

export function dxfFile(random: Random): string {
  const entities = (most: number) =>
    Array.from({ length: 1 + many(random, most) }, () => dxfEntity(random)).join('\n')
  const block = (name: string) =>
    `0\nBLOCK\n2\n${name}\n10\n${oddNumber(random)}\n20\n0\n${entities(5)}\n0\nENDBLK`
  const linetype = `0\nLTYPE\n2\nDASHED\n73\n2\n40\n${oddNumber(random)}\n49\n${oddNumber(random)}\n49\n${oddNumber(random)}`
  return [
    `0\nSECTION\n2\nHEADER\n9\n$INSUNITS\n70\n${pick(random, ['0', '1', '4', '5', '6', '24', '-1', 'x'])}\n9\n$LTSCALE\n40\n${oddNumber(random)}\n0\nENDSEC`,
    `0\nSECTION\n2\nTABLES\n0\nTABLE\n2\nLTYPE\n${linetype}\n0\nENDTAB\n0\nTABLE\n2\nLAYER\n0\nLAYER\n2\nCUT\n62\n${pick(random, ['7', '-1', '300', 'x'])}\n6\nDASHED\n0\nENDTAB\n0\nENDSEC`,
    `0\nSECTION\n2\nBLOCKS\n${block('A')}\n${block('B')}\n0\nENDSEC`,
    `0\nSECTION\n2\nENTITIES\n${entities(12)}\n0\nENDSEC\n0\nEOF\n`,
  ].join('\n')
}

function pdfContent(random: Random): string {
  const out: string[] = []
  const put = (operator: string, count: number) => out.push(`${numbers(random, count)} ${operator}`)
  for (let k = 2 + many(random, 40); k > 0; k -= 1) {
    const [operator, count] = pick(random, [
      ['m', 2],
      ['l', 2],
      ['l', 2],
      ['c', 6],
      ['v', 4],
      ['y', 4],
      ['h', 0],
      ['re', 4],
      ['S', 0],
      ['f', 0],
      ['B*', 0],
      ['b', 0],
      ['n', 0],
      ['q', 0],
      ['Q', 0],
      ['cm', 6],
      ['w', 1],
      ['rg', 3],
      ['K', 4],
      ['SCN', 2],
      ['Td', 2],
      ['Tm', 6],
    ] as const)
    put(operator, random() < 0.05 ? count + 1 : count)
    if (random() < 0.1) out.push(`[${numbers(random, many(random, 4))}] ${oddNumber(random)} d`)
    if (random() < 0.05)
      out.push(pick(random, ['/X Do', '(cut) Tj', '<< /A', '[[[[', '/OC /P BDC', 'BI ID x EI', 'EMC']))
  }
  return `${out.join('\n')}\nS`
}

/** A page by hand, so that its boxes, matrices and streams may be anything. */
export function pdfFile(random: Random): Uint8Array<ArrayBuffer> {
  const plain = pdfContent(random)
  const packed = random() < 0.3
  const data = packed ? deflateSync(Buffer.from(plain, 'latin1')) : Buffer.from(plain, 'latin1')
  const some = (count: number) => Array.from({ length: count }, () => wellFormed(random)).join(' ')
  const box = () => `[${random() < 0.7 ? '0 0 400 300' : some(random() < 0.9 ? 4 : 3)}]`
  const form = Buffer.from(pdfContent(random), 'latin1')
  const objects = [
    '<< /Type /Catalog /Pages 2 0 R >>',
    `<< /Type /Pages /Kids [3 0 R] /Count ${pick(random, ['1', '1', '1', '9999', '-1'])} >>`,
    `<< /Type /Page /Parent 2 0 R /MediaBox ${box()} /CropBox ${box()} /Rotate ${pick(random, ['0', '90', '45', '1000000000'])} /UserUnit ${wellFormed(random)} /Contents 4 0 R /Resources << /XObject << /X 5 0 R >> >> >>`,
  ]
  const parts: Buffer[] = [Buffer.from('%PDF-1.7\n')]
  const offsets: number[] = []
  let at = parts[0]!.length
  const put = (text: Buffer) => {
    parts.push(text)
    at += text.length
  }
  const stream = (dict: string, bytes: Buffer, number: number) => {
    offsets.push(at)
    put(Buffer.from(`${number} 0 obj\n<< ${dict} /Length ${bytes.length} >>\nstream\n`))
    put(bytes)
    put(Buffer.from('\nendstream\nendobj\n'))
  }
  objects.forEach((text, i) => {
    offsets.push(at)
    put(Buffer.from(`${i + 1} 0 obj\n${text}\nendobj\n`))
  })
  stream(packed ? '/Filter /FlateDecode' : '', data, 4)
  stream(
    `/Type /XObject /Subtype /Form /BBox [0 0 9 9] /Matrix [${some(6)}] /Resources << /XObject << /X 5 0 R >> >>`,
    form,
    5,
  )
  const table = offsets.map((o) => `${String(o).padStart(10, '0')} 00000 n \n`).join('')
  const start = at
  put(
    Buffer.from(
      `xref\n0 6\n0000000000 65535 f \n${table}trailer\n<< /Size 6 /Root 1 0 R >>\nstartxref\n${start}\n%%EOF\n`,
    ),
  )
  return new Uint8Array(Buffer.concat(parts))
}

const bytesOf = (text: string) => new TextEncoder().encode(text) as Uint8Array<ArrayBuffer>

/** The kinds by turns. */
export const GRAMMARS = [
  { name: 'odd.svg', make: (random: Random) => bytesOf(svgFile(random)) },
  { name: 'odd.dxf', make: (random: Random) => bytesOf(dxfFile(random)) },
  { name: 'odd.pdf', make: pdfFile },
] as const
