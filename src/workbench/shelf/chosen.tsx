'use client'
import { CopyPlus, Trash2 } from 'lucide-react'
import styled from 'styled-components'
import { deletePieces, duplicatePieces } from '@/core/binding/copy-pieces'
import { makeEdit } from '@/core/document/edits'
import { count, say } from '@/core/words'
import { IconButton, QuietButton } from '@/kit/button'
import { NumberEntry } from '@/kit/field'
import { MenuButton } from '@/kit/menu'
import { useProject, useWorkbench } from '../store/context'

const Bar = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 6px;
  margin: 9px 14px;
  padding: 8px 10px;
  border-radius: var(--radius);
  background: var(--plum-wash);
  > :first-child {
    flex: 1 0 100%;
    display: flex;
    align-items: center;
    justify-content: space-between;
    font-weight: 600;
    font-size: 13.5px;
  }
`

/** What can be done with the pieces that are chosen on the shelf, however many they are. */
export function Chosen() {
  const workbench = useWorkbench()
  const ids = useProject((s) => s.chosenPieces)
  const pieces = useProject((s) => s.project.pieces)
  const papers = useProject((s) => s.papers)
  const chosen = ids.flatMap((id) => pieces[id] ?? [])
  if (chosen.length === 0) return null
  const these = count(chosen.length, 'piece')
  const [first] = chosen
  const same = chosen.every((p) => p.copies === first!.copies) ? first!.copies : null
  const each = (label: string, set: (piece: { copies: number; paper: string | null }) => void) =>
    void workbench.edit((p) =>
      makeEdit(p, label, (draft) => {
        for (const id of ids) if (draft.pieces[id]) set(draft.pieces[id])
      }),
    )
  const choosePaper = (id: string) => {
    const paper = papers.find((p) => p.id === id)
    each(say`Cut ${these} from ${paper?.name ?? say`no paper`}`, (piece) => {
      piece.paper = paper?.id ?? null
    })
  }
  return (
    <Bar data-testid="chosen-on-shelf">
      <div>
        {say`${these} chosen`}
        <QuietButton onPress={() => workbench.choosePieces([])}>{say`None`}</QuietButton>
      </div>
      <MenuButton
        text={say`Paper`}
        label={say`Paper for ${these}`}
        entries={[...papers.map(({ id, name }) => ({ id, title: name })), { id: '', title: say`No paper` }]}
        onChoose={choosePaper}
      />
      <div style={{ width: 78 }}>
        <NumberEntry
          label={say`Copies of each of ${these}`}
          hideLabel
          suffix="×"
          value={same ?? 1}
          min={0}
          max={500}
          whole
          onCommit={(copies) =>
            each(say`Make ${copies} of each of ${these}`, (piece) => {
              piece.copies = copies
            })
          }
        />
      </div>
      <IconButton
        aria-label={say`Duplicate ${these}`}
        onPress={() => workbench.edit((p) => duplicatePieces(p, ids))}
      >
        <CopyPlus size={17} />
      </IconButton>
      <IconButton
        aria-label={say`Delete ${these}`}
        onPress={() => {
          workbench.choosePieces([])
          void workbench.edit((p) => deletePieces(p, ids))
        }}
      >
        <Trash2 size={17} />
      </IconButton>
    </Bar>
  )
}
