'use client'
import { useEffect, useRef, useState } from 'react'
import styled from 'styled-components'
import { say } from '@/core/words'

const Veil = styled.div`
  position: fixed;
  inset: 10px;
  z-index: 45;
  display: grid;
  place-items: center;
  border: 3px dashed var(--plum);
  border-radius: 18px;
  background: color-mix(in srgb, var(--plum-wash) 82%, transparent);
  color: var(--plum-deep);
  font: 650 24px var(--display);
  pointer-events: none;
`

/** Whether what is dragged holds files; text and pictures of the page itself are dragged too. */
const holdsFiles = (event: DragEvent) => event.dataTransfer?.types.includes('Files') ?? false

/** Whether text is a drawing that was copied, as drawing programs put it on the clipboard. */
const isDrawing = (text: string): boolean => /^\s*</.test(text) && /<svg[\s>]/i.test(text.slice(0, 8000))

/** The files of a paste: files themselves, or the text of a drawing as a file. */
export function pastedFiles(data: Pick<DataTransfer, 'files' | 'getData'>): File[] {
  if (data.files.length > 0) return [...data.files]
  const text = data.getData('text/plain')
  return isDrawing(text) ? [new File([text], say`Pasted drawing.svg`, { type: 'image/svg+xml' })] : []
}

const isField = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))

/** Takes files that are dropped anywhere on the page, or pasted outside of a field. @param label what dropping does */
export function FileDrop({ label, onFiles }: { label: string; onFiles: (files: File[]) => void }) {
  const [over, setOver] = useState(false)
  const take = useRef(onFiles)
  take.current = onFiles
  useEffect(() => {
    // Every element that is entered and left on the way tells so: the page is left when all are.
    let depth = 0
    const step = (by: number) => {
      depth = Math.max(0, depth + by)
      setOver(depth > 0)
    }
    const enter = (event: DragEvent) => holdsFiles(event) && step(1)
    const leave = (event: DragEvent) => holdsFiles(event) && step(-1)
    const allow = (event: DragEvent) => {
      if (holdsFiles(event)) event.preventDefault()
    }
    const drop = (event: DragEvent) => {
      if (!holdsFiles(event)) return
      event.preventDefault()
      step(-depth)
      take.current([...(event.dataTransfer?.files ?? [])])
    }
    const paste = (event: ClipboardEvent) => {
      if (isField(event.target) || !event.clipboardData) return
      const files = pastedFiles(event.clipboardData)
      if (files.length > 0) take.current(files)
    }
    const leaving = new AbortController()
    const { signal } = leaving
    window.addEventListener('dragenter', enter, { signal })
    window.addEventListener('dragleave', leave, { signal })
    window.addEventListener('dragover', allow, { signal })
    window.addEventListener('drop', drop, { signal })
    window.addEventListener('paste', paste, { signal })
    return () => leaving.abort()
  }, [])
  return over ? <Veil data-testid="file-drop">{label}</Veil> : null
}
