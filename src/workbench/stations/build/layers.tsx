'use client'
import { ArrowDown, ArrowUp, FlipHorizontal2, Trash2 } from 'lucide-react'
import type { KeyboardEvent } from 'react'
import styled from 'styled-components'
import { type Frame, USUAL_SLACK } from '@/core/document/stack'
import { TARGETS } from '@/core/document/targets'
import { layersIn } from '@/core/stacking'
import { count } from '@/core/units/count'
import { lengthWords } from '@/core/units/length'
import { Button, IconButton, QuietButton } from '@/kit/button'
import { LengthField } from '@/kit/field'
import { MenuButton } from '@/kit/menu'
import { Select } from '@/kit/select'
import { Muted, Pairs, Row, Section, Tag } from '@/kit/surface'
import { useDerived, useProject, useWorkbench } from '../../store/context'
import { useTable } from './build-frame'
import { changeStack, type LayerOrder, moveLayer, orderLayers, stackUp, unstack } from './stack-edits'

const Pile = styled.ol`
  margin: 10px 0;
  padding: 0;
  list-style: none;
`
const One = styled.li`
  display: grid;
  grid-template-columns: 1fr auto;
  align-items: center;
  padding: 4px 6px 4px 10px;
  border-left: 4px solid var(--layer, var(--hairline));
  background: var(--paper);
  box-shadow: var(--lift);
  margin-bottom: 3px;
  font-size: 14px;
  &:focus-visible {
    outline: 2.5px solid var(--plum);
    outline-offset: 1px;
  }
  small {
    display: block;
    color: var(--ink-soft);
    font-size: 12.5px;
  }
`
const FRAMES = TARGETS.filter((t) => t.kind === 'frame')
const ORDERS: readonly { id: LayerOrder; title: string }[] = [
  { id: 'open', title: 'by how open they are' },
  { id: 'name', title: 'by name' },
  { id: 'round', title: 'the other way round' },
]

/** The layers of a picture: their order, what holds them apart, and the frame that they must fit. */
export function Layers() {
  const workbench = useWorkbench()
  const stack = useProject((s) => s.project.stack)
  const chosen = useProject((s) => s.chosenPieces)
  const groups = useDerived(layersIn)
  const { show, told } = useTable()
  if (!stack) {
    // What is put together otherwise is no picture in layers, unless pieces of it are chosen for one.
    if (groups.length < 2 || (chosen.length < 2 && (told?.joined ?? 0) > 0)) return null
    return (
      <Section data-testid="layers">
        <h2>Layers</h2>
        <Muted>
          {chosen.length > 1
            ? `${count(chosen.length, 'chosen piece')} can be laid on one another, with spacers between.`
            : `A layered picture? ${groups.length} layers can be laid on one centre, with spacers between.`}
        </Muted>
        <Row style={{ marginTop: 8 }}>
          <Button
            onPress={() => {
              show('stack')
              void workbench.edit((p) => stackUp(p, chosen))
            }}
          >
            Stack them
          </Button>
        </Row>
      </Section>
    )
  }
  return <Stacked />
}

