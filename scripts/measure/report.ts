import { existsSync, readFileSync, writeFileSync } from 'node:fs'
import { cpus } from 'node:os'

const FILE = 'docs/measured.md'
const HEAD = '# Measured\n'

/** The sections of the page of figures, in their order. */
const SECTIONS = [
  'Speed',
  'Sorting',
  'Files for other programs',
  'Beside other programs',
  'Spoilt files',
] as const
export type Section = (typeof SECTIONS)[number]

/** Puts a section with its date and the kind of machine in its place on the page of figures; the others stay. */
export function writeSection(name: Section, command: string, body: string): void {
  const old = existsSync(FILE) ? readFileSync(FILE, 'utf8') : HEAD
  const known = new Map(
    old
      .split(/^## /m)
      .slice(1)
      .map((part) => [part.slice(0, part.indexOf('\n')), `## ${part.trimEnd()}\n`]),
  )
  const date = new Date().toISOString().slice(0, 10)
  const machine = `Node.js ${process.versions.node}, ${cpus().length} cores, a shared and noisy machine: ratios say more than times.`
  known.set(name, `## ${name}\n\nBy \`${command}\` on ${date}, ${machine}\n\n${body.trimEnd()}\n`)
  writeFileSync(FILE, `${HEAD}\n${SECTIONS.flatMap((s) => known.get(s) ?? []).join('\n')}`)
}
