/**
 * Art for the sachet of the Lantern Quay Tea Fair: dusk over water, paper lanterns on a line, hills, and ripples.
 * Shades run into one another, which no flat fill shows.
 */

const WIDTH = 1200
const HEIGHT = 2400

const LANTERNS = [
  { x: 150, y: 560, r: 90, colour: '#f2b45a' },
  { x: 420, y: 660, r: 120, colour: '#e8893f' },
  { x: 740, y: 690, r: 105, colour: '#f4c873' },
  { x: 1040, y: 590, r: 95, colour: '#dd6f4b' },
] as const

export function drawQuayArt(): string {
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="120mm" height="240mm" viewBox="0 0 ${WIDTH} ${HEIGHT}">
  <title>Lantern Quay at dusk</title>
  <defs>
    <linearGradient id="sky" x2="0" y2="1">
      <stop offset="0" stop-color="#2f2446"/>
      <stop offset="0.55" stop-color="#8a4a6f"/>
      <stop offset="1" stop-color="#f0b48a"/>
    </linearGradient>
    <linearGradient id="water" x2="0" y2="1">
      <stop offset="0" stop-color="#d99a86"/>
      <stop offset="0.35" stop-color="#6d5b86"/>
      <stop offset="1" stop-color="#25304f"/>
    </linearGradient>
    <radialGradient id="glow">
      <stop offset="0" stop-color="#fff2c4" stop-opacity="0.95"/>
      <stop offset="1" stop-color="#fff2c4" stop-opacity="0"/>
    </radialGradient>
  </defs>
  <rect width="${WIDTH}" height="1300" fill="url(#sky)"/>
  <rect y="1290" width="${WIDTH}" height="${HEIGHT - 1290}" fill="url(#water)"/>
  <path d="M0 1300V1130Q160 1000 330 1110T700 1080T1010 1120T1200 1060V1300Z" fill="#4b3a5c"/>
  <path d="M0 1300V1220Q260 1130 520 1215T1200 1190V1300Z" fill="#33294a"/>
  <path d="M-20 440Q600 760 1220 450" fill="none" stroke="#1f1830" stroke-width="8"/>
  ${LANTERNS.map(lantern).join('\n  ')}
  ${ripples()}
</svg>
`
}

function lantern({ x, y, r, colour }: (typeof LANTERNS)[number]): string {
  const ribs = [-0.5, 0, 0.5]
    .map((k) => `<path d="M${x} ${y - r}Q${x + 2 * k * r} ${y} ${x} ${y + r}" />`)
    .join('')
  return `<circle cx="${x}" cy="${y}" r="${2 * r}" fill="url(#glow)"/><ellipse cx="${x}" cy="${y}" rx="${0.86 * r}" ry="${r}" fill="${colour}"/><g fill="none" stroke="#7c3b2c" stroke-width="4" opacity="0.6">${ribs}</g><rect x="${x - 0.3 * r}" y="${y - 1.08 * r}" width="${0.6 * r}" height="${0.14 * r}" fill="#3b2436"/><rect x="${x - 0.3 * r}" y="${y + 0.94 * r}" width="${0.6 * r}" height="${0.14 * r}" fill="#3b2436"/>`
}

/** Light on the water under each lantern, wider and fainter the nearer it comes. */
function ripples(): string {
  const all = LANTERNS.flatMap(({ x, colour }) =>
    Array.from({ length: 14 }, (_, i) => {
      const half = 40 + 9 * i + (i % 3) * 14
      const shift = ((i * 37) % 50) - 25
      return `<ellipse cx="${x + shift}" cy="${1350 + 62 * i}" rx="${half}" ry="9" fill="${colour}" opacity="${(0.75 - 0.045 * i).toFixed(3)}"/>`
    }),
  )
  return all.join('\n  ')
}
