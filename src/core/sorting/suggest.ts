import { Groups } from '../arrangement/groups'
import type { Fold, Role } from '../document/lines'
import { capital, say } from '../words'
import { EVIDENCE, type Fact } from './evidence'
import { findFrames } from './frames'
import { asSceneLines, makeScene, type Page, type Scene, type Taught, UNTAUGHT } from './scene'
import type { Stretch, UnsortedLine } from './stretch'
import type { Frame } from './structure'
import { SURE, WEIGHTS } from './weights'

export type Suggestion = { role: Role; sure: boolean; why: string; fold: Fold | null }

/** A part of a line with a role of its own; the whole line where `from` is null. */
export type SortedPart = Suggestion & {
  from: number | null
  to: number
  /** why it is left out: another line runs along the same course, or it reaches past the edge of its piece */
  drop: 'double' | 'overshoot' | null
}

export type Sorted = {
  /** for each line its parts, in order along it */
  parts: SortedPart[][]
  layersTell: boolean
}

type Sums = Partial<Record<Role, number>>

/**
 * Suggests what each line is for, from all that is known of the drawing.
 *
 * Lines are taken apart where they meet; each stretch adds up the weights of its facts, the role with the greatest
 * sum is suggested, and it is sure when the sum is large enough and leads by enough. Stretches of one line that
 * agree are one line again.
 * @param lines one source's lines, in drawing order
 * @param taught what a person decided of looks before, and how near ends must come to meet
 */
export function suggestRoles(
  lines: readonly UnsortedLine[],
  artwork: Page,
  taught: Partial<Taught> = {},
  frames: ReadonlyMap<number, Frame> | null = null,
): Sorted {
  const scene = makeScene(lines, artwork, { ...UNTAUGHT, ...taught }, frames)
  const facts = scene.stretches.map((stretch) => {
    const found: Fact[] = []
    for (const evidence of EVIDENCE) {
      const fact = evidence(stretch, scene)
      if (fact) found.push(fact)
    }
    return found
  })
  const suggestions = judgeAll(scene, facts)
  const doubles = settleTwins(scene, facts, suggestions)
  const paper = paperOf(scene, suggestions)
  const order = new Map(scene.lines.map((line, i) => [line, i]))
  const ofLine: number[][] = lines.map(() => [])
  scene.stretches.forEach(({ line }, k) => {
    ofLine[order.get(line)!]!.push(k)
  })
  return {
    parts: ofLine.map((ks, i) => joinParts(scene, i, ks, suggestions, doubles, paper)),
    layersTell: scene.layersTell,
  }
}

/**
 * The same for lines that lie on several planes: each plane is sorted by itself. What frames the drawing lies around
 * all of them.
 */
export function suggestInPlanes(
  lines: readonly (UnsortedLine & { plane: string })[],
  artwork: Page,
  taught: Partial<Taught> = {},
): Sorted {
  const byPlane = new Map<string, number[]>()
  lines.forEach(({ plane }, i) => {
    const list = byPlane.get(plane)
    if (list) list.push(i)
    else byPlane.set(plane, [i])
  })
  if (byPlane.size < 2) return suggestRoles(lines, artwork, taught)
  const frames = findFrames(asSceneLines(lines).lines, artwork, taught.gap ?? UNTAUGHT.gap)
  const parts: SortedPart[][] = lines.map(() => [])
  let layersTell = false
  for (const own of byPlane.values()) {
    const sorted = suggestRoles(
      own.map((i) => lines[i]!),
      artwork,
      taught,
      new Map(own.flatMap((i, k) => (frames.has(i) ? [[k, frames.get(i)!] as const] : []))),
    )
    own.forEach((i, k) => {
      parts[i] = sorted.parts[k]!
    })
    layersTell ||= sorted.layersTell
  }
  return { parts, layersTell }
}

/** Judges every stretch. Thousands share the same few sets of facts, and share the judgement then. */
function judgeAll(scene: Scene, facts: readonly Fact[][]): Suggestion[] {
  const numbers = new Map<string, number>()
  const numberOf = (text: string): number => {
    const known = numbers.get(text)
    if (known !== undefined) return known
    numbers.set(text, numbers.size)
    return numbers.size - 1
  }
  const judged = new Map<string, Suggestion>()
  return facts.map((found, k) => {
    const stretch = scene.stretches[k]!
    let key = String(numberOf(stretch.line.family))
    for (const { kind, because } of found) key += `,${numberOf(kind)}:${numberOf(because)}`
    const known = judged.get(key)
    if (known) return known
    const made = judge(stretch, found)
    judged.set(key, made)
    return made
  })
}

