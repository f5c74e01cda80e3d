'use client'
import { useState } from 'react'
import { Button } from 'react-aria-components'
import styled from 'styled-components'
import { PATTERN_RECIPES } from '@/core/making/pattern'
import type { Recipe } from '@/core/making/recipe'
import { RECIPES } from '@/core/making/recipes'
import { count } from '@/core/units/count'
import { SearchField } from '@/kit/field'
import { Muted, Section } from '@/kit/surface'
import { useProject } from '../../store/context'
import { OwnPattern } from './own-pattern'
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

/** All recipes, of nothing and of the chosen pieces; and the patterns, found by their words. */
export function RecipeList() {
  const pieces = useProject((s) => s.project.pieces)
  const chosen = useChosenPieces()
  const [words, setWords] = useState('')
  const found = PATTERN_RECIPES.filter(({ title, says }) =>
    `${title} ${says}`.toLowerCase().includes(words.trim().toLowerCase()),
  )
  return (
    <>
      <Section>
        <h2>Make</h2>
        <Muted style={{ marginBottom: 10 }}>
          {chosen.length === 0
            ? 'From nothing, or of pieces that you choose on the board or the shelf: the first one stays, the others act on it.'
            : `Of ${chosen.map((id) => `“${pieces[id]!.name}”`).join(', ')}${chosen.length > 1 ? ': the first one stays.' : '.'}`}
        </Muted>
        <RecipeTiles recipes={OWN_RECIPES} chosen={chosen} />
      </Section>
      <Section>
        <h2>Patterns</h2>
        <Muted style={{ marginBottom: 10 }}>
          Boxes, bags, envelopes and cards that fold shut at any size, by what goes inside.
        </Muted>
        <OwnPattern />
        <SearchField label="Find a pattern" value={words} onChange={setWords} />
        <div style={{ height: 8 }} />
        {found.length > 0 ? (
          <RecipeTiles recipes={found} chosen={[]} />
        ) : (
          <Muted>No pattern is called so. Try “box”, “card” or “envelope”.</Muted>
        )}
      </Section>
    </>
  )
}

const OWN_RECIPES = RECIPES.filter((r) => !PATTERN_RECIPES.includes(r))

function RecipeTiles({ recipes, chosen }: { recipes: readonly Recipe[]; chosen: readonly string[] }) {
  const { begin } = useDesk()
  return (
    <Tiles>
      {recipes.map((recipe) => {
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
  )
}
