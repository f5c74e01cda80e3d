'use client'
import styled from 'styled-components'
import { setLines } from '@/core/document/edits'
import { setFoldAngle } from '@/core/document/fold-angle'
import type { Fold } from '@/core/document/lines'
import { FOLD_NAMES } from '@/core/document/role-names'
import { count, counted, say } from '@/core/words'
import { NumberEntry } from '@/kit/field'
import { Switch } from '@/kit/radios'
import { useProject, useWorkbench } from '../store/context'

const Row = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px 14px;
  padding: 4px 16px 6px;
  font-size: 13.5px;
`
const WAYS = [
  { value: 'valley', title: FOLD_NAMES.valley },
  { value: 'mountain', title: FOLD_NAMES.mountain },
] as const

/** Which way the chosen folds fold, and how far: on the folded view, where it is seen. */
export function FoldEntry() {
  const workbench = useWorkbench()
  const selection = useProject((s) => s.selection)
  const lines = useProject((s) => s.project.lines)
  const folds = selection.flatMap((id) => {
    const line = lines[id]
    return line && (line.role === 'score' || line.role === 'perforate') ? [line] : []
  })
  const [first] = folds
  if (!first) return null
  const ids = folds.map((l) => l.id)
  const way = folds.every((l) => l.fold === first.fold) ? first.fold : null
  const angle = folds.every((l) => l.angle === first.angle) ? first.angle : undefined
  return (
    <Row data-testid="fold-entry">
      <span>{ids.length === 1 ? say`The chosen fold` : count(ids.length, 'chosen fold')}</span>
      <Switch<Fold | 'undecided'>
        label={say`Which way`}
        value={way ?? 'undecided'}
        choices={way ? WAYS : [...WAYS, { value: 'undecided', title: say`either` }]}
        onChange={(fold) =>
          void workbench.edit((p) =>
            setLines(
              p,
              say`Fold ${counted(ids.length, 'score')} ${fold === 'undecided' ? say`either way` : FOLD_NAMES[fold]}`,
              ids,
              {
                fold: fold === 'undecided' ? null : fold,
              },
            ),
          )
        }
      />
      <NumberEntry
        label={angle === undefined ? say`Angle from flat (worked out)` : say`Angle from flat`}
        value={angle ?? 90}
        min={0}
        max={180}
        suffix="°"
        onCommit={(a) => workbench.edit((p) => setFoldAngle(p, ids, a))}
      />
    </Row>
  )
}
