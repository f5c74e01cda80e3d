'use client'
import { type Frame, spacerBehind, USUAL_SLACK } from '@/core/document/stack'
import { TARGETS } from '@/core/document/targets'
import { drawMarks } from '@/core/making/marks/drawn'
import { say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { Disclosure } from '@/kit/disclosure'
import { LengthField } from '@/kit/field'
import { Select } from '@/kit/select'
import { Pairs, Row, Tag } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'
import { useTable } from './build-frame'
import { changeStack } from './stack-edits'

const FRAMES = TARGETS.filter((t) => t.kind === 'frame')

/** How high each gap is, where they are not all alike. */
export function Gaps() {
  const workbench = useWorkbench()
  const unit = useProject((s) => s.project.unit)
  const stack = useProject((s) => s.project.stack)!
  // Nothing lies behind the layer at the back.
  const gaps = stack.layers.slice(1).reverse()
  if (gaps.length === 0) return null
  return (
    <Disclosure title={say`Spacers, gap by gap`}>
      <Pairs>
        {gaps.map(({ id, name }) => (
          <LengthField
            key={id}
            label={say`Behind ${name}`}
            mm={spacerBehind(stack, id).strips}
            unit={unit}
            min={0}
            max={50}
            onCommit={(mm) =>
              workbench.edit((p) =>
                changeStack(p, say`Change the spacers behind “${name}”`, (s) => {
                  if (mm === s.spacer.strips) delete s.gaps[id]
                  else s.gaps[id] = { strips: mm }
                }),
              )
            }
          />
        ))}
      </Pairs>
    </Disclosure>
  )
}

/** Spacers drawn on the layers that they stand on, hidden by them when they are laid there. */
export function DrawnSpacers() {
  const workbench = useWorkbench()
  const { told } = useTable()
  if (!told?.stack) return null
  const { marks, drawn } = told.stack
  if (marks.length === 0 && drawn === 'none') return null
  return (
    <div style={{ margin: '8px 0', fontSize: 13.5 }} data-testid="drawn-spacers">
      {drawn === 'stale' ? (
        <p>
          <Tag $tone="brass">{say`moved`}</Tag>
          {say` The drawn spacers are not where they are to stand now.`}
        </p>
      ) : null}
      <Row>
        {drawn !== 'right' && marks.length > 0 ? (
          <QuietButton onPress={() => void workbench.edit((p) => drawMarks(p, 'spacers', marks))}>
            {drawn === 'stale' ? say`Draw them anew` : say`Draw the spacers on the layers`}
          </QuietButton>
        ) : null}
        {drawn !== 'none' ? (
          <QuietButton
            onPress={() => void workbench.edit((p) => drawMarks(p, 'spacers', []))}
          >{say`Take the drawn spacers off`}</QuietButton>
        ) : null}
      </Row>
    </div>
  )
}

const NONE = 'none'
const OWN = 'own'

/** The frame: one that is known, or one of any size. */
export function FrameFields() {
  const workbench = useWorkbench()
  const unit = useProject((s) => s.project.unit)
  const frame = useProject((s) => s.project.stack?.frame ?? null)
  const set = (change: Partial<Frame> | null) =>
    workbench.edit((p) =>
      changeStack(p, change === null ? say`Leave the frame out` : say`Choose the frame`, (s) => {
        const before = s.frame ?? { width: 203, height: 203, depth: 25, slack: USUAL_SLACK, glass: 0 }
        s.frame = change === null ? null : { ...before, ...change }
      }),
    )
  const known = FRAMES.find((t) => frame && t.width === frame.width && t.height === frame.height)
  const field = (label: string, key: 'width' | 'height' | 'depth' | 'slack' | 'glass') => (
    <LengthField
      key={key}
      label={label}
      mm={frame?.[key] ?? 0}
      unit={unit}
      min={key === 'width' || key === 'height' ? 10 : 0}
      max={key === 'glass' ? 20 : 3000}
      onCommit={(mm) => set({ [key]: mm })}
    />
  )
  return (
    <div style={{ marginTop: 10 }}>
      <Select
        label={say`Frame`}
        value={frame ? (known?.name ?? OWN) : NONE}
        choices={[
          { value: NONE, title: say`no frame` },
          { value: OWN, title: say`any size` },
          ...FRAMES.map((t) => ({ value: t.name, title: t.name })),
        ]}
        onChange={(value) => {
          const target = FRAMES.find((t) => t.name === value)
          if (value === NONE) set(null)
          else if (target) set({ width: target.width, height: target.height, slack: target.clearance })
          else set({})
        }}
      />
      {frame ? (
        <Pairs style={{ marginTop: 8 }}>
          {field(say`Width inside`, 'width')}
          {field(say`Height inside`, 'height')}
          {field(say`Depth behind the glass`, 'depth')}
          {field(say`Slack in all`, 'slack')}
          {field(say`Thickness of the glass`, 'glass')}
        </Pairs>
      ) : null}
    </div>
  )
}
