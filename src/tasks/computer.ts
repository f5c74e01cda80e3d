import { type Remote, wrap } from 'comlink'
import type { Computer } from './twin'

export type { Computer, MeasuredFamily, ToldBuild } from './twin'

/** Starts the worker that computes for one open project, in the language of the page. `end` stops it. */
export function startComputer(): { computer: Remote<Computer>; end: () => void } {
  const worker = new Worker(new URL('./browser.worker.ts', import.meta.url), {
    type: 'module',
    name: document.documentElement.lang,
  })
  return { computer: wrap<Computer>(worker), end: () => worker.terminate() }
}
