'use client'
import { useState } from 'react'
import styled from 'styled-components'
import type { Listed, ProjectList } from '@/contract/projects'
import { count, counted, say } from '@/core/words'
import { Button, QuietButton } from '@/kit/button'
import { Dialog } from '@/kit/dialog'
import { Disclosure } from '@/kit/disclosure'
import { Muted, Row } from '@/kit/surface'

const Deleted = styled.li`
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 5px 0;
  span {
    flex: 1;
    max-width: 520px;
  }
`

type Props = {
  bin: ProjectList
  onBringBack: (project: Listed) => void
  onRemove: (project: Listed) => void
  onMore: () => void
}

/** Deleted projects: they stay until they are brought back or removed for good. */
export function Bin({ bin, onBringBack, onRemove, onMore }: Props) {
  const [asked, setAsked] = useState<Listed | null>(null)
  if (bin.total === 0) return null
  return (
    <Disclosure title={say`Bin: ${counted(bin.total, 'deleted project')}`}>
      <ul aria-label={say`Bin`}>
        {bin.projects.map((project) => (
          <Deleted key={project.id}>
            <span>
              {project.name} <Muted as="small">{count(project.pieces, 'piece')}</Muted>
            </span>
            <QuietButton
              onPress={() => onBringBack(project)}
              aria-label={say`Bring back ${project.name}`}
            >{say`Bring back`}</QuietButton>
            <QuietButton
              onPress={() => setAsked(project)}
              aria-label={say`Remove ${project.name} for good`}
            >{say`Remove for good`}</QuietButton>
          </Deleted>
        ))}
      </ul>
      {bin.total > bin.projects.length ? <QuietButton onPress={onMore}>{say`Show more`}</QuietButton> : null}
      <Dialog title={say`Remove for good?`} isOpen={asked !== null} onClose={() => setAsked(null)}>
        <p>{say`“${asked?.name}” goes with its files, its history and its jobs. This cannot be undone; a backup of an earlier day may still hold it.`}</p>
        <Row style={{ marginTop: 16 }}>
          <Button
            onPress={() => {
              if (asked) onRemove(asked)
              setAsked(null)
            }}
          >{say`Remove for good`}</Button>
          <QuietButton onPress={() => setAsked(null)}>{say`Keep it`}</QuietButton>
        </Row>
      </Dialog>
    </Disclosure>
  )
}