function sumUp(facts: readonly Fact[]): Sums {
  const sums: Sums = {}
  for (const { kind } of facts)
    for (const [role, weight] of Object.entries(WEIGHTS[kind]) as [Role, number][])
      sums[role] = (sums[role] ?? 0) + weight
  return sums
}

function judge(stretch: Stretch, facts: readonly Fact[]): Suggestion {
  const ranked = rank(facts)
  const [role, sum] = ranked[0] ?? (['cut', 0] as [Role, number])
  const lead = sum - (ranked[1]?.[1] ?? 0)
  const sure =
    sum >= SURE.least && lead >= SURE.lead - 1e-9 && !isAgainstHabit(facts) && !isPerhapsFrame(facts)
  const speaking = facts.filter((f) => role in WEIGHTS[f.kind])
  const against = facts.filter((f) => !(role in WEIGHTS[f.kind]))
  const reason = speaking.map((f) => f.because).join(say`, and `) || say`nothing else is known of it`
  const doubt = sure || against.length === 0 ? '' : say`, but ${against[0]!.because}`
  return {
    role,
    sure,
    why: `${capital(reason)}${doubt}.`,
    fold: role === 'score' ? foldOf(stretch, facts) : null,
  }
}

const rank = (facts: readonly Fact[]): [Role, number][] =>
  (Object.entries(sumUp(facts)) as [Role, number][]).sort((a, b) => b[1] - a[1])

/** Whether the drawing itself speaks for another role than was decided for the same look before: a person is asked. */
function isAgainstHabit(facts: readonly Fact[]): boolean {
  const habit = facts.find(isHabit)
  if (!habit) return false
  const [first] = rank(facts.filter((f) => !isHabit(f)))
  return first !== undefined && !(first[0] in WEIGHTS[habit.kind])
}

/** Whether it may frame the drawing, and neither a name nor a decision before tells. */
const isPerhapsFrame = (facts: readonly Fact[]): boolean =>
  facts.some((f) => f.kind === 'rather-outline') &&
  !facts.some((f) => isHabit(f) || f.kind.startsWith('named-'))

const isHabit = ({ kind }: Fact): boolean => kind.startsWith('habit-')

/**
 * Of stretches that follow the same course one is kept: the one whose own facts speak most for what all of them
 * together are. Answers the others.
 */
function settleTwins(scene: Scene, facts: readonly Fact[][], suggestions: Suggestion[]): Set<number> {
  const groups = new Map<number, number[]>()
  scene.stretches.forEach(({ edge }, k) => {
    if (edge < 0) return
    const twin = scene.arrangement.edges[edge]!.twin
    if (twin < 0) return
    const group = groups.get(twin) ?? [twin]
    group.push(k)
    groups.set(twin, group)
  })
  const doubles = new Set<number>()
  for (const group of groups.values()) {
    const all = group.flatMap((k) => facts[k]!)
    const seen = new Set<string>()
    const each = all.filter((f) => !seen.has(f.kind) && seen.add(f.kind))
    const first = scene.stretches[group[0]!]!
    const together = judge(first, each)
    const keeps = group.reduce((best, k) =>
      (sumUp(facts[k]!)[together.role] ?? 0) > (sumUp(facts[best]!)[together.role] ?? 0) ? k : best,
    )
    for (const k of group) {
      suggestions[k] = together
      if (k !== keeps) doubles.add(k)
    }
  }
  return doubles
}

/**
 * For each face the number of the paper it belongs to, were everything cut that is suggested as a cut: faces that
 * folds part are one paper still.
 */
function paperOf(scene: Scene, suggestions: readonly Suggestion[]): (stretch: number) => number {
  const { faces, side } = scene.arrangement
  const papers = new Groups(faces.length)
  scene.stretches.forEach(({ edge }, k) => {
    if (edge < 0 || suggestions[k]!.role === 'cut') return
    const [l, r] = [side[2 * edge]!, side[2 * edge + 1]!]
    if (l >= 0 && r >= 0) papers.join(l, r)
  })
  return (k) => {
    const { edge } = scene.stretches[k]!
    const face = edge < 0 ? -1 : Math.max(side[2 * edge]!, side[2 * edge + 1]!)
    return face < 0 ? -1 : papers.of(face)
  }
}

