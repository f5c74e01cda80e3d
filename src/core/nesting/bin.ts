import type { Box } from '../geometry/measure'
import { collide, overlapOf } from './collide'
import { type Kind, TURNS } from './problem'
import type { Solid, SolidKind } from './solid'

/** A thing that lies in a bin; what is fixed stays where it is. */
export type Member = { item: number; kind: SolidKind; fixed: boolean }
export type Pose = { x: number; y: number; degrees: number }

/** Steps in which a piece that may lie at will is turned at random, degrees. */
const FREE_STEP = 1

/** A sheet, or several side by side, and what lies there, overlaps allowed for the time being. */
export class Bin {
  readonly members: Member[] = []
  readonly poses: Pose[] = []
  readonly solids: Solid[] = []
  /** the box of each member where it lies: minX, maxX, minY, maxY; asked for more often than anything else */
  private readonly bounds: number[] = []

  /** @param areas where pieces may lie, half the spacing added all round; one for each sheet, apart from one another */
  constructor(
    public areas: readonly Box[],
    private readonly random: () => number,
  ) {}

  /** Where pieces may lie on the only sheet. */
  get area(): Box {
    return this.areas[0]!
  }
  set area(area: Box) {
    this.areas = [area]
  }

  /** The area that a member lies in, by the nearest one to its middle. */
  areaOf(at: number): number {
    const { x, y } = this.poses[at]!
    const away = this.areas.map(({ minX, minY, maxX, maxY }) =>
      Math.hypot(Math.max(minX - x, 0, x - maxX), Math.max(minY - y, 0, y - maxY)),
    )
    return away.indexOf(Math.min(...away))
  }

  /** One of the areas, at random. */
  anyArea(): number {
    return this.areas.length === 1 ? 0 : Math.floor(this.random() * this.areas.length)
  }

  add(member: Member, pose: Pose): number {
    this.members.push(member)
    this.poses.push(pose)
    this.solids.push(member.kind.at(pose.degrees))
    const at = this.members.length - 1
    this.bound(at)
    return at
  }

  remove(at: number): void {
    this.members.splice(at, 1)
    this.poses.splice(at, 1)
    this.solids.splice(at, 1)
    this.bounds.splice(4 * at, 4)
  }

  set(at: number, pose: Pose): void {
    this.poses[at] = pose
    this.solids[at] = this.members[at]!.kind.at(pose.degrees)
    this.bound(at)
  }

  private bound(at: number): void {
    const { box } = this.solids[at]!
    const { x, y } = this.poses[at]!
    this.bounds[4 * at] = box.minX + x
    this.bounds[4 * at + 1] = box.maxX + x
    this.bounds[4 * at + 2] = box.minY + y
    this.bounds[4 * at + 3] = box.maxY + y
  }

  copyPoses(): Pose[] {
    return [...this.poses]
  }

  restore(poses: readonly Pose[]): void {
    poses.forEach((p, i) => {
      if (p !== this.poses[i]) this.set(i, p)
    })
  }

  /** mm² of the pieces in it, with their spacing */
  get filled(): number {
    return this.members.reduce((sum, m) => sum + (m.fixed ? 0 : m.kind.area), 0)
  }

  /** mm over which overlaps fall off: a hundredth of what is largest in the bin. */
  get soft(): number {
    let most = 1
    for (const { box } of this.solids) most = Math.max(most, box.maxX - box.minX, box.maxY - box.minY)
    return most / 100
  }

  /** How much two members overlap; 0 where they do not. */
  overlap(i: number, j: number, soft: number): number {
    const [p, q] = [this.poses[i]!, this.poses[j]!]
    return this.against(this.solids[i]!, p.x, p.y, this.members[i]!.kind.weight, j, q, soft)
  }

  /**
   * What a solid would overlap at a place, weighed; stops early above `bound`.
   * @param at the member that it is, which it does not overlap
   */
  lossAt(
    solid: Solid,
    weight: number,
    x: number,
    y: number,
    at: number,
    weights: (j: number) => number,
    soft: number,
    bound = Infinity,
  ): number {
    let sum = 0
    const minX = solid.box.minX + x
    const maxX = solid.box.maxX + x
    const minY = solid.box.minY + y
    const maxY = solid.box.maxY + y
    const { bounds } = this
    for (let j = 0, k = 0; k < bounds.length; j += 1, k += 4) {
      if (bounds[k]! >= maxX || bounds[k + 1]! <= minX) continue
      if (bounds[k + 2]! >= maxY || bounds[k + 3]! <= minY || j === at) continue
      const overlap = this.against(solid, x, y, weight, j, this.poses[j]!, soft)
      if (overlap === 0) continue
      sum += weights(j) * overlap
      if (sum >= bound) return sum
    }
    return sum
  }

  private against(
    solid: Solid,
    x: number,
    y: number,
    weight: number,
    j: number,
    q: Pose,
    soft: number,
  ): number {
    const other = this.solids[j]!
    if (!collide(solid, x, y, other, q.x, q.y)) return 0
    return overlapOf(solid, x, y, other, q.x, q.y, soft) * weight * this.members[j]!.kind.weight
  }

  /** Where the middle of a solid may be for all of it to lie in an area; null if it does not fit. */
  room(solid: Solid, area = 0): Box | null {
    const { minX, minY, maxX, maxY } = this.areas[area]!
    const room = {
      minX: minX - solid.box.minX,
      minY: minY - solid.box.minY,
      maxX: maxX - solid.box.maxX,
      maxY: maxY - solid.box.maxY,
    }
    const slack = 1e-6
    if (room.maxX < room.minX - slack || room.maxY < room.minY - slack) return null
    return { ...room, maxX: Math.max(room.minX, room.maxX), maxY: Math.max(room.minY, room.maxY) }
  }

  /** A turn that a kind may have, at random. */
  anyTurn({ turning }: Kind): number {
    if (turning === 'any') return Math.floor((this.random() * 360) / FREE_STEP) * FREE_STEP
    const turns = TURNS[turning]
    return turns[Math.floor(this.random() * turns.length)]!
  }
}
