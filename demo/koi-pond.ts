/**
 * The koi pond: nine layers of a picture, each its own drawing of 190 x 190 mm. From the water at the back to the rim
 * before it, every layer opens farther; two fish and some leaves lie loose on the layer behind them.
 */

/** The outer edge of every layer, mm. */
export const POND = 190

type Blob = {
  x: number
  y: number
  r: number
  lobes: readonly (readonly [count: number, depth: number, turn: number])[]
}

const num = (v: number) => String(Math.round(v * 100) / 100)

/** A closed curve round a middle, bent in and out; cubics through its points (Catmull and Rom 1974). */
function blob({ x, y, r, lobes }: Blob): string {
  const n = 24
  const points = Array.from({ length: n }, (_, i) => {
    const a = (2 * Math.PI * i) / n
    const grown = r + lobes.reduce((sum, [count, depth, turn]) => sum + depth * Math.cos(count * a + turn), 0)
    return [x + grown * Math.cos(a), y + grown * Math.sin(a)] as const
  })
  const at = (i: number) => points[(i + n) % n]!
  const curves = points.map((_, i) => {
    const [a, b, c, d] = [at(i - 1), at(i), at(i + 1), at(i + 2)]
    const c1 = [b[0] + (c[0] - a[0]) / 6, b[1] + (c[1] - a[1]) / 6]
    const c2 = [c[0] - (d[0] - b[0]) / 6, c[1] - (d[1] - b[1]) / 6]
    return `C${[...c1, ...c2, ...c].map(num).join(' ')}`
  })
  return `M${at(0).map(num).join(' ')}${curves.join('')}Z`
}

/** A fish seen from above, its head to the right, about its middle. */
function koi(x: number, y: number, long: number, turn: number): string {
  const s = long / 60
  const a = (turn * Math.PI) / 180
  const p = (px: number, py: number) =>
    `${num(x + s * (px * Math.cos(a) - py * Math.sin(a)))} ${num(y + s * (px * Math.sin(a) + py * Math.cos(a)))}`
  return [
    `M${p(30, 0)}`,
    `C${p(28, -8)} ${p(14, -11)} ${p(4, -9)}`,
    `C${p(2, -16)} ${p(-6, -18)} ${p(-8, -15)}`,
    `C${p(-6, -12)} ${p(-6, -9)} ${p(-8, -6)}`,
    `C${p(-14, -4)} ${p(-19, -4)} ${p(-30, -11)}`,
    `C${p(-27, -3)} ${p(-27, 3)} ${p(-30, 11)}`,
    `C${p(-19, 4)} ${p(-14, 4)} ${p(-8, 6)}`,
    `C${p(-6, 9)} ${p(-6, 12)} ${p(-8, 15)}`,
    `C${p(-6, 18)} ${p(2, 16)} ${p(4, 9)}`,
    `C${p(14, 11)} ${p(28, 8)} ${p(30, 0)}Z`,
  ].join('')
}

/** A lily leaf with its notch. */
function leaf(x: number, y: number, r: number, turn: number): string {
  const at = (degrees: number, by: number) => {
    const a = ((turn + degrees) * Math.PI) / 180
    return `${num(x + by * Math.cos(a))} ${num(y + by * Math.sin(a))}`
  }
  return `M${at(12, r)}A${num(r)} ${num(r)} 0 1 1 ${at(-12, r)}L${at(0, r * 0.6)}Z`
}

const middle = POND / 2
const opening = (r: number, ...lobes: Blob['lobes']): string => blob({ x: middle, y: middle, r, lobes })

/** The layers from the back to the front: name, colour, and what is cut in the square. */
export const POND_LAYERS: readonly { name: string; colour: string; lines: readonly string[] }[] = [
  { name: '1 night water', colour: '#2f4a63', lines: [] },
  {
    name: '2 koi',
    colour: '#d9793a',
    lines: [opening(38, [3, 4, 0.4], [7, 2, 1]), koi(87, 83, 34, 24), koi(102, 107, 28, 205)],
  },
  { name: '3 deep water', colour: '#3f6480', lines: [opening(44, [4, 4, 1.1], [9, 2, 0])] },
  { name: '4 water', colour: '#52809a', lines: [opening(58, [3, 4, 2], [8, 1.5, 0.3])] },
  { name: '5 ripples', colour: '#7fb0c4', lines: [opening(66, [5, 2, 0.2], [11, 1, 1])] },
  { name: '6 leaves', colour: '#5d8a4c', lines: [opening(68, [6, 8, 0.9])] },
  { name: '7 reeds', colour: '#7a9a52', lines: [opening(74, [13, 5, 0.4])] },
  { name: '8 bank', colour: '#b08b5a', lines: [opening(80, [4, 3, 0.8], [10, 1.2, 0])] },
  { name: '9 rim', colour: '#f5efe2', lines: [opening(84)] },
]

/** Leaves that lie loose on the layer behind theirs. */
const LOOSE: Readonly<Record<string, readonly string[]>> = {
  '4 water': [leaf(136.5, 118.2, 6, 200), leaf(71.9, 136.5, 6.4, 40)],
}

/** One layer as an SVG file. */
export function pondLayer({ name, colour, lines }: (typeof POND_LAYERS)[number]): string {
  const square = `M0 0H${POND}V${POND}H0Z`
  const paths = [square, ...lines, ...(LOOSE[name] ?? [])]
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${POND}mm" height="${POND}mm" viewBox="0 0 ${POND} ${POND}">
${paths.map((d) => `<path d="${d}" fill="none" stroke="${colour}" stroke-width="0.3"/>`).join('\n')}
</svg>
`
}
