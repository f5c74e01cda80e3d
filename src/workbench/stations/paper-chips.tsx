'use client'
import { piecesWithoutPaper, takePaper } from '@/core/pieces/take-paper'
import { say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { MenuButton } from '@/kit/menu'
import { Row } from '@/kit/surface'
import { Swatch } from '../shelf/shelf'
import { useProject, useWorkbench } from '../store/context'

/** So many papers stand open; further ones are in a menu. */
const OPEN = 5

/** The papers at hand, each taken by one press for all pieces that have none; they are laid out on it at once. */
export function PaperChips() {
  const workbench = useWorkbench()
  const papers = useProject((s) => s.papers)
  const take = (id: string) => {
    const paper = papers.find((p) => p.id === id)
    if (paper) void workbench.editAndLay((project) => takePaper(project, piecesWithoutPaper(project), paper))
  }
  return (
    <Row style={{ gap: 5, marginTop: 6 }}>
      {papers.slice(0, OPEN).map(({ id, name, colour }) => (
        <QuietButton
          key={id}
          aria-label={say`Take ${name}`}
          onPress={() => take(id)}
          style={{ padding: '2px 9px', fontSize: 12.5 }}
        >
          <Swatch style={{ background: colour }} /> {name}
        </QuietButton>
      ))}
      {papers.length > OPEN ? (
        <MenuButton
          text={say`Another`}
          label={say`Take another paper`}
          entries={papers.slice(OPEN).map(({ id, name }) => ({ id, title: name }))}
          onChoose={take}
        />
      ) : null}
    </Row>
  )
}
