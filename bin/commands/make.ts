import { readFileSync, writeFileSync } from 'node:fs'
import { basename, extname } from 'node:path'
import { ownFontName } from '../../src/core/document/fonts'
import type { Paper } from '../../src/core/document/paper'
import { emptyProject, type Project } from '../../src/core/document/project'
import type { Making, MeasureValue } from '../../src/core/document/sources'
import { FILE_KINDS } from '../../src/core/export/kinds'
import { drawingAsSheet } from '../../src/core/export/parts'
import { heightOf, uniteBoxes, widthOf } from '../../src/core/geometry/measure'
import { shapeOf } from '../../src/core/geometry/shape'
import { addMaking } from '../../src/core/making/make'
import { ownRecipe } from '../../src/core/making/pattern'
import type { Measure, Recipe } from '../../src/core/making/recipe'
import { RECIPES } from '../../src/core/making/recipes'
import { settled } from '../../src/core/making/settle'
import { parseLength, parseLengths } from '../../src/core/units/length'
import { count } from '../../src/core/words'
import { fontsFor, takeFontsFrom, takeOwnFontsFrom } from '../../src/tasks/fonts'
import { readFontFile } from '../../src/tasks/read-font'
import type { Command } from '../command'
import { UsageError } from '../options'
import { ownPattern, sizedBy } from '../pattern-size'
import { describeProject, readProject, tellProject } from '../project'
import { EXPORT_KINDS, exportSheets } from '../sheet-files'

takeFontsFrom(
  async (file) => new Uint8Array(readFileSync(new URL(`../../public/fonts/${file}`, import.meta.url))),
)

/** The id that the one making of a command gets. */
const MADE = 'made'

/** Makes something from measures, of pieces of a drawing where the recipe takes some. */
export const make: Command = {
  name: 'make',
  usage:
    'RECIPE|pattern:NAME [FILE] [--pick PIECE...] [--measure NAME=VALUE...] [--font FILE] [--inside LxWxH] [--paper CALIPER] [--out PATH] | --list',
  options: {
    pick: { type: 'string', multiple: true },
    measure: { type: 'string', multiple: true },
    out: { type: 'string' },
    list: { type: 'boolean' },
    inside: { type: 'string' },
    font: { type: 'string' },
    paper: { type: 'string' },
  },
  async run({ files: [recipe, path, ...more], text, texts, has, reading, json, say }) {
    if (has('list')) {
      // Patterns have a list of their own.
      const listed = RECIPES.filter((r) => !r.name.startsWith('pattern:') && r.isOffered !== false)
      say(json ? JSON.stringify({ recipes: listed.map(tellRecipe) }) : listed.map(describeRecipe).join('\n'))
      return
    }
    if (!recipe) throw new UsageError('make needs a recipe, and a file where it takes pieces of one.')
    if (more.length > 0) throw new UsageError('make takes one file.')
    const drawing = path ? await readProject(readFileSync(path), basename(path), reading) : null
    const made = await makeFrom(drawing, {
      recipe,
      pick: texts('pick'),
      measures: [
        ...sizedBy(recipe, text('inside'), text('paper')),
        ...(await letteredIn(text('font'))),
        ...texts('measure'),
      ],
    })
    const out = text('out')
    if (out) {
      const ending = extname(out).slice(1)
      const kind = FILE_KINDS.find((k) => k.ending === ending && EXPORT_KINDS.includes(k.name))
      if (!kind)
        throw new UsageError(`--out needs an ending that tells the kind of file: ${EXPORT_KINDS.join(', ')}.`)
      writeFileSync(out, await drawMade(made, kind.name))
    }
    const told = tellMade(made)
    if (json) say(JSON.stringify(told))
    else say(out ?? describeProject(told.making.name, told))
  },
}

const UNITS = { length: 'mm', lengths: 'mm', angle: 'degrees', count: '', choice: '', text: '' } as const

/** A recipe with its measures, as data. */
export const tellRecipe = ({ name, title, takes, measures }: Recipe) => ({
  name,
  title,
  takes,
  measures: measures.map((m) => ({
    name: m.name,
    unit: UNITS[m.kind],
    ...rangeOf(m),
    usual: m.usual,
    says: m.title,
  })),
})

function rangeOf(m: Measure) {
  if (m.kind === 'text') return { longest: m.longest }
  if (m.kind === 'choice') return { choices: m.choices.map((c) => c.value) }
  return { least: m.least, most: m.most }
}

