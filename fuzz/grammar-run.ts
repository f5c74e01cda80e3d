import { chance } from '../corpus/draw'
import { GRAMMARS } from './grammar'
import { Reader } from './reader'
import type { Outcome } from './run'

/**
 * Reads files that keep the grammar of their format and say absurd things in it, in a thread that is ended where one
 * hangs.
 * @param count how many files, by turns of each format
 * @param limit ms that one file may take
 */
export async function fuzzGrammar(count: number, seed: number, limit: number): Promise<Outcome> {
  const reader = await Reader.start(limit)
  const outcome: Outcome = { taken: 0, refused: 0, slowest: 0, slowestFile: '', faults: [] }
  for (let k = 0; k < count; k += 1) {
    const { name, make } = GRAMMARS[k % GRAMMARS.length]!
    const label = `${name}, number ${k} of seed ${seed}`
    const answer = await reader.read(name, make(chance(seed * 1_000_003 + k)))
    if (answer.outcome === 'fault') outcome.faults.push(`${label}: ${answer.words}`)
    else outcome[answer.outcome] += 1
    if (answer.took > outcome.slowest) Object.assign(outcome, { slowest: answer.took, slowestFile: label })
  }
  await reader.end()
  return outcome
}
