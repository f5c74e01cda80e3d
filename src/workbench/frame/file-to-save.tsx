'use client'
import { type MouseEvent, type ReactNode, useState } from 'react'
import { FileLink } from '@/kit/button'
import { saveFile } from '@/kit/save-file'
import { fetchFile } from '../store/api'
import { useWorkbench } from '../store/context'

/** A file that the server makes; where it cannot be made, the reason is told and nothing is saved. */
export function FileToSave({
  href,
  isReady = true,
  children,
}: {
  href: string
  isReady?: boolean
  children: ReactNode
}) {
  const workbench = useWorkbench()
  const [busy, setBusy] = useState(false)
  const save = async (event: MouseEvent<HTMLAnchorElement>) => {
    // With a key held down the browser does as it always does.
    if (event.metaKey || event.ctrlKey || event.shiftKey) return
    event.preventDefault()
    if (busy || !isReady) return
    setBusy(true)
    try {
      const { blob, name } = await fetchFile(href)
      saveFile(blob, name)
    } catch (error) {
      workbench.notify({ message: (error as Error).message, tone: 'alarm' })
    } finally {
      setBusy(false)
    }
  }
  return (
    <FileLink href={href} download onClick={save} aria-disabled={!isReady} aria-busy={busy}>
      {children}
    </FileLink>
  )
}
