'use client'
import { ArrowDown, ArrowUp, FileText, RotateCcw } from 'lucide-react'
import styled from 'styled-components'
import { UNTOUCHED_BUILD } from '@/core/document/build'
import { makeEdit } from '@/core/document/edits'
import { drawMarks } from '@/core/making/marks/drawn'
import { counted, say } from '@/core/words'
import { IconButton, QuietButton } from '@/kit/button'
import { Check } from '@/kit/check'
import { Muted, Row, Section, Tag } from '@/kit/surface'
import { FileToSave } from '../../frame/file-to-save'
import { bookletAddress } from '../../store/api'
import { useProject, useWorkbench } from '../../store/context'
import { useTable } from './build-frame'

const List = styled.ol`
  margin: 10px 0 0;
  padding: 0;
  list-style: none;
`
const One = styled.li`
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 2px 8px;
  align-items: start;
  padding: 5px 6px;
  border-radius: var(--radius);
  font-size: 14px;
  &[aria-current='step'] {
    background: var(--paper-sunk);
  }
  > button {
    padding: 2px 0;
    border: 0;
    background: none;
    color: inherit;
    font: inherit;
    text-align: left;
    cursor: pointer;
  }
  > button:focus-visible {
    outline: 2.5px solid var(--plum);
    outline-offset: 2px;
  }
  &[data-done='true'] > button {
    color: var(--ink-soft);
  }
`

/** The letters of glued places, drawn with the pen where the glue hides them. */
function DrawnLetters() {
  const workbench = useWorkbench()
  const papers = useProject((s) => s.papers)
  const { told } = useTable()
  const drawn = told?.letters ?? 'none'
  const draw = () =>
    workbench.edit(async (p) => {
      const marks = await workbench.computer.letters(papers)
      if (marks.length === 0)
        workbench.notify({
          message: say`Only backs are glued here: the cutter can draw on fronts alone. The booklet has the letters.`,
          tone: 'calm',
        })
      return drawMarks(p, 'letters', marks)
    })
  return (
    <div style={{ marginTop: 8, fontSize: 13.5 }} data-testid="drawn-letters">
      {drawn === 'stale' ? (
        <p>
          <Tag $tone="brass">{say`moved`}</Tag>
          {say` The drawn letters are not those of these steps any more.`}
        </p>
      ) : null}
      <Row>
        {drawn === 'right' ? null : (
          <QuietButton onPress={() => void draw()}>
            {drawn === 'stale' ? say`Draw the letters anew` : say`Draw the letters where glue hides them`}
          </QuietButton>
        )}
        {drawn === 'none' ? null : (
          <QuietButton
            onPress={() => void workbench.edit((p) => drawMarks(p, 'letters', []))}
          >{say`Take the letters off`}</QuietButton>
        )}
      </Row>
    </div>
  )
}

/** The steps of the build, in an order that works or in that of a hand, each to be ticked off. */
export function Steps() {
  const workbench = useWorkbench()
  const id = useProject((s) => s.id)
  const build = useProject((s) => s.project.build) ?? UNTOUCHED_BUILD
  const { told, at, go, finish } = useTable()
  if (!told) return null
  const { steps, wrong } = told
  const done = new Set(build.done)
  /** Moves a step up or down by one. */
  const move = (which: number, by: 1 | -1) => {
    const order = steps.map((s) => s.id)
    const [moved] = order.splice(which, 1)
    order.splice(which + by, 0, moved!)
    go(which + by)
    void workbench.edit((p) =>
      makeEdit(p, say`Move step ${which + 1}`, (draft) => {
        draft.build ??= structuredClone(UNTOUCHED_BUILD)
        draft.build.order = order
      }),
    )
  }
  const asFound = () =>
    void workbench.edit((p) =>
      makeEdit(p, say`Order the steps as they were found`, (draft) => {
        if (draft.build) draft.build.order = []
      }),
    )
  const nameOf = (step: string) => steps.findIndex((s) => s.id === step) + 1
  return (
    <Section data-testid="steps">
      <Row style={{ justifyContent: 'space-between' }}>
        <h2>{say`Steps`}</h2>
        {steps.length > 0 ? (
          <Tag $tone="plain">{say`${steps.filter((s) => done.has(s.id)).length} of ${steps.length} done`}</Tag>
        ) : null}
      </Row>
      {steps.length === 0 ? (
        <Muted>{say`Nothing is folded, glued or laid on anything yet. Score lines in Lines, make a pattern in Shape, or stack layers below.`}</Muted>
      ) : (
        <Row style={{ marginTop: 8 }}>
          <FileToSave href={bookletAddress(id)}>
            <FileText size={15} />
            {say` Booklet (PDF)`}
          </FileToSave>
          {build.order.length > 0 ? (
            <QuietButton onPress={asFound}>
              <RotateCcw size={15} />
              {say` Order as found`}
            </QuietButton>
          ) : null}
        </Row>
      )}
      {steps.some((s) => s.letter) ? <DrawnLetters /> : null}
      {wrong.length > 0 ? (
        <div role="alert" style={{ marginTop: 8, fontSize: 13.5 }}>
          <Tag $tone="brass">{say`${counted(wrong.length, 'step')} too early`}</Tag>{' '}
          {wrong.slice(0, 3).map((w) => (
            <span
              key={`${w.step} ${w.needs}`}
            >{say`Step ${nameOf(w.step)} needs step ${nameOf(w.needs)} first. ${w.why} `}</span>
          ))}
        </div>
      ) : null}
      <List>
        {steps.map((step, i) => (
          <One
            key={step.id}
            aria-current={i === at ? 'step' : undefined}
            data-done={done.has(step.id)}
            data-testid="step"
          >
            <Check
              isSelected={done.has(step.id)}
              aria-label={say`Step ${i + 1} is done`}
              onChange={() => finish(i)}
            />
            <button type="button" onClick={() => go(i)}>
              {i + 1}. {step.says}
              {step.hold ? <Muted as="span">{say` Hold it until the glue has set.`}</Muted> : null}
            </button>
            {i === at ? (
              <span style={{ display: 'flex' }}>
                <IconButton aria-label={say`Earlier`} isDisabled={i === 0} onPress={() => move(i, -1)}>
                  <ArrowUp size={15} />
                </IconButton>
                <IconButton
                  aria-label={say`Later`}
                  isDisabled={i === steps.length - 1}
                  onPress={() => move(i, 1)}
                >
                  <ArrowDown size={15} />
                </IconButton>
              </span>
            ) : null}
          </One>
        ))}
      </List>
    </Section>
  )
}
