import { bow, cut, type Dieline, ellipse, num, open, perforate, piece, rect, ring, score } from '../draw'

/** A carton with tuck flaps at both ends, dust flaps, and slits beside the tuck folds. */
export function tuckCarton(s: number): Dieline {
  const [w, d, h] = [60 * s, 30 * s, 90 * s]
  const [x0, y0] = [20, 20 + d + 14]
  const x = [x0, x0 + w, x0 + w + d, x0 + 2 * w + d, x0 + 2 * w + 2 * d]
  const [top, foot] = [y0, y0 + h]
  const glue = x[4]! + 12
  const dust = 0.7 * d
  const outline = ring(
    [x[0]!, top],
    [x[0]!, top - d],
    [x[0]! + 4, top - d - 12],
    [x[1]! - 4, top - d - 12],
    [x[1]!, top - d],
    [x[1]!, top],
    [x[1]! + 3, top - dust],
    [x[2]! - 3, top - dust],
    [x[2]!, top],
    [x[3]!, top],
    [x[3]! + 3, top - dust],
    [x[4]! - 3, top - dust],
    [x[4]!, top],
    [glue, top + 4],
    [glue, foot - 4],
    [x[4]!, foot],
    [x[4]! - 3, foot + dust],
    [x[3]! + 3, foot + dust],
    [x[3]!, foot],
    [x[3]!, foot + d],
    [x[3]! - 4, foot + d + 12],
    [x[2]! + 4, foot + d + 12],
    [x[2]!, foot + d],
    [x[2]!, foot],
    [x[2]! - 3, foot + dust],
    [x[1]! + 3, foot + dust],
    [x[1]!, foot],
    [x[0]!, foot],
  )
  return {
    name: 'tuck carton',
    width: glue + 20,
    height: foot + d + 32,
    pieces: [
      piece(
        'carton',
        cut(outline),
        ...[1, 2, 3, 4].map((i) => score(open([x[i]!, top], [x[i]!, foot]))),
        score(open([x[0]!, top], [x[1]!, top])),
        score(open([x[1]!, top], [x[2]!, top])),
        score(open([x[3]!, top], [x[4]!, top])),
        score(open([x[1]!, foot], [x[2]!, foot])),
        score(open([x[2]!, foot], [x[3]!, foot])),
        score(open([x[3]!, foot], [x[4]!, foot])),
        // The tuck folds stop short of the sides, where slits lock them.
        cut(open([x[0]!, top - d], [x[0]! + 6, top - d])),
        score(open([x[0]! + 6, top - d], [x[1]! - 6, top - d])),
        cut(open([x[1]! - 6, top - d], [x[1]!, top - d])),
        cut(open([x[2]!, foot + d], [x[2]! + 6, foot + d])),
        score(open([x[2]! + 6, foot + d], [x[3]! - 6, foot + d])),
        cut(open([x[3]! - 6, foot + d], [x[3]!, foot + d])),
      ),
    ],
  }
}

/** A tray with four walls and a glue tab at each corner. */
export function gluedTray(s: number): Dieline {
  const [w, l, h] = [90 * s, 70 * s, 28 * s]
  const [a, b, c, d] = [20 + h, 20 + h + w, 20 + h, 20 + h + l]
  const t = Math.min(12, 0.5 * h)
  return {
    name: 'glued tray',
    width: 40 + w + 2 * h,
    height: 40 + l + 2 * h,
    pieces: [
      piece(
        'tray',
        cut(
          ring(
            [a, c - h],
            [b, c - h],
            [b + t, c - h + 2],
            [b + t, c - 2],
            [b, c],
            [b + h, c],
            [b + h, d],
            [b, d],
            [b + t, d + 2],
            [b + t, d + h - 2],
            [b, d + h],
            [a, d + h],
            [a - t, d + h - 2],
            [a - t, d + 2],
            [a, d],
            [a - h, d],
            [a - h, c],
            [a, c],
            [a - t, c - 2],
            [a - t, c - h + 2],
          ),
        ),
        score(open([a, c], [b, c])),
        score(open([b, c], [b, d])),
        score(open([a, d], [b, d])),
        score(open([a, c], [a, d])),
        score(open([a, c - h], [a, c])),
        score(open([b, c - h], [b, c])),
        score(open([a, d], [a, d + h])),
        score(open([b, d], [b, d + h])),
      ),
    ],
  }
}

/** A tray of one sheet whose corners are folded in: four long folds and a diagonal in each corner. */
export function webbedTray(s: number): Dieline {
  const [w, l, h] = [120 * s, 90 * s, 25 * s]
  const [x, y] = [15, 15]
  return {
    name: 'webbed tray',
    width: w + 30,
    height: l + 30,
    pieces: [
      piece(
        'tray',
        cut(rect(x, y, w, l)),
        score(open([x + h, y], [x + h, y + l])),
        score(open([x + w - h, y], [x + w - h, y + l])),
        score(open([x, y + h], [x + w, y + h])),
        score(open([x, y + l - h], [x + w, y + l - h])),
        score(open([x, y], [x + h, y + h])),
        score(open([x + w, y], [x + w - h, y + h])),
        score(open([x, y + l], [x + h, y + l - h])),
        score(open([x + w, y + l], [x + w - h, y + l - h])),
      ),
    ],
  }
}

