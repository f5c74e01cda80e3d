'use client'
import { Copy, Pencil } from 'lucide-react'
import { useState } from 'react'
import styled from 'styled-components'
import { alsoOfPaper } from '@/core/binding/copy-pieces'
import { makeEdit } from '@/core/document/edits'
import type { Paper as PaperKind } from '@/core/document/paper'
import { piecesByFill } from '@/core/pieces/fills'
import { piecesWithoutPaper, takePaper } from '@/core/pieces/take-paper'
import { formatSize } from '@/core/units/length'
import { count, counted, say } from '@/core/words'
import { IconButton, QuietButton } from '@/kit/button'
import { MenuButton } from '@/kit/menu'
import { Leaf, Muted, Row, Section } from '@/kit/surface'
import { Swatch } from '../../shelf/shelf'
import { api } from '../../store/api'
import { useDerived, useProject, useWorkbench } from '../../store/context'
import { ArtPanel } from './art-panel'
import { PaperDialog, SIZES } from './paper-dialog'
import { papersOfFills } from './papers-of-fills'

const PaperLeaf = styled(Leaf)`
  display: grid;
  grid-template-columns: auto 1fr auto;
  gap: 4px 12px;
  align-items: center;
  h3 {
    font-size: 15px;
  }
  > :last-child:not(:first-child) {
    grid-column: 1 / -1;
  }
`

/** The library of papers, and which piece is made of which. */
export function Paper() {
  const workbench = useWorkbench()
  const papers = useProject((s) => s.papers)
  const pieces = useProject((s) => s.project.pieces)
  const chosen = useProject((s) => s.chosenPieces).filter((id) => pieces[id])
  const unit = useProject((s) => s.project.unit)
  const [edited, setEdited] = useState<PaperKind | { size: string } | null>(null)
  const all = Object.values(pieces)
  const without = useDerived(piecesWithoutPaper)
  // What has its paper already is changed only where it was chosen.
  const target = chosen.length > 0 ? chosen : without
  const fills = useDerived(piecesByFill)
  const what =
    chosen.length > 0
      ? count(chosen.length, 'chosen piece')
      : say`${counted(without.length, 'piece')} without paper`
  const assign = (paper: PaperKind) => {
    void workbench.edit((project) => takePaper(project, target, paper))
    workbench.choosePieces([])
  }
  const tell = (work: Promise<unknown>) =>
    void work.catch((error: Error) => workbench.notify({ message: error.message, tone: 'alarm' }))
  /** A paper like another, to be changed: opened at once. */
  const copy = async ({ id: _, leftovers: __, ...fields }: PaperKind) => {
    const { paper } = await api.addPaper({ ...fields, name: say`${fields.name.slice(0, 74)}, copy` })
    workbench.setPapers((await api.papers()).papers)
    setEdited(paper)
  }
  /** All pieces of one paper become pieces of another: two colours, one paper. */
  const merge = (from: PaperKind, to: string) => {
    const name = papers.find((p) => p.id === to)?.name
    if (name)
      void workbench.edit((project) =>
        makeEdit(project, say`Make all of “${from.name}” of “${name}”`, (draft) => {
          for (const piece of Object.values(draft.pieces)) if (piece.paper === from.id) piece.paper = to
        }),
      )
  }
  return (
    <>
      <ArtPanel />
      <Section>
        <Row style={{ justifyContent: 'space-between', marginBottom: 6 }}>
          <h2>{say`Papers`}</h2>
          <MenuButton
            text={say`New paper`}
            entries={[...SIZES, { value: 'own', title: say`Its own size` }].map((s) => ({
              id: s.value,
              title: s.title,
            }))}
            onChoose={(size) => setEdited({ size })}
          />
        </Row>
        <Muted style={{ marginBottom: 10 }}>
          {say`Choose pieces on the shelf, then the paper they are made of.`}{' '}
          {target.length > 0 ? (
            <>
              {say`Now: `}
              <b>{what}</b>.
            </>
          ) : null}
        </Muted>
        {fills.size > 1 && papers[0] ? (
          <Row style={{ marginBottom: 12 }} data-testid="fills">
            <Row style={{ gap: 3 }}>
              {[...fills.keys()].slice(0, 12).map((fill) => (
                <Swatch key={fill} style={{ background: fill }} />
              ))}
            </Row>
            <QuietButton
              onPress={() => tell(papersOfFills(workbench, papers[0]!))}
            >{say`A paper for each of the ${fills.size} colours`}</QuietButton>
          </Row>
        ) : null}
        <ul>
          {papers.map((paper) => {
            const ofIt = all.filter((p) => p.paper === paper.id).map((p) => p.id)
            const used = ofIt.length
            return (
              <PaperLeaf as="li" key={paper.id} data-testid="paper">
                <Swatch
                  style={{
                    width: 34,
                    height: 44,
                    background: `linear-gradient(135deg, ${paper.colour} 72%, ${paper.backColour} 72%)`,
                  }}
                />
                <div>
                  <h3>{paper.name}</h3>
                  <Muted>{say`${formatSize(paper, unit)}, ${paper.weight} g/m², ${paper.caliper} mm`}</Muted>
                </div>
                <Row style={{ gap: 0, flexWrap: 'nowrap' }}>
                  <IconButton aria-label={say`Copy ${paper.name}`} onPress={() => tell(copy(paper))}>
                    <Copy size={16} />
                  </IconButton>
                  <IconButton aria-label={say`Edit ${paper.name}`} onPress={() => setEdited(paper)}>
                    <Pencil size={16} />
                  </IconButton>
                </Row>
                <Row>
                  {target.length > 0 ? (
                    <QuietButton onPress={() => assign(paper)}>{say`Use for ${what}`}</QuietButton>
                  ) : null}
                  {chosen.length > 0 && chosen.every((id) => pieces[id]?.paper) ? (
                    <QuietButton
                      aria-label={say`Copy in this paper: ${what}, of ${paper.name}`}
                      onPress={() => void workbench.edit((project) => alsoOfPaper(project, chosen, paper))}
                    >{say`Copy in this paper`}</QuietButton>
                  ) : null}
                  {used > 0 ? (
                    <QuietButton
                      aria-label={say`${counted(used, 'piece')} now of ${paper.name}, choose them`}
                      onPress={() => workbench.choosePieces(ofIt)}
                    >{say`${counted(used, 'piece')} now`}</QuietButton>
                  ) : null}
                  {used > 0 ? (
                    <MenuButton
                      text={say`All to…`}
                      label={say`Move all of ${paper.name} to another paper`}
                      entries={papers
                        .filter((p) => p.id !== paper.id)
                        .map((p) => ({ id: p.id, title: p.name }))}
                      onChoose={(to) => merge(paper, to)}
                    />
                  ) : null}
                </Row>
              </PaperLeaf>
            )
          })}
        </ul>
        {edited ? (
          <PaperDialog
            paper={'id' in edited ? edited : null}
            size={'size' in edited ? edited.size : null}
            onClose={() => setEdited(null)}
            {...(target.length > 0 ? { use: { text: say`Save and use for ${what}`, run: assign } } : {})}
          />
        ) : null}
      </Section>
    </>
  )
}
