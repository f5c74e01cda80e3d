import type { SheetPlan } from './pass'
import { EMPTY_MACHINE, type InMachine, withPauses } from './pauses'

/** A sheet that is to be run: the paper it is of, and its plan. */
export type Runnable = { paper: string; plan: Pick<SheetPlan, 'passes'> }

/** How often a hand is needed on a sheet that is begun with what is in the machine, and what is in it then. */
function stopsOn(
  { plan }: Runnable,
  holders: number,
  before: InMachine,
): { stops: number; after: InMachine } {
  const { passes, states } = withPauses(plan.passes, holders, before)
  return { stops: passes.filter((p) => p.pause).length, after: states.at(-1) ?? before }
}

/**
 * An order of sheets in which papers and tools change little: sheets of one paper follow one another, and the next one
 * is that which needs a hand least with what is in the machine. Every sheet is tried as the first.
 * @param holders how many tools the machine holds at once
 * @returns positions of the sheets
 */
export function runOrder(sheets: readonly Runnable[], holders: number): number[] {
  let best: number[] = []
  let least = Infinity
  for (const first of sheets.keys()) {
    const order = orderFrom(sheets, first, holders)
    const cost = stopsOver(sheets, order, holders)
    if (cost < least) [best, least] = [order, cost]
  }
  return best
}

function orderFrom(sheets: readonly Runnable[], first: number, holders: number): number[] {
  const left = new Set(sheets.keys())
  const order: number[] = []
  let [next, before] = [first, EMPTY_MACHINE]
  while (left.size > 0) {
    left.delete(next)
    order.push(next)
    const { paper } = sheets[next]!
    before = stopsOn(sheets[next]!, holders, before).after
    let least = Infinity
    for (const i of left) {
      const cost = (sheets[i]!.paper === paper ? 0 : 1000) + stopsOn(sheets[i]!, holders, before).stops
      if (cost < least) [next, least] = [i, cost]
    }
  }
  return order
}

/** How often a hand is needed over all sheets in an order. */
export function stopsOver(sheets: readonly Runnable[], order: readonly number[], holders: number): number {
  let before = EMPTY_MACHINE
  let count = 0
  for (const i of order) {
    const { stops, after } = stopsOn(sheets[i]!, holders, before)
    count += stops
    before = after
  }
  return count
}