/** A sleeve of four walls with a glue strip, a round window and an oval one. */
export function sleeve(s: number): Dieline {
  const [w, d, h] = [70 * s, 24 * s, 60 * s]
  const x = [12, 12 + w, 12 + w + d, 12 + 2 * w + d, 12 + 2 * w + 2 * d]
  const [top, foot] = [15, 15 + h]
  return {
    name: 'sleeve',
    width: x[4]! + 30,
    height: foot + 15,
    pieces: [
      piece(
        'sleeve',
        cut(
          ring(
            [x[0]!, top],
            [x[4]!, top],
            [x[4]! + 11, top + 5],
            [x[4]! + 11, foot - 5],
            [x[4]!, foot],
            [x[0]!, foot],
          ),
        ),
        ...[1, 2, 3, 4].map((i) => score(open([x[i]!, top], [x[i]!, foot]))),
        cut(ellipse(x[0]! + w / 2, top + h / 2, 14 * s)),
        cut(ellipse(x[2]! + w / 2, top + h / 2, 20 * s, 11 * s)),
      ),
    ],
  }
}

/** A pillow box: two panels between bowed folds, a glue strip along one side. */
export function pillow(s: number): Dieline {
  const [w, h, b] = [110 * s, 60 * s, 11 * s]
  const [x, y] = [20, 20 + b]
  const bowed = (from: readonly [number, number], to: readonly [number, number], by: number) =>
    `${open([from[0], from[1]])}${bow(from, to, by)}`
  const sideways = (yy: number) => [
    score(bowed([x, yy], [x, yy + h], b)),
    score(bowed([x + w, yy], [x + w, yy + h], -b)),
  ]
  const n = (px: number, py: number) => `${num(px)} ${num(py)}`
  const outline =
    `M${n(x, y)}L${n(x + w, y)}${bow([x + w, y], [x + w, y + h], b)}${bow([x + w, y + h], [x + w, y + 2 * h], b)}` +
    `L${n(x + w - 8, y + 2 * h + 10)}L${n(x + 8, y + 2 * h + 10)}L${n(x, y + 2 * h)}` +
    `${bow([x, y + 2 * h], [x, y + h], b)}${bow([x, y + h], [x, y], b)}Z`
  return {
    name: 'pillow box',
    width: w + 40 + 2 * b,
    height: 2 * h + 60,
    pieces: [
      piece(
        'pillow',
        cut(outline),
        score(open([x, y + h], [x + w, y + h])),
        score(open([x, y + 2 * h], [x + w, y + 2 * h])),
        ...sideways(y),
        ...sideways(y + h),
      ),
    ],
  }
}

/** A hexagonal tray: a base with six walls and a tab at each. */
export function hexagonTray(s: number): Dieline {
  const r = 34 * s
  const h = 22 * s
  const [cx, cy] = [30 + r + h, 30 + r + h]
  const at = (radius: number, degrees: number): [number, number] => [
    cx + radius * Math.cos((degrees * Math.PI) / 180),
    cy + radius * Math.sin((degrees * Math.PI) / 180),
  ]
  const corners = [0, 1, 2, 3, 4, 5].map((i) => at(r, i * 60))
  const out: [number, number][] = []
  const tabs: ReturnType<typeof score>[] = []
  corners.forEach(([px, py], i) => {
    const [qx, qy] = corners[(i + 1) % 6]!
    const [mx, my] = [Math.cos(((i * 60 + 30) * Math.PI) / 180), Math.sin(((i * 60 + 30) * Math.PI) / 180)]
    const [ex, ey] = [(qx - px) / r, (qy - py) / r]
    const [ax, ay] = [px + mx * h, py + my * h]
    const [bx, by] = [qx + mx * h, qy + my * h]
    out.push([px, py], [ax, ay], [bx, by])
    // The tab hangs on the end of the wall.
    out.push([bx + ex * 7 - mx * 3, by + ey * 7 - my * 3], [qx + ex * 7 + mx * 8, qy + ey * 7 + my * 8])
    tabs.push(score(open([qx, qy], [bx, by])))
  })
  return {
    name: 'hexagon tray',
    width: 2 * cx,
    height: 2 * cy,
    pieces: [
      piece(
        'tray',
        cut(ring(...out)),
        ...corners.map((p, i) => score(open(p, corners[(i + 1) % 6]!))),
        ...tabs,
      ),
    ],
  }
}

/** A mailer with a tear strip between two perforations, over the flap. */
export function tearMailer(s: number): Dieline {
  const [w, h] = [150 * s, 80 * s]
  const [x, y] = [15, 15]
  const strip = y + 2 * h + 18
  return {
    name: 'tear mailer',
    width: w + 30,
    height: 2 * h + 70,
    pieces: [
      piece(
        'mailer',
        cut(
          ring(
            [x, y],
            [x + w, y],
            [x + w, y + 2 * h + 34],
            [x + w - 10, y + 2 * h + 40],
            [x + 10, y + 2 * h + 40],
            [x, y + 2 * h + 34],
          ),
        ),
        score(open([x, y + h], [x + w, y + h])),
        score(open([x, y + 2 * h], [x + w, y + 2 * h])),
        score(open([x + 12, y], [x + 12, y + h])),
        score(open([x + w - 12, y], [x + w - 12, y + h])),
        perforate(open([x, strip], [x + w, strip])),
        perforate(open([x, strip + 8], [x + w, strip + 8])),
      ),
    ],
  }
}
