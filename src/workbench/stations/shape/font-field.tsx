import { Type } from 'lucide-react'
import { ownFontId, ownFontName } from '@/core/document/fonts'
import type { MeasureValue } from '@/core/document/sources'
import type { Measure } from '@/core/making/recipe'
import { say } from '@/core/words'
import { FileButton } from '@/kit/file-button'
import { Select } from '@/kit/select'
import { api } from '../../store/api'
import { useProject, useWorkbench } from '../../store/context'

type Props = {
  measure: Measure & { kind: 'choice' }
  value: MeasureValue
  onSet: (value: MeasureValue) => void
}

/** A font: one that ships, one that the project has of its own, or a further one from its file. */
export function FontField({ measure, value, onSet }: Props) {
  const workbench = useWorkbench()
  const fonts = useProject((s) => s.project.fonts)
  const own = Object.values(fonts ?? {}).map((font) => ({
    value: ownFontName(font),
    title: say`${font.name} (your own)`,
  }))
  const gone = ownFontId(value) !== null && !own.some((o) => o.value === value)
  const choices = [
    ...own,
    ...measure.choices,
    ...(gone ? [{ value: String(value), title: say`a font that is gone` }] : []),
  ]
  const bring = async ([file]: readonly File[]) => {
    if (!file) return
    const before = new Set(Object.keys(fonts ?? {}))
    await workbench.ask((id, base) => api.addFont(id, base, file))
    const now = workbench.store.getState().project.fonts ?? {}
    const brought = Object.values(now).find(({ id }) => !before.has(id))
    if (brought) onSet(ownFontName(brought))
  }
  return (
    <div style={{ gridColumn: '1 / -1' }}>
      <Select label={measure.title} value={String(value)} choices={choices} onChange={onSet} />
      <div style={{ marginTop: 6 }}>
        <FileButton
          label={say`Font file of your own`}
          accept=".ttf,.otf,.woff,.svg"
          onFiles={(files) => void bring(files)}
        >
          <Type size={16} />
          {say` A font file of your own`}
        </FileButton>
      </div>
    </div>
  )
}
