import { readPath } from '../src/core/geometry/path'
import type { Drawing, Drawn } from './draw'

export type DxfOptions = {
  /** the layer and colour index of a line */
  of: (line: Drawn) => { layer: string; colour?: number; linetype?: string }
  /** $INSUNITS, or nothing for a file without units */
  units?: number
  /** drawing units for one mm */
  perMm?: number
  /** every straight stretch an entity of its own */
  exploded?: boolean
}

/** A drawing as DXF text: straight lines as LINE and LWPOLYLINE, what has curves as SPLINE and LINE by turns. */
export function writeDxf({ drawn }: Drawing, { of, units, perMm = 1, exploded = false }: DxfOptions): string {
  const out: (string | number)[] = []
  const put = (...pairs: (string | number)[]) => out.push(...pairs)
  const x = (v: number) => (v * perMm).toFixed(6)
  const y = (v: number) => (-v * perMm).toFixed(6)
  put(0, 'SECTION', 2, 'HEADER', 9, '$ACADVER', 1, 'AC1015')
  if (units !== undefined) put(9, '$INSUNITS', 70, units)
  put(0, 'ENDSEC', 0, 'SECTION', 2, 'TABLES', 0, 'TABLE', 2, 'LTYPE')
  put(0, 'LTYPE', 2, 'DASHED', 70, 0, 72, 65, 73, 2, 40, 0.75 * perMm, 49, 0.5 * perMm, 49, -0.25 * perMm)
  put(0, 'ENDTAB', 0, 'TABLE', 2, 'LAYER')
  for (const name of new Set(drawn.map((l) => of(l).layer)))
    put(0, 'LAYER', 2, name, 70, 0, 62, 7, 6, 'CONTINUOUS')
  put(0, 'ENDTAB', 0, 'ENDSEC', 0, 'SECTION', 2, 'ENTITIES')
  for (const line of drawn) {
    const { layer, colour, linetype } = of(line)
    const head = (type: string) => {
      put(0, type, 8, layer)
      if (colour !== undefined) put(62, colour)
      if (linetype) put(6, linetype)
    }
    const { start, segments, closed } = readPath(line.d)
    if (!exploded && closed && segments.every((s) => !s.c1)) {
      head('LWPOLYLINE')
      put(90, segments.length + 1, 70, 1)
      for (const p of [start, ...segments.map((s) => s.to)]) put(10, x(p.x), 20, y(p.y))
      continue
    }
    let from = start
    for (const { c1, c2, to } of closed
      ? [...segments, { to: start, c1: undefined, c2: undefined }]
      : segments) {
      if (c1 && c2) {
        head('SPLINE')
        put(70, 8, 71, 3, 72, 8, 73, 4)
        for (const k of [0, 0, 0, 0, 1, 1, 1, 1]) put(40, k)
        for (const p of [from, c1, c2, to]) put(10, x(p.x), 20, y(p.y))
      } else if (Math.hypot(to.x - from.x, to.y - from.y) > 1e-6) {
        head('LINE')
        put(10, x(from.x), 20, y(from.y), 11, x(to.x), 21, y(to.y))
      }
      from = to
    }
  }
  put(0, 'ENDSEC', 0, 'EOF')
  return `${out.join('\n')}\n`
}
