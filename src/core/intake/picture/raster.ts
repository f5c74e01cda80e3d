/** A picture as grey values, 0 black to 255 white, row by row. */
export type Raster = { width: number; height: number; grey: Uint8Array }

/** Turns the bytes of a picture into grey values, or colours too; given from outside, since it is the platform's business. */
export type DecodePicture = (bytes: Uint8Array, inColour?: boolean) => Promise<DecodedPicture>

export type DecodedPicture = Raster & {
  /** pixels an inch across, where the file says so */
  density: number | null
  /** red, green, blue of each pixel, where colours were asked for */
  rgb?: Uint8Array
  /** how many times as high a pixel is as it is wide: 1 nearly always */
  stretch: number
}

/**
 * The grey value that best parts a picture in two, by Otsu's method (Otsu 1979, "A threshold selection method from
 * gray-level histograms"): the variance between the two classes is greatest there.
 * @returns 1 to 255: what is darker is shape
 */
export function otsuThreshold({ grey }: Raster): number {
  const histogram = new Float64Array(256)
  for (let i = 0; i < grey.length; i += 1) histogram[grey[i]!]! += 1
  let total = 0
  for (let v = 0; v < 256; v += 1) total += v * histogram[v]!
  let count = 0
  let sum = 0
  let best = -1
  let first = 128
  let last = 128
  for (let v = 0; v < 255; v += 1) {
    count += histogram[v]!
    sum += v * histogram[v]!
    const rest = grey.length - count
    if (count === 0 || rest === 0) continue
    const apart = sum / count - (total - sum) / rest
    const between = count * rest * apart * apart
    if (between > best * (1 + 1e-12)) {
      best = between
      first = v + 1
      last = v + 1
    } else if (between >= best * (1 - 1e-12)) last = v + 1
  }
  // Where a whole range parts the picture equally well, its middle is furthest from both.
  return Math.round((first + last) / 2)
}

/**
 * A copy with a white border of one pixel, specks taken out, and the inside of shapes filled where openings are not
 * wanted.
 * @param threshold what is darker is shape
 * @param speck dark spots and light holes of fewer pixels vanish
 */
export function cleaned(
  { width, height, grey }: Raster,
  {
    threshold,
    invert,
    openings,
    speck,
  }: { threshold: number; invert: boolean; openings: boolean; speck: number },
): Raster {
  const [w, h] = [width + 2, height + 2]
  const out = new Uint8Array(w * h).fill(255)
  for (let y = 0; y < height; y += 1)
    for (let x = 0; x < width; x += 1) {
      const v = grey[y * width + x]!
      out[(y + 1) * w + x + 1] = invert ? 255 - v : v
    }
  const level = invert ? 256 - threshold : threshold
  dropSmall(out, w, level, true, speck)
  dropSmall(out, w, level, false, openings ? speck : Number.POSITIVE_INFINITY)
  return { width: w, height: h, grey: out }
}

/** Turns regions of one side of the threshold that have fewer than `least` pixels to the other side; never the ground. */
function dropSmall(grey: Uint8Array, w: number, level: number, dark: boolean, least: number): void {
  if (least <= 0) return
  const seen = new Uint8Array(grey.length)
  const stack = new Int32Array(grey.length)
  const region = new Int32Array(grey.length)
  const isMine = (i: number) => grey[i]! < level === dark
  const steps = dark ? [-1, 1, -w, w, -w - 1, -w + 1, w - 1, w + 1] : [-1, 1, -w, w]
  const flip = dark ? 255 : 0
  for (let first = 0; first < grey.length; first += 1) {
    if (seen[first] || !isMine(first)) continue
    let top = 0
    let count = 0
    stack[top++] = first
    seen[first] = 1
    while (top > 0) {
      const i = stack[--top]!
      region[count++] = i
      const x = i % w
      for (const step of steps) {
        const j = i + step
        if (j < 0 || j >= grey.length || seen[j]) continue
        // A step to the side must not run over into the next row.
        const dx = (j % w) - x
        if (dx > 1 || dx < -1 || !isMine(j)) continue
        seen[j] = 1
        stack[top++] = j
      }
    }
    const isGround = !dark && first === 0
    if (!isGround && count < least) for (let k = 0; k < count; k += 1) grey[region[k]!] = flip
  }
}
