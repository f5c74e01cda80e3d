'use client'
import { useMemo } from 'react'
import { Button as AriaButton } from 'react-aria-components'
import styled from 'styled-components'
import { type Outcome, outcomesOf } from '@/core/binding/outcomes'
import type { Strand } from '@/core/document/families'
import { type Box, heightOf, widthOf } from '@/core/geometry/measure'
import { formatSize } from '@/core/units/length'
import { count, say } from '@/core/words'
import { useProject, useWorkbench } from '../../store/context'
import { giveRole } from './role-edits'

const Pair = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  margin-bottom: 10px;
`
const Choice = styled(AriaButton)`
  padding: 8px;
  border: 1px solid var(--hairline);
  border-radius: var(--radius);
  background: var(--paper);
  text-align: left;
  font: inherit;
  font-size: 13px;
  cursor: pointer;
  &[data-hovered],
  &[data-focus-visible] {
    border-color: var(--plum);
  }
  svg {
    display: block;
    width: 100%;
    height: 84px;
    margin-bottom: 6px;
  }
`

/** Of lines whose role decides which pieces there are: both answers as pictures, each of which is a button. */
export function OutcomePictures({ strand, words }: { strand: Strand; words: string }) {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const isAbout = !strand.sure && (strand.role === 'cut' || strand.role === 'skip')
  const outcomes = useMemo(
    () => (isAbout ? outcomesOf(project, strand.lines) : null),
    [project, strand.lines, isAbout],
  )
  if (!outcomes) return null
  return (
    <Pair>
      {outcomes.of.map((outcome) => (
        <Choice
          key={outcome.role}
          data-testid={`outcome-${outcome.role}`}
          onPress={() => giveRole(workbench, strand.lines, outcome.role, words)}
        >
          <Picture outcome={outcome} box={outcomes.box} />
          <Told outcome={outcome} />
        </Choice>
      ))}
    </Pair>
  )
}

function Told({ outcome: { role, pieces } }: { outcome: Outcome }) {
  const unit = useProject((s) => s.project.unit)
  const [largest] = [...pieces].sort((a, b) => b.width * b.height - a.width * a.height)
  const told = largest ? formatSize(largest, unit) : ''
  const size = pieces.length > 1 ? say`, the largest ${told}` : told && `, ${told}`
  return role === 'cut'
    ? say`Cut: ${count(pieces.length, 'piece')}${size}`
    : say`Left out: ${count(pieces.length, 'piece')}${size}`
}

function Picture({ outcome, box }: { outcome: Outcome; box: Box }) {
  const margin = 0.03 * Math.max(widthOf(box), heightOf(box))
  const view = [box.minX - margin, box.minY - margin, widthOf(box) + 2 * margin, heightOf(box) + 2 * margin]
  return (
    <svg viewBox={view.join(' ')} aria-hidden>
      {outcome.pieces.map(({ d }, i) => (
        <path
          // biome-ignore lint/suspicious/noArrayIndexKey: pieces that might be have no names
          key={i}
          d={d}
          fill="var(--plum-wash)"
          fillRule="evenodd"
          stroke="var(--plum)"
          strokeWidth={1.2}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </svg>
  )
}
