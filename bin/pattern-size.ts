import { readFileSync } from 'node:fs'
import { patternOf } from '../src/core/making/pattern'
import { type Pattern, readPattern } from '../src/core/patterns'
import { parseLength } from '../src/core/units/length'
import { FIRST_PAPERS } from '../src/server/library/first-papers'
import { UsageError } from './options'

/**
 * The measures of a pattern, as they would be typed, from the room within (`70x50x110`) and a paper: its name, or its
 * thickness.
 * @throws UsageError
 */
export function sizedBy(recipe: string, inside: string | undefined, paper: string | undefined): string[] {
  if (inside === undefined && paper === undefined) return []
  const own = ownPattern(recipe)
  const pattern = patternOf({ recipe, ...(own === undefined ? {} : { pattern: own }) })
  if (!pattern) throw new UsageError('--inside and --paper are for patterns: make pattern:NAME.')
  return [...roomMeasures(pattern, inside), ...caliperMeasure(paper)]
}

function roomMeasures({ name, inside }: Pattern, text: string | undefined): string[] {
  if (text === undefined) return []
  if (!inside) throw new UsageError(`“${name}” has no room within; give its measures.`)
  const lengths = text.split(/[x×]/i).map((part) => parseLength(part))
  if (lengths.length !== 3 || !lengths.every((l) => l.ok && l.mm > 0))
    throw new UsageError(`--inside takes length x width x height, as in 70x50x110; not “${text}”.`)
  const [length, width, height] = lengths.map((l) => (l.ok ? l.mm : 0))
  return [`${inside.length}=${length}`, `${inside.width}=${width}`, `${inside.height}=${height}`]
}

function caliperMeasure(text: string | undefined): string[] {
  if (text === undefined) return []
  const known = FIRST_PAPERS.find((p) => p.name.toLowerCase() === text.trim().toLowerCase())
  if (known) return [`caliper=${known.caliper}`]
  const thickness = parseLength(text)
  if (!thickness.ok)
    throw new UsageError(
      `--paper takes a thickness, as in 0.3, or one of: ${FIRST_PAPERS.map((p) => p.name).join('; ')}. Not “${text}”.`,
    )
  return [`caliper=${thickness.mm}`]
}

/** The text of a pattern's file where one is named (`pattern:box.json`). @throws UsageError with all that is wrong */
export function ownPattern(name: string): string | undefined {
  if (!name.startsWith('pattern:') || !name.endsWith('.json')) return undefined
  const path = name.slice('pattern:'.length)
  const text = readFileSync(path, 'utf8')
  const { pattern, problems } = readPattern(text)
  if (!pattern) throw new UsageError(`${path} is no pattern that can be made.\n${problems.join('\n')}`)
  return text
}
