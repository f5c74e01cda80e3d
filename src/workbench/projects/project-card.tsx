'use client'
import { Archive, Copy, Pencil, Tags, Trash2 } from 'lucide-react'
import Link from 'next/link'
import { useState } from 'react'
import styled from 'styled-components'
import type { Listed } from '@/contract/projects'
import { readTags } from '@/core/document/tags'
import { count, say } from '@/core/words'
import { FileLink, IconButton } from '@/kit/button'
import { NameField } from '@/kit/field'
import { Muted, Row, Tag } from '@/kit/surface'
import { archiveAddress } from '../store/api'

const Card = styled.li`
  display: flex;
  flex-direction: column;
  border-radius: 14px;
  background: var(--paper);
  box-shadow: var(--lift);
  overflow: hidden;
  > a:first-child {
    display: block;
    height: 190px;
    padding: 18px;
    background: #fff;
    border-bottom: 1px solid var(--hairline);
  }
  img {
    width: 100%;
    height: 100%;
    object-fit: contain;
  }
  > div {
    display: flex;
    flex-direction: column;
    flex: 1;
    padding: 12px 16px 10px;
  }
  > div > :last-child {
    margin-top: auto;
  }
  h3 {
    font-size: 18px;
    line-height: 1.25;
    a {
      color: inherit;
      text-decoration: none;
    }
  }
`

type CardProps = {
  project: Listed
  onRename: (name: string) => void
  onTag: (tags: string[]) => void
  onDuplicate: () => void
  onRemove: () => void
}

export function ProjectCard({ project, onRename, onTag, onDuplicate, onRemove }: CardProps) {
  const [renaming, setRenaming] = useState(false)
  const [tagging, setTagging] = useState(false)
  const { id, name, tags, revision, pieces, lines, toDecide, sheets } = project
  return (
    <Card data-testid="project">
      <Link href={`/projects/${id}/lines`} aria-label={say`Open ${name}`} tabIndex={-1}>
        {/* biome-ignore lint/performance/noImgElement: an SVG of this server, nothing to optimise */}
        <img src={`/api/projects/${id}/thumbnail?revision=${revision}`} alt="" loading="lazy" />
      </Link>
      <div>
        {renaming ? (
          <NameField
            label={say`Name of ${name}`}
            hideLabel
            value={name}
            onCommit={(next) => {
              setRenaming(false)
              onRename(next)
            }}
          />
        ) : (
          <h3>
            <Link href={`/projects/${id}/lines`}>{name}</Link>
          </h3>
        )}
        <Muted style={{ margin: '2px 0 6px' }}>
          {[
            count(pieces, 'piece'),
            count(lines, 'line'),
            ...(sheets > 0 ? [count(sheets, 'sheet')] : []),
          ].join(', ')}
        </Muted>
        {tagging ? (
          <NameField
            label={say`Tags of ${name}, parted by commas`}
            hideLabel
            isOptional
            value={tags.join(', ')}
            onCommit={(text) => {
              setTagging(false)
              onTag(readTags(text))
            }}
          />
        ) : tags.length > 0 ? (
          <Row style={{ gap: 4, marginBottom: 6 }}>
            {tags.map((tag) => (
              <Tag key={tag}>{tag}</Tag>
            ))}
          </Row>
        ) : null}
        <Row style={{ flexWrap: 'nowrap', gap: 2 }}>
          <span style={{ flex: 1 }}>
            {toDecide > 0 ? (
              <Tag $tone="brass">{say`${toDecide} to decide`}</Tag>
            ) : (
              <Tag $tone="teal">{say`all decided`}</Tag>
            )}
          </span>
          <IconButton aria-label={say`Rename ${name}`} onPress={() => setRenaming(!renaming)}>
            <Pencil size={15} />
          </IconButton>
          <IconButton aria-label={say`Tag ${name}`} onPress={() => setTagging(!tagging)}>
            <Tags size={15} />
          </IconButton>
          <IconButton aria-label={say`Duplicate ${name}`} onPress={onDuplicate}>
            <Copy size={15} />
          </IconButton>
          <FileLink
            href={archiveAddress(id)}
            download
            $bare
            aria-label={say`Save ${name} as one file`}
            title={say`Save as one file`}
          >
            <Archive size={15} />
          </FileLink>
          <IconButton aria-label={say`Delete ${name}`} onPress={onRemove}>
            <Trash2 size={15} />
          </IconButton>
        </Row>
      </div>
    </Card>
  )
}
