'use client'
import { useState } from 'react'
import styled from 'styled-components'
import {
  type Cutter,
  type CutterFields,
  cutterFieldsSchema,
  LANGUAGES,
  PLAIN_CUTTER,
} from '@/core/document/cutter'
import { Button, QuietButton } from '@/kit/button'
import { Choice, Select } from '@/kit/choice'
import { Dialog } from '@/kit/dialog'
import { LengthField, NameField, NumberEntry } from '@/kit/field'
import { Row } from '@/kit/surface'
import { api, FILE_TITLES } from '../../store/api'
import { useProject, useWorkbench } from '../../store/context'

const Grid = styled.div`
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 12px 14px;
  margin-bottom: 18px;
  align-items: start;
`

/** What a cutter reaches, holds and how it moves. */
export function CutterDialog({ cutter, onClose }: { cutter: Cutter | null; onClose: () => void }) {
  const workbench = useWorkbench()
  const unit = useProject((s) => s.project.unit)
  const [fields, setFields] = useState<CutterFields>(() => {
    if (!cutter) return { ...PLAIN_CUTTER, name: 'New cutter' }
    const { id: _, ...rest } = cutter
    return rest
  })
  const [wrong, setWrong] = useState<string | null>(null)
  const set = (some: Partial<CutterFields>) => setFields((f) => ({ ...f, ...some }))
  const setMat = (some: Partial<CutterFields['mat']>) =>
    setFields((f) => ({ ...f, mat: { ...f.mat, ...some } }))
  const reloaded = async (work: Promise<unknown>) => {
    try {
      await work
      workbench.setCutters((await api.cutters()).cutters)
      onClose()
    } catch (error) {
      setWrong((error as Error).message)
    }
  }
  const save = () => {
    const checked = cutterFieldsSchema.safeParse(fields)
    if (!checked.success) setWrong(checked.error.issues[0]?.message ?? 'Something does not fit.')
    else void reloaded(cutter ? api.changeCutter(cutter.id, checked.data) : api.addCutter(checked.data))
  }
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
    <Dialog title={cutter ? `Cutter “${cutter.name}”` : 'New cutter'} isOpen onClose={onClose}>
      <Grid>
        <div style={{ gridColumn: 'span 2' }}>
          <NameField label="Name" value={fields.name} onCommit={(name) => set({ name })} />
        </div>
        <Choice>
          Scores
          <Select
            value={fields.tip ? 'tip' : 'blade'}
            onChange={(e) => set({ tip: e.target.value === 'tip' })}
          >
            <option value="tip">with a scoring tip</option>
            <option value="blade">with the blade, lowest depth</option>
          </Select>
        </Choice>
        <Choice>
          Language
          <Select
            value={fields.language}
            onChange={(e) => set({ language: e.target.value as CutterFields['language'] })}
          >
            {LANGUAGES.map((l) => (
              <option key={l} value={l}>
                {FILE_TITLES[l]}
              </option>
            ))}
          </Select>
        </Choice>
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
        {number('In corners', 'cornerSpeed', 'mm/s', [0.5, 500])}
        {number('Lift', 'liftTime', 's', [0, 5])}
        {number('Tool change', 'changeTime', 's', [0, 600])}
        <LengthField
          label="Over the start"
          mm={fields.overlap}
          unit={unit}
          max={10}
          onCommit={(overlap) => set({ overlap })}
        />
        <LengthField
          label="Blade trails by"
          mm={fields.bladeOffset}
          unit={unit}
          max={2}
          onCommit={(bladeOffset) => set({ bladeOffset })}
        />
      </Grid>
      {wrong ? (
        <p role="alert" style={{ color: 'var(--alarm)', marginBottom: 10 }}>
          {wrong}
        </p>
      ) : null}
      <Row style={{ justifyContent: 'space-between' }}>
        <Row>
          <Button onPress={save}>Save cutter</Button>
          <QuietButton onPress={onClose}>Leave it</QuietButton>
        </Row>
        {cutter ? (
          <QuietButton onPress={() => void reloaded(api.removeCutter(cutter.id))}>
            Take out of the library
          </QuietButton>
        ) : null}
      </Row>
    </Dialog>
  )
}
