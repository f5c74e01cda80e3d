/** Drawings that are sound but heavy: each is read within the time limit, or refused within seconds. */

const svg = (body: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="300mm" height="300mm" viewBox="0 0 300 300" fill="none" stroke="#000">${body}</svg>`
const many = (n: number, one: (k: number) => string) => Array.from({ length: n }, (_, k) => one(k)).join('')
/** A number between 0 and 300 that follows from another without a pattern. */
const strewn = (k: number) => Math.round(300 * ((k * 0.618033988749) % 1) * 100) / 100

export const HEAVY: readonly { name: string; make: () => string }[] = [
  {
    name: '5,000 strewn points, filled',
    make: () => svg(`<path fill="#000" d="M${many(5000, (k) => `${strewn(k)} ${strewn(3 * k + 1)} `)}Z"/>`),
  },
  {
    name: '5,000 lines that cross',
    make: () => svg(many(5000, (k) => `<path d="M${strewn(k)} 0L${strewn(k + 7)} 300"/>`)),
  },
  { name: '60,000 equal lines', make: () => svg(many(60_000, () => '<path d="M10 10L200 10"/>')) },
  {
    name: '10,000 lines from one point',
    make: () => svg(many(10_000, (k) => `<path d="M150 150L${strewn(k)} ${strewn(2 * k + 1)}"/>`)),
  },
  {
    name: '20,000 equal rectangles',
    make: () => svg(many(20_000, () => '<rect x="10" y="10" width="80" height="60"/>')),
  },
  {
    name: '3,000 lines that nearly coincide',
    make: () => svg(many(3000, (k) => `<path d="M10 ${10 + k * 1e-5}L290 ${12 - k * 1e-5}"/>`)),
  },
  {
    name: '60,000 arcs in one path',
    make: () =>
      svg(`<path d="M10 10${many(60_000, (k) => `A5 5 0 0 1 ${10 + (k % 280)} ${10 + ((k * 3) % 280)}`)}"/>`),
  },
]
