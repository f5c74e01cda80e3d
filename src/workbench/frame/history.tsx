'use client'
import { ListRestart } from 'lucide-react'
import { useState } from 'react'
import { Dialog, DialogTrigger } from 'react-aria-components'
import styled from 'styled-components'
import type { HistoryPage } from '@/contract/projects'
import { counted, say } from '@/core/words'
import { IconButton, QuietButton } from '@/kit/button'
import { Leaflet } from '@/kit/popover'
import { Muted } from '@/kit/surface'
import { api } from '../store/api'
import { useProject, useWorkbench } from '../store/context'

const Steps = styled.ol`
  max-height: 60vh;
  overflow: auto;
  min-width: 280px;
  li > button {
    display: block;
    width: 100%;
    padding: 5px 10px;
    border: 0;
    border-radius: 7px;
    background: none;
    text-align: left;
    font-size: 14px;
    cursor: pointer;
    &:hover,
    &:focus-visible {
      background: var(--plum-wash);
    }
  }
  li[data-undone] > button {
    color: var(--ink-soft);
    font-style: italic;
  }
  li[aria-current] {
    padding: 5px 10px;
    font-size: 14px;
    font-weight: 600;
    color: var(--plum);
  }
`

/** All steps of the project, the latest first; a press goes back, or forward again, to how it was after that step. */
export function History() {
  const workbench = useWorkbench()
  const id = useProject((s) => s.id)
  const { undo, redo } = useProject((s) => s.history)
  const [page, setPage] = useState<HistoryPage | null>(null)
  const tell = (error: Error) => workbench.notify({ message: error.message, tone: 'alarm' })
  const load = (isOpen: boolean) => {
    if (isOpen) api.history(id, null).then(setPage, tell)
    else setPage(null)
  }
  const more = async ({ undo: known, ...rest }: HistoryPage) => {
    const next = await api.history(id, known.at(-1)!.revision)
    setPage({ ...rest, undo: [...known, ...next.undo], more: next.more })
  }
  const go = async (step: () => Promise<unknown>, times: number, close: () => void) => {
    close()
    for (let k = 0; k < times; k += 1) await step()
  }
  return (
    <DialogTrigger onOpenChange={load}>
      <IconButton aria-label={say`All steps`} isDisabled={!undo && !redo}>
        <ListRestart size={18} />
      </IconButton>
      <Leaflet>
        <Dialog aria-label={say`All steps`} style={{ outline: 'none' }}>
          {({ close }) =>
            page ? (
              <>
                <Steps>
                  {[...page.redo].reverse().map(({ revision, label }, k) => (
                    <li key={revision} data-undone>
                      <button
                        type="button"
                        onClick={() => void go(workbench.redo, page.redo.length - k, close)}
                        aria-label={say`Make again up to: ${label}`}
                      >
                        {label}
                      </button>
                    </li>
                  ))}
                  <li aria-current="step">{page.undo[0]?.label ?? say`As it was brought in`}</li>
                  {page.undo.slice(1).map(({ revision, label }, k) => (
                    <li key={revision}>
                      <button
                        type="button"
                        onClick={() => void go(workbench.undo, k + 1, close)}
                        aria-label={say`Go back to: ${label}`}
                      >
                        {label}
                      </button>
                    </li>
                  ))}
                  {page.undo.length > 0 && !page.more ? (
                    <li>
                      <button
                        type="button"
                        onClick={() => void go(workbench.undo, page.undo.length, close)}
                        aria-label={say`Go back to: as it was brought in`}
                      >{say`As it was brought in`}</button>
                    </li>
                  ) : null}
                </Steps>
                {page.more ? (
                  <QuietButton onPress={() => void more(page).catch(tell)}>{say`Earlier steps`}</QuietButton>
                ) : null}
                <Muted style={{ padding: '6px 10px 4px', fontSize: 12.5 }}>
                  {page.redo.length > 0
                    ? say`${counted(page.redo.length, 'step')} above can be made again.`
                    : say`Press a step to go back to how it was after it.`}
                </Muted>
              </>
            ) : (
              <Muted style={{ padding: 10 }}>{say`Looking…`}</Muted>
            )
          }
        </Dialog>
      </Leaflet>
    </DialogTrigger>
  )
}
