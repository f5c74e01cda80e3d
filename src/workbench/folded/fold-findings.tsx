'use client'
import styled from 'styled-components'
import { setLines } from '@/core/document/edits'
import { setFoldAngle } from '@/core/document/fold-angle'
import { FOLD_NAMES } from '@/core/document/role-names'
import type { Scene } from '@/core/folding'
import { counted, say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { NumberEntry } from '@/kit/field'
import { useProject, useTold, useWorkbench } from '../store/context'

const List = styled.ul`
  max-height: 168px;
  overflow: auto;
  padding: 0 16px 8px;
  font-size: 13.5px;
  li {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 4px 10px;
    padding: 3px 0;
  }
  li::before {
    content: '';
    flex: none;
    width: 8px;
    height: 8px;
    border-radius: 50%;
    background: var(--brass);
  }
  li[data-severity='error']::before {
    background: var(--alarm);
  }
`

/** What would go wrong in folding, with a way to its place, and where there is one the way to mend it. */
export function FoldFindings({ scene: { findings } }: { scene: Scene }) {
  const workbench = useWorkbench()
  const told = useTold()
  const lines = useProject((s) => s.project.lines)
  if (findings.length === 0) return null
  /** Turns a fold's direction round. */
  const turn = (ids: readonly string[]) =>
    workbench.edit((p) => {
      const [first] = ids
      const fold = first && p.lines[first]?.fold === 'valley' ? 'mountain' : 'valley'
      return setLines(p, say`Fold ${counted(ids.length, 'score')} ${FOLD_NAMES[fold]}`, ids, {
        fold,
      })
    })
  return (
    <List aria-label={say`What folding shows`} data-testid="fold-findings">
      {findings.map((f, i) => {
        const there = f.lines.filter((id) => lines[id])
        return (
          // biome-ignore lint/suspicious/noArrayIndexKey: findings of a scene have no names
          <li key={i} data-severity={f.severity}>
            <span style={{ flex: '1 1 220px', minWidth: 180 }}>{told(f.message)}</span>
            {there.length > 0 ? (
              <QuietButton onPress={() => workbench.select(there)}>{say`Show`}</QuietButton>
            ) : null}
            {f.rule === 'fold-asked' && there.length > 0 ? (
              <NumberEntry
                label={say`Angle from flat`}
                value={f.angle ?? 90}
                min={0}
                max={180}
                suffix="°"
                onCommit={(angle) => workbench.edit((p) => setFoldAngle(p, there, angle))}
              />
            ) : null}
            {f.rule === 'fold-wrong-way' && there.length > 0 ? (
              <QuietButton onPress={() => turn(there)}>{say`Turn it round`}</QuietButton>
            ) : null}
          </li>
        )
      })}
    </List>
  )
}