function Stacked() {
  const workbench = useWorkbench()
  const unit = useProject((s) => s.project.unit)
  const stack = useProject((s) => s.project.stack)!
  const pieces = useProject((s) => s.project.pieces)
  const papers = useProject((s) => s.papers)
  const { told, show } = useTable()
  const known = new Map(told?.stack?.layers.map((l) => [l.id, l]) ?? [])
  const words = (mm: number) => lengthWords(mm, unit)
  const move = (id: string, by: 1 | -1) => void workbench.edit((p) => moveLayer(p, id, by))
  const onKey = (id: string) => (event: KeyboardEvent) => {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return
    event.preventDefault()
    move(id, event.key === 'ArrowUp' ? 1 : -1)
  }
  return (
    <Section data-testid="layers">
      <Row style={{ justifyContent: 'space-between' }}>
        <h2>Layers</h2>
        <MenuButton
          text="Order"
          label="Order the layers"
          entries={ORDERS}
          onChoose={(how) => void workbench.edit((p) => orderLayers(p, how as LayerOrder))}
        />
      </Row>
      {told?.stack ? (
        <p data-testid="stack-size" style={{ fontSize: 14 }}>
          <b>
            {words(told.stack.size.width)} × {words(told.stack.size.height)}, {words(told.stack.depth)} deep
          </b>
          {told.stack.fits ? (
            <Muted as="span">
              {' '}
              Left in the frame: {words(told.stack.fits.width)} × {words(told.stack.fits.height)},{' '}
              {words(told.stack.fits.depth)} in depth.
            </Muted>
          ) : null}
        </p>
      ) : null}
      <ul
        data-testid="stack-findings"
        style={{ margin: '6px 0', padding: 0, listStyle: 'none', fontSize: 13.5 }}
      >
        {told?.stack?.findings.map((f) => (
          <li key={f.message} style={{ marginTop: 4 }}>
            <Tag $tone={f.severity === 'note' ? 'plain' : 'brass'}>{f.severity}</Tag> {f.message}
          </li>
        ))}
      </ul>
      <Muted>From the front to the back. Alt with an arrow key moves the one that is chosen.</Muted>
      <Pile>
        {[...stack.layers].reverse().map((layer) => {
          const at = known.get(layer.id)
          const paper = papers.find((p) => p.id === pieces[layer.pieces[0] ?? '']?.paper)
          const pads = at ? at.strips + at.dots : 0
          return (
            <One
              key={layer.id}
              tabIndex={0}
              onKeyDown={onKey(layer.id)}
              style={{ '--layer': paper?.colour } as never}
              data-testid="layer"
            >
              <span>
                {layer.name}
                {layer.facing === 'back' ? ' (turned over)' : ''}
                <small>
                  {layer.pieces.some((p) => pieces[p]) ? (paper?.name ?? 'no paper') : 'its pieces are gone'}
                  {at ? `, at ${words(at.z)}` : ''}
                  {pads > 0 ? `, ${count(pads, 'spacer')}` : ''}
                </small>
              </span>
              <span style={{ display: 'flex' }}>
                <IconButton aria-label={`${layer.name} nearer`} onPress={() => move(layer.id, 1)}>
                  <ArrowUp size={15} />
                </IconButton>
                <IconButton aria-label={`${layer.name} farther`} onPress={() => move(layer.id, -1)}>
                  <ArrowDown size={15} />
                </IconButton>
                <IconButton
                  aria-label={`Turn ${layer.name} over`}
                  onPress={() =>
                    void workbench.edit((p) =>
                      changeStack(p, `Turn “${layer.name}” over`, ({ layers }) => {
                        const own = layers.find((l) => l.id === layer.id)
                        if (own) own.facing = own.facing === 'front' ? 'back' : 'front'
                      }),
                    )
                  }
                >
                  <FlipHorizontal2 size={15} />
                </IconButton>
                <IconButton
                  aria-label={`Take ${layer.name} out`}
                  onPress={() =>
                    void workbench.edit((p) =>
                      changeStack(p, `Take “${layer.name}” out of the stack`, (s) => {
                        s.layers = s.layers.filter((l) => l.id !== layer.id)
                      }),
                    )
                  }
                >
                  <Trash2 size={15} />
                </IconButton>
              </span>
            </One>
          )
        })}
      </Pile>
      <Pairs>
        <LengthField
          label="Height of spacers"
          mm={stack.spacer.strips}
          unit={unit}
          min={0}
          max={50}
          onCommit={(mm) =>
            void workbench.edit((p) =>
              changeStack(p, 'Change the spacers', (s) => {
                s.spacer = { strips: mm }
              }),
            )
          }
        />
        <LengthField
          label="Paper may hang free by"
          mm={stack.span}
          unit={unit}
          min={3}
          max={200}
          onCommit={(mm) =>
            void workbench.edit((p) =>
              changeStack(p, 'Change how far paper may hang free', (s) => {
                s.span = mm
              }),
            )
          }
        />
      </Pairs>
      <FrameFields />
      <Row style={{ marginTop: 10 }}>
        <QuietButton onPress={() => show('stack')}>Look at the stack</QuietButton>
        <QuietButton onPress={() => void workbench.edit((p) => unstack(p))}>Take it apart</QuietButton>
      </Row>
    </Section>
  )
}

const NONE = 'none'
const OWN = 'own'

/** The frame: one that is known, or one of any size. */
function FrameFields() {
  const workbench = useWorkbench()
  const unit = useProject((s) => s.project.unit)
  const frame = useProject((s) => s.project.stack?.frame ?? null)
  const set = (change: Partial<Frame> | null) =>
    void workbench.edit((p) =>
      changeStack(p, change === null ? 'Leave the frame out' : 'Choose the frame', (s) => {
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
        label="Frame"
        value={frame ? (known?.name ?? OWN) : NONE}
        choices={[
          { value: NONE, title: 'no frame' },
          { value: OWN, title: 'any size' },
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
          {field('Width inside', 'width')}
          {field('Height inside', 'height')}
          {field('Depth behind the glass', 'depth')}
          {field('Slack in all', 'slack')}
          {field('Thickness of the glass', 'glass')}
        </Pairs>
      ) : null}
    </div>
  )
}
