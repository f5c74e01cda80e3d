import { boxOfPieces, makingsUnder, sizePieces } from '../binding/move-pieces'
import { type Edit, joinEdits, makeEdit } from '../document/edits'
import type { Project } from '../document/project'
import { roomIn, type Target } from '../document/targets'
import { heightOf, widthOf } from '../geometry/measure'
import { closedSize } from '../pieces/panels'
import { shapeOfPiece } from '../pieces/piece-shape'
import { say } from '../words'
import { changeMeasures } from './make'
import { CannotMake, type Recipe } from './recipe'
import { RECIPES, recipeFor } from './recipes'

/** The size of pieces as they go into a target: folded up where it is one with folds, mm; null where none is here. */
export function sizeOfAll(
  project: Project,
  ids: readonly string[],
): { width: number; height: number } | null {
  const [only] = ids
  const piece = ids.length === 1 ? project.pieces[only!] : undefined
  if (piece) return closedSize(shapeOfPiece(project, piece))
  const box = boxOfPieces(project, ids)
  return box ? { width: widthOf(box), height: heightOf(box) } : null
}

/**
 * Sizes pieces so that they just fit a target, in their proportions, all together; its longer side takes theirs. What is made from nothing by its width and height gets both of the target. Each piece remembers the
 * target, so that whoever outgrows it later is told.
 * @throws CannotMake for what is made of something else: that is to be fitted
 */
export function fitPieces(
  project: Project,
  ids: readonly string[],
  target: Target,
  recipes: readonly Recipe[] = RECIPES,
): [Project, Edit] {
  const label = say`Fit to ${target.name}`
  const [sized, sizing] = fitted(project, ids, target, recipes)
  const [next, edit] = makeEdit(sized, label, ({ pieces }) => {
    for (const id of ids) if (pieces[id]) pieces[id].target = target
  })
  return [next, { ...joinEdits(sizing, edit), label }]
}

function fitted(
  project: Project,
  ids: readonly string[],
  target: Target,
  recipes: readonly Recipe[],
): [Project, Edit] {
  const nothing: Edit = { label: '', changes: [] }
  const size = sizeOfAll(project, ids)
  if (!size) return [project, nothing]
  const [short, long] = roomIn(target)
  if (short < 1) throw new CannotMake(say`Less than 1 mm is left in ${target.name}. Lessen its clearance.`)
  const isUpright = size.height >= size.width
  const makings = makingsUnder(project, ids)
  if (makings.size > 0) {
    const [id] = makings
    const making = project.sources[id!]
    const recipe = making?.kind === 'making' ? recipeFor(making, recipes) : undefined
    const asks = (name: string) => recipe?.measures.some((m) => m.name === name)
    if (makings.size > 1 || !recipe || recipe.takes.most > 0 || !asks('width') || !asks('height'))
      throw new CannotMake(say`What is made of other pieces gets its size from them. Fit those.`)
    const [width, height] = isUpright ? [short, long] : [long, short]
    return changeMeasures(project, id!, { width, height }, recipes)
  }
  const straight = isUpright
    ? Math.min(short / size.width, long / size.height)
    : Math.min(long / size.width, short / size.height)
  const box = boxOfPieces(project, ids)!
  return sizePieces(project, ids, { width: widthOf(box) * straight, height: heightOf(box) * straight })
}
