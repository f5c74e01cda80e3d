'use client'
import {
  type Cutter,
  type CutterFields,
  cutterFieldsSchema,
  LANGUAGES,
  PLAIN_CUTTER,
} from '@/core/document/cutter'
import { fileKind } from '@/core/export/kinds'
import { LengthField, NameField, NumberEntry } from '@/kit/field'
import { Select } from '@/kit/select'
import { EntryGrid, type Library, LibraryDialog } from '../../library-dialog'
import { api } from '../../store/api'
import { useProject, useWorkbench } from '../../store/context'

/** What a cutter reaches, holds and how it moves. */
export function CutterDialog({ cutter, onClose }: { cutter: Cutter | null; onClose: () => void }) {
  const workbench = useWorkbench()
  const library: Library<CutterFields> = {
    noun: 'cutter',
    schema: cutterFieldsSchema,
    add: async (fields) => (await api.addCutter(fields)).cutter,
    change: api.changeCutter,
    remove: api.removeCutter,
    restore: api.restoreCutter,
    reload: async () => workbench.setCutters((await api.cutters()).cutters),
  }
  return (
    <LibraryDialog library={library} entry={cutter} fresh={NEW} onClose={onClose}>
      {(fields, set) => <Fields fields={fields} set={set} />}
    </LibraryDialog>
  )
}

const NEW: CutterFields = { ...PLAIN_CUTTER, name: 'New cutter' }

type FieldsProps = { fields: CutterFields; set: (some: Partial<CutterFields>) => void }

function Fields({ fields, set }: FieldsProps) {
  const unit = useProject((s) => s.project.unit)
  const setMat = (some: Partial<CutterFields['mat']>) => set({ mat: { ...fields.mat, ...some } })
  const number = (
    label: string,
    key: 'travelSpeed' | 'acceleration' | 'cornerSpeed' | 'liftTime' | 'changeTime' | 'holders',
    suffix: string,
    [min, max]: [number, number],
  ) => (
    <NumberEntry
      label={label}
      suffix={suffix}
      value={fields[key]}
      min={min}
      max={max}
      whole={key === 'holders'}
      onCommit={(v) => set({ [key]: v })}
    />
  )
  return (
    <EntryGrid>
      <div style={{ gridColumn: 'span 2' }}>
        <NameField label="Name" value={fields.name} onCommit={(name) => set({ name })} />
      </div>
      <Select
        label="Scores"
        value={fields.tip ? 'tip' : 'blade'}
        choices={[
          { value: 'tip', title: 'with a scoring tip' },
          { value: 'blade', title: 'with the blade, lowest depth' },
        ]}
        onChange={(by) => set({ tip: by === 'tip' })}
      />
      <Select
        label="Language"
        value={fields.language}
        choices={LANGUAGES.map((l) => ({ value: l, title: fileKind(l)?.title ?? l }))}
        onChange={(language) => set({ language })}
      />
      <LengthField
        label="Mat width"
        mm={fields.mat.width}
        unit={unit}
        min={20}
        onCommit={(width) => setMat({ width })}
      />
      <LengthField
        label="Mat height"
        mm={fields.mat.height}
        unit={unit}
        min={20}
        onCommit={(height) => setMat({ height })}
      />
      <LengthField
        label="Margin"
        mm={fields.mat.margin}
        unit={unit}
        max={100}
        onCommit={(margin) => setMat({ margin })}
      />
      {number('Tool holders', 'holders', '', [1, 3])}
      {number('Travel', 'travelSpeed', 'mm/s', [1, 2000])}
      {number('Acceleration', 'acceleration', 'mm/s²', [10, 50_000])}
      {number('Speed kept round a corner', 'cornerSpeed', 'mm/s', [0.5, 500])}
      {number('Raise or lower', 'liftTime', 's', [0, 5])}
      {number('Tool change', 'changeTime', 's', [0, 600])}
      <LengthField
        label="Closed cuts go on by"
        mm={fields.overlap}
        unit={unit}
        max={10}
        onCommit={(overlap) => set({ overlap })}
      />
      <LengthField
        label="Tip behind its axis by"
        mm={fields.bladeOffset}
        unit={unit}
        max={2}
        onCommit={(bladeOffset) => set({ bladeOffset })}
      />
      {fields.bladeOffset > 0 ? (
        <Select
          label="The blade turns at a start"
          value={fields.bladeTurn}
          choices={[
            { value: 'spot', title: 'on the spot, about its tip' },
            { value: 'lead-in', title: 'led in from just before' },
          ]}
          onChange={(bladeTurn) => set({ bladeTurn })}
        />
      ) : null}
    </EntryGrid>
  )
}
