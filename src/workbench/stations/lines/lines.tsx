'use client'
import { useEffect } from 'react'
import { filesOf, questionsOf } from '@/core/document/sources'
import { say } from '@/core/words'
import { Muted, Section } from '@/kit/surface'
import { roleOfKey } from '../../role-keys'
import { useProject, useWorkbench } from '../../store/context'
import { fetched } from '../fetched'
import { SizeQuestion, StackQuestion } from '../questions'
import { Findings } from './findings'
import { Ledger } from './ledger'
import { giveRole } from './role-edits'

const Chosen = fetched(() => import('./chosen').then((m) => m.Chosen))
const Habits = fetched(() => import('./habits').then((m) => m.Habits))
const Review = fetched(() => import('./review').then((m) => m.Review))

/** What each line is for: the questions one by one or the ledger of families, the chosen lines, what was noticed. */
export function Lines() {
  const reviewing = useProject((s) => s.reviewing)
  const areLinesChosen = useProject((s) => s.selection.some((id) => s.project.lines[id]))
  const arePiecesChosen = useProject((s) => s.chosenPieces.length > 0)
  const hasHabits = useProject((s) => Object.keys(s.project.habits).length > 0)
  useRoleKeys()
  if (reviewing) return <Review />
  return (
    <>
      <Questions />
      {areLinesChosen ? null : (
        <Section>
          <Muted>{say`Click lines in the drawing, or draw a box round them. Shift adds. The keys 1 to 6 give the role.`}</Muted>
        </Section>
      )}
      {areLinesChosen || arePiecesChosen ? <Chosen /> : null}
      <Ledger />
      <Findings />
      {hasHabits ? <Habits /> : null}
    </>
  )
}

/** The keys 1 to 6 give the chosen lines their role. */
function useRoleKeys() {
  const workbench = useWorkbench()
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing =
        event.target instanceof HTMLElement &&
        event.target.closest('input, select, textarea, [role="dialog"]')
      const role = roleOfKey(event.key)
      const { selection, reviewing } = workbench.store.getState()
      if (!role || typing || reviewing || selection.length === 0) return
      if (event.ctrlKey || event.metaKey || event.altKey) return
      event.preventDefault()
      giveRole(workbench, selection, role)
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [workbench])
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
