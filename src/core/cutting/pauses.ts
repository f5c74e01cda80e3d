import { capital, say } from '../words'
import { type Pass, type SheetPlan, TOOL_NAMES, type Tool } from './pass'

type Unpaused = Omit<Pass, 'pause'>

/** What a machine holds: its tools, and whether the blade is set for scoring; null where it is not set for this paper. */
export type InMachine = { held: readonly Tool[]; light: boolean | null }
export const EMPTY_MACHINE: InMachine = { held: [], light: null }

/**
 * Says before which passes a hand is needed and what it does: tools are put in as long as there are holders free, and
 * then in the place of the one that is not needed for longest.
 * @param holders how many tools the machine holds at once
 * @param before what it holds from the sheet before
 * @returns the passes, and what the machine holds during each
 */
export function withPauses(
  passes: readonly Unpaused[],
  holders: number,
  before: InMachine = EMPTY_MACHINE,
): { passes: Pass[]; states: InMachine[] } {
  const held = before.held.slice(-holders)
  let { light } = before
  const states: InMachine[] = []
  const paused = passes.map((pass, i) => {
    const { tool } = pass
    const words: string[] = []
    if (!held.includes(tool)) {
      if (held.length < holders) words.push(say`put in the ${TOOL_NAMES[tool]}`)
      else {
        const next = (t: Tool) => {
          const at = passes.findIndex((p, k) => k > i && p.tool === t)
          return at < 0 ? Infinity : at
        }
        const out = held.reduce((a, b) => (next(b) > next(a) ? b : a))
        held.splice(held.indexOf(out), 1)
        words.push(say`take out the ${TOOL_NAMES[out]} and put in the ${TOOL_NAMES[tool]}`)
      }
      held.push(tool)
      if (tool === 'knife') light = null
    }
    if (tool === 'knife' && light !== pass.light) {
      if (pass.light) words.push(say`set the blade to its lowest depth, for scoring`)
      else if (light) words.push(say`set the blade to the depth that cuts this card`)
      light = pass.light
    }
    const text = words.join(say`, and `)
    states.push({ held: [...held], light })
    return { ...pass, pause: text ? capital(text) : null }
  })
  return { passes: paused, states }
}

/** Plans one after the other, each with what the machine holds from the one before. */
export function carriedOn<P extends Pick<SheetPlan, 'passes'>>(
  plans: readonly P[],
  holders: number,
): { plan: P; before: InMachine }[] {
  let before = EMPTY_MACHINE
  return plans.map((plan) => {
    const { passes, states } = withPauses(plan.passes, holders, before)
    const carried = { plan: { ...plan, passes }, before }
    before = states.at(-1) ?? before
    return carried
  })
}

/** One pass of a plan by itself, to run it once more; null where there is no such pass. */
export function passAlone(plan: SheetPlan, at: number, holders: number): SheetPlan | null {
  const pass = plan.passes[at]
  return pass ? { ...plan, passes: withPauses([pass], holders).passes } : null
}
