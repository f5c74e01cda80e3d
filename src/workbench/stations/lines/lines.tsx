'use client'
import { filesOf, questionsOf } from '@/core/document/sources'
import { Muted, Section } from '@/kit/surface'
import { useProject } from '../../store/context'
import { SizeQuestion, StackQuestion } from '../questions'
import { ChosenLines } from './chosen-lines'
import { ChosenPieces } from './chosen-pieces'
import { Findings } from './findings'
import { Habits } from './habits'
import { Ledger } from './ledger'
import { Review } from './review'

/** What each line is for: the questions one by one or the ledger of families, the chosen lines, what was noticed. */
export function Lines() {
  const reviewing = useProject((s) => s.reviewing)
  if (reviewing) return <Review />
  return (
    <>
      <Questions />
      <ChosenLines />
      <ChosenPieces />
      <Ledger />
      <Findings />
      <Habits />
    </>
  )
}

/** What a file leaves open is asked where it lands: everything after it depends on the answer. */
function Questions() {
  const sources = useProject((s) => s.project.sources)
  return filesOf(sources)
    .filter((source) => questionsOf(source) > 0)
    .map((source) => (
      <Section key={source.id} data-testid="question">
        <h2>{source.name}</h2>
        {source.scale.sure ? null : (
          <>
            <Muted>{source.scale.why}</Muted>
            <SizeQuestion source={source} />
          </>
        )}
        {source.stacked?.sure === false ? <StackQuestion source={source} /> : null}
      </Section>
    ))
}
