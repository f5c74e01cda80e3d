'use client'
import { perforationAsDrawn } from '@/core/cutting/beat-of-line'
import { makeEdit, setLines } from '@/core/document/edits'
import { setFoldAngle } from '@/core/document/fold-angle'
import type { Beat, Fold } from '@/core/document/lines'
import { FOLD_NAMES } from '@/core/document/role-names'
import { linesOf } from '@/core/pieces/lines'
import { count, counted, say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { LengthField, NumberEntry } from '@/kit/field'
import { Row } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'
import type { Workbench } from '../../store/project-store'

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
    workbench.edit((p) =>
      setLines(p, say`Fold ${what} ${fold ? FOLD_NAMES[fold] : say`undecided`}`, selection, { fold }),
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
              {fold ? FOLD_NAMES[fold] : say`undecided`}
            </QuietButton>
          )
        })}
      </Row>
      <Row style={{ marginTop: 8 }}>
        <AngleField />
      </Row>
      <Row style={{ marginTop: 8 }}>
        {beat ? (
          <>
            <BeatFields beat={beat} />
            <QuietButton
              onPress={() => setBeat(workbench, say`Crease ${what}`, null)}
            >{say`Crease instead`}</QuietButton>
          </>
        ) : (
          <QuietButton
            onPress={() =>
              setBeat(workbench, say`Cut ${what} as dashes`, { dash: project.run.dash, gap: project.run.gap })
            }
          >{say`Cut as dashes`}</QuietButton>
        )}
      </Row>
    </>
  )
}

/** How far the chosen scores fold, where it is known; without it folding works it out. */
function AngleField() {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const selection = useProject((s) => s.selection)
  const chosen = linesOf(project, selection)
  const [known] = chosen.flatMap((l) => l.angle ?? [])
  const set = (angle: number | null) => workbench.edit((p) => setFoldAngle(p, selection, angle))
  return (
    <>
      <NumberEntry
        label={say`Angle from flat`}
        value={known ?? 90}
        min={0}
        max={180}
        suffix="°"
        onCommit={set}
      />
      {known === undefined ? null : <QuietButton onPress={() => set(null)}>{say`Work it out`}</QuietButton>}
    </>
  )
}

/** What can be done with chosen perforations: the dash that is cut, and the bridge that holds. */
export function ChosenPerforations() {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const chosen = linesOf(
    project,
    useProject((s) => s.selection),
  )
  const own = chosen.find((l) => l.dashes)?.dashes
  const beat = own ?? (chosen[0] ? perforationAsDrawn(project, chosen[0]) : null)
  if (!beat) return null
  return (
    <Row style={{ marginTop: 8 }}>
      <BeatFields beat={beat} />
      {own ? (
        <QuietButton
          onPress={() => setBeat(workbench, say`Perforate ${counted(chosen.length, 'line')} as drawn`, null)}
        >{say`As drawn`}</QuietButton>
      ) : null}
    </Row>
  )
}

/** Dash and gap of the chosen lines. */
function BeatFields({ beat }: { beat: Beat }) {
  const workbench = useWorkbench()
  const unit = useProject((s) => s.project.unit)
  return (
    <>
      <LengthField
        label={say`Dash`}
        mm={beat.dash}
        unit={unit}
        min={0.2}
        max={100}
        onCommit={(dash) => setBeat(workbench, say`Change the dash`, { ...beat, dash })}
      />
      <LengthField
        label={say`Gap`}
        mm={beat.gap}
        unit={unit}
        min={0.2}
        max={100}
        onCommit={(gap) => setBeat(workbench, say`Change the gap`, { ...beat, gap })}
      />
    </>
  )
}

/** Gives the chosen lines a beat of their own, or takes it from them. */
function setBeat(workbench: Workbench, label: string, dashes: Beat | null): void {
  const { selection } = workbench.store.getState()
  void workbench.edit((p) =>
    makeEdit(p, label, (draft) => {
      for (const id of selection) {
        const line = draft.lines[id]
        if (!line) continue
        if (dashes) line.dashes = { dash: dashes.dash, gap: dashes.gap }
        else delete line.dashes
      }
    }),
  )
}
