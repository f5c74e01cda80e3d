import { FOLD_NAMES } from '../document/role-names'
import { counted, decimal, say } from '../words'
import { collisionsOf } from './collisions'
import { heightAbove } from './extent'
import type { Motion } from './folding'
import { closureOf, tiesOfLoops } from './loops'
import { type FoldModel, onFlat } from './model'
import { moved, type Rigid } from './rigid'
import { meetingsOf } from './tabs'

/** What folding shows: rule, severity, message, and the lines and panels (by id) that it is about. */
export type FoldFinding = {
  rule: string
  severity: 'error' | 'warning' | 'note'
  message: string
  lines: string[]
  panels: string[]
  /** of folds that are asked about: what was taken, degrees */
  angle?: number
}

/** A loop that stays open by more than this is a finding, mm. */
const OPEN = 0.1
/** A sure angle that has to give way by more than this shows that folds lock one another, degrees. */
const LOCKED = 5
/** A closed card that stands up by more than this is not flat, mm. */
const FLAT = 0.5
/** A pop-up that reaches less far out of its card is within it, mm. */
const OUTSIDE = 0.3

/** More pairs of panels than this are told together. */
const MOST_TOLD = 4

const mm = (v: number) => `${decimal(v, 1)} mm`
const deg = (v: number) => say`${decimal(v, 1)} degrees`

/** Everything that would go wrong when a build is folded as its motion has it. */
export function findingsOf(given: FoldModel, motion: Motion): FoldFinding[] {
  const { model, closure } = motion
  const end = motion.at(1)
  const id = (i: number) => model.panels[i]!.id
  const findings: FoldFinding[] = []
  const tell = (
    rule: string,
    severity: FoldFinding['severity'],
    message: string,
    lines: readonly string[] = [],
    panels: readonly number[] = [],
  ) => findings.push({ rule, severity, message, lines: [...lines], panels: panels.map(id) })

  for (const { line, why } of model.idle)
    tell('fold-idle', 'warning', say`A fold turns nothing. ${why}`, [line])
  /** The folds along panels: where they are seen on the flat drawing. */
  const foldsOf = (panels: readonly number[]) => [
    ...new Set(
      model.hinges.filter((h) => panels.includes(h.a) || panels.includes(h.b)).flatMap((h) => h.lines),
    ),
  ]
  if (closure.mm > OPEN) {
    const ties = tiesOfLoops(model, motion.tree)
    const open = motion.tree.closing.filter((_, i) => closureOf(end.pose, [ties[i]!]).mm > OPEN)
    tell(
      'fold-open',
      'error',
      say`The folds do not close: ${mm(closure.mm)} stay open. Look for a fold that is missing, or one in the wrong place.`,
      open.flatMap((k) => model.hinges[k]!.lines),
    )
  }
  const wrong = model.hinges.flatMap((h, k) => (h.against ? [k] : []))
  for (const k of wrong) {
    const { lines, a, b, target } = model.hinges[k]!
    const way = target > 0 ? 'valley' : 'mountain'
    tell(
      'fold-wrong-way',
      'error',
      say`A fold is drawn as a ${FOLD_NAMES[way]}, all others like it the other way. Turn its direction round.`,
      lines,
      [a, b],
    )
  }
  const locked = model.hinges.flatMap((h, k) =>
    h.sure && !h.follows && Math.abs(end.angles[k]! - h.target) > LOCKED ? [k] : [],
  )
  if (locked.length > 0 && wrong.length === 0)
    tell(
      'fold-locked',
      'warning',
      say`Folds lock one another: ${counted(locked.length, 'fold')} cannot turn as far as they should. Folds that end on another fold need one that goes on, or a cut.`,
      locked.flatMap((k) => model.hinges[k]!.lines),
      [...new Set(locked.flatMap((k) => [model.hinges[k]!.a, model.hinges[k]!.b]))],
    )
  const lost = given.glue.filter((g) => !model.glue.includes(g))
  for (const { panel, partner, gap } of meetingsOf(given, lost, end.pose))
    tell(
      'tab-gap',
      'error',
      say`A tab misses the edge that it belongs to by ${mm(gap)}. Compare the lengths of the walls between them.`,
      model.hinges.filter((h) => h.a === panel || h.b === panel).flatMap((h) => h.lines),
      [panel, partner],
    )
  // What does not close, or is folded the wrong way, crosses itself for that reason.
  const crossing =
    wrong.length > 0 || locked.length > 0 || closure.mm > OPEN ? [] : collisionsOf(model, end.pose)
  if (crossing.length > MOST_TOLD)
    tell(
      'panels-cross',
      'warning',
      say`${counted(crossing.length, 'pair')} of panels pass through each other, by up to ${mm(Math.max(...crossing.map((c) => c.mm)))}. Make some of them narrower, or fold them first.`,
      foldsOf(crossing.flatMap((c) => [c.a, c.b])),
      [...new Set(crossing.flatMap((c) => [c.a, c.b]))],
    )
  else
    for (const { a, b, mm: depth } of crossing)
      tell(
        'panels-cross',
        'warning',
        say`Two panels pass through each other by ${mm(depth)}. Make one of them narrower, or fold it first.`,
        foldsOf([a, b]),
        [a, b],
      )
  findings.push(
    ...ofCards(model, end.pose).map((f) => ({ ...f, lines: foldsOf(f.panels), panels: f.panels.map(id) })),
  )
  const asked = model.hinges.filter((h) => !h.sure && h.target !== 0)
  if (asked.length > 0) {
    findings.push({
      rule: 'fold-asked',
      severity: 'note',
      message: say`${counted(asked.length, 'fold has an angle that nothing tells', 'folds have an angle that nothing tells')}: ${deg(Math.abs(asked[0]!.target))} taken. Say how far to fold there.`,
      lines: asked.flatMap((h) => h.lines),
      panels: [],
      angle: Math.abs(asked[0]!.target),
    })
  }
  return findings
}

