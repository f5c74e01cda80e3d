import { bow, cut, type Dieline, ellipse, num, open, pen, piece, rect, ring, score } from '../draw'

/** An envelope for a C6 card with rounded flap corners cut straight, and its liner. */
export function envelope(s: number): Dieline {
  const [w, h, f] = [120 * s, 84 * s, 46 * s]
  const [x, y] = [15 + 24, 15 + f]
  return {
    name: 'envelope with liner',
    width: w + 48 + 40 + w + 15,
    height: y + 2 * h + 15,
    pieces: [
      piece(
        'envelope',
        cut(
          ring(
            [x, y],
            [x + 14, y - f + 10],
            [x + 24, y - f],
            [x + w - 24, y - f],
            [x + w - 14, y - f + 10],
            [x + w, y],
            [x + w + 22, y + 8],
            [x + w + 22, y + h - 8],
            [x + w, y + h],
            [x + w - 4, y + 2 * h - 12],
            [x + 4, y + 2 * h - 12],
            [x, y + h],
            [x - 22, y + h - 8],
            [x - 22, y + 8],
          ),
        ),
        score(open([x, y], [x + w, y])),
        score(open([x + w, y], [x + w, y + h])),
        score(open([x, y + h], [x + w, y + h])),
        score(open([x, y], [x, y + h])),
      ),
      piece(
        'liner',
        cut(
          ring(
            [x + w + 40, y + h],
            [x + w + 40, y],
            [x + w + 54, y - f + 14],
            [x + 2 * w + 20, y - f + 14],
            [x + 2 * w + 34, y],
            [x + 2 * w + 34, y + h],
          ),
        ),
        score(open([x + w + 40, y], [x + 2 * w + 34, y])),
      ),
    ],
  }
}

/** A card with one fold, a window in the front, and pen lettering strokes beside it. */
export function windowCard(s: number): Dieline {
  const [w, h] = [105 * s, 148 * s]
  const [x, y] = [20, 20]
  return {
    name: 'window card',
    width: 2 * w + 40,
    height: h + 40,
    pieces: [
      piece(
        'card',
        cut(rect(x, y, 2 * w, h)),
        score(open([x + w, y], [x + w, y + h])),
        cut(rect(x + w + 20, y + 20, w - 40, 50 * s)),
        cut(ellipse(x + w + w / 2, y + h - 35 * s, 12 * s)),
      ),
    ],
  }
}

/** A pop-up card: steps that are cut beside the middle fold and folded in front of it. */
export function popUp(s: number): Dieline {
  const [w, h] = [100 * s, 140 * s]
  const [x, y] = [15, 15]
  const m = y + h / 2
  const step = (from: number, to: number, up: number, down: number) => [
    cut(open([x + from, m - up], [x + from, m + down])),
    cut(open([x + to, m - up], [x + to, m + down])),
    score(open([x + from, m - up], [x + to, m - up])),
    score(open([x + from, m + down], [x + to, m + down])),
    score(open([x + from, m + down - up], [x + to, m + down - up])),
  ]
  const [a, b, c, d] = [14 * s, 42 * s, 56 * s, 86 * s]
  return {
    name: 'pop-up card',
    width: w + 30,
    height: h + 30,
    pieces: [
      piece(
        'card',
        cut(rect(x, y, w, h)),
        score(open([x, m], [x + a, m])),
        score(open([x + b, m], [x + c, m])),
        score(open([x + d, m], [x + w, m])),
        ...step(a, b, 18 * s, 32 * s),
        ...step(c, d, 24 * s, 14 * s),
      ),
    ],
  }
}

/** A zigzag booklet of leaves, a tab at its end. */
export function zigzag(s: number): Dieline {
  const [w, h, n] = [45 * s, 80 * s, 6]
  const [x, y] = [12, 12]
  return {
    name: 'zigzag booklet',
    width: n * w + 40,
    height: h + 24,
    pieces: [
      piece(
        'booklet',
        cut(
          ring(
            [x, y],
            [x + n * w, y],
            [x + n * w + 10, y + 8],
            [x + n * w + 10, y + h - 8],
            [x + n * w, y + h],
            [x, y + h],
          ),
        ),
        ...Array.from({ length: n }, (_, i) => score(open([x + (i + 1) * w, y], [x + (i + 1) * w, y + h]))),
      ),
    ],
  }
}

