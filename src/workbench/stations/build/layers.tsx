'use client'
import { ArrowDown, ArrowUp, FlipHorizontal2, Trash2 } from 'lucide-react'
import type { KeyboardEvent } from 'react'
import styled from 'styled-components'
import { hasFineDetail } from '@/core/cutting/advice'
import { layersIn } from '@/core/stacking'
import { lengthWords } from '@/core/units/length'
import { count, counted, say } from '@/core/words'
import { Button, IconButton, QuietButton } from '@/kit/button'
import { LengthField } from '@/kit/field'
import { MenuButton } from '@/kit/menu'
import { Muted, Pairs, Row, Section } from '@/kit/surface'
import { useDerived, useProject, useWorkbench } from '../../store/context'
import { SeverityTag } from '../severity-tag'
import { useTable } from './build-frame'
import { changeStack, type LayerOrder, moveLayer, orderLayers, stackUp, unstack } from './stack-edits'
import { DrawnSpacers, FrameFields, Gaps } from './stack-fields'

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
const ORDERS: readonly { id: LayerOrder; title: string }[] = [
  { id: 'open', title: say`by how open they are` },
  { id: 'name', title: say`by name` },
  { id: 'round', title: say`the other way round` },
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
        <h2>{say`Layers`}</h2>
        <Muted>
          {chosen.length > 1
            ? say`${counted(chosen.length, 'chosen piece')} can be laid on one another, with spacers between.`
            : say`A layered picture? ${groups.length} layers can be laid on one centre, with spacers between.`}
        </Muted>
        <Row style={{ marginTop: 8 }}>
          <Button
            onPress={() => {
              show('stack')
              void workbench.edit((p) => stackUp(p, chosen))
            }}
          >{say`Stack them`}</Button>
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
  const findings = useProject((s) => s.findings)
  const { told, show } = useTable()
  const known = new Map(told?.stack?.layers.map((l) => [l.id, l]) ?? [])
  const words = (mm: number) => lengthWords(mm, unit)
  const move = (id: string, by: 1 | -1) => workbench.edit((p) => moveLayer(p, id, by))
  const onKey = (id: string) => (event: KeyboardEvent) => {
    if (!event.altKey || (event.key !== 'ArrowUp' && event.key !== 'ArrowDown')) return
    event.preventDefault()
    move(id, event.key === 'ArrowUp' ? 1 : -1)
  }
  return (
    <Section data-testid="layers">
      <Row style={{ justifyContent: 'space-between' }}>
        <h2>{say`Layers`}</h2>
        <MenuButton
          text={say`Order`}
          label={say`Order the layers`}
          entries={ORDERS}
          onChoose={(how) => workbench.edit((p) => orderLayers(p, how as LayerOrder))}
        />
      </Row>
      {told?.stack ? (
        <p data-testid="stack-size" style={{ fontSize: 14 }}>
          <b>{say`${words(told.stack.size.width)} × ${words(told.stack.size.height)}, ${words(told.stack.depth)} deep`}</b>
          {told.stack.fits ? (
            <Muted as="span">{say` Left in the frame: ${words(told.stack.fits.width)} × ${words(told.stack.fits.height)}, ${words(told.stack.fits.depth)} in depth.`}</Muted>
          ) : null}
        </p>
      ) : null}
      <ul
        data-testid="stack-findings"
        style={{ margin: '6px 0', padding: 0, listStyle: 'none', fontSize: 13.5 }}
      >
        {told?.stack?.findings.map((f) => (
          <li key={f.message} style={{ marginTop: 4 }}>
            <SeverityTag severity={f.severity} /> {f.message}
          </li>
        ))}
      </ul>
      <Muted>{say`From the front to the back. Alt with an arrow key moves the one that is chosen.`}</Muted>
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
                {layer.facing === 'back' ? say` (turned over)` : ''}
                <small>
                  {layer.pieces.some((p) => pieces[p])
                    ? (paper?.name ?? say`no paper`)
                    : say`its pieces are gone`}
                  {at ? say`, at ${words(at.z)}` : ''}
                  {pads > 0 ? `, ${count(pads, 'spacer')}` : ''}
                </small>
                {hasFineDetail(findings, new Set(layer.pieces)) ? (
                  <small>{say`Fine detail: one gentle pass with a fresh blade, a test cut first.`}</small>
                ) : null}
              </span>
              <span style={{ display: 'flex' }}>
                <IconButton aria-label={say`${layer.name} nearer`} onPress={() => move(layer.id, 1)}>
                  <ArrowUp size={15} />
                </IconButton>
                <IconButton aria-label={say`${layer.name} farther`} onPress={() => move(layer.id, -1)}>
                  <ArrowDown size={15} />
                </IconButton>
                <IconButton
                  aria-label={say`Turn ${layer.name} over`}
                  onPress={() =>
                    void workbench.edit((p) =>
                      changeStack(p, say`Turn “${layer.name}” over`, ({ layers }) => {
                        const own = layers.find((l) => l.id === layer.id)
                        if (own) own.facing = own.facing === 'front' ? 'back' : 'front'
                      }),
                    )
                  }
                >
                  <FlipHorizontal2 size={15} />
                </IconButton>
                <IconButton
                  aria-label={say`Take ${layer.name} out`}
                  onPress={() =>
                    void workbench.edit((p) =>
                      changeStack(p, say`Take “${layer.name}” out of the stack`, (s) => {
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
          label={say`Height of spacers`}
          mm={stack.spacer.strips}
          unit={unit}
          min={0}
          max={50}
          onCommit={(mm) =>
            workbench.edit((p) =>
              changeStack(p, say`Change the spacers`, (s) => {
                s.spacer = { strips: mm }
              }),
            )
          }
        />
        <LengthField
          label={say`Paper may hang free by`}
          mm={stack.span}
          unit={unit}
          min={3}
          max={200}
          onCommit={(mm) =>
            workbench.edit((p) =>
              changeStack(p, say`Change how far paper may hang free`, (s) => {
                s.span = mm
              }),
            )
          }
        />
      </Pairs>
      <Gaps />
      <DrawnSpacers />
      <FrameFields />
      <Row style={{ marginTop: 10 }}>
        <QuietButton onPress={() => show('stack')}>{say`Look at the stack`}</QuietButton>
        <QuietButton onPress={() => void workbench.edit((p) => unstack(p))}>{say`Take it apart`}</QuietButton>
      </Row>
    </Section>
  )
}
