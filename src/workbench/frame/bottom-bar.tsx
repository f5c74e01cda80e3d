'use client'
import styled from 'styled-components'
import { makeEdit } from '@/core/document/edits'
import { heightOf, uniteBoxes, widthOf } from '@/core/geometry/measure'
import { shapeOf } from '@/core/geometry/shape'
import { linesOf } from '@/core/pieces/lines'
import { formatLength, formatSize, type Unit } from '@/core/units/length'
import { count, say } from '@/core/words'
import { Switch } from '@/kit/radios'
import { useProject, useWorkbench } from '../store/context'

const Bar = styled.footer`
  display: flex;
  align-items: center;
  flex-wrap: wrap;
  gap: 2px 22px;
  padding: 5px 18px;
  min-height: 34px;
  background: var(--paper);
  box-shadow: 0 -1px 0 var(--hairline);
  font-size: 13.5px;
  color: var(--ink-soft);
  z-index: 2;
  b {
    color: var(--ink);
    font-weight: 600;
  }
`
const UNITS = [
  { value: 'mm', title: 'mm' },
  { value: 'in', title: 'in' },
] as const

/** What is chosen: how many, exact size and place; and the unit that lengths are shown in. */
export function BottomBar() {
  const workbench = useWorkbench()
  const unit = useProject((s) => s.project.unit)
  const project = useProject((s) => s.project)
  const selection = useProject((s) => s.selection)
  const chosen = linesOf(project, selection)
  const box = uniteBoxes(chosen.map((l) => shapeOf(l.d).box))
  const length = chosen.reduce((sum, l) => sum + shapeOf(l.d).length, 0)
  const setUnit = (next: Unit) =>
    void workbench.edit((p) =>
      makeEdit(p, say`Show ${next === 'mm' ? say`millimetres` : say`inches`}`, (draft) => {
        draft.unit = next
      }),
    )
  return (
    <Bar>
      {chosen.length === 0 ? (
        <span>{say`Nothing chosen`}</span>
      ) : (
        <>
          <b data-testid="chosen">{count(chosen.length, 'line')}</b>
          <span>
            {say`Size `}
            <b>{formatSize({ width: widthOf(box), height: heightOf(box) }, unit, 2)}</b>
          </span>
          <span>
            {say`At`}{' '}
            <b>
              {formatLength(box.minX, unit, 2)}, {formatLength(box.minY, unit, 2)}
            </b>
          </span>
          <span>
            {say`Length`}{' '}
            <b>
              {formatLength(length, unit)} {unit}
            </b>
          </span>
        </>
      )}
      <Switch
        label={say`Unit`}
        value={unit}
        choices={UNITS}
        onChange={setUnit}
        style={{ marginLeft: 'auto' }}
      />
    </Bar>
  )
}
