import type { Mark } from './marks'

/** A grey picture: a byte a pixel, row by row, 0 for black. */
export type GreyPicture = { data: Uint8Array; width: number; height: number }

export type FoundMark = Mark & {
  /** where it was seen, mm of the picture; null where it was not */
  seen: { x: number; y: number } | null
  /** why it cannot be trusted; null where it can */
  trouble: 'missing' | 'covered' | null
}

type Look = {
  picture: GreyPicture
  /** pixels of one mm */
  scale: number
  /** mm of the picture at which the sheet's left upper corner is expected */
  at: { x: number; y: number }
  /** outer diameter and line of the rings, mm */
  size: number
  weight: number
  /** mm around the expected place in which a mark is looked for */
  reach: number
}

/** How far a ring's measured size and area may be off, as a share. */
const STRAY = { size: 0.15, area: 0.2 }

/** Finds rings near the places where marks are expected; their middles by weighing each pixel by its darkness. */
export const findMarks = (marks: readonly Mark[], look: Look): FoundMark[] =>
  marks.map((mark) => ({ ...mark, ...findOne(mark, look) }))

function findOne(mark: Mark, look: Look): Pick<FoundMark, 'seen' | 'trouble'> {
  const { picture, scale, at, size, weight, reach } = look
  const left = Math.max(0, Math.floor((mark.x + at.x - reach) * scale))
  const top = Math.max(0, Math.floor((mark.y + at.y - reach) * scale))
  const right = Math.min(picture.width, Math.ceil((mark.x + at.x + reach) * scale))
  const bottom = Math.min(picture.height, Math.ceil((mark.y + at.y + reach) * scale))
  const spots = darkSpots(picture, { left, top, right, bottom })
  const area = (Math.PI / 4) * (size ** 2 - (size - 2 * weight) ** 2) * scale ** 2
  const off = (s: Spot) =>
    Math.max(Math.abs(s.width / scale / size - 1), Math.abs(s.height / scale / size - 1))
  const ring = spots.reduce<Spot | null>((a, b) => (a && off(a) <= off(b) ? a : b), null)
  // Something of a ring's kind but not whole is a covered one.
  const alike = spots.some((s) => s.weight > 0.3 * area && Math.max(s.width, s.height) > 0.5 * size * scale)
  if (!ring || off(ring) > STRAY.size) return { seen: null, trouble: alike ? 'covered' : 'missing' }
  const seen = { x: ring.x / scale, y: ring.y / scale }
  return { seen, trouble: Math.abs(ring.weight / area - 1) > STRAY.area ? 'covered' : null }
}

/** A dark spot: its box in pixels, darkness in pixels of black, and the middle of its darkness. */
type Spot = { width: number; height: number; weight: number; x: number; y: number }

/** Connected dark pixels of a part of a picture, those that touch its border left out. */
function darkSpots(
  { data, width }: GreyPicture,
  { left, top, right, bottom }: { left: number; top: number; right: number; bottom: number },
): Spot[] {
  const [w, h] = [right - left, bottom - top]
  if (w <= 0 || h <= 0) return []
  let [dark, light] = [255, 0]
  for (let y = top; y < bottom; y += 1)
    for (let x = left; x < right; x += 1) {
      dark = Math.min(dark, data[y * width + x]!)
      light = Math.max(light, data[y * width + x]!)
    }
  if (light - dark < 60) return []
  const limit = dark + 0.85 * (light - dark)
  const seen = new Uint8Array(w * h)
  const spots: Spot[] = []
  for (let first = 0; first < w * h; first += 1) {
    if (seen[first] || data[(top + Math.floor(first / w)) * width + left + (first % w)]! > limit) continue
    const open = [first]
    seen[first] = 1
    let [minX, maxX, minY, maxY, sum, sx, sy, edge] = [w, 0, h, 0, 0, 0, 0, false]
    for (let k = open.pop(); k !== undefined; k = open.pop()) {
      const [x, y] = [k % w, Math.floor(k / w)]
      const blackness = (light - data[(top + y) * width + left + x]!) / (light - dark)
      sum += blackness
      sx += blackness * (x + 0.5)
      sy += blackness * (y + 0.5)
      minX = Math.min(minX, x)
      maxX = Math.max(maxX, x)
      minY = Math.min(minY, y)
      maxY = Math.max(maxY, y)
      edge ||= x === 0 || y === 0 || x === w - 1 || y === h - 1
      for (const [u, v] of [
        [x - 1, y],
        [x + 1, y],
        [x, y - 1],
        [x, y + 1],
      ] as const) {
        if (u < 0 || v < 0 || u >= w || v >= h || seen[v * w + u]) continue
        if (data[(top + v) * width + left + u]! > limit) continue
        seen[v * w + u] = 1
        open.push(v * w + u)
      }
    }
    if (!edge)
      spots.push({
        width: maxX - minX + 1,
        height: maxY - minY + 1,
        weight: sum,
        x: left + sx / sum,
        y: top + sy / sum,
      })
  }
  return spots
}
