'use client'
import { useState } from 'react'
import type { Pattern } from '@/core/patterns'
import { roomFor, type Things } from '@/core/patterns/room'
import { say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { Disclosure } from '@/kit/disclosure'
import { LengthField, NumberEntry } from '@/kit/field'
import { Muted, Pairs } from '@/kit/surface'
import { useProject } from '../../store/context'

const USUAL: Things = { length: 60, width: 40, height: 90, along: 1, across: 1, up: 1, clearance: 1 }

type Props = {
  inside: NonNullable<Pattern['inside']>
  onSize: (measures: Record<string, number>) => void
}

/** Sizes a pattern by the things that go inside: how large one is, and how many lie beside and on one another. */
export function ThingsInside({ inside, onSize }: Props) {
  const unit = useProject((s) => s.project.unit)
  const [things, setThings] = useState(USUAL)
  const length = (name: 'length' | 'width' | 'height' | 'clearance', label: string) => (
    <LengthField
      label={label}
      mm={things[name]}
      unit={unit}
      min={name === 'clearance' ? 0 : 1}
      max={1000}
      onCommit={(v) => setThings((t) => ({ ...t, [name]: v }))}
    />
  )
  const number = (name: 'along' | 'across' | 'up', label: string) => (
    <NumberEntry
      label={label}
      value={things[name]}
      min={1}
      max={50}
      whole
      onCommit={(v) => setThings((t) => ({ ...t, [name]: v }))}
    />
  )
  const size = () => {
    const room = roomFor(things)
    onSize({ [inside.length]: room.length, [inside.width]: room.width, [inside.height]: room.height })
  }
  return (
    <Disclosure title={say`Size it by what goes inside`}>
      <Muted style={{ marginBottom: 8 }}>{say`One of the things, and how many of them.`}</Muted>
      <Pairs>
        {length('length', say`Thing, length`)}
        {length('width', say`Thing, width`)}
        {length('height', say`Thing, height`)}
        {length('clearance', say`Clearance`)}
        {number('along', say`Along the length`)}
        {number('across', say`Along the width`)}
        {number('up', say`On one another`)}
      </Pairs>
      <QuietButton onPress={size} style={{ marginTop: 8 }}>{say`Take these sizes`}</QuietButton>
    </Disclosure>
  )
}
