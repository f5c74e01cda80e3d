'use client'
import { Button } from 'react-aria-components'
import styled from 'styled-components'
import type { Recipe } from '@/core/making/recipe'
import { RECIPES } from '@/core/making/recipes'
import { count } from '@/core/units/count'
import { Muted, Section } from '@/kit/surface'
import { useProject } from '../../store/context'
import { useDesk } from './shape-frame'

const Tiles = styled.ul`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
`
const Tile = styled(Button)`
  display: block;
  width: 100%;
  height: 100%;
  padding: 6px 9px;
  border: 0;
  border-radius: 8px;
  background: var(--paper);
  box-shadow: var(--lift);
  text-align: left;
  cursor: pointer;
  &[data-hovered] {
    background: var(--plum-wash);
  }
  &[data-disabled] {
    opacity: 0.55;
    cursor: default;
  }
  b {
    display: block;
    font-size: 14px;
  }
  span {
    display: block;
    color: var(--ink-soft);
    font-size: 12.5px;
    line-height: 1.25;
  }
`

/** What a recipe asks for, where the chosen pieces do not fit it; null where they do. */
function wanted({ takes: { least, most } }: Recipe, chosen: number): string | null {
  if (most === 0 || (chosen >= least && chosen <= most)) return null
  // A recipe that needs none takes none where several are chosen.
  if (least === 0 && chosen > most) return null
  const pieces = `${count(least, 'piece')}${least === most ? '' : ' or more'}`
  return `choose ${chosen > most ? count(most, 'piece') : pieces}`
}

/** The chosen pieces; the only one that there is need not be chosen. */
export function useChosenPieces(): string[] {
  const pieces = useProject((s) => s.project.pieces)
  const marked = useProject((s) => s.chosenPieces).filter((id) => pieces[id])
  const all = Object.keys(pieces)
  return marked.length === 0 && all.length === 1 ? all : marked
}

/** All recipes, of nothing and of the chosen pieces. */
export function RecipeList() {
  const pieces = useProject((s) => s.project.pieces)
  const chosen = useChosenPieces()
  const { begin } = useDesk()
  return (
    <Section>
      <h2>Make</h2>
      <Muted style={{ marginBottom: 10 }}>
        {chosen.length === 0
          ? 'From nothing, or of pieces that you choose on the board or the shelf: the first one stays, the others act on it.'
          : `Of ${chosen.map((id) => `“${pieces[id]!.name}”`).join(', ')}${chosen.length > 1 ? ': the first one stays.' : '.'}`}
      </Muted>
      <Tiles>
        {RECIPES.map((recipe) => {
          const missing = wanted(recipe, chosen.length)
          const takes = chosen.length <= recipe.takes.most ? chosen : []
          return (
            <li key={recipe.name}>
              <Tile
                aria-label={recipe.title}
                isDisabled={missing !== null}
                onPress={() => begin(recipe, takes)}
              >
                <b>{recipe.title}</b>
                <span>{missing ?? recipe.says}</span>
              </Tile>
            </li>
          )
        })}
      </Tiles>
    </Section>
  )
}
