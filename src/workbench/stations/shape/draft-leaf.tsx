'use client'
import { linesOfSource } from '@/core/binding/remove-source'
import { uniteBoxes } from '@/core/geometry/measure'
import { shapeOf } from '@/core/geometry/shape'
import { addMaking } from '@/core/making/make'
import { patternOf } from '@/core/making/pattern'
import { knownRecipe } from '@/core/making/recipes'
import { quoted, say } from '@/core/words'
import { Button, QuietButton } from '@/kit/button'
import { Muted, Row, Section, Tag } from '@/kit/surface'
import { useProject, useTold, useWorkbench } from '../../store/context'
import { Measures } from './measures'
import { useDesk } from './shape-frame'
import { ThingsInside } from './things-inside'

/** A making that is set up: its measures and what it would be, and then it is made or not. */
export function DraftLeaf() {
  const workbench = useWorkbench()
  const told = useTold()
  const pieces = useProject((s) => s.project.pieces)
  const { draft, change, drop, preview, openMade } = useDesk()
  const recipe = draft ? knownRecipe(draft) : undefined
  if (!draft || !recipe) return null
  const make = () => {
    const { name: _, trouble: __, ...making } = draft
    const takes = making.takes.map((t, i) => ({ ...t, spent: !recipe.leaves?.(draft.measures, i) }))
    drop()
    workbench.choosePieces([])
    void workbench
      .edit((project) => addMaking(project, { ...making, takes }))
      .then(() => {
        if (!openMade(draft.id)) return
        const { project, chosenPieces } = workbench.store.getState()
        const made = linesOfSource(project, draft.id)
        // What was made is what the next recipe acts on, unless something was chosen in the meantime.
        const own = new Set(made.map((l) => l.id))
        if (chosenPieces.length === 0)
          workbench.choosePieces(
            Object.values(project.pieces).flatMap((p) => (p.outline.some((l) => own.has(l)) ? [p.id] : [])),
          )
        if (made.length > 0) workbench.bringIntoView(uniteBoxes(made.map((l) => shapeOf(l.d).box)))
      })
  }
  const inside = patternOf(draft)?.inside
  const taken = draft.takes.map(({ piece }) => pieces[piece]?.name ?? '')
  return (
    <Section data-testid="draft">
      <h2>{recipe.title}</h2>
      {taken.length > 0 ? (
        <Muted>{say`of “${taken[0]}”${taken.length > 1 ? say`, which stays; ${taken.slice(1).map(quoted).join(', ')} acts on it` : ''}`}</Muted>
      ) : null}
      {inside ? <ThingsInside inside={inside} onSize={change} /> : null}
      <Measures recipe={recipe} making={draft} onSet={(name, value) => change({ [name]: value })} />
      <div aria-live="polite">
        {preview?.trouble ? (
          <p style={{ fontSize: 13.5, marginBottom: 8 }}>
            <Tag $tone="brass">{say`cannot be made`}</Tag> {told(preview.trouble)}
          </p>
        ) : null}
        {preview?.figures.map((figure) => (
          <Muted key={figure}>{told(figure)}</Muted>
        ))}
      </div>
      <Row style={{ marginTop: 10 }}>
        <Button
          onPress={make}
          isDisabled={preview === null || preview.trouble !== null}
        >{say`Make it`}</Button>
        <QuietButton onPress={drop}>{say`Not now`}</QuietButton>
      </Row>
    </Section>
  )
}
