import Flatbush from 'flatbush'
import type { Box } from './measure'

/** A packed Hilbert R-tree over boxes; answers the positions of the boxes that meet a place. */
export class SpatialIndex {
  private readonly tree: Flatbush | null

  constructor(boxes: readonly Box[]) {
    this.tree = boxes.length > 0 ? new Flatbush(boxes.length) : null
    if (!this.tree) return
    for (const b of boxes) this.tree.add(b.minX, b.minY, b.maxX, b.maxY)
    this.tree.finish()
  }

  /** Positions of the boxes that meet `box`, each side widened by `margin` mm. */
  meeting(box: Box, margin = 0): number[] {
    return this.tree?.search(box.minX - margin, box.minY - margin, box.maxX + margin, box.maxY + margin) ?? []
  }

  /** Positions of the boxes within `radius` mm of a point, nearest first. */
  near(x: number, y: number, radius: number): number[] {
    return this.tree?.neighbors(x, y, Infinity, radius) ?? []
  }

  /** Positions of the boxes nearest to a point, at most `count`, nearest first. */
  nearest(x: number, y: number, count: number): number[] {
    return this.tree?.neighbors(x, y, count) ?? []
  }
}
