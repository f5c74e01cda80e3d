'use client'
import { makeEdit, setLines } from '@/core/document/edits'
import type { Beat, Fold } from '@/core/document/lines'
import { linesOf } from '@/core/pieces/lines'
import { count } from '@/core/units/count'
import { QuietButton } from '@/kit/button'
import { LengthField } from '@/kit/field'
import { Row } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'

const PRESSED = { boxShadow: 'inset 0 0 0 2px var(--plum)' }

/** What can be done with chosen scores: the way they fold, and whether they are creased or cut as dashes. */
export function ChosenScores() {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const selection = useProject((s) => s.selection)
  const chosen = linesOf(project, selection)
  const folds = new Set(chosen.map((l) => l.fold))
  const beat = chosen.find((l) => l.dashes)?.dashes ?? null
  const what = count(chosen.length, 'score')
  const setFold = (fold: Fold | null) =>
    void workbench.edit((p) => setLines(p, `Fold ${what} ${fold ?? 'either way'}`, selection, { fold }))
  const setBeat = (label: string, dashes: Beat | null) =>
    void workbench.edit((p) =>
      makeEdit(p, label, (draft) => {
        for (const id of selection) {
          const line = draft.lines[id]
          if (!line) continue
          if (dashes) line.dashes = dashes
          else delete line.dashes
        }
      }),
    )
  return (
    <>
      <Row style={{ marginTop: 8 }}>
        {(['valley', 'mountain', null] as const).map((fold) => {
          const pressed = folds.size === 1 && folds.has(fold)
          return (
            <QuietButton
              key={String(fold)}
              aria-pressed={pressed}
              onPress={() => setFold(fold)}
              style={pressed ? PRESSED : undefined}
            >
              {fold ?? 'either way'}
            </QuietButton>
          )
        })}
      </Row>
      <Row style={{ marginTop: 8 }}>
        {beat ? (
          <>
            <LengthField
              label="Dash"
              mm={beat.dash}
              unit={project.unit}
              min={0.2}
              max={100}
              onCommit={(dash) => setBeat('Change the dash', { ...beat, dash })}
            />
            <LengthField
              label="Gap"
              mm={beat.gap}
              unit={project.unit}
              min={0.2}
              max={100}
              onCommit={(gap) => setBeat('Change the gap', { ...beat, gap })}
            />
            <QuietButton onPress={() => setBeat(`Crease ${what}`, null)}>Crease instead</QuietButton>
          </>
        ) : (
          <QuietButton
            onPress={() => setBeat(`Cut ${what} as dashes`, { dash: project.run.dash, gap: project.run.gap })}
          >
            Cut as dashes
          </QuietButton>
        )}
      </Row>
    </>
  )
}
