import { type Build, type Posed, placed, together } from '../folding'
import { inverse } from '../folding/joins'
import { onFlat } from '../folding/model'
import { poseOf } from '../folding/pose'
import { after, dot, moved, plus, type Rigid, times, turned, type Vec3 } from '../folding/rigid'
import { standOfBuild } from '../folding/stand'
import { type Camera, type Still, stillOf, USUAL_CAMERA } from '../folding/still'
import type { Seam } from './bodies'
import { withGlue } from './glue-places'
import type { PiecePlan } from './piece-plan'
import { wayOut } from './removal'
import type { Step } from './step'

/** What a step looks like: panels in space as they are then, and those that meet in glue. */
export type StepScene = {
  posed: Posed
  /** panels (position) that are glued in this step */
  glued: ReadonlySet<number>
  /** from where the most of the glue is seen */
  camera: Camera
}

/** As far a piece is folded when its scores are creased, when it waits to be glued, and when it is glued. */
const CREASED = 0.55
const WAITING = 0.1
const GLUING = 0.86
/** So much of its way a flap that is still open is turned. */
const AJAR = 0.12
/** How far a piece is held off what it is about to be joined to, mm. */
const HELD_OFF = 14

/**
 * The build when a step is done, shown as it is being done: only what is in the hand, and what lies on it already.
 * @param ordered all steps in their order
 * @param at position of the step
 */
export function sceneOfStep(
  build: Build,
  { plans, seams }: { plans: readonly PiecePlan[]; seams: readonly Seam[] },
  ordered: readonly Step[],
  at: number,
): StepScene {
  const step = ordered[at]!
  const idOf = (s: Step) => s.parts ?? [s.id]
  const done = new Set(ordered.slice(0, at).flatMap(idOf))
  const now = new Set(idOf(step))
  const placeOf = new Map(build.pieces.map((p, i) => [p.shape.piece.id, i]))
  const inHand = new Set(step.pieces.flatMap((id) => placeOf.get(id) ?? []))
  const isJoined = (i: number) => {
    const id = `${build.pieces[i]!.shape.piece.id}.join`
    return done.has(id) || now.has(id)
  }
  // What is joined to what is in the hand comes along.
  for (let before = 0; before < inHand.size; ) {
    before = inHand.size
    for (const { piece, onto } of build.joins)
      if (isJoined(piece) && (inHand.has(piece) || inHand.has(onto))) inHand.add(piece).add(onto)
  }
  // A second seam of two halves is seen where both are not quite folded; and what goes in needs its way.
  const isSeam = step.kind === 'glue' && step.pieces.length > 1
  const ajar = step.kind === 'join' ? 0 : AJAR
  const each = plans.map((plan, i) => posedIn(plan, done, now, { isSeam: isSeam && inHand.has(i), ajar }))
  const joins = build.joins.filter((j) => inHand.has(j.piece) && inHand.has(j.onto) && isJoined(j.piece))
  const lying = placed({ pieces: build.pieces, joins }, each)
  const joining = joins.find((j) => now.has(`${build.pieces[j.piece]!.shape.piece.id}.join`))
  if (joining) {
    const { onto, panel, partner, piece, side } = joining
    const moving = new Set([piece])
    for (const j of joins) if (moving.has(j.onto)) moving.add(j.piece)
    const others = [lying[onto]!, ...joins.flatMap((j) => (moving.has(j.piece) ? [] : [lying[j.piece]!]))]
    const off = turned(lying[onto]!.pose[partner]!, [0, 0, side === 'front' ? 1 : -1])
    const way = wayOut(lying[piece]!, others, [panel, partner], side) ?? off
    const by = times(way, HELD_OFF + clearance(lying[piece]!, lying[onto]!, way))
    for (const i of moving)
      lying[i] = { ...lying[i]!, pose: lying[i]!.pose.map((p): Rigid => ({ r: p.r, t: plus(p.t, by) })) }
  }
  const shown = [...inHand].sort((a, b) => a - b)
  const stand = standOfBuild(build)
  const whole = together(shown.map((i) => lying[i]!))
  const standing = { ...whole, pose: whole.pose.map((p) => after(stand, p)) }
  const { posed, glued } = withGlue(standing, build, seams, step)
  return { posed, glued, camera: cameraFor(posed, glued) }
}

/**
 * A piece as it is folded when some steps are done and one is being done.
 * @param how whether its seam is being glued, and how far flaps are turned that are still open, as a share
 */
function posedIn(
  plan: PiecePlan,
  done: ReadonlySet<string>,
  now: ReadonlySet<string>,
  how: { isSeam: boolean; ajar: number },
): Posed {
  const { piece, tree, closures, fold, glue, close } = plan
  const { model, at } = piece.motion
  if (!fold) return { model, ...at(1) }
  const isOf = (s: Step, set: ReadonlySet<string>) => set.has(s.id)
  const isPlain = glue.length === 0 && close.length === 0
  const share = now.has(fold.id)
    ? isPlain
      ? 1
      : CREASED
    : !done.has(fold.id)
      ? 0
      : how.isSeam || glue.some((s) => isOf(s, now))
        ? GLUING
        : glue.length > 0 && !glue.some((s) => isOf(s, done))
          ? WAITING
          : 1
  const angles = [...at(share).angles]
  closures.forEach((closure, k) => {
    const step = close[k]!
    if (isOf(step, done) || now.has(fold.id) || share < 0.5) return
    const by = isOf(step, now) ? 0.8 : how.ajar
    for (const h of closure.hinges) angles[h]! *= by
  })
  const pose = poseOf(model, tree, angles)
  // Whatever it is folded about, it is shown as it stands in the end.
  const rests = inverse(pose[piece.motion.tree.root]!)
  return { model, angles, pose: pose.map((p) => after(rests, p)) }
}

/** How far a piece is moved in a direction until it is clear of another one, mm. */
function clearance(one: Posed, other: Posed, way: Vec3): number {
  const along = ({ model, pose }: Posed) =>
    model.panels.flatMap(({ ring }, i) => ring.map((p) => dot(way, moved(pose[i]!, onFlat(p)))))
  return Math.max(0, Math.max(...along(other)) - Math.min(...along(one)))
}

/** From where the most of some panels is seen: as usual, or round it by quarters. */
function cameraFor(posed: Posed, panels: ReadonlySet<number>): Camera {
  if (panels.size === 0) return USUAL_CAMERA
  const { round, up } = USUAL_CAMERA
  const cameras = [0, 90, 180, 270].map((by): Camera => ({ round: round + by, up }))
  const seen = cameras.map((camera) => seenOf(stillOf(posed.model, posed.pose, camera), panels))
  // As usual where that shows nearly as much.
  const most = Math.max(...seen)
  return cameras[seen.findIndex((s) => s > 0.8 * most)] ?? USUAL_CAMERA
}

/** How much of some panels a picture shows, mm². */
function seenOf({ faces }: Still, panels: ReadonlySet<number>): number {
  const area = (ring: readonly (readonly [number, number])[]) =>
    Math.abs(
      ring.reduce((sum, [x, y], i) => {
        const [nx, ny] = ring[(i + 1) % ring.length]!
        return sum + (x * ny - nx * y) / 2
      }, 0),
    )
  return faces
    .filter((f) => panels.has(f.panel))
    .reduce((sum, { rings }) => sum + area(rings[0]!) - rings.slice(1).reduce((s, r) => s + area(r), 0), 0)
}
