import { type Edit, exchangeLines, joinEdits, makeEdit } from '../document/edits'
import type { Line, Look, Role } from '../document/lines'
import type { Project } from '../document/project'
import type { Making } from '../document/sources'
import { apply } from '../geometry/affine'
import { uniteBoxes } from '../geometry/measure'
import { transformPath } from '../geometry/path'
import { shapeOf } from '../geometry/shape'
import { shapeOfPiece } from '../pieces/piece-shape'
import { counted, say } from '../words'
import { CannotMake, type Handle, type Made, measuresOf, type Numbered } from './recipe'
import { RECIPES, type Recipes, recipeFor } from './recipes'

/** How made lines are drawn where a look is shown. */
const LOOK: Look = { stroke: '#2b1a2f', fill: null, dash: [], width: 0.25, layers: [] }

/** Space between a new making and what is there, mm. */
const GAP = 20

/** To the right of all lines that are there: what begins at the origin, or where the pieces that it takes lie. */
export function besideAll(project: Project, takes: Making['takes'] = []): Making['at'] {
  const lines = Object.values(project.lines)
  if (lines.length === 0) return [1, 0, 0, 1, 0, 0]
  const taken = takes
    .flatMap(({ piece }) => project.pieces[piece] ?? [])
    .map((p) => shapeOfPiece(project, p).box)
  const from = taken.length > 0 ? uniteBoxes(taken).minX : 0
  return [1, 0, 0, 1, uniteBoxes(lines.map((l) => shapeOf(l.d).box)).maxX + GAP - from, 0]
}

/** What a making acts on: its recipe, the shapes of the pieces that it takes, and all measures. @throws CannotMake */
function actedOn(project: Project, making: Making, recipes: Recipes) {
  const recipe = recipeFor(making, recipes)
  if (!recipe) throw new CannotMake(say`There is no recipe “${making.recipe}” here.`)
  const pieces = making.takes.flatMap(({ piece }) => project.pieces[piece] ?? [])
  if (pieces.length < making.takes.length)
    throw new CannotMake(
      say`A piece that it takes is gone. Undo what took it away, or remove this and make it of another piece.`,
    )
  const { least, most } = recipe.takes
  if (pieces.length < least || pieces.length > most)
    throw new CannotMake(
      least === most
        ? say`“${recipe.title}” takes ${counted(least, 'piece')}, and ${pieces.length} are given.`
        : say`“${recipe.title}” takes ${least} to ${most} pieces, and ${pieces.length} are given.`,
    )
  const shapes = pieces.map((p) => shapeOfPiece(project, p))
  return { recipe, shapes, measures: measuresOf(recipe, making.measures) }
}

/** The lines that a making makes of what it takes. @throws CannotMake */
function madeOf(project: Project, making: Making, recipes: Recipes): Made {
  const { recipe, shapes, measures } = actedOn(project, making, recipes)
  const made = recipe.make(shapes, measures)
  return Array.isArray(made) ? { lines: made, figures: [] } : made
}

/** What a making would make, where it would lie, and what of it can be dragged; or why it makes nothing. */
export type Preview = {
  lines: { d: string; role: Role }[]
  figures: string[]
  trouble: string | null
  handles: Handle[]
  numbered: Numbered[]
}

/** As much as the document keeps of what is said, letters. */
const LONGEST = { trouble: 400, figure: 300, figures: 8 }

const shortened = (figures: readonly string[]): string[] =>
  figures
    .slice(0, LONGEST.figures)
    .map((f) => (f.length > LONGEST.figure ? `${f.slice(0, LONGEST.figure - 2)} …` : f))

/** Makes a making without keeping it, to be looked at. */
export function previewOf(project: Project, making: Making, recipes: Recipes = RECIPES): Preview {
  const { at } = making
  try {
    const { recipe, shapes, measures } = actedOn(project, making, recipes)
    const found = recipe.handles?.(shapes, measures) ?? []
    const numbered = recipe.numbered?.(shapes) ?? []
    const handles = found.map((handle): Handle => {
      const tip = apply(at, { x: handle.at.x + handle.along.x, y: handle.at.y + handle.along.y })
      const from = apply(at, handle.at)
      return { ...handle, at: from, along: { x: tip.x - from.x, y: tip.y - from.y } }
    })
    try {
      const { lines, figures } = madeOf(project, making, recipes)
      return {
        lines: lines.map(({ d, role }) => ({ d: transformPath(d, at), role })),
        figures,
        trouble: null,
        handles,
        numbered,
      }
    } catch (error) {
      if (error instanceof CannotMake)
        return { lines: [], figures: [], trouble: error.message, handles, numbered }
      throw error
    }
  } catch (error) {
    if (error instanceof CannotMake)
      return { lines: [], figures: [], trouble: error.message, handles: [], numbered: [] }
    throw error
  }
}