/** A recipe in a line. */
export function describeRecipe({ name, title, takes: { least, most }, measures }: Recipe): string {
  const of = most === 0 ? '' : `, of ${least === most ? count(least, 'piece') : `${least} to ${most} pieces`}`
  return `${name}: ${title}${of}${measures.length > 0 ? `; ${measures.map((m) => `${m.name}=${m.usual}`).join(' ')}` : ''}`
}

type MakeOptions = {
  recipe: string
  /** names or ids of pieces of the drawing that it takes */
  pick: readonly string[]
  /** as they were written: NAME=VALUE */
  measures: readonly string[]
}

/** What was asked for and is not there, and what is. */
function known(name: string): string {
  const isPattern = name.startsWith('pattern:')
  const names = RECIPES.map((r) => r.name).filter((n) => n.startsWith('pattern:') === isPattern)
  return `${isPattern ? 'pattern' : 'recipe'} “${name}”. There are: ${names.join(', ')}.`
}

/** Makes something, of a drawing's pieces where there is one. @throws UsageError, CannotMake */
export async function makeFrom(
  drawing: Project | null,
  { recipe: name, pick, measures }: MakeOptions,
): Promise<Project> {
  const pattern = ownPattern(name)
  const recipe = pattern === undefined ? RECIPES.find((r) => r.name === name) : ownRecipe(pattern)
  if (!recipe) throw new UsageError(`there is no ${known(name)}`)
  const project = drawing ?? emptyProject(recipe.title)
  const takes = pick.map((wanted) => {
    const piece = Object.values(project.pieces).find((p) => p.id === wanted || p.name === wanted)
    if (!piece)
      throw new UsageError(
        `there is no piece “${wanted}”. There are: ${Object.values(project.pieces)
          .map((p) => p.name)
          .join(', ')}.`,
      )
    return piece.id
  })
  const given = Object.fromEntries(measures.map((text) => readMeasure(text, recipe.measures)))
  const measured = { ...Object.fromEntries(recipe.measures.map((m) => [m.name, m.usual])), ...given }
  const added = addMaking(project, {
    id: MADE,
    recipe: recipe.name,
    ...(pattern === undefined ? {} : { pattern }),
    measures: given,
    takes: takes.map((piece, i) => ({ piece, spent: !recipe.leaves?.(measured, i) })),
  })
  await fontsFor(added[0])
  const [made] = settled(added)
  const making = made.sources[MADE] as Making
  if (making.trouble) throw new UsageError(making.trouble)
  return made
}

/** The measure that names a font of one's own, which is read here. @throws UsageError for one that is not taken */
async function letteredIn(path: string | undefined): Promise<string[]> {
  if (path === undefined) return []
  const bytes = new Uint8Array(readFileSync(path))
  await readFontFile.run({ bytes, fileName: basename(path) }, () => {})
  takeOwnFontsFrom(async () => bytes)
  return [`font=${ownFontName({ id: 'file' })}`]
}

/** `width=120`, `width=4 3/4"` or `kind=circle`. */
function readMeasure(text: string, measures: readonly Measure[]): [string, MeasureValue] {
  const at = text.indexOf('=')
  if (at < 1) throw new UsageError(`--measure takes NAME=VALUE, as in width=120; not “${text}”.`)
  const [name, value] = [text.slice(0, at).trim(), text.slice(at + 1).trim()]
  const kind = measures.find((m) => m.name === name)?.kind
  if (kind === 'count' || kind === 'angle') {
    const number = Number(value)
    if (value === '' || !Number.isFinite(number))
      throw new UsageError(`--measure ${name}: “${value}” is no number.`)
    return [name, number]
  }
  if (kind !== 'length' && kind !== 'lengths') return [name, value]
  const read = kind === 'lengths' ? parseLengths(value) : parseLength(value)
  if (!read.ok) throw new UsageError(`--measure ${name}: ${read.message}`)
  return [name, read.mm]
}

/** The answer of `make`: what `sort` answers, and what was made of what. */
function tellMade(project: Project) {
  const { name, recipe, measures, takes, figures = [] } = project.sources[MADE] as Making
  return { ...tellProject(project), making: { name, recipe, measures, takes, figures } }
}

/** All that there is, where it lies, as one file. */
async function drawMade(project: Project, kind: string): Promise<string | Uint8Array> {
  const box = uniteBoxes(Object.values(project.lines).map((l) => shapeOf(l.d).box))
  const size = { width: Math.max(1, box.minX + widthOf(box)), height: Math.max(1, box.minY + heightOf(box)) }
  const layout = { ...project.layout, sheets: [drawingAsSheet(project, size)] }
  const [written] = await exportSheets({ ...project, layout }, [] as Paper[], kind)
  return written!
}
