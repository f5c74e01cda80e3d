'use client'
import { Download, Scissors, Trash2 } from 'lucide-react'
import { removeSource } from '@/core/binding/remove-source'
import { makeEdit } from '@/core/document/edits'
import type { Making, MeasureValue } from '@/core/document/sources'
import { letGo } from '@/core/making/let-go'
import { changeMeasures } from '@/core/making/make'
import { patternFile } from '@/core/making/pattern'
import { knownRecipe } from '@/core/making/recipes'
import { say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { Check } from '@/kit/check'
import { saveFile } from '@/kit/save-file'
import { Muted, Row, Section, Tag } from '@/kit/surface'
import { useProject, useTold, useWorkbench } from '../../store/context'
import { Measures } from './measures'
import { useDesk } from './shape-frame'

/** Saves the pattern of a making as a file, with its measures as they are. */
function savePattern(making: Making): void {
  const text = patternFile(making)
  if (text) saveFile(new Blob([text], { type: 'application/json' }), `${making.name}.pattern.json`)
}

/** One making: what it takes and how it turned out; open, its measures too. */
export function MakingLeaf({ making }: { making: Making }) {
  const workbench = useWorkbench()
  const told = useTold()
  const pieces = useProject((s) => s.project.pieces)
  const { open, setOpen } = useDesk()
  const isOpen = open === making.id
  const recipe = knownRecipe(making)
  const set = (name: string, value: MeasureValue) =>
    void workbench.edit((project) => changeMeasures(project, making.id, { [name]: value }))
  const use = (piece: string, isUsedUp: boolean) => {
    const name = pieces[piece]?.name ?? ''
    const label = isUsedUp ? say`Use “${name}” up` : say`Cut “${name}” too`
    void workbench.edit((project) =>
      makeEdit(project, label, ({ sources }) => {
        const drafted = sources[making.id]
        if (drafted?.kind !== 'making') return
        for (const taken of drafted.takes) if (taken.piece === piece) taken.spent = isUsedUp
      }),
    )
  }
  return (
    <Section data-testid="making">
      <Row style={{ justifyContent: 'space-between', flexWrap: 'nowrap' }}>
        <h2>{making.name}</h2>
        <QuietButton
          aria-expanded={isOpen}
          aria-label={`${isOpen ? say`Close` : say`Measures of`} ${making.name}`}
          onPress={() => setOpen(isOpen ? null : making.id)}
        >
          {isOpen ? say`Close` : say`Measures`}
        </QuietButton>
      </Row>
      {making.takes.length > 0 ? (
        <Muted>{say`of ${making.takes.map(({ piece }) => `“${pieces[piece]?.name ?? say`a piece that is gone`}”`).join(', ')}`}</Muted>
      ) : null}
      {making.trouble ? (
        <p role="alert" style={{ fontSize: 13.5, margin: '6px 0' }}>
          <Tag $tone="brass">{say`not made`}</Tag> {told(making.trouble)}
        </p>
      ) : null}
      {making.trouble
        ? null
        : making.figures?.map((figure) => (
            <Muted key={figure} data-testid="figure">
              {told(figure)}
            </Muted>
          ))}
      {isOpen && recipe ? <Measures recipe={recipe} making={making} onSet={set} /> : null}
      {isOpen
        ? making.takes.map(({ piece, spent }) => (
            <Check
              key={piece}
              isSelected={spent}
              onChange={(on) => use(piece, on)}
            >{say`“${pieces[piece]?.name ?? say`a piece that is gone`}” goes to no sheet itself`}</Check>
          ))
        : null}
      {isOpen ? (
        <Row style={{ marginTop: 10 }}>
          <QuietButton
            aria-label={say`Let go of ${making.name}`}
            onPress={() => void workbench.edit((project) => letGo(project, making.id))}
          >
            <Scissors size={15} />
            {say` Let go`}
          </QuietButton>
          <QuietButton
            aria-label={say`Remove ${making.name}`}
            onPress={() => void workbench.edit((project) => removeSource(project, making.id))}
          >
            <Trash2 size={15} />
            {say` Remove`}
          </QuietButton>
          {recipe && making.recipe.startsWith('pattern:') ? (
            <QuietButton
              aria-label={say`Save the pattern of ${making.name}`}
              onPress={() => savePattern(making)}
            >
              <Download size={15} />
              {say` Save its pattern`}
            </QuietButton>
          ) : null}
        </Row>
      ) : null}
    </Section>
  )
}
