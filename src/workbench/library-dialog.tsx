'use client'
import { type ReactNode, useState } from 'react'
import styled from 'styled-components'
import type { z } from 'zod'
import { capital, quoted, say } from '@/core/words'
import { Button, QuietButton } from '@/kit/button'
import { Dialog } from '@/kit/dialog'
import { Row } from '@/kit/surface'
import { useWorkbench } from './store/context'

/** A library on the server, of papers or cutters. */
export type Library<F> = {
  /** what one of its entries is called */
  noun: string
  schema: z.ZodType<F>
  add: (fields: F) => Promise<F & { id: string }>
  change: (id: string, fields: F) => Promise<unknown>
  remove: (id: string) => Promise<unknown>
  restore: (id: string) => Promise<unknown>
  /** fetches it anew for the page */
  reload: () => Promise<void>
}

type Props<F> = {
  library: Library<F>
  /** null makes a new one */
  entry: (F & { id: string }) | null
  fresh: F
  onClose: () => void
  /** what can be done at once with a new entry */
  use?: { text: string; run: (entry: F & { id: string }) => void }
  children: (fields: F, set: (some: Partial<F>) => void) => ReactNode
}

/** The fields of a library's entry as one form: saved together, checked at once, taken out with a way back. */
export function LibraryDialog<F extends { name: string }>({
  library,
  entry,
  fresh,
  onClose,
  use,
  children,
}: Props<F>) {
  const workbench = useWorkbench()
  const { noun } = library
  const [fields, setFields] = useState<F>(entry ?? fresh)
  const [wrong, setWrong] = useState<string | null>(null)
  /** whether an answer is waited for: what was pressed once is done once */
  const [isBusy, setBusy] = useState(false)
  const reloaded = async (work: Promise<unknown>): Promise<boolean> => {
    setBusy(true)
    try {
      await work
      await library.reload()
      onClose()
      return true
    } catch (error) {
      setWrong((error as Error).message)
      return false
    } finally {
      setBusy(false)
    }
  }
  const save = (then?: (entry: F & { id: string }) => void) => {
    const checked = library.schema.safeParse(fields)
    if (!checked.success) setWrong(checked.error.issues[0]?.message ?? say`Something does not fit.`)
    else if (entry) void reloaded(library.change(entry.id, checked.data))
    else {
      const added = library.add(checked.data)
      void reloaded(added).then(async (done) => {
        if (done) then?.(await added)
      })
    }
  }
  const remove = async ({ id, name }: F & { id: string }) => {
    if (!(await reloaded(library.remove(id)))) return
    workbench.notify({
      message: say`“${name}” is out of the library.`,
      tone: 'calm',
      action: {
        label: say`Put it back`,
        run: () => {
          workbench.notify(null)
          void library.restore(id).then(library.reload)
        },
      },
    })
  }
  return (
    <Dialog
      title={entry ? `${capital(noun)} ${quoted(entry.name)}` : say`New ${noun}`}
      isOpen
      onClose={onClose}
    >
      {children(fields, (some) => setFields((f) => ({ ...f, ...some })))}
      {wrong ? (
        <p role="alert" style={{ color: 'var(--alarm)', marginBottom: 12 }}>
          {wrong}
        </p>
      ) : null}
      <Row>
        {use && !entry ? (
          <Button isDisabled={isBusy} onPress={() => save(use.run)}>
            {use.text}
          </Button>
        ) : null}
        {use && !entry ? (
          <QuietButton isDisabled={isBusy} onPress={() => save()}>{say`Save ${noun}`}</QuietButton>
        ) : (
          <Button isDisabled={isBusy} onPress={() => save()}>{say`Save ${noun}`}</Button>
        )}
        <QuietButton onPress={onClose}>{say`Leave as it was`}</QuietButton>
        {entry ? (
          <QuietButton
            isDisabled={isBusy}
            onPress={() => void remove(entry)}
            style={{ marginLeft: 'auto' }}
          >{say`Take out of the library`}</QuietButton>
        ) : null}
      </Row>
    </Dialog>
  )
}

/** Fields of a library's entry side by side. */
export const EntryGrid = styled.div`
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 12px 14px;
  margin-bottom: 18px;
  align-items: start;
`
