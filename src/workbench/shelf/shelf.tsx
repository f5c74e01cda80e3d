'use client'
import { useVirtualizer } from '@tanstack/react-virtual'
import { Check } from 'lucide-react'
import { memo, useMemo, useRef } from 'react'
import styled from 'styled-components'
import { useShallow } from 'zustand/react/shallow'
import { makeEdit } from '@/core/document/edits'
import { ROLES } from '@/core/document/lines'
import type { Piece } from '@/core/document/pieces'
import type { Project } from '@/core/document/project'
import { ROLE_NAMES } from '@/core/document/role-names'
import { spentPieces } from '@/core/document/spent'
import { openFindings } from '@/core/inspection/open-findings'
import { roleCounts } from '@/core/pieces/lines'
import { shapeOfPiece } from '@/core/pieces/piece-shape'
import { formatSize } from '@/core/units/length'
import { count, say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { NameField, NumberEntry } from '@/kit/field'
import { Muted, Tag } from '@/kit/surface'
import { RoleSample } from '../board/line-sample'
import { fetched } from '../stations/fetched'
import { useProject, useWorkbench } from '../store/context'
import { Thumbnail } from './thumbnail'

const Chosen = fetched(() => import('./chosen').then((m) => m.Chosen))

const Strip = styled.aside`
  width: 292px;
  flex: none;
  display: flex;
  flex-direction: column;
  min-height: 0;
  background: var(--paper-sunk);
  header {
    display: flex;
    align-items: baseline;
    gap: 10px;
    padding: 14px 18px 8px;
  }
  h2 {
    font-size: 15px;
  }
`
const Scroller = styled.div`
  flex: 1;
  min-height: 0;
  position: relative;
  overflow: auto;
  > ul {
    position: relative;
  }
  > ul > li {
    position: absolute;
    left: 0;
    right: 0;
    padding: 2px 14px 9px;
  }
`
const Card = styled.div<{ $chosen: boolean }>`
  display: grid;
  grid-template-columns: 56px 1fr;
  gap: 4px 12px;
  padding: 10px 12px;
  border-radius: var(--radius);
  background: var(--paper);
  box-shadow: ${(p) => (p.$chosen ? '0 0 0 2.5px var(--plum)' : 'var(--lift)')};
  &[data-pointed-at] {
    background: var(--plum-wash);
  }
`
const Choose = styled.button`
  position: relative;
  border: 0;
  padding: 0;
  background: transparent;
  cursor: pointer;
  border-radius: 8px;
  > span {
    position: absolute;
    left: -4px;
    top: -4px;
    display: grid;
    place-items: center;
    width: 18px;
    height: 18px;
    border-radius: 9px;
    background: var(--plum);
    color: var(--on-plum);
  }
`
const Counts = styled.ul`
  grid-column: 1 / -1;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  font-size: 12.5px;
  color: var(--ink-soft);
  li {
    display: flex;
    align-items: center;
    gap: 5px;
  }
`
const Below = styled.div`
  display: grid;
  grid-template-columns: 1fr 66px;
  gap: 8px;
  input {
    padding: 3px 4px 3px 9px;
  }
  align-items: center;
  font-size: 13px;
  color: var(--ink-soft);
`

/** Height of a card with its gap, before it is measured, px. */
const CARD_HEIGHT = 122

/** A card a piece: picture, name, size, paper, copies, counts by role, findings. In sight in every station. */
export function Shelf() {
  const workbench = useWorkbench()
  const pieces = useProject((s) => s.project.pieces)
  const isChosen = useProject((s) => s.chosenPieces.length > 0)
  const list = useMemo(() => Object.values(pieces), [pieces])
  const scroller = useRef<HTMLDivElement>(null)
  // Only the cards in sight are drawn: a sheet of confetti has thousands.
  const cards = useVirtualizer({
    count: list.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => CARD_HEIGHT,
    getItemKey: (i) => list[i]!.id,
    overscan: 4,
  })
  return (
    <Strip aria-label={say`Shelf of pieces`}>
      <header>
        <h2>{say`Pieces`}</h2>
        <Muted as="span" data-testid="piece-count">
          {count(list.length, 'piece')}
        </Muted>
        {list.length > 1 ? (
          <QuietButton
            aria-label={say`Choose all pieces`}
            onPress={() => workbench.choosePieces(list.map((p) => p.id))}
            style={{ marginLeft: 'auto', padding: '1px 9px', fontSize: 12.5 }}
          >{say`Choose all`}</QuietButton>
        ) : null}
      </header>
      {list.length === 0 ? (
        <Muted
          style={{ padding: '0 18px' }}
        >{say`A closed cut line makes a piece. Make the outline “Cut” in the station Lines.`}</Muted>
      ) : null}
      <Scroller ref={scroller}>
        <ul style={{ height: cards.getTotalSize() }}>
          {cards.getVirtualItems().map(({ key, index, start }) => (
            <li
              key={key}
              ref={cards.measureElement}
              data-index={index}
              style={{ transform: `translateY(${start}px)` }}
            >
              <PieceCard piece={list[index]!} />
            </li>
          ))}
        </ul>
      </Scroller>
      {/* Below the cards, so that none of them moves away under the finger. */}
      {isChosen ? <Chosen /> : null}
    </Strip>
  )
}

/** The lines of a piece, the same object for as long as none of them changes. */
function usePieceLines(piece: Piece): Project['lines'] {
  return useProject(
    useShallow((s) =>
      Object.fromEntries(
        piece.lines.flatMap((id) => (s.project.lines[id] ? [[id, s.project.lines[id]]] : [])),
      ),
    ),
  )
}

const PieceCard = memo(function PieceCard({ piece }: { piece: Piece }) {
  const workbench = useWorkbench()
  const lines = usePieceLines(piece)
  const unit = useProject((s) => s.project.unit)
  const paper = useProject((s) => s.papers.find((p) => p.id === piece.paper))
  const chosen = useProject((s) => s.chosenPieces.includes(piece.id))
  const pointedAt = useProject((s) => s.lit.length === 1 && piece.lines.includes(s.lit[0]!))
  const spent = useProject((s) => spentPieces(s.project).has(piece.id))
  const findings = useProject((s) => s.findings)
  const accepted = useProject((s) => s.project.accepted)
  const own = openFindings({ accepted }, findings).filter((f) => f.pieces.includes(piece.id))
  const { size } = shapeOfPiece({ lines }, piece)
  const counts = roleCounts({ lines }, piece)
  const choose = () => {
    const { chosenPieces } = workbench.store.getState()
    workbench.choosePieces(
      chosen ? chosenPieces.filter((id) => id !== piece.id) : [...chosenPieces, piece.id],
    )
  }
  const change = (label: string, set: (draft: Piece) => void) =>
    workbench.edit((p) =>
      makeEdit(p, label, ({ pieces }) => {
        const own = pieces[piece.id]
        if (own) set(own)
      }),
    )
  return (
    <Card
      $chosen={chosen}
      data-testid="piece-card"
      data-pointed-at={pointedAt || undefined}
      onPointerEnter={() => workbench.light(piece.lines)}
      onPointerLeave={() => workbench.light([])}
    >
      <Choose aria-pressed={chosen} aria-label={say`Choose ${piece.name}`} onClick={choose}>
        <Thumbnail lines={lines} piece={piece} colour={paper?.colour ?? null} />
        {chosen ? (
          <span>
            <Check size={12} aria-hidden />
          </span>
        ) : null}
      </Choose>
      <div>
        <NameField
          label={say`Name of the piece`}
          hideLabel
          quiet
          value={piece.name}
          onCommit={(name) =>
            change(say`Name a piece “${name}”`, (draft) => {
              draft.name = name
            })
          }
        />
        <Below>
          <span>{formatSize(size, unit)}</span>
          <NumberEntry
            label={say`Copies of ${piece.name}`}
            hideLabel
            suffix="×"
            value={piece.copies}
            min={0}
            max={500}
            whole
            onCommit={(copies) =>
              change(say`Make ${copies} of “${piece.name}”`, (draft) => {
                draft.copies = copies
              })
            }
          />
        </Below>
      </div>
      <Counts>
        {ROLES.filter((role) => counts[role]).map((role) => (
          <li key={role} aria-label={`${counts[role]} ${ROLE_NAMES[role]}`}>
            <RoleSample role={role} width={18} />
            {counts[role]}
          </li>
        ))}
        <li style={{ marginLeft: 'auto' }}>
          {spent ? (
            <Tag $tone="plain">{say`used up`}</Tag>
          ) : paper ? (
            <>
              <Swatch style={{ background: paper.colour }} /> {paper.name}
            </>
          ) : (
            <Tag $tone="brass">{say`no paper`}</Tag>
          )}
        </li>
        {own.length > 0 ? (
          <li title={own.map((f) => f.message).join('\n')}>
            <Tag
              $tone={own.some((f) => f.severity === 'error') ? 'alarm' : 'brass'}
              data-testid="piece-findings"
            >{say`${own.length} noticed`}</Tag>
          </li>
        ) : null}
      </Counts>
    </Card>
  )
})

export const Swatch = styled.span`
  display: inline-block;
  width: 14px;
  height: 14px;
  border-radius: 4px;
  box-shadow: inset 0 0 0 1px rgb(43 26 47 / 0.25);
`
