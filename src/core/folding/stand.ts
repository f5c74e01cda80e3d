import { type Posed, together } from './build'
import { type Build, posedPieces } from './joins'
import { rootOf } from './pose'
import { after, dot, RESTING, type Rigid, turned } from './rigid'

/** A wall stands on the panel that rests from this angle on, up to as far from folded back, degrees. */
const STANDS = 45
/** So many walls on it make it a floor. */
const WALLS = 3
/** A panel over against it, of this share of its size, closes it: then it is a wall as good as any. */
const CLOSES = 0.5

/**
 * How a folded build stands on a table: an open tray on its floor, everything else upright, as its drawing shows it.
 * @returns the motion that sets it so; y is up
 */
export function standOf({ model, angles, pose }: Posed): Rigid {
  const root = rootOf(model)
  const around = model.hinges.flatMap(({ a, b }, k) => (a === root || b === root ? [angles[k]!] : []))
  const walls = (sign: number) => around.filter((t) => sign * t > STANDS && sign * t < 180 - STANDS).length
  const way = walls(-1) >= WALLS ? -1 : walls(1) >= WALLS ? 1 : 0
  if (way === 0) return RESTING
  const up = turned(pose[root]!, [0, 0, 1])
  const { area } = model.panels[root]!
  const isClosed = model.panels.some(
    (panel, i) =>
      i !== root && panel.area > CLOSES * area && Math.abs(dot(turned(pose[i]!, [0, 0, 1]), up)) > 0.99,
  )
  if (isClosed) return RESTING
  // Walls behind the sheet: its front goes down. Before it: its front goes up.
  return way < 0 ? FRONT_DOWN : FRONT_UP
}

const FRONT_DOWN: Rigid = { r: [1, 0, 0, 0, 0, -1, 0, 1, 0], t: [0, 0, 0] }
const FRONT_UP: Rigid = { r: [1, 0, 0, 0, 0, 1, 0, -1, 0], t: [0, 0, 0] }

const kept = new WeakMap<Build, Rigid>()

/** How a build stands: as the one piece that carries all others does; several beside each other stay as they are drawn. */
export function standOfBuild(build: Build): Rigid {
  const known = kept.get(build)
  if (known) return known
  const held = new Set(build.joins.map((j) => j.piece))
  const [one, ...more] = build.pieces.flatMap((p, i) => (held.has(i) ? [] : [p]))
  const stand = one && more.length === 0 ? standOf({ model: one.motion.model, ...one.motion.at(1) }) : RESTING
  kept.set(build, stand)
  return stand
}

/** The pieces of a build in one position, standing on the table. @param share 0 flat, 1 folded */
export function standingPieces(build: Build, share: number, caliperOf?: (piece: string) => number): Posed[] {
  const stand = standOfBuild(build)
  const posed = posedPieces(build, share, caliperOf)
  return stand === RESTING
    ? posed
    : posed.map((p) => ({ ...p, pose: p.pose.map((rigid) => after(stand, rigid)) }))
}

/** The same as one model. */
export const standingTogether = (build: Build, share: number, caliperOf?: (piece: string) => number): Posed =>
  together(standingPieces(build, share, caliperOf), build.joins)