/** Parts shorter than this are no reason to part a line, mm. */
const CRUMB = 0.6
/** How far a fold may reach past the edge of its piece and be trimmed: mm, or a share of a long one up to a limit. */
const OVERSHOOT = { plain: 3, share: 0.12, most: 10 }

type Run = SortedPart & { from: number; length: number; paper: number }

/** The stretches of one line, those that agree next to each other joined. */
function joinParts(
  scene: Scene,
  line: number,
  stretches: readonly number[],
  suggestions: readonly Suggestion[],
  doubles: ReadonlySet<number>,
  paper: (stretch: number) => number,
): SortedPart[] {
  const { edges } = scene.arrangement
  const apart = stretches.find((k) => scene.stretches[k]!.edge < 0)
  if (apart !== undefined) return [{ ...suggestions[apart]!, from: null, to: 0, drop: null }]
  if (stretches.length === 0)
    return [
      { role: 'skip', sure: true, why: say`It has no length.`, fold: null, from: null, to: 0, drop: null },
    ]
  // Most lines are one stretch, or several of one mind.
  const first = stretches[0]!
  const isOne = stretches.every(
    (k) =>
      suggestions[k] === suggestions[first] &&
      !doubles.has(k) &&
      (stretches.length === 1 || scene.stretches[k]!.place.kind !== 'outside') &&
      (suggestions[k]!.role === 'cut' || paper(k) === paper(first)),
  )
  if (isOne) return [{ ...suggestions[first]!, from: null, to: 0, drop: null }]
  const overshoot = Math.max(
    OVERSHOOT.plain,
    Math.min(OVERSHOOT.most, OVERSHOOT.share * scene.lines[line]!.shape.length),
  )
  const runs = stretches.map((k): Run => {
    const { edge, place } = scene.stretches[k]!
    const { from, to, length } = edges[edge]!
    const stub = place.kind === 'outside' && stretches.length > 1 && length <= overshoot
    const drop = doubles.has(k) ? 'double' : stub ? 'overshoot' : null
    return { ...suggestions[k]!, from, to, length, drop, paper: paper(k) }
  })
  const { contour, places } = scene.lines[line]!.shape
  const kept = joinRuns(runs)
  // On a closed line the last run goes on over the start.
  const head = kept[0]!
  const last = kept.at(-1)!
  if (contour.closed && kept.length > 1 && agree(last, head)) {
    last.to = head.to + places.at(-1)!
    last.length += head.length
    if (!head.sure) Object.assign(last, { sure: false, why: head.why })
    kept.shift()
  }
  if (kept.length === 1) return [{ ...kept[0]!, from: null }]
  if (!contour.closed) {
    kept[0]!.from = 0
    kept.at(-1)!.to = places.at(-1)!
  }
  return kept
}

/** Whether two runs are one line. Cuts may go on from piece to piece; all else belongs to one. */
const agree = (a: Run, b: Run): boolean =>
  a.role === b.role && a.drop === b.drop && (a.role === 'cut' || a.drop !== null || a.paper === b.paper)

/** Joins runs that agree; those too short to matter go with their longer neighbour. */
function joinRuns(runs: readonly Run[]): Run[] {
  const kept: Run[] = []
  for (const run of runs) {
    const last = kept.at(-1)
    const small = run.length < CRUMB && run.drop !== 'double'
    if (last && (small || agree(last, run))) {
      // Of two parts that agree on the role, the doubt of either is the doubt of both.
      if (last.sure && !run.sure && !small) Object.assign(last, { sure: false, why: run.why })
      last.to = run.to
      last.length += run.length
    } else if (last && last.length < CRUMB && last.drop !== 'double')
      kept[kept.length - 1] = { ...run, from: last.from, length: run.length + last.length }
    else kept.push({ ...run })
  }
  return kept
}

/** A fold's direction where the file's notation tells it; a plain dash is used for either. */
function foldOf({ line }: Stretch, facts: readonly Fact[]): Fold | null {
  const names = [line.label, ...line.look.layers].join(' ')
  if (/\b(mountain|berg|montagne|monte|montaña)/i.test(names)) return 'mountain'
  if (/\b(valley|tal(falt|falz)?|vallée|valle)\b/i.test(names)) return 'valley'
  return facts.some((f) => f.kind === 'dash-dot') ? 'mountain' : null
}
