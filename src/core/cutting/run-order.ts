import type { SheetPlan, Tool } from './pass'

/** A sheet that is to be run: the paper it is of, and its plan. */
export type Runnable = { paper: string; plan: Pick<SheetPlan, 'passes'> }

const toolsOf = ({ plan }: Runnable): Tool[] => plan.passes.map((p) => p.tool)

/** How often a tool is changed on a sheet that is begun with `held` in the machine. */
function changes(sheet: Runnable, held: Tool | null): number {
  let count = 0
  let now = held
  for (const tool of toolsOf(sheet)) {
    if (tool !== now) count += 1
    now = tool
  }
  return count
}

/**
 * An order of sheets in which papers and tools change little: sheets of one paper follow one another, and the next one
 * is that which begins with the tool that is in. Every sheet is tried as the first.
 * @returns positions of the sheets
 */
export function runOrder(sheets: readonly Runnable[]): number[] {
  let best: number[] = []
  let least = Infinity
  for (const first of sheets.keys()) {
    const order = orderFrom(sheets, first)
    const cost = changesOver(sheets, order)
    if (cost < least) [best, least] = [order, cost]
  }
  return best
}

function orderFrom(sheets: readonly Runnable[], first: number): number[] {
  const left = new Set(sheets.keys())
  const order: number[] = []
  let [next, tool]: [number, Tool | null] = [first, null]
  while (left.size > 0) {
    left.delete(next)
    order.push(next)
    const { paper } = sheets[next]!
    tool = toolsOf(sheets[next]!).at(-1) ?? tool
    let least = Infinity
    for (const i of left) {
      const cost = (sheets[i]!.paper === paper ? 0 : 1000) + changes(sheets[i]!, tool)
      if (cost < least) [next, least] = [i, cost]
    }
  }
  return order
}

/** Tool changes over all sheets in an order. */
export function changesOver(sheets: readonly Runnable[], order: readonly number[]): number {
  let held: Tool | null = null
  let count = 0
  for (const i of order) {
    count += changes(sheets[i]!, held)
    held = toolsOf(sheets[i]!).at(-1) ?? held
  }
  return count
}
