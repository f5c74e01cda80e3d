'use client'
import { nanoid } from 'nanoid'
import { linesOfSource } from '@/core/binding/remove-source'
import { makingsOf } from '@/core/document/sources'
import { uniteBoxes } from '@/core/geometry/measure'
import { shapeOf } from '@/core/geometry/shape'
import { addMaking } from '@/core/making/make'
import type { Recipe } from '@/core/making/recipe'
import { RECIPES } from '@/core/making/recipes'
import { count } from '@/core/units/count'
import { QuietButton } from '@/kit/button'
import { Muted, Row, Section } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'
import { MakingLeaf } from './making-leaf'

/** What a recipe asks for, where the chosen pieces do not fit it; null where they do. */
function wanted({ takes: { least, most } }: Recipe, chosen: number): string | null {
  if (most === 0 || (chosen >= least && chosen <= most)) return null
  const pieces = `${count(least, 'piece')}${least === most ? '' : ' or more'}`
  return `Choose ${chosen > most ? count(most, 'piece') : pieces} on the shelf.`
}

/** What can be made of nothing and of the chosen pieces, and all that was made, with its measures. */
export function Shape() {
  const workbench = useWorkbench()
  const pieces = useProject((s) => s.project.pieces)
  const marked = useProject((s) => s.chosenPieces).filter((id) => pieces[id])
  const all = Object.keys(pieces)
  // The only piece that there is need not be chosen.
  const chosen = marked.length === 0 && all.length === 1 ? all : marked
  const makings = makingsOf(useProject((s) => s.project.sources))
  const make = (recipe: Recipe) => {
    const takes = recipe.takes.most > 0 ? chosen.map((piece) => ({ piece, spent: true })) : []
    const id = `making-${nanoid(8)}`
    void workbench
      .edit((project) => addMaking(project, { id, recipe: recipe.name, takes }))
      .then(() => {
        const made = linesOfSource(workbench.store.getState().project, id)
        if (made.length > 0) workbench.lookAt(uniteBoxes(made.map((l) => shapeOf(l.d).box)))
      })
    workbench.choosePieces([])
  }
  return (
    <>
      <Section>
        <h2>Make</h2>
        <Muted style={{ marginBottom: 10 }}>
          {chosen.length === 0
            ? 'From nothing, or of pieces that you choose on the shelf: the first one stays, the others act on it.'
            : `Of ${chosen.map((id) => `“${pieces[id]!.name}”`).join(', ')}${chosen.length > 1 ? ': the first one stays.' : '.'}`}
        </Muted>
        <ul>
          {RECIPES.map((recipe) => {
            const missing = wanted(recipe, chosen.length)
            return (
              <li key={recipe.name} style={{ marginBottom: 6 }}>
                <Row style={{ flexWrap: 'nowrap' }}>
                  <QuietButton isDisabled={missing !== null} onPress={() => make(recipe)}>
                    {recipe.title}
                  </QuietButton>
                  <Muted as="span">{missing ?? recipe.says}</Muted>
                </Row>
              </li>
            )
          })}
        </ul>
      </Section>
      {makings.map((making) => (
        <MakingLeaf key={making.id} making={making} />
      ))}
    </>
  )
}
