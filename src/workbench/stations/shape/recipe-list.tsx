'use client'
import { useEffect, useRef, useState } from 'react'
import { Button } from 'react-aria-components'
import styled from 'styled-components'
import { PATTERN_RECIPES } from '@/core/making/pattern'
import type { Recipe } from '@/core/making/recipe'
import { RECIPES } from '@/core/making/recipes'
import { count, quoted, say } from '@/core/words'
import { SearchField } from '@/kit/field'
import { Muted, Section } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'
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
  const pieces = `${count(least, 'piece')}${least === most ? '' : say` or more`}`
  return say`choose ${chosen > most ? count(most, 'piece') : pieces}`
}

/** The chosen pieces; the only one that there is need not be chosen. */
export function useChosenPieces(): string[] {
  const pieces = useProject((s) => s.project.pieces)
  const marked = useProject((s) => s.chosenPieces).filter((id) => pieces[id])
  const all = Object.keys(pieces)
  return marked.length === 0 && all.length === 1 ? all : marked
}

/** ms */
const AFTER_ROUTER = 150

/** All recipes, of nothing and of the chosen pieces; and the patterns, found by their words. */
export function RecipeList() {
  const pieces = useProject((s) => s.project.pieces)
  const chosen = useChosenPieces()
  const [words, setWords] = useState('')
  const { wantsPattern } = useDesk()
  const workbench = useWorkbench()
  const patterns = useRef<HTMLElement>(null)
  useEffect(() => {
    if (!wantsPattern) return
    workbench.want(null)
    // The router moves the focus to the new page first.
    setTimeout(() => {
      patterns.current?.scrollIntoView({ block: 'start' })
      patterns.current?.querySelector<HTMLInputElement>('input[type=search]')?.focus({ preventScroll: true })
    }, AFTER_ROUTER)
  }, [wantsPattern, workbench])
  const found = PATTERN_RECIPES.filter(({ title, says }) =>
    `${title} ${says}`.toLowerCase().includes(words.trim().toLowerCase()),
  )
  return (
    <>
      <Section>
        <h2>{say`Make`}</h2>
        <Muted style={{ marginBottom: 10 }}>
          {chosen.length === 0
            ? say`From nothing, or of pieces that you choose on the board or the shelf: the first one stays, the others act on it.`
            : say`Of ${chosen.map((id) => quoted(pieces[id]!.name)).join(', ')}${chosen.length > 1 ? say`: the first one stays.` : '.'}`}
        </Muted>
        <RecipeTiles recipes={OWN_RECIPES} chosen={chosen} />
      </Section>
      <Section ref={patterns}>
        <h2>{say`Patterns`}</h2>
        <Muted
          style={{ marginBottom: 10 }}
        >{say`Boxes, bags, envelopes and cards that fold shut at any size, by what goes inside.`}</Muted>
        <OwnPattern />
        <SearchField label={say`Find a pattern`} value={words} onChange={setWords} />
        <div style={{ height: 8 }} />
        {found.length > 0 ? (
          <RecipeTiles recipes={found} chosen={[]} />
        ) : (
          <Muted>{say`No pattern is called so. Try “box”, “card” or “envelope”.`}</Muted>
        )}
      </Section>
    </>
  )
}

const OWN_RECIPES = RECIPES.filter((r) => !PATTERN_RECIPES.includes(r) && r.isOffered !== false)

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
