import { build } from './build'
import { gather } from './gather'
import { lines } from './lines'
import { paper } from './paper'
import { run } from './run'
import { shape } from './shape'
import { sheets } from './sheets'
import type { Station } from './station'

/** The steps of the work in their order. */
export const STATIONS: readonly Station[] = [gather, lines, shape, paper, sheets, run, build]

/** The station of a name; the first for a name that is none. */
export const stationOf = (name: string): Station => STATIONS.find((s) => s.name === name) ?? STATIONS[0]!
