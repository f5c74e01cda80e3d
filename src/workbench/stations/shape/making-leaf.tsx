'use client'
import { Trash2 } from 'lucide-react'
import { removeSource } from '@/core/binding/remove-source'
import { makeEdit } from '@/core/document/edits'
import type { Making, MeasureValue } from '@/core/document/sources'
import { changeMeasures } from '@/core/making/make'
import { isAsked } from '@/core/making/recipe'
import { RECIPES } from '@/core/making/recipes'
import { QuietButton } from '@/kit/button'
import { Check } from '@/kit/check'
import { Muted, Pairs, Row, Section, Tag } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'
import { MeasureField } from './measure-field'

/** One making: what it takes, its measures, and why it could not be made anew. */
export function MakingLeaf({ making }: { making: Making }) {
  const workbench = useWorkbench()
  const pieces = useProject((s) => s.project.pieces)
  const recipe = RECIPES.find((r) => r.name === making.recipe)
  const set = (name: string, value: MeasureValue) =>
    void workbench.edit((project) => changeMeasures(project, making.id, { [name]: value }))
  const spent = making.takes.some((t) => t.spent)
  return (
    <Section data-testid="making">
      <h2>{making.name}</h2>
      {making.takes.length > 0 ? (
        <Muted>
          of{' '}
          {making.takes.map(({ piece }) => `“${pieces[piece]?.name ?? 'a piece that is gone'}”`).join(', ')}
        </Muted>
      ) : null}
      {making.trouble ? (
        <p role="alert" style={{ fontSize: 13.5, margin: '6px 0' }}>
          <Tag $tone="brass">not made</Tag> {making.trouble}
        </p>
      ) : null}
      {making.trouble
        ? null
        : making.figures?.map((figure) => (
            <Muted key={figure} data-testid="figure">
              {figure}
            </Muted>
          ))}
      <Pairs style={{ margin: '10px 0' }}>
        {recipe?.measures
          .filter((measure) => isAsked(measure, making.measures))
          .map((measure) => (
            <MeasureField
              key={measure.name}
              measure={measure}
              value={making.measures[measure.name] ?? measure.usual}
              onSet={(value) => set(measure.name, value)}
            />
          ))}
      </Pairs>
      {making.takes.length > 0 ? (
        <Check
          isSelected={spent}
          onChange={(on) =>
            void workbench.edit((project) =>
              makeEdit(project, on ? 'Cut what was made alone' : 'Cut what was taken too', ({ sources }) => {
                const drafted = sources[making.id]
                if (drafted?.kind === 'making') for (const taken of drafted.takes) taken.spent = on
              }),
            )
          }
        >
          What it takes goes to no sheet itself
        </Check>
      ) : null}
      <Row style={{ marginTop: 10 }}>
        <QuietButton
          aria-label={`Remove ${making.name}`}
          onPress={() => void workbench.edit((project) => removeSource(project, making.id))}
        >
          <Trash2 size={15} /> Remove
        </QuietButton>
      </Row>
    </Section>
  )
}
