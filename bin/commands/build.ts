import { readFileSync, writeFileSync } from 'node:fs'
import { basename, extname } from 'node:path'
import { addSource } from '../../src/core/binding/add-source'
import { type Step, wholeOf } from '../../src/core/building'
import { emptyProject, type Project } from '../../src/core/document/project'
import { buildSheet } from '../../src/core/export/build-sheet'
import { readDrawing } from '../../src/core/intake/formats'
import { count } from '../../src/core/units/count'
import { decodePicture } from '../../src/tasks/decode-picture'
import type { Call, Command } from '../command'
import { UsageError } from '../options'
import { sizedBy } from '../pattern-size'
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
    const { build: whole, steps, sceneOf } = wholeOf(project)
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
  for (const [i, file] of files.entries()) {
    const bytes = readFileSync(file)
    const name = basename(file)
    const drawing = await readDrawing(bytes, name, { ...reading, decodePicture })
    ;[project] = addSource(project, drawing, {
      id: `source${i + 1}`,
      name,
      format: drawing.format,
      bytes: bytes.length,
      stacked: reading.stacked,
    })
  }
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
