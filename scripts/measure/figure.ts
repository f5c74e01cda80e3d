/** One measured thing: what it is, the figure, what it is compared with, and what is meant to hold. */
export type Figure = { what: string; figure: string; against: string; target: string; met: boolean }

/** The median of several runs of `work`, ms. */
export async function medianTime(runs: number, work: () => unknown): Promise<number> {
  const times: number[] = []
  for (let i = 0; i < runs; i += 1) {
    const began = performance.now()
    await work()
    times.push(performance.now() - began)
  }
  return median(times)
}

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.floor(sorted.length / 2)] ?? Number.NaN
}
