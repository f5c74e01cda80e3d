import { type Placement, placementId } from '../document/layout'
import { type Box, heightOf, widthOf } from '../geometry/measure'

export type Size = { width: number; height: number }

/** A piece repeated in rows and columns: how many, and how much room stays free each way, mm. */
export type Grid = {
  across: number
  down: number
  count: number
  /** whether each is turned a quarter */
  turned: boolean
  spareX: number
  spareY: number
}

const SLACK = 1e-6

/** How many of a length fit into a room, with a space between each two. */
const fitting = (length: number, room: number, spacing: number): number =>
  length <= 0 ? 0 : Math.max(0, Math.floor((room + spacing + SLACK) / (length + spacing)))

function gridOf(size: Size, area: Box, spacing: number, turned: boolean): Grid {
  const [w, h] = turned ? [size.height, size.width] : [size.width, size.height]
  const across = fitting(w, widthOf(area), spacing)
  const down = fitting(h, heightOf(area), spacing)
  const used = (n: number, length: number) => (n > 0 ? n * length + (n - 1) * spacing : 0)
  return {
    across,
    down,
    count: across * down,
    turned,
    spareX: widthOf(area) - used(across, w),
    spareY: heightOf(area) - used(down, h),
  }
}

/** The fullest grid of a piece on an area, upright or turned; upright where both hold as many. */
export function fillGrid(size: Size, area: Box, spacing: number, turns = true): Grid {
  const upright = gridOf(size, area, spacing, false)
  if (!turns) return upright
  const turned = gridOf(size, area, spacing, true)
  return turned.count > upright.count ? turned : upright
}

/** Another size of the piece and what it would give. */
export type OtherSize = { scale: number; count: number }

/**
 * What a little more or less size would change: up to which scale as many fit, and at which smaller scale more do.
 * Both are rounded inward to a thousandth.
 */
export function otherSizes(
  size: Size,
  area: Box,
  spacing: number,
  turns = true,
): { largest: OtherSize | null; more: OtherSize | null } {
  const { count } = fillGrid(size, area, spacing, turns)
  const at = (scale: number) =>
    fillGrid({ width: size.width * scale, height: size.height * scale }, area, spacing, turns).count
  // The counts change only where a row or a column more just fits.
  const steps = new Set<number>()
  for (const length of [size.width, size.height])
    for (const room of [widthOf(area), heightOf(area)])
      for (let n = 1; n <= 60; n += 1) {
        const scale = (room - (n - 1) * spacing) / (n * length)
        if (scale > 0) steps.add(Math.floor(scale * 1000) / 1000)
      }
  const all = [...steps].filter((s) => s > 0).sort((a, b) => b - a)
  const largest = count === 0 ? undefined : all.find((s) => s >= 1 && at(s) >= count)
  const more = all.find((s) => s < 1 && at(s) > count)
  return {
    largest: largest === undefined ? null : { scale: largest, count: at(largest) },
    more: more === undefined ? null : { scale: more, count: at(more) },
  }
}

/** The placements of a grid from the area's left upper corner on. */
export function repeat(
  piece: string,
  size: Size,
  { across, down, turned }: Pick<Grid, 'across' | 'down' | 'turned'>,
  at: { x: number; y: number },
  spacing: number,
): Placement[] {
  const [w, h] = turned ? [size.height, size.width] : [size.width, size.height]
  return Array.from({ length: across * down }, (_, copy) => ({
    id: placementId(piece, copy),
    piece,
    copy,
    x: at.x + (copy % across) * (w + spacing),
    y: at.y + Math.floor(copy / across) * (h + spacing),
    rotation: turned ? 90 : 0,
  }))
}
