/** A box laid in a room: where its left upper corner lies, and whether it is turned a quarter. */
export type LaidBox = { x: number; y: number; turned: boolean }

type Room = { width: number; height: number }

const SAME = 1e-6
/** Distances from a side that are tried for a cut; beyond so many a better mixture gains next to nothing. */
const MOST_CUTS = 18
/** So many boxes in a grid leave no gap that a pinwheel would close. */
const MANY = 70
/** So many are laid in plain rows: mixtures would take long and gain next to nothing. */
const TOO_MANY = 1500

/**
 * Lays as many equal boxes as it can into a room, upright and turned ones mixed: the room is parted into two blocks by
 * a straight cut or into five by a pinwheel, and each block once more; what is not parted is filled by a plain grid
 * (the five-block heuristic for pallets of Bischoff and Dowsland 1982 and its recursion by Morabito and Morales 1998,
 * from memory; here with two levels).
 * @param spacing least distance between two boxes, mm
 */
export function fillBoxes(box: Room, room: Room, spacing: number, turns: boolean): LaidBox[] {
  // With the spacing on one side of each box, boxes may simply touch.
  const [w, h] = [box.width + spacing, box.height + spacing]
  const [width, height] = [room.width + spacing, room.height + spacing]
  const mixes = turns && Math.abs(w - h) > SAME
  if (!mixes || (width * height) / (w * h) <= TOO_MANY) return new Filling(w, h, mixes).lay(width, height)
  const upright = new Filling(w, h, false).lay(width, height)
  const turned = new Filling(h, w, false).lay(width, height).map((l) => ({ ...l, turned: true }))
  return turned.length > upright.length ? turned : upright
}

const fitting = (length: number, room: number) => Math.max(0, Math.floor((room + SAME) / length))

/** A part of a room: where it lies, and how it is filled. */
type Block = { x: number; y: number; width: number; height: number }

class Filling {
  private readonly known = new Map<string, number>()

  constructor(
    private readonly w: number,
    private readonly h: number,
    private readonly turns: boolean,
  ) {}

  lay(width: number, height: number): LaidBox[] {
    const whole = { x: 0, y: 0, width, height }
    return this.blocksOf(whole).flatMap((block) => this.parted(block).flatMap((part) => this.grid(part)))
  }

  /** The room itself, or the five blocks or two that hold more. */
  private blocksOf(whole: Block): Block[] {
    const { width, height } = whole
    let best = { count: this.count(whole), blocks: [whole] }
    if (!this.turns) return best.blocks
    const bound = this.most(whole)
    const [xs, ys] = [this.cuts(width), this.cuts(height)]
    const take = (blocks: Block[]) => {
      if (blocks.reduce((sum, b) => sum + this.most(b), 0) <= best.count) return
      const count = blocks.reduce((sum, b) => sum + this.count(b), 0)
      if (count > best.count) best = { count, blocks }
    }
    for (const x of xs) take(across(whole, x))
    for (const y of ys) take(down(whole, y))
    if (best.count > MANY) return best.blocks
    for (const x1 of xs)
      for (const x2 of xs)
        for (const y1 of ys)
          for (const y2 of ys) {
            if (best.count >= bound) return best.blocks
            if (x1 < x2 && y1 < y2) take(pinwheel(whole, x1, x2, y1, y2))
          }
    return best.blocks
  }

  /** No room of this size holds more. */
  private most({ width, height }: Block): number {
    return Math.floor((width * height + SAME) / (this.w * this.h))
  }

  private plain({ width, height }: Block): number {
    const { w, h } = this
    const upright = fitting(w, width) * fitting(h, height)
    return this.turns ? Math.max(upright, fitting(h, width) * fitting(w, height)) : upright
  }

  /** How many a block holds, plain or parted once. */
  private count(block: Block): number {
    const least = this.plain(block)
    if (!this.turns || least >= this.most(block)) return least
    const key = `${block.width.toFixed(3)} ${block.height.toFixed(3)}`
    const known = this.known.get(key) ?? this.parted(block).reduce((sum, b) => sum + this.plain(b), 0)
    this.known.set(key, known)
    return known
  }

  /** A block as it is, or parted by the straight cut that gains most. */
  private parted(block: Block): Block[] {
    let best = { count: this.plain(block), blocks: [block] }
    if (!this.turns) return best.blocks
    const bound = this.most(block)
    const take = (blocks: Block[]) => {
      const count = blocks.reduce((sum, b) => sum + this.plain(b), 0)
      if (count > best.count) best = { count, blocks }
    }
    for (const x of this.cuts(block.width)) {
      if (best.count >= bound) return best.blocks
      take(across(block, x))
    }
    for (const y of this.cuts(block.height)) {
      if (best.count >= bound) return best.blocks
      take(down(block, y))
    }
    return best.blocks
  }

  /** Distances that rows of boxes can make, from a side up to a room's other side. */
  private cuts(room: number): number[] {
    const found = new Set<number>()
    for (let i = 0; i * this.w < room; i += 1)
      for (let j = 0; i * this.w + j * this.h < room - SAME; j += 1)
        if (i + j > 0) found.add(i * this.w + j * this.h)
    const all = [...found].sort((a, b) => a - b)
    if (all.length <= MOST_CUTS) return all
    const step = (all.length - 1) / (MOST_CUTS - 1)
    return Array.from({ length: MOST_CUTS }, (_, k) => all[Math.round(k * step)]!)
  }

  private grid({ x, y, width, height }: Block): LaidBox[] {
    const upright = fitting(this.w, width) * fitting(this.h, height)
    const turned = this.turns && fitting(this.h, width) * fitting(this.w, height) > upright
    const [w, h] = turned ? [this.h, this.w] : [this.w, this.h]
    const [across, down] = [fitting(w, width), fitting(h, height)]
    return Array.from({ length: across * down }, (_, k) => ({
      x: x + (k % across) * w,
      y: y + Math.floor(k / across) * h,
      turned,
    }))
  }
}

const across = ({ x, y, width, height }: Block, by: number): Block[] => [
  { x, y, width: by, height },
  { x: x + by, y, width: width - by, height },
]

const down = ({ x, y, width, height }: Block, by: number): Block[] => [
  { x, y, width, height: by },
  { x, y: y + by, width, height: height - by },
]

/** Four blocks round the middle one. */
const pinwheel = ({ width, height }: Block, x1: number, x2: number, y1: number, y2: number): Block[] => [
  { x: 0, y: 0, width: x1, height: y2 },
  { x: x1, y: 0, width: width - x1, height: y1 },
  { x: x1, y: y1, width: x2 - x1, height: y2 - y1 },
  { x: 0, y: y2, width: x2, height: height - y2 },
  { x: x2, y: y1, width: width - x2, height: height - y1 },
]
