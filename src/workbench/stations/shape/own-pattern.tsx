'use client'
import { FileJson } from 'lucide-react'
import { useState } from 'react'
import { ownRecipe } from '@/core/making/pattern'
import { say } from '@/core/words'
import { FileButton } from '@/kit/file-button'
import { Tag } from '@/kit/surface'
import { useWorkbench } from '../../store/context'
import { useDesk } from './shape-frame'

/** A pattern from a file of one's own: read, proved at all its sizes, and set up like those that ship. */
export function OwnPattern() {
  const workbench = useWorkbench()
  const { begin } = useDesk()
  const [problems, setProblems] = useState<{ name: string; list: readonly string[] } | null>(null)
  const take = async ([file]: readonly File[]) => {
    if (!file) return
    const text = await file.text()
    const { pattern, problems: list } = await workbench.computer.provePattern(text)
    if (!pattern) return setProblems({ name: file.name, list })
    setProblems(null)
    begin(ownRecipe(text), [], text)
  }
  return (
    <div style={{ marginBottom: 10 }}>
      <FileButton label={say`Pattern file of your own`} accept=".json" onFiles={(files) => void take(files)}>
        <FileJson size={16} />
        {say` A pattern file of your own`}
      </FileButton>
      {problems ? (
        <div role="alert" style={{ marginTop: 8, fontSize: 13.5 }}>
          <Tag $tone="brass">{say`cannot be taken`}</Tag> {problems.name}:
          <ul>
            {problems.list.map((p) => (
              <li key={p}>{p}</li>
            ))}
          </ul>
        </div>
      ) : null}
    </div>
  )
}
