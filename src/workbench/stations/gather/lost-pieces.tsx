'use client'
import styled from 'styled-components'
import { identify, type Unmatched } from '@/core/binding/identify'
import type { Piece } from '@/core/document/pieces'
import type { Project } from '@/core/document/project'
import { say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { Muted, Row, Section } from '@/kit/surface'
import { Thumbnail } from '../../shelf/thumbnail'
import { useProject, useWorkbench } from '../../store/context'

/** What a replaced file left unmatched, with the lines that the pieces had which are gone. */
export type Lost = Unmatched & { before: Project['lines'] }

const Leaf = styled(Section)`
  background: var(--brass-wash);
  border-radius: var(--radius);
  padding: 12px;
`
const Sides = styled.div`
  display: flex;
  align-items: center;
  gap: 10px;
  margin: 8px 0;
`
const Choice = styled(QuietButton)`
  flex-direction: column;
  height: auto;
  padding: 6px;
`

/** Pieces that a replaced file has no more as they were, each beside those that are new: a person says which is which. */
export function LostPieces({ lost, onDone }: { lost: Lost; onDone: (lost: Lost | null) => void }) {
  const workbench = useWorkbench()
  const { pieces, lines, sources } = useProject((s) => s.project)
  const fresh = lost.fresh.filter((p) => pieces[p.id])
  const without = (piece: Piece) => {
    const gone = lost.gone.filter((p) => p !== piece)
    onDone(gone.length > 0 ? { ...lost, gone } : null)
  }
  const takenBy = ({ id }: Piece) =>
    Object.values(sources).flatMap((s) =>
      s.kind === 'making' && s.takes.some((t) => t.piece === id) ? [s.name] : [],
    )
  return (
    <Leaf data-testid="lost-pieces" aria-label={say`Pieces that are no longer as they were`}>
      <h2>{say`Which piece is which?`}</h2>
      <Muted>{say`The newer file has these no more as they were. Say what each of them is now: it keeps its name, paper and copies, and what is made of it.`}</Muted>
      {lost.gone.map((piece) => (
        <div key={piece.id}>
          <Sides>
            <Thumbnail lines={lost.before} piece={piece} colour={null} size={64} />
            <div>
              <b>{piece.name}</b>
              {takenBy(piece).length > 0 ? <Muted>{say`taken by ${takenBy(piece).join(', ')}`}</Muted> : null}
            </div>
          </Sides>
          <Row>
            {fresh.map((p) => (
              <Choice
                key={p.id}
                aria-label={say`“${piece.name}” is “${p.name}” now`}
                onPress={() => {
                  void workbench.edit((project) => identify(project, piece, p.id))
                  without(piece)
                }}
              >
                <Thumbnail lines={lines} piece={p} colour={null} size={56} />
                {p.name}
              </Choice>
            ))}
            <QuietButton
              aria-label={say`“${piece.name}” is gone`}
              onPress={() => without(piece)}
            >{say`It is gone`}</QuietButton>
          </Row>
        </div>
      ))}
    </Leaf>
  )
}
