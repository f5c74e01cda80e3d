import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { chance } from '../corpus/draw'
import { type Door, visitors } from './doors'
import { GRAMMARS } from './grammar'
import { mutate } from './mutate'
import { Reader } from './reader'

const file = (path: string) =>
  new Uint8Array(readFileSync(fileURLToPath(new URL(`../${path}`, import.meta.url))))

/** Whole files of every kind, from which the spoilt ones are made. */
export const SEEDS = [
  { name: 'tea-caddy.svg', path: 'demo/drawings/tea-caddy.svg' },
  { name: 'sachet.svg', path: 'demo/drawings/sachet.svg' },
  { name: 'symbols.svg', path: 'src/core/intake/svg/hard-cases/use-and-symbol.svg' },
  { name: 'tea-caddy.dxf', path: 'demo/drawings/tea-caddy.dxf' },
  { name: 'curves.dxf', path: 'src/core/intake/dxf/samples/curves-r2000.dxf' },
  { name: 'inserts.dxf', path: 'src/core/intake/dxf/samples/inserts-r2018.dxf' },
  { name: 'tea-caddy.pdf', path: 'demo/drawings/tea-caddy.pdf' },
  { name: 'teapot.png', path: 'demo/drawings/teapot.png' },
] as const

export type Outcome = {
  taken: number
  refused: number
  slowest: number
  slowestFile: string
  faults: string[]
}

/**
 * Reads spoilt files and says how they came out. A fault is anything but a valid project or a refusal with a sentence.
 * @param count how many files, by turns from each whole one
 * @param limit ms that one file may take
 */
export function fuzz(count: number, seed: number, limit: number): Promise<Outcome> {
  const random = chance(seed)
  const whole = SEEDS.map(({ name, path }) => ({ name, bytes: file(path) }))
  return readAll(count, seed, limit, (k) => {
    const { name, bytes } = whole[k % whole.length]!
    return { name, bytes: mutate(bytes, random) }
  })
}

/** The same for files that keep the grammar of their format and say absurd things in it. */
export const fuzzGrammar = (count: number, seed: number, limit: number): Promise<Outcome> =>
  readAll(count, seed, limit, (k) => {
    const { name, make } = GRAMMARS[k % GRAMMARS.length]!
    return { name, bytes: make(chance(seed * 1_000_003 + k)) }
  })

/** The same for what comes in by other doors: patterns, FOLD, fonts, archives and what is in them, art. */
export async function fuzzDoors(count: number, seed: number, limit: number): Promise<Outcome> {
  const random = chance(seed)
  const whole = await visitors()
  return readAll(count, seed, limit, (k) => {
    const { name, door, spoilt } = whole[k % whole.length]!
    return { name, door, bytes: spoilt(random) }
  })
}

/** Reads files in a thread that is ended where one hangs. */
async function readAll(
  count: number,
  seed: number,
  limit: number,
  fileOf: (k: number) => { name: string; door?: Door; bytes: Uint8Array },
): Promise<Outcome> {
  const reader = await Reader.start(limit)
  const outcome: Outcome = { taken: 0, refused: 0, slowest: 0, slowestFile: '', faults: [] }
  for (let k = 0; k < count; k += 1) {
    const { name, door, bytes } = fileOf(k)
    const label = `${name}, number ${k} of seed ${seed}`
    const answer = await reader.read(name, bytes, door)
    if (answer.outcome === 'fault') outcome.faults.push(`${label}: ${answer.words}`)
    else outcome[answer.outcome] += 1
    if (answer.took > outcome.slowest) Object.assign(outcome, { slowest: answer.took, slowestFile: label })
  }
  await reader.end()
  return outcome
}
