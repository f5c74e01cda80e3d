import { readFileSync, writeFileSync } from 'node:fs'
import { basename, extname } from 'node:path'
import { type Step, type Whole, wholeOf } from '../../src/core/building'
import { UNTOUCHED_BUILD } from '../../src/core/document/build'
import { emptyProject, type Project } from '../../src/core/document/project'
import { buildSheet } from '../../src/core/export/build-sheet'
import { count } from '../../src/core/words'
import type { Call, Command } from '../command'
import { UsageError } from '../options'
import { sizedBy } from '../pattern-size'
import { addFile } from '../project'
import { makeFrom } from './make'

/** Paper where none is named. */
const COLOURS = { front: '#efe6d8', back: '#d9c9b4' }

/** Tells the steps in which a build is folded, glued and put together, or writes them as a booklet. */
export const build: Command = {
  name: 'build',
  usage:
    'FILE...|pattern:NAME [--measure NAME=VALUE...] [--inside LxWxH] [--paper CALIPER] [--out BOOKLET.pdf]',
  options: {
    out: { type: 'string' },
    measure: { type: 'string', multiple: true },
    inside: { type: 'string' },
    paper: { type: 'string' },
  },
  async run(call) {
    const { files, text, json, say } = call
    const out = text('out')
    if (out && extname(out) !== '.pdf') throw new UsageError(`--out takes a booklet.pdf, not “${out}”.`)
    const project = await readBuild(call)
    const { build: whole, steps, sceneOf, fits } = joined(project)
    if (out) {
      const drawn = steps.map((step, i) => ({ step, scene: sceneOf(i) }))
      const pieces = whole.pieces.map(({ shape }) => ({
        shape,
        paper: null,
        copies: shape.piece.copies,
        colours: COLOURS,
      }))
      const name = files[0]!.startsWith('pattern:') ? project.name : basename(files[0]!)
      writeFileSync(out, await buildSheet({ name, unit: project.unit, pieces, steps: drawn, sheets: [] }))
    }
    if (json)
      say(
        JSON.stringify({
          pieces: whole.pieces.map(({ shape }) => ({ id: shape.piece.id, name: shape.piece.name })),
          halves: fits.map(({ piece, onto }) => [piece, onto]),
          steps: steps.map(({ id, kind, pieces, letter, says, hold, after }) => ({
            id,
            kind,
            pieces,
            letter,
            says,
            hold,
            after,
          })),
        }),
      )
    else say(out ?? describeBuild(basename(files[0]!), steps))
  },
}

/** The build of a project, with pieces glued that fit together as halves: nobody is there to be asked. */
function joined(project: Project): Whole {
  const { fits } = wholeOf(project)
  const joins = Object.fromEntries(fits.map(({ piece, join }) => [piece, join]))
  return { ...wholeOf({ ...project, build: { ...UNTOUCHED_BUILD, ...project.build, joins } }), fits }
}

/** One or several drawings as one project, or what a pattern makes. */
async function readBuild({ files, text, texts, reading }: Call): Promise<Project> {
  const [path, ...more] = files
  if (!path) throw new UsageError('build needs files, or pattern:NAME.')
  if (path.startsWith('pattern:')) {
    if (more.length > 0) throw new UsageError('build takes one pattern.')
    const measures = [...sizedBy(path, text('inside'), text('paper')), ...texts('measure')]
    return makeFrom(null, { recipe: path, pick: [], measures })
  }
  if (['measure', 'inside', 'paper'].some((o) => texts(o).length > 0 || text(o) !== undefined))
    throw new UsageError('--measure, --inside and --paper are for patterns: build pattern:NAME.')
  let project = emptyProject(basename(path))
  for (const [i, file] of files.entries())
    project = await addFile(project, readFileSync(file), basename(file), reading, { id: `source${i + 1}` })
  return project
}

/** The steps in words. */
function describeBuild(name: string, steps: readonly Step[]): string {
  if (steps.length === 0) return `${name}: nothing of it folds, and nothing is put together.`
  return [
    `${name}: ${count(steps.length, 'step')}`,
    ...steps.map((s, i) => `  ${i + 1}. ${s.says}${s.hold ? ' Hold it until the glue has set.' : ''}`),
  ].join('\n')
}
