import type { Command } from '../command'

/** All commands, in the order of the help; each is fetched when it is asked for. */
export const COMMANDS: Readonly<Record<string, () => Promise<Command>>> = {
  sort: async () => (await import('./sort')).sort,
  lay: async () => (await import('./lay')).lay,
  export: async () => (await import('./export')).exportCommand,
  make: async () => (await import('./make')).make,
  patterns: async () => (await import('./patterns')).patterns,
  fold: async () => (await import('./fold')).fold,
  stack: async () => (await import('./stack')).stack,
  build: async () => (await import('./build')).build,
  report: async () => (await import('./report')).report,
}
