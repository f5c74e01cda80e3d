import { Pen } from './pen'

/** The price tag of the Lantern Quay Tea Fair: 38 x 66 mm with a hole and a tear line. Millimetres. */
export function drawTag(): string {
  const outline = new Pen(1, 3).to(4, 12).to(12, 4).to(34, 4).to(42, 12).to(42, 70).to(4, 70).close()
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" width="46mm" height="74mm" viewBox="0 0 46 74">
  <title>Price tag</title>
  <g fill="none" stroke-width="0.25">
    <path id="price-tag" stroke="#1b1b1b" d="${outline}"/>
    <circle stroke="#1b1b1b" cx="23" cy="12" r="2.5"/>
    <path stroke="#39b54a" d="M4 52H42"/>
  </g>
</svg>
`
}
