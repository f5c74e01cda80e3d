'use client'
import { useRouter } from 'next/navigation'
import { useMemo } from 'react'
import { Autocomplete, Input, Menu, SearchField, useFilter } from 'react-aria-components'
import styled from 'styled-components'
import { say } from '@/core/words'
import { Dialog } from '@/kit/dialog'
import { Action } from '@/kit/popover'
import { useProject, useWorkbench } from '../store/context'
import { commandsOf } from './commands'

const Field = styled(Input)`
  width: 100%;
  padding: 10px 12px;
  border: 1px solid var(--hairline);
  border-radius: 9px;
  background: var(--paper);
  font-size: 17px;
`
const Found = styled(Menu)`
  max-height: 50vh;
  margin-top: 10px;
  overflow: auto;
  outline: none;
`
const Line = styled.span`
  display: flex;
  align-items: baseline;
  justify-content: space-between;
  gap: 14px;
  small {
    color: var(--ink-soft);
    white-space: nowrap;
  }
`

/** Whatever can be done, found by typing what it is called. */
export default function CommandField() {
  const workbench = useWorkbench()
  const router = useRouter()
  const state = useProject((s) => s)
  const { contains } = useFilter({ sensitivity: 'base' })
  const commands = useMemo(
    () => commandsOf(state, workbench, (path) => router.push(path)),
    [state, workbench, router],
  )
  return (
    <Dialog title={say`What do you want to do?`} isOpen onClose={() => workbench.help(null)}>
      <Autocomplete filter={(text, typed) => typed.split(/\s+/).every((word) => contains(text, word))}>
        <SearchField aria-label={say`Type what you want: a station, a recipe, a pattern, a paper`} autoFocus>
          <Field placeholder={say`a station, a recipe, a pattern, a paper`} />
        </SearchField>
        <Found
          aria-label={say`What can be done`}
          items={commands}
          renderEmptyState={() => (
            <p style={{ padding: 10 }}>{say`Nothing is called so. Try one word of it.`}</p>
          )}
          onAction={(key) => {
            workbench.help(null)
            commands.find((c) => c.id === key)?.run()
          }}
        >
          {(item) => {
            const command = item as (typeof commands)[number]
            return (
              <Action id={command.id} textValue={`${command.title} ${command.kind} ${command.words}`}>
                <Line>
                  {command.title} <small>{command.kind}</small>
                </Line>
              </Action>
            )
          }}
        </Found>
      </Autocomplete>
    </Dialog>
  )
}
