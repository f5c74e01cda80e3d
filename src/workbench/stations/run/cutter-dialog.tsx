'use client'
import {
  type Cutter,
  type CutterFields,
  cutterFieldsSchema,
  LANGUAGES,
  PLAIN_CUTTER,
} from '@/core/document/cutter'
import { fileKind } from '@/core/export/kinds'
import { say } from '@/core/words'
import { LengthField, NameField, NumberEntry } from '@/kit/field'
import { Select } from '@/kit/select'
import { EntryGrid, type Library, LibraryDialog } from '../../library-dialog'
import { api } from '../../store/api'
import { useProject, useWorkbench } from '../../store/context'

/** What a cutter reaches, holds and how it moves. */
export function CutterDialog({ cutter, onClose }: { cutter: Cutter | null; onClose: () => void }) {
  const workbench = useWorkbench()
  const library: Library<CutterFields> = {
    noun: say`cutter`,
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

const NEW: CutterFields = { ...PLAIN_CUTTER, name: say`New cutter` }

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
        <NameField label={say`Name`} value={fields.name} onCommit={(name) => set({ name })} />
      </div>
      <Select
        label={say`Scores`}
        value={fields.tip ? 'tip' : 'blade'}
        choices={[
          { value: 'tip', title: say`with a scoring tip` },
          { value: 'blade', title: say`with the blade, lowest depth` },
        ]}
        onChange={(by) => set({ tip: by === 'tip' })}
      />
      <Select
        label={say`Language`}
        value={fields.language}
        choices={LANGUAGES.map((l) => ({ value: l, title: fileKind(l)?.title ?? l }))}
        onChange={(language) => set({ language })}
      />
      <LengthField
        label={say`Mat width`}
        mm={fields.mat.width}
        unit={unit}
        min={20}
        onCommit={(width) => setMat({ width })}
      />
      <LengthField
        label={say`Mat height`}
        mm={fields.mat.height}
        unit={unit}
        min={20}
        onCommit={(height) => setMat({ height })}
      />
      <LengthField
        label={say`Margin`}
        mm={fields.mat.margin}
        unit={unit}
        max={100}
        onCommit={(margin) => setMat({ margin })}
      />
      {number(say`Tool holders`, 'holders', '', [1, 3])}
      {number(say`Travel`, 'travelSpeed', 'mm/s', [1, 2000])}
      {number(say`Acceleration`, 'acceleration', 'mm/s²', [10, 50_000])}
      {number(say`Speed kept round a corner`, 'cornerSpeed', 'mm/s', [0.5, 500])}
      {number(say`Raise or lower`, 'liftTime', 's', [0, 5])}
      {number(say`Tool change`, 'changeTime', 's', [0, 600])}
      <LengthField
        label={say`Closed cuts go on by`}
        mm={fields.overlap}
        unit={unit}
        max={10}
        onCommit={(overlap) => set({ overlap })}
      />
      <LengthField
        label={say`Tip behind its axis by`}
        mm={fields.bladeOffset}
        unit={unit}
        max={2}
        onCommit={(bladeOffset) => set({ bladeOffset })}
      />
      {fields.bladeOffset > 0 ? (
        <Select
          label={say`The blade turns at a start`}
          value={fields.bladeTurn}
          choices={[
            { value: 'spot', title: say`on the spot, about its tip` },
            { value: 'lead-in', title: say`led in from just before` },
          ]}
          onChange={(bladeTurn) => set({ bladeTurn })}
        />
      ) : null}
    </EntryGrid>
  )
}
