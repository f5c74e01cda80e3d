import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { chance } from '../corpus/draw'
import { projectSchema } from '../src/core/document/project'
import { inspect } from '../src/core/inspection'
import { IntakeRefusal } from '../src/core/intake/refusal'
import { readFile } from '../src/tasks/read-file'
import { mutate } from './mutate'

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
export async function fuzz(count: number, seed: number, limit: number): Promise<Outcome> {
  const random = chance(seed)
  const whole = SEEDS.map(({ name, path }) => ({ name, bytes: file(path) }))
  const outcome: Outcome = { taken: 0, refused: 0, slowest: 0, slowestFile: '', faults: [] }
  for (let k = 0; k < count; k += 1) {
    const { name, bytes } = whole[k % whole.length]!
    const spoilt = mutate(bytes, random)
    const label = `${name}, number ${k} of seed ${seed}`
    const began = performance.now()
    try {
      const { project } = await readFile.run(
        { bytes: spoilt, fileName: name, sourceId: 's', project: null },
        () => {},
      )
      if (project) inspect(project)
      const checked = projectSchema.safeParse(project)
      if (checked.success) outcome.taken += 1
      else
        outcome.faults.push(
          `${label}: no valid project (${checked.error.issues[0]?.message} at ${checked.error.issues[0]?.path.join('.')})`,
        )
    } catch (error) {
      if (error instanceof IntakeRefusal && /^\S.{15,}[.!]$/s.test(error.message)) outcome.refused += 1
      else
        outcome.faults.push(
          `${label}: ${error instanceof Error ? (error.stack ?? error.message).slice(0, 600) : String(error)}`,
        )
    }
    const took = performance.now() - began
    if (took > outcome.slowest) Object.assign(outcome, { slowest: took, slowestFile: label })
    if (took > limit) outcome.faults.push(`${label}: took ${Math.round(took)} ms`)
  }
  return outcome
}