/** A gift bag: walls and gussets, turned top, bottom flaps, and holes for the cord. */
export function bag(s: number): Dieline {
  const [w, g, h] = [70 * s, 30 * s, 110 * s]
  const x = [12, 12 + w, 12 + w + g, 12 + 2 * w + g, 12 + 2 * w + 2 * g]
  const [top, rim, foot, end] = [12, 12 + 18, 12 + 18 + h, 12 + 18 + h + 0.6 * g]
  const mid = (i: number) => (x[i]! + x[i + 1]!) / 2
  return {
    name: 'gift bag',
    width: x[4]! + 26,
    height: end + 12,
    pieces: [
      piece(
        'bag',
        cut(
          ring(
            [x[0]!, top],
            [x[4]!, top],
            [x[4]! + 12, top + 6],
            [x[4]! + 12, foot - 4],
            [x[4]!, foot],
            [x[4]!, end],
            [x[0]!, end],
          ),
        ),
        ...[1, 2, 3].map((i) => score(open([x[i]!, top], [x[i]!, end]))),
        score(open([x[4]!, top], [x[4]!, foot])),
        score(open([x[0]!, rim], [x[4]! + 12, rim])),
        score(open([x[0]!, foot], [x[4]!, foot])),
        score(open([mid(1), rim], [mid(1), foot])),
        score(open([mid(3), rim], [mid(3), foot])),
        cut(ellipse(x[0]! + w / 3, (top + rim) / 2, 2.5)),
        cut(ellipse(x[0]! + (2 * w) / 3, (top + rim) / 2, 2.5)),
        cut(ellipse(x[2]! + w / 3, (top + rim) / 2, 2.5)),
        cut(ellipse(x[2]! + (2 * w) / 3, (top + rim) / 2, 2.5)),
      ),
    ],
  }
}

/** A belly band with a tongue and the slits it goes into. */
export function strap(s: number): Dieline {
  const [w, h] = [220 * s, 34 * s]
  const [x, y] = [15, 15]
  return {
    name: 'strap',
    width: w + 50,
    height: h + 30,
    pieces: [
      piece(
        'strap',
        cut(
          ring(
            [x, y],
            [x + w, y],
            [x + w, y + 8],
            [x + w + 14, y + 10],
            [x + w + 14, y + h - 10],
            [x + w, y + h - 8],
            [x + w, y + h],
            [x, y + h],
          ),
        ),
        ...[0.2, 0.35, 0.7, 0.85].map((k) => score(open([x + k * w, y], [x + k * w, y + h]))),
        cut(open([x + 12, y + 7], [x + 12, y + h - 7])),
      ),
    ],
  }
}

/** A sheet of tags with holes; they do not touch. */
export function tags(s: number): Dieline {
  const [w, h] = [38 * s, 66 * s]
  const pieces = [0, 1, 2, 3, 4, 5].map((k) => {
    const [x, y] = [12 + (k % 3) * (w + 5), 12 + Math.floor(k / 3) * (h + 5)]
    return piece(
      `tag ${k + 1}`,
      cut(ring([x + 8, y], [x + w - 8, y], [x + w, y + 10], [x + w, y + h], [x, y + h], [x, y + 10])),
      cut(ellipse(x + w / 2, y + 7, 2.5)),
    )
  })
  return { name: 'tag sheet', width: 3 * w + 34, height: 2 * h + 29, pieces }
}

