import { resolve } from 'node:path'

/** Where the database lies: `VELVET_DB`, or `data/velvet-crease.db`. */
export const databasePath = (): string =>
  resolve(/* turbopackIgnore: true */ process.env.VELVET_DB ?? 'data/velvet-crease.db')
