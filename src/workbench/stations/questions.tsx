'use client'
import type { FileSource, Reading } from '@/core/document/sources'
import { say } from '@/core/words'
import { Radios } from '@/kit/radios'
import { Muted } from '@/kit/surface'
import { api } from '../store/api'
import { useWorkbench } from '../store/context'

/** How a source was read, as a person may change it. */
const readingOf = ({ scale, pages, picture, stacked }: FileSource): Reading => ({
  mmPerUnit: scale.resized || (scale.sure && (scale.choices.length > 0 || picture)) ? scale.mmPerUnit : null,
  page: pages?.taken ?? null,
  trace: picture?.trace ?? null,
  stacked: stacked?.sure ? stacked.as : null,
})

/** Reads a source again, in one thing otherwise. */
export function useReread(source: FileSource) {
  const workbench = useWorkbench()
  return (change: Partial<Reading>) =>
    workbench.ask((id, base) => api.reread(id, source.id, base, { ...readingOf(source), ...change }))
}

const STACKED = [
  { value: 'layers', title: say`layers of paper, a piece each` },
  { value: 'parts', title: say`one piece drawn in parts, united where one colour meets` },
  { value: 'openings', title: say`openings cut out of what lies beneath` },
] as const

/** Which of its possible sizes a drawing has. */
export function SizeQuestion({ source }: { source: FileSource }) {
  const reread = useReread(source)
  const { scale } = source
  if (scale.choices.length === 0) return null
  return (
    <Radios
      label={scale.sure ? say`Its size can be read otherwise` : say`Which size is right?`}
      isAsked={!scale.sure}
      value={scale.sure ? String(scale.mmPerUnit) : null}
      choices={scale.choices.map((c) => ({ value: String(c.mmPerUnit), title: c.label }))}
      onChange={(mmPerUnit) => void reread({ mmPerUnit: Number(mmPerUnit) })}
    />
  )
}

/** What fills that lie on one another are. */
export function StackQuestion({ source }: { source: FileSource }) {
  const reread = useReread(source)
  const { stacked } = source
  if (!stacked) return null
  return (
    <>
      {stacked.sure ? null : <Muted style={{ marginTop: 8 }}>{stacked.why}</Muted>}
      <Radios
        label={
          stacked.sure
            ? say`Fills lie on one another; they are`
            : say`Fills lie on one another. What are they?`
        }
        isAsked={!stacked.sure}
        value={stacked.sure ? stacked.as : null}
        choices={STACKED}
        onChange={(as) => void reread({ stacked: as })}
      />
    </>
  )
}
