'use client'
import styled from 'styled-components'
import {
  type CutSetting,
  type Paper,
  type PaperFields,
  PLAIN_SETTINGS,
  paperFieldsSchema,
  TOOL_ROLES,
  type ToolRole,
} from '@/core/document/paper'
import { ROLE_NAMES } from '@/core/document/role-names'
import { matchPaper, PAPER_SIZES } from '@/core/units/paper-sizes'
import { say } from '@/core/words'
import { LengthField, NameField, NumberEntry } from '@/kit/field'
import { Select } from '@/kit/select'
import { EntryGrid, type Library, LibraryDialog } from '../../library-dialog'
import { api } from '../../store/api'
import { useProject, useWorkbench } from '../../store/context'
import { Leftovers } from './leftovers'

const Colour = styled.label`
  display: flex;
  flex-direction: column;
  gap: 3px;
  font-size: 12.5px;
  color: var(--ink-soft);
  input {
    width: 100%;
    height: 35px;
    border: 1px solid var(--hairline);
    border-radius: 7px;
    padding: 2px;
    background: var(--paper);
  }
`
const Table = styled.table`
  width: 100%;
  border-spacing: 6px 5px;
  margin: 0 -6px 16px;
  th {
    text-align: left;
    font-weight: 600;
    font-size: 13px;
  }
`

/** Sheets as they are sold; envelopes are none. */
export const SIZES = PAPER_SIZES.filter((p) => p.envelope === null).map(({ name }) => ({
  value: name,
  title: name,
}))

const NEW: PaperFields = {
  name: say`New paper`,
  width: 304.8,
  height: 304.8,
  weight: 220,
  caliper: 0.3,
  colour: '#e8d9c0',
  backColour: '#e8d9c0',
  settings: PLAIN_SETTINGS,
}

/** The fields of a paper, with the settings of the cutter for each role. */
export function PaperDialog({
  paper,
  size,
  use,
  onClose,
}: {
  paper: Paper | null
  /** the name of the ready size that a new one begins with */
  size: string | null
  /** what can be done at once with a new one */
  use?: { text: string; run: (paper: Paper) => void }
  onClose: () => void
}) {
  const workbench = useWorkbench()
  const library: Library<PaperFields> = {
    noun: say`paper`,
    schema: paperFieldsSchema,
    add: async (fields) => (await api.addPaper(fields)).paper,
    change: api.changePaper,
    remove: api.removePaper,
    restore: api.restorePaper,
    reload: async () => workbench.setPapers((await api.papers()).papers),
  }
  const ready = PAPER_SIZES.find((p) => p.name === size)
  const fresh = ready
    ? { ...NEW, name: say`${ready.name} card`, width: ready.width, height: ready.height }
    : NEW
  return (
    <LibraryDialog library={library} entry={paper} fresh={fresh} onClose={onClose} {...(use ? { use } : {})}>
      {(fields, set) => <Fields fields={fields} set={set} />}
    </LibraryDialog>
  )
}

type FieldsProps = { fields: PaperFields; set: (some: Partial<PaperFields>) => void }

function Fields({ fields, set }: FieldsProps) {
  const unit = useProject((s) => s.project.unit)
  const setRole = (role: ToolRole, some: Partial<CutSetting>) =>
    set({ settings: { ...fields.settings, [role]: { ...fields.settings[role], ...some } } })
  return (
    <>
      <EntryGrid>
        <div style={{ gridColumn: 'span 2' }}>
          <NameField label={say`Name`} value={fields.name} onCommit={(name) => set({ name })} />
        </div>
        <div style={{ gridColumn: 'span 2' }}>
          <Select
            label={say`Ready size`}
            value={matchPaper(fields, 0.05)?.name ?? 'own'}
            choices={[{ value: 'own', title: say`its own` }, ...SIZES]}
            onChange={(name) => {
              const size = PAPER_SIZES.find((p) => p.name === name)
              if (size) set({ width: size.width, height: size.height })
            }}
          />
        </div>
        <LengthField
          label={say`Width`}
          mm={fields.width}
          unit={unit}
          min={10}
          onCommit={(width) => set({ width })}
        />
        <LengthField
          label={say`Height`}
          mm={fields.height}
          unit={unit}
          min={10}
          onCommit={(height) => set({ height })}
        />
        <NumberEntry
          label={say`Weight`}
          suffix="g/m²"
          value={fields.weight}
          min={20}
          max={2000}
          onCommit={(weight) => set({ weight })}
        />
        <NumberEntry
          label={say`Thickness`}
          suffix="mm"
          value={fields.caliper}
          min={0.02}
          max={5}
          onCommit={(caliper) => set({ caliper })}
        />
        <Colour>
          {say`Face`}
          <input type="color" value={fields.colour} onChange={(e) => set({ colour: e.target.value })} />
        </Colour>
        <Colour>
          {say`Back`}
          <input
            type="color"
            value={fields.backColour}
            onChange={(e) => set({ backColour: e.target.value })}
          />
        </Colour>
      </EntryGrid>
      <Leftovers
        sheet={fields}
        colour={fields.colour}
        leftovers={fields.leftovers ?? []}
        unit={unit}
        onChange={(leftovers) => set({ leftovers })}
      />
      <Table>
        <thead>
          <tr>
            <th scope="col">{say`Cutter`}</th>
            <th scope="col">{say`Force`}</th>
            <th scope="col">{say`Speed`}</th>
            <th scope="col">{say`How often`}</th>
          </tr>
        </thead>
        <tbody>
          {TOOL_ROLES.map((role) => {
            const setting = fields.settings[role]
            const name = ROLE_NAMES[role]
            return (
              <tr key={role}>
                <th scope="row">{name}</th>
                <td>
                  <NumberEntry
                    hideLabel
                    label={say`${name} force`}
                    suffix="g"
                    value={setting.force}
                    min={1}
                    max={2000}
                    whole
                    onCommit={(force) => setRole(role, { force })}
                  />
                </td>
                <td>
                  <NumberEntry
                    hideLabel
                    label={say`${name} speed`}
                    suffix="mm/s"
                    value={setting.speed}
                    min={1}
                    max={1000}
                    onCommit={(speed) => setRole(role, { speed })}
                  />
                </td>
                <td>
                  <NumberEntry
                    hideLabel
                    label={say`${name} times`}
                    suffix="×"
                    value={setting.passes}
                    min={1}
                    max={10}
                    whole
                    onCommit={(passes) => setRole(role, { passes })}
                  />
                </td>
              </tr>
            )
          })}
        </tbody>
      </Table>
    </>
  )
}