/**
 * Makes the lines of a making anew. A line keeps its id, and what a hand changed of it; what the recipe makes no more
 * goes. A recipe that cannot make leaves the last lines, and the making says why.
 */
export function remake(
  project: Project,
  making: Making,
  label: string,
  recipes: Recipes = RECIPES,
): [Project, Edit] {
  const tell = (from: Project, trouble: string | null, figures: readonly string[] = []) =>
    makeEdit(from, label, ({ sources }) => {
      const told = sources[making.id]
      if (told?.kind !== 'making') return
      if (told.trouble !== trouble) told.trouble = trouble
      if (trouble === null && String(told.figures ?? []) !== String(figures)) told.figures = [...figures]
    })
  let made: Made
  try {
    made = madeOf(project, making, recipes)
  } catch (error) {
    if (error instanceof CannotMake) return tell(project, error.message.slice(0, LONGEST.trouble))
    throw error
  }
  const look = `${making.id}-look`
  const lines = made.lines.map(({ key, d, role, fold = null, angle, plane: own, title }): Line => {
    const id = `${making.id}-${key}`
    const plane = own ? `${making.plane}-${own}` : making.plane
    const stands = project.lines[id]
    const fresh: Line = {
      id,
      source: making.id,
      plane,
      look,
      d: transformPath(d, making.at),
      label: title ? `${making.name}, ${title}`.slice(0, 120) : making.name,
      role,
      sure: true,
      why: say`Made by “${making.name}”.`,
      fold,
      ...(angle === undefined ? {} : { angle }),
      held: null,
      made: { role, fold, ...(angle === undefined ? {} : { angle }) },
    }
    if (!stands) return fresh
    const byHand =
      stands.role !== stands.made?.role ||
      stands.fold !== stands.made?.fold ||
      stands.angle !== stands.made?.angle
    return byHand
      ? { ...stands, d: fresh.d, plane, made: fresh.made }
      : { ...fresh, held: stands.held, ...(stands.dashes ? { dashes: stands.dashes } : {}) }
  })
  const keys = new Set(lines.map((l) => l.id))
  const gone = Object.values(project.lines).filter((l) => l.source === making.id && l.made && !keys.has(l.id))
  const changed = lines.filter((l) => JSON.stringify(project.lines[l.id]) !== JSON.stringify(l))
  const [exchanged, exchange] = exchangeLines(
    project,
    label,
    gone.map((l) => l.id),
    changed,
  )
  const [looked, looking] = makeEdit(exchanged, label, (draft) => {
    if (!draft.looks[look]) draft.looks[look] = LOOK
  })
  const [told, telling] = tell(looked, null, shortened(made.figures))
  return [told, joinEdits(joinEdits(exchange, looking), telling)]
}

/**
 * Adds a making to a project, as an edit without what follows from it.
 * @throws CannotMake for measures that the recipe does not take
 */
export function addMaking(
  project: Project,
  making: Pick<Making, 'id' | 'recipe'> &
    Partial<Pick<Making, 'name' | 'measures' | 'takes' | 'plane' | 'at' | 'pattern'>>,
  recipes: Recipes = RECIPES,
): [Project, Edit] {
  const recipe = recipeFor(making, recipes)
  if (!recipe)
    throw new CannotMake(
      say`There is no recipe “${making.recipe}”. There are: ${recipes.map((r) => r.name).join(', ')}.`,
    )
  const measures = measuresOf(recipe, making.measures ?? {})
  const { name = recipe.nameOf?.(measures) ?? recipe.title } = making
  return makeEdit(project, say`Make “${name}”`, (draft) => {
    draft.sources[making.id] = {
      kind: 'making',
      takes: [],
      plane: making.id,
      at: besideAll(project, making.takes),
      ...making,
      name,
      measures,
      trouble: null,
    }
  })
}

/** Changes measures of a making, as an edit without what follows from it. @throws CannotMake */
export function changeMeasures(
  project: Project,
  id: string,
  change: Making['measures'],
  recipes: Recipes = RECIPES,
): [Project, Edit] {
  const making = project.sources[id]
  const recipe = making?.kind === 'making' ? recipeFor(making, recipes) : undefined
  if (making?.kind !== 'making' || !recipe) throw new CannotMake(say`This making is not here any more.`)
  const measures = measuresOf(recipe, { ...making.measures, ...change })
  return makeEdit(project, say`Change the measures of “${making.name}”`, ({ sources }) => {
    const drafted = sources[id]
    if (drafted?.kind === 'making') drafted.measures = measures
  })
}
