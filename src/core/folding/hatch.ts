import type { InPicture } from './still'

/**
 * Lines at 45 degrees across a face, openings left out.
 * @param rings its outline and what is left out of it, mm of the picture
 * @param step between lines, mm
 */
export function hatched(rings: readonly (readonly InPicture[])[], step: number): [InPicture, InPicture][] {
  // In a frame turned by 45 degrees the lines are level: u along them, v across.
  const u = ([x, y]: InPicture) => (x + y) * Math.SQRT1_2
  const v = ([x, y]: InPicture) => (y - x) * Math.SQRT1_2
  const rows = new Map<number, number[]>()
  for (const ring of rings)
    ring.forEach((p, i) => {
      const q = ring[(i + 1) % ring.length]!
      const [pv, qv] = [v(p), v(q)]
      if (pv === qv) return
      const [low, high] = [Math.min(pv, qv), Math.max(pv, qv)]
      for (let row = Math.ceil(low / step); row * step < high; row += 1) {
        const at = u(p) + ((row * step - pv) / (qv - pv)) * (u(q) - u(p))
        rows.set(row, [...(rows.get(row) ?? []), at])
      }
    })
  const back = (along: number, across: number): InPicture => [
    (along - across) * Math.SQRT1_2,
    (along + across) * Math.SQRT1_2,
  ]
  return [...rows].flatMap(([row, ends]) => {
    ends.sort((a, b) => a - b)
    const lines: [InPicture, InPicture][] = []
    for (let i = 0; i + 1 < ends.length; i += 2)
      if (ends[i + 1]! - ends[i]! > 0.05)
        lines.push([back(ends[i]!, row * step), back(ends[i + 1]!, row * step)])
    return lines
  })
}