/** What is wrong with a card that should be flat when it is closed. */
function ofCards(model: FoldModel, pose: readonly Rigid[]) {
  const isCard = model.hinges.length > 0 && model.hinges.every((h) => Math.abs(h.target) > 179 || h.follows)
  if (!isCard) return []
  const found: (Omit<FoldFinding, 'panels' | 'lines'> & { panels: number[] })[] = []
  const height = heightAbove(model, pose)
  if (height > FLAT)
    found.push({
      rule: 'card-not-flat',
      severity: 'error',
      message: say`Closed, the card is not flat: it stands ${mm(height)} high.`,
      panels: [...model.panels.keys()],
    })
  const followers = new Set(model.hinges.filter((h) => h.follows).flatMap((h) => [h.a, h.b]))
  const leading = new Set(model.hinges.filter((h) => !h.follows).flatMap((h) => [h.a, h.b]))
  const boxOf = (panels: readonly number[]) => {
    const points = panels.flatMap((i) => model.panels[i]!.ring.map((p) => moved(pose[i]!, onFlat(p))))
    return ([0, 1] as const).map((k) => [
      Math.min(...points.map((p) => p[k])),
      Math.max(...points.map((p) => p[k])),
    ]) as [[number, number], [number, number]]
  }
  if (leading.size === 0) return found
  const card = boxOf([...leading])
  for (const panel of followers) {
    if (leading.has(panel)) continue
    const own = boxOf([panel])
    const out = Math.max(
      ...([0, 1] as const).flatMap((k) => [card[k][0] - own[k][0], own[k][1] - card[k][1]]),
    )
    if (out > OUTSIDE)
      found.push({
        rule: 'pop-up-outside',
        severity: 'error',
        message: say`Closed, a part of the pop-up stands ${mm(out)} out of the card. Hold it nearer to the fold, or make it shorter.`,
        panels: [panel],
      })
  }
  return found
}
