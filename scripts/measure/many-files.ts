import { spawnSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { CONVENTIONS } from '../../corpus/conventions'
import { chance } from '../../corpus/draw'
import { drawTemplate } from '../../corpus/score'
import { TEMPLATES } from '../../corpus/templates'
import type { Figure } from './figure'

const FILES = 500
const TSX = 'node_modules/.bin/tsx'
const COMMAND = ['bin/crease.ts', 'report']

/** How long a command takes, and how many files it did not read. */
function timed(command: string, args: readonly string[]): { time: number; refused: number } {
  const began = performance.now()
  const { stdout, status } = spawnSync(command, args, { encoding: 'utf8', maxBuffer: 1e9 })
  if (status !== 0) throw new Error(`measure: ${command} ${args.join(' ')} ended with ${status}`)
  return { time: performance.now() - began, refused: stdout.split('"state":"refused"').length - 1 }
}

/** The drawings of a seller looked at by the command, on one core and on two. */
export async function measureManyFiles(): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), 'dielines-'))
  let written = 0
  for (let i = 0; written < FILES; i += 1) {
    const convention = CONVENTIONS[i % CONVENTIONS.length]!
    const template = TEMPLATES[Math.floor(i / CONVENTIONS.length) % TEMPLATES.length]!
    const drawn = await drawTemplate(convention, template, chance(i))
    if (!drawn) continue
    const { name: kind, bytes } = drawn.file
    const name = `${i}-${kind}`
    const path = join(folder, name)
    writeFileSync(path, bytes)
    written += 1
  }
  // One core is one core: a single process would compile and clear up on the other one.
  const one = timed('taskset', ['-c', '0', TSX, ...COMMAND, folder, '--cores', '1', '--json'])
  const two = timed(TSX, [...COMMAND, folder, '--cores', '2', '--json'])
  const ratio = two.time / one.time
  return [
    {
      what: `A report on ${FILES} dielines by the command, on two cores (${two.refused} not read)`,
      figure: `${(two.time / 1000).toFixed(1)} s`,
      against: `${ratio.toFixed(2)} times one core (${(one.time / 1000).toFixed(1)} s)`,
      target: 'at most 0.6 times',
      met: ratio <= 0.6 && two.refused === 0,
    },
  ]
}
