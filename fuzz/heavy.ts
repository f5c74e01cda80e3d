/** Drawings that are sound but heavy: each is read within the time limit, or refused within seconds. */

const svg = (body: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="300mm" height="300mm" viewBox="0 0 300 300" fill="none" stroke="#000">${body}</svg>`
const many = (n: number, one: (k: number) => string) => Array.from({ length: n }, (_, k) => one(k)).join('')
/** A number between 0 and 300 that follows from another without a pattern. */
const strewn = (k: number) => Math.round(300 * ((k * 0.618033988749) % 1) * 100) / 100
const styled = (css: string) => `<style>${css}</style>`
/** Short marks in rows, each of a class of its own. */
const marks = (n: number) =>
  many(n, (k) => `<path class="c${k}" d="M${k % 300} ${Math.floor(k / 300) * 10}v5"/>`)

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
  {
    name: 'a zigzag of 199,999 points',
    make: () =>
      svg(`<path d="M0 0L${many(199_999, (k) => `${(k * 0.0014).toFixed(4)} ${k % 2 ? 10 : 0} `)}"/>`),
  },
  {
    name: '300 ellipses over one another',
    make: () => svg(many(300, (k) => `<ellipse cx="${k * 9.75}" cy="5000" rx="172" ry="4000"/>`)),
  },
  {
    name: '100,000 rules for 5,000 lines',
    make: () => svg(styled(many(100_000, (k) => `.c${k}{stroke:#f00}`)) + marks(5000)),
  },
  {
    name: '20,000 rules that all hold for 5,000 lines',
    make: () => svg(styled(many(20_000, (k) => `path{stroke:#f0${k % 10}}`)) + marks(5000)),
  },
  {
    name: 'rules that look far up from 3,000 lines in deep groups',
    make: () =>
      svg(
        styled(many(1000, (k) => `.x .a .a .a > .a .a .c${k}{stroke:#f00}`)) +
          '<g class="a">'.repeat(300) +
          marks(3000) +
          '</g>'.repeat(300),
      ),
  },
  {
    name: '20,000 style elements',
    make: () => svg(many(20_000, (k) => styled(`.c${k}{stroke:#f00}`)) + marks(10)),
  },
  {
    name: 'a class attribute of a megabyte',
    make: () => svg(`${styled('.ab{stroke:#0f0}')}<path class="${'ab '.repeat(350_000)}" d="M0 0h9"/>`),
  },
  {
    name: '500 arcs of a radius of 1,000 km',
    make: () => svg(many(500, (k) => `<path d="M0 ${k / 2}A1e9 1e9 0 0 1 300 ${k / 2}"/>`)),
  },
  {
    name: '500 circles of 10 km under a tiny scale',
    make: () =>
      svg(many(500, (k) => `<g transform="scale(1e-5)"><circle cx="0" cy="${k * 1000}" r="1e7"/></g>`)),
  },
  {
    name: 'brackets that never close',
    make: () => svg(`<path transform="${'rotate('.repeat(50_000)}" d="M0 0h${'9'.repeat(100_000)}"/>`),
  },
]
