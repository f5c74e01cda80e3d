'use client'
import { useEffect } from 'react'
import styled from 'styled-components'
import { say } from '@/core/words'
import { FileDrop } from '@/kit/file-drop'
import { carried, wordsOf } from '../projects/came-in'
import { ImportProgress } from '../projects/import-progress'
import { useImport } from '../projects/use-import'
import { api } from '../store/api'
import { useProject, useWorkbench } from '../store/context'

const Strip = styled.div`
  position: fixed;
  left: 50%;
  bottom: 96px;
  transform: translateX(-50%);
  width: min(420px, 90vw);
  z-index: 44;
  &:has([role='progressbar']) {
    padding: 4px 18px 14px;
    border-radius: 14px;
    background: var(--paper);
    box-shadow: var(--lift);
  }
`

/** Drawings that are dropped or pasted at any station join the project. */
export function FilesIn() {
  const workbench = useWorkbench()
  const lay = useProject((s) => s.lay)
  const importing = useImport((file, importId, signal) =>
    workbench.ask((id, base) => api.addFile(id, base, file, { lay }, importId, signal)),
  )
  useEffect(() => {
    const words = carried()
    if (words) workbench.notify({ message: words, tone: 'alarm' })
  }, [workbench])
  const take = async (files: readonly File[]) => {
    const came = await importing.start(files)
    if (came.taken > 0 && !wordsOf(came))
      workbench.notify({
        message:
          came.taken === 1
            ? say`“${files[0]!.name}” joined the project.`
            : say`${came.taken} files joined it.`,
        tone: 'calm',
      })
  }
  return (
    <>
      <FileDrop label={say`Drop it: it joins this project`} onFiles={(files) => void take(files)} />
      <Strip>
        <ImportProgress importing={importing} />
      </Strip>
    </>
  )
}
