'use client'
import { useState } from 'react'
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
import { Button, QuietButton } from '@/kit/button'
import { Dialog } from '@/kit/dialog'
import { LengthField, NameField, NumberEntry } from '@/kit/field'
import { Row } from '@/kit/surface'
import { ROLE_NAMES } from '../../role-names'
import { api } from '../../store/api'
import { useProject, useWorkbench } from '../../store/context'
import { Leftovers } from './leftovers'

const Grid = styled.div`
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 12px 14px;
  margin-bottom: 18px;
  align-items: start;
`
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

const NEW: PaperFields = {
  name: 'New paper',
  width: 304.8,
  height: 304.8,
  weight: 220,
  caliper: 0.3,
  colour: '#e8d9c0',
  backColour: '#e8d9c0',
  settings: PLAIN_SETTINGS,
}

/** The fields of a paper, with the settings of the cutter for each role. */
export function PaperDialog({ paper, onClose }: { paper: Paper | null; onClose: () => void }) {
  const workbench = useWorkbench()
  const unit = useProject((s) => s.project.unit)
  const [fields, setFields] = useState<PaperFields>(() => {
    if (!paper) return NEW
    const { id: _, ...rest } = paper
    return rest
  })
  const [wrong, setWrong] = useState<string | null>(null)
  const set = (some: Partial<PaperFields>) => setFields((f) => ({ ...f, ...some }))
  const setRole = (role: ToolRole, some: Partial<CutSetting>) =>
    setFields((f) => ({ ...f, settings: { ...f.settings, [role]: { ...f.settings[role], ...some } } }))

  const reloaded = async (work: Promise<unknown>) => {
    try {
      await work
      workbench.setPapers((await api.papers()).papers)
      onClose()
    } catch (error) {
      setWrong((error as Error).message)
    }
  }
  const save = () => {
    const checked = paperFieldsSchema.safeParse(fields)
    if (!checked.success) setWrong(checked.error.issues[0]?.message ?? 'Something does not fit.')
    else void reloaded(paper ? api.changePaper(paper.id, checked.data) : api.addPaper(checked.data))
  }
  const remove = () => {
    if (!paper) return
    void reloaded(api.removePaper(paper.id)).then(() =>
      workbench.say({
        message: `“${paper.name}” is out of the library.`,
        tone: 'calm',
        action: {
          label: 'Put it back',
          run: () => {
            workbench.say(null)
            void api.restorePaper(paper.id).then(async () => workbench.setPapers((await api.papers()).papers))
          },
        },
      }),
    )
  }
  return (
    <Dialog title={paper ? `Paper “${paper.name}”` : 'New paper'} isOpen onClose={onClose}>
      <Grid>
        <div style={{ gridColumn: 'span 2' }}>
          <NameField label="Name" value={fields.name} onCommit={(name) => set({ name })} />
        </div>
        <LengthField
          label="Width"
          mm={fields.width}
          unit={unit}
          min={10}
          onCommit={(width) => set({ width })}
        />
        <LengthField
          label="Height"
          mm={fields.height}
          unit={unit}
          min={10}
          onCommit={(height) => set({ height })}
        />
        <NumberEntry
          label="Weight"
          suffix="g/m²"
          value={fields.weight}
          min={20}
          max={2000}
          onCommit={(weight) => set({ weight })}
        />
        <NumberEntry
          label="Thickness"
          suffix="mm"
          value={fields.caliper}
          min={0.02}
          max={5}
          onCommit={(caliper) => set({ caliper })}
        />
        <Colour>
          Face
          <input type="color" value={fields.colour} onChange={(e) => set({ colour: e.target.value })} />
        </Colour>
        <Colour>
          Back
          <input
            type="color"
            value={fields.backColour}
            onChange={(e) => set({ backColour: e.target.value })}
          />
        </Colour>
      </Grid>
      <Leftovers
        leftovers={fields.leftovers ?? []}
        unit={unit}
        onChange={(leftovers) => set({ leftovers })}
      />
      <Table>
        <thead>
          <tr>
            <th scope="col">Cutter</th>
            <th scope="col">Force</th>
            <th scope="col">Speed</th>
            <th scope="col">Times</th>
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
                    label={`${name} force`}
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
                    label={`${name} speed`}
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
                    label={`${name} times`}
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
      {wrong ? (
        <p role="alert" style={{ color: 'var(--alarm)', marginBottom: 12 }}>
          {wrong}
        </p>
      ) : null}
      <Row>
        <Button onPress={save}>Save paper</Button>
        <QuietButton onPress={onClose}>Leave as it was</QuietButton>
        {paper ? (
          <QuietButton onPress={remove} style={{ marginLeft: 'auto' }}>
            Take out of the library
          </QuietButton>
        ) : null}
      </Row>
    </Dialog>
  )
}
