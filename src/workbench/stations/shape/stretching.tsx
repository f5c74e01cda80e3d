'use client'
import { useState } from 'react'
import { CannotStretch, stretchPieces } from '@/core/binding/stretch'
import type { Box } from '@/core/geometry/measure'
import { say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { LengthField } from '@/kit/field'
import { Select } from '@/kit/select'
import { Muted, Pairs } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'

const WAYS = [
  { value: 'right', title: say`to the right` },
  { value: 'down', title: say`downwards` },
] as const

/** Everything beyond a line moves; what crosses it is led on straight. */
export function Stretching({ ids, box }: { ids: readonly string[]; box: Box }) {
  const workbench = useWorkbench()
  const unit = useProject((s) => s.project.unit)
  const [way, setWay] = useState<'right' | 'down'>('right')
  const [at, setAt] = useState<number | null>(null)
  const [by, setBy] = useState(10)
  const [from, to] = way === 'right' ? [box.minX, box.maxX] : [box.minY, box.maxY]
  const within = at ?? (to - from) / 2
  const stretch = () => {
    const wanted = { way, at: from + within, by }
    try {
      stretchPieces(workbench.store.getState().project, ids, wanted)
    } catch (error) {
      if (error instanceof CannotStretch) return workbench.notify({ message: error.message, tone: 'calm' })
      throw error
    }
    void workbench.edit((p) => stretchPieces(p, ids, wanted))
  }
  return (
    <>
      <Muted
        style={{ marginBottom: 8 }}
      >{say`Everything beyond a line moves, and what crosses it is led on straight: a box gets deeper, and no motif is touched.`}</Muted>
      <Pairs>
        <Select label={say`Stretched`} value={way} choices={WAYS} onChange={setWay} />
        <LengthField label={say`By`} mm={by} unit={unit} min={-2000} max={2000} onCommit={setBy} />
        <LengthField
          label={way === 'right' ? say`Beyond, from its left` : say`Beyond, from its top`}
          mm={within}
          unit={unit}
          min={0}
          max={Math.max(0.1, to - from)}
          onCommit={setAt}
        />
        <QuietButton onPress={stretch}>{say`Stretch`}</QuietButton>
      </Pairs>
    </>
  )
}
