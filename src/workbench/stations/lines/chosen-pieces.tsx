'use client'
import { joinPieces, partingLines } from '@/core/binding/join-pieces'
import { cutOutOfBeneath, pieceBeneath } from '@/core/binding/planes'
import { say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { Muted, Row, Section } from '@/kit/surface'
import { useProject, useWorkbench } from '../../store/context'

/** What can be done with chosen pieces: those that share an edge become one, a layer is cut out of what it lies on. */
export function ChosenPieces() {
  const workbench = useWorkbench()
  const chosen = useProject((s) => s.chosenPieces)
  const project = useProject((s) => s.project)
  const [only] = chosen
  const beneath = chosen.length === 1 ? pieceBeneath(project, only!) : null
  if (beneath)
    return (
      <Section data-testid="chosen-pieces">
        <h2>{project.pieces[only!]?.name}</h2>
        <Muted style={{ marginBottom: 8 }}>{say`It is a layer that lies on “${beneath.name}”.`}</Muted>
        <QuietButton
          onPress={() => void workbench.edit((p) => cutOutOfBeneath(p, only!))}
        >{say`Cut it out of “${beneath.name}”`}</QuietButton>
      </Section>
    )
  if (chosen.length < 2) return null
  const between = partingLines(project, chosen)
  const join = (role: 'score' | 'skip') => void workbench.edit((p) => joinPieces(p, chosen, role))
  return (
    <Section data-testid="chosen-pieces">
      <h2>{say`${chosen.length} pieces`}</h2>
      {between.length === 0 ? (
        <Muted>{say`They share no edge, so they stay pieces of their own.`}</Muted>
      ) : (
        <Row onPointerEnter={() => workbench.light(between)} onPointerLeave={() => workbench.light([])}>
          <QuietButton onPress={() => join('score')}>{say`Join with a fold`}</QuietButton>
          <QuietButton onPress={() => join('skip')}>{say`Join without`}</QuietButton>
        </Row>
      )}
    </Section>
  )
}