/** A layered picture: frames with openings in each other's middle, and islands cut from the waste. */
export function layers(s: number): Dieline {
  const size = 70 * s
  const pieces = [0, 1, 2, 3].map((k) => {
    const [x, y] = [12 + (k % 2) * (size + 8), 12 + Math.floor(k / 2) * (size + 8)]
    const [cx, cy] = [x + size / 2, y + size / 2]
    const r = size * (0.42 - 0.07 * k)
    return piece(
      `layer ${k + 1}`,
      cut(rect(x, y, size, size)),
      cut(
        k % 2 === 0
          ? ellipse(cx, cy, r, r * 0.8)
          : ring([cx - r, cy], [cx, cy - r], [cx + r, cy], [cx, cy + r]),
      ),
      cut(ellipse(x + 6, y + 6, 1.6)),
      cut(ellipse(x + size - 6, y + 6, 1.6)),
    )
  })
  const [ix, iy] = [12 + size / 2, 12 + size / 2]
  pieces.push(
    piece(
      'fish',
      cut(
        `M${num(ix - 12 * s)} ${num(iy)}${bow([ix - 12 * s, iy], [ix + 10 * s, iy], 7 * s)}${bow([ix + 10 * s, iy], [ix - 12 * s, iy], 7 * s)}Z`,
      ),
    ),
  )
  return { name: 'layered picture', width: 2 * size + 32, height: 2 * size + 32, pieces }
}

/** A box with a lid and an insert on one sheet; the insert lies in the window of the lid. */
export function boxSet(s: number): Dieline {
  const tray = (name: string, x: number, y: number, w: number, l: number, h: number, window: boolean) =>
    piece(
      name,
      cut(
        ring(
          [x + h, y],
          [x + h + w, y],
          [x + h + w, y + h],
          [x + 2 * h + w, y + h],
          [x + 2 * h + w, y + h + l],
          [x + h + w, y + h + l],
          [x + h + w, y + 2 * h + l],
          [x + h, y + 2 * h + l],
          [x + h, y + h + l],
          [x, y + h + l],
          [x, y + h],
          [x + h, y + h],
        ),
      ),
      score(open([x + h, y + h], [x + h + w, y + h])),
      score(open([x + h + w, y + h], [x + h + w, y + h + l])),
      score(open([x + h, y + h + l], [x + h + w, y + h + l])),
      score(open([x + h, y + h], [x + h, y + h + l])),
      ...(window ? [cut(rect(x + h + 12, y + h + 12, w - 24, l - 24))] : []),
    )
  const [w, l] = [80 * s, 64 * s]
  const lid = { x: 12 + w + 60 * s + 10, y: 12 }
  const inner = { x: lid.x + 14 * s + 16, y: lid.y + 14 * s + 16, w: w - 34, l: l - 34 }
  return {
    name: 'box, lid and insert',
    width: lid.x + w + 28 * s + 15,
    height: l + 60 * s + 30,
    pieces: [
      tray('box', 12, 12, w, l, 28 * s, false),
      tray('lid', lid.x, lid.y, w, l, 14 * s, true),
      piece(
        'insert',
        cut(rect(inner.x, inner.y, inner.w, inner.l)),
        score(open([inner.x + inner.w / 2, inner.y], [inner.x + inner.w / 2, inner.y + inner.l])),
      ),
    ],
  }
}

/** A card in the shape of a house with a door that opens, and strokes of a pen for its tiles. */
export function doorCard(s: number): Dieline {
  const [x, y, w, h] = [15, 15, 90 * s, 100 * s]
  const [dx, dy, dw, dh] = [x + 0.4 * w, y + h - 48 * s, 22 * s, 40 * s]
  return {
    name: 'door card',
    width: w + 30,
    height: h + 30,
    pieces: [
      piece(
        'house',
        cut(ring([x, y + 0.4 * h], [x + w / 2, y], [x + w, y + 0.4 * h], [x + w, y + h], [x, y + h])),
        cut(open([dx, dy], [dx + dw, dy], [dx + dw, dy + dh], [dx, dy + dh])),
        score(open([dx, dy], [dx, dy + dh])),
        score(open([x, y + 0.4 * h], [x + w, y + 0.4 * h])),
        cut(rect(x + 10 * s, y + 50 * s, 16 * s, 16 * s)),
        ...[0, 1, 2].map((k) =>
          pen(open([x + w / 2 - 12 * s, y + (18 + 5 * k) * s], [x + w / 2 + 12 * s, y + (18 + 5 * k) * s])),
        ),
      ),
    ],
  }
}
