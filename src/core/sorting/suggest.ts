import type { Fold, Role } from '../document/schema'
import { EVIDENCE, type Fact } from './evidence'
import { makeScene, type SceneLine, type UnsortedLine } from './scene'
import { FAMILY_SHARE, SURE, WEIGHTS } from './weights'

export type Suggestion = { role: Role; sure: boolean; why: string; fold: Fold | null }

type Sums = Partial<Record<Role, number>>

/**
 * Suggests what each line is for, from all that is known of the drawing.
 *
 * Each line adds up the weights of its own facts and listens to the mean of its family; the role with the greatest
 * sum is suggested, and is sure when it is large enough and leads by enough.
 * @param lines one source's lines, in drawing order
 * @param familyKey lines with the same key share a look
 * @returns a suggestion for each line, in the same order
 */
export function suggestRoles(
  lines: readonly UnsortedLine[],
  artwork: { width: number; height: number },
  familyKey: (line: UnsortedLine) => string,
): Suggestion[] {
  const scene = makeScene(lines, artwork, familyKey)
  const facts = scene.lines.map((line) => EVIDENCE.flatMap((evidence) => evidence(line, scene) ?? []))
  const own = facts.map(sumUp)
  const families = new Map<string, { sums: Sums; count: number }>()
  scene.lines.forEach(({ family: key }, i) => {
    const family = families.get(key) ?? { sums: {}, count: 0 }
    addTo(family.sums, own[i]!, 1)
    family.count += 1
    families.set(key, family)
  })
  return scene.lines.map((line, i) => {
    const family = families.get(line.family)!
    const sums: Sums = {}
    addTo(sums, own[i]!, 1)
    addTo(sums, family.sums, FAMILY_SHARE / family.count)
    return judge(line, sums, facts[i]!, family.count)
  })
}

function sumUp(facts: readonly Fact[]): Sums {
  const sums: Sums = {}
  for (const { kind } of facts) addTo(sums, WEIGHTS[kind], 1)
  return sums
}

function addTo(sums: Sums, more: Sums, share: number): void {
  for (const [role, weight] of Object.entries(more) as [Role, number][])
    sums[role] = (sums[role] ?? 0) + weight * share
}

function judge(line: SceneLine, sums: Sums, facts: readonly Fact[], familySize: number): Suggestion {
  const ranked = (Object.entries(sums) as [Role, number][]).sort((a, b) => b[1] - a[1])
  const [role, sum] = ranked[0] ?? (['cut', 0] as [Role, number])
  const lead = sum - (ranked[1]?.[1] ?? 0)
  const sure = sum >= SURE.least && lead >= SURE.lead
  const speaking = facts.filter((f) => role in WEIGHTS[f.kind])
  const against = facts.filter((f) => !(role in WEIGHTS[f.kind]))
  const reason =
    speaking.map((f) => f.because).join(', and ') ||
    (familySize > 1 ? 'the other lines of its look are so' : 'nothing else is known of it')
  const doubt = sure || against.length === 0 ? '' : `, but ${against[0]!.because}`
  return {
    role,
    sure,
    why: `${capital(reason)}${doubt}.`,
    fold: role === 'score' ? foldOf(line, facts) : null,
  }
}

/** A fold's direction where the file's notation tells it; a plain dash is used for either. */
function foldOf(line: SceneLine, facts: readonly Fact[]): Fold | null {
  const names = [line.label, ...line.look.layers].join(' ')
  if (/\bmountain\b/i.test(names)) return 'mountain'
  if (/\bvalley\b/i.test(names)) return 'valley'
  return facts.some((f) => f.kind === 'dash-dot') ? 'mountain' : null
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
