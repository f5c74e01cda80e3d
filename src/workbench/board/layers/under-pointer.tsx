'use client'
import { X } from 'lucide-react'
import styled from 'styled-components'
import { ROLE_NAMES } from '@/core/document/role-names'
import { shapeOf } from '@/core/geometry/shape'
import { formatLength } from '@/core/units/length'
import { say } from '@/core/words'
import { IconButton } from '@/kit/button'
import { useProject, useWorkbench } from '../../store/context'
import { RoleSample } from '../line-sample'

const Leaf = styled.div`
  position: absolute;
  left: 32px;
  bottom: 14px;
  width: 250px;
  max-height: 60%;
  overflow: auto;
  background: var(--paper);
  border-radius: 12px;
  box-shadow: var(--lift);
  padding: 8px;
  cursor: default;
  header {
    display: flex;
    align-items: center;
    justify-content: space-between;
    padding-left: 8px;
    font-size: 13px;
    font-weight: 600;
  }
`
const Entry = styled.button`
  display: flex;
  align-items: center;
  gap: 9px;
  width: 100%;
  border: 0;
  border-radius: 7px;
  padding: 5px 8px;
  background: transparent;
  text-align: left;
  font-size: 13.5px;
  cursor: pointer;
  &[aria-pressed='true'] {
    background: var(--plum-wash);
  }
  &:hover {
    background: var(--paper-sunk);
  }
`

/** The lines around the place that was clicked, for those that are too small or too close to hit. */
export function UnderPointer({ ids, onClose }: { ids: readonly string[]; onClose: () => void }) {
  const workbench = useWorkbench()
  const lines = useProject((s) => s.project.lines)
  const selection = useProject((s) => s.selection)
  const unit = useProject((s) => s.project.unit)
  return (
    <Leaf data-over-board role="group" aria-label={say`Lines at this place`}>
      <header>
        {say`${ids.length} lines here`}
        <IconButton aria-label={say`Close this list`} onPress={onClose}>
          <X size={14} />
        </IconButton>
      </header>
      {ids.map((id) => {
        const line = lines[id]
        return line ? (
          <Entry
            key={id}
            aria-pressed={selection.includes(id)}
            onPointerEnter={() => workbench.light([id])}
            onPointerLeave={() => workbench.light([])}
            onClick={(e) => workbench.select(e.shiftKey ? [...new Set([...selection, id])] : [id])}
          >
            <RoleSample role={line.role} />
            {line.label ?? ROLE_NAMES[line.role]}
            <span style={{ marginLeft: 'auto', color: 'var(--ink-soft)' }}>
              {formatLength(shapeOf(line.d).length, unit)} {unit}
            </span>
          </Entry>
        ) : null
      })}
    </Leaf>
  )
}
