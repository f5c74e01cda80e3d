import { ArrowLeft, ArrowRight } from 'lucide-react'
import { useEffect, useState } from 'react'
import styled from 'styled-components'
import type { Strand } from '@/core/document/families'
import type { Role } from '@/core/document/lines'
import { ROLE_NAMES, roleWord } from '@/core/document/role-names'
import { uniteBoxes } from '@/core/geometry/measure'
import { shapeOf } from '@/core/geometry/shape'
import { linesOf } from '@/core/pieces/lines'
import { count, say } from '@/core/words'
import { Button, IconButton, QuietButton } from '@/kit/button'
import { Muted, Row, Section, Tag } from '@/kit/surface'
import type { MeasuredFamily } from '@/tasks/computer'
import { LookSample } from '../../board/line-sample'
import { roleOfKey } from '../../role-keys'
import { useProject, useTold, useWorkbench } from '../../store/context'
import { RoleButtons } from './role-buttons'
import { confirmRoles, giveRole } from './role-edits'
import { useFamilyWords } from './use-family-words'

const Sentence = styled.p`
  font-size: 15.5px;
  line-height: 1.5;
  margin: 12px 0 14px;
`

type Question = { family: MeasuredFamily; strand: Strand }

/** What waits for a decision, one question a strand. */
const questionsOf = (families: readonly MeasuredFamily[]): Question[] =>
  families.flatMap((family) => family.strands.filter((s) => !s.sure).map((strand) => ({ family, strand })))

/** The questions one at a time: the place shown large, the reason, one key a role, and on to the next. */
export function Review() {
  const workbench = useWorkbench()
  const told = useTold()
  const families = useProject((s) => s.families)
  const words = useFamilyWords()
  const wordsOf = ({ key }: MeasuredFamily) => words.get(key) ?? ''
  const [at, setAt] = useState(0)
  const questions = questionsOf(families)
  const question = questions[Math.min(at, questions.length - 1)]
  const first = question?.strand.lines[0]

  // A new question shows its place. Which one it is shows in its first line.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only the question counts
  useEffect(() => {
    if (!question) return
    const { project } = workbench.store.getState()
    workbench.light(question.strand.lines)
    workbench.lookAt(uniteBoxes(linesOf(project, question.strand.lines).map((l) => shapeOf(l.d).box)))
    return () => workbench.light([])
  }, [first, workbench])

  const decide = (role: Role) => {
    if (!question) return
    const words = wordsOf(question.family)
    if (role === question.strand.role) confirmRoles(workbench, question.strand.lines, words)
    else giveRole(workbench, question.strand.lines, role, words)
  }
  const step = (by: number) => setAt((n) => (n + by + questions.length) % Math.max(1, questions.length))

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (
        event.target instanceof HTMLElement &&
        event.target.closest('input, select, textarea, [role="dialog"]')
      )
        return
      if (event.ctrlKey || event.metaKey || event.altKey) return
      const role = roleOfKey(event.key)
      if (role) decide(role)
      else if (
        event.key === 'Enter' &&
        question &&
        !(event.target instanceof HTMLElement && event.target.closest('button, a'))
      )
        decide(question.strand.role)
      else if (event.key === 'n') step(1)
      else if (event.key === 'p') step(-1)
      else return
      event.preventDefault()
      event.stopPropagation()
    }
    // Before the keys of the chosen lines, which would take the same digits.
    window.addEventListener('keydown', onKey, true)
    return () => window.removeEventListener('keydown', onKey, true)
  })

  if (!question)
    return (
      <Section data-testid="review">
        <Tag $tone="teal">{say`all decided`}</Tag>
        <Sentence>{say`Every line has its role. Nothing is left to be asked.`}</Sentence>
        <Button onPress={() => workbench.review(false)}>{say`Back to the ledger`}</Button>
      </Section>
    )
  const { family, strand } = question
  return (
    <Section data-testid="review">
      <Row style={{ justifyContent: 'space-between', flexWrap: 'nowrap' }}>
        <Tag $tone="brass">{say`${questions.indexOf(question) + 1} of ${questions.length} to decide`}</Tag>
        <Row style={{ gap: 0 }}>
          <IconButton aria-label={say`Question before (p)`} onPress={() => step(-1)}>
            <ArrowLeft size={16} />
          </IconButton>
          <IconButton aria-label={say`Next question (n)`} onPress={() => step(1)}>
            <ArrowRight size={16} />
          </IconButton>
        </Row>
      </Row>
      <Row style={{ marginTop: 14, flexWrap: 'nowrap' }}>
        <LookSample look={family.look} />
        <h2 style={{ fontSize: 17 }}>
          {count(strand.lines.length, 'line')}: {wordsOf(family)}
        </h2>
      </Row>
      <Sentence aria-live="polite">
        <b>{ROLE_NAMES[strand.role]}?</b> {told(strand.why)}
      </Sentence>
      <Row style={{ marginBottom: 12 }}>
        <Button onPress={() => decide(strand.role)}>{say`Yes, ${roleWord(strand.role)}`}</Button>
        <Muted as="span">{say`Enter`}</Muted>
      </Row>
      <RoleButtons label={say`Role of these lines`} current={strand.role} onChoose={decide} />
      <Row style={{ marginTop: 18 }}>
        <QuietButton onPress={() => workbench.review(false)}>{say`Back to the ledger`}</QuietButton>
      </Row>
    </Section>
  )
}
