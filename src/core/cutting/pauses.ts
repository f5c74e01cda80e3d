import type { Pass, SheetPlan, Tool } from './pass'

type Unpaused = Omit<Pass, 'pause'>

/**
 * Says before which passes a hand is needed and what it does: tools are put in as long as there are holders free, and
 * then in the place of the one that is not needed for longest.
 * @param holders how many tools the machine holds at once
 */
export function withPauses(passes: readonly Unpaused[], holders: number): Pass[] {
  const held: Tool[] = []
  let light: boolean | null = null
  return passes.map((pass, i) => {
    const { tool } = pass
    const words: string[] = []
    if (!held.includes(tool)) {
      if (held.length < holders) words.push(`put in the ${tool}`)
      else {
        const next = (t: Tool) => {
          const at = passes.findIndex((p, k) => k > i && p.tool === t)
          return at < 0 ? Infinity : at
        }
        const out = held.reduce((a, b) => (next(b) > next(a) ? b : a))
        held.splice(held.indexOf(out), 1)
        words.push(`take out the ${out} and put in the ${tool}`)
      }
      held.push(tool)
      if (tool === 'knife') light = null
    }
    if (tool === 'knife' && light !== pass.light) {
      if (pass.light) words.push('set the blade to its lowest depth, for scoring')
      else if (light) words.push('set the blade to the depth that cuts this card')
      light = pass.light
    }
    const text = words.join(', and ')
    return { ...pass, pause: text ? text.charAt(0).toUpperCase() + text.slice(1) : null }
  })
}

/** One pass of a plan by itself, to run it once more; null where there is no such pass. */
export function passAlone(plan: SheetPlan, at: number, holders: number): SheetPlan | null {
  const pass = plan.passes[at]
  return pass ? { ...plan, passes: withPauses([pass], holders) } : null
}
