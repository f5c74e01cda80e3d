'use client'
import { type KeyboardEvent, memo } from 'react'
import styled from 'styled-components'
import type { Strand } from '@/core/document/families'
import { ROLE_NAMES, roleWord } from '@/core/document/role-names'
import { filesOf } from '@/core/document/sources'
import { aboutWords } from '@/core/units/length'
import { count, counted, say } from '@/core/words'
import { Button, QuietButton } from '@/kit/button'
import { Muted, Row, Section, Tag } from '@/kit/surface'
import type { MeasuredFamily } from '@/tasks/computer'
import { LookSample, RoleSample } from '../../board/line-sample'
import { roleOfKey } from '../../role-keys'
import { useProject, useTold, useWorkbench } from '../../store/context'
import { OutcomePictures } from './outcome-pictures'
import { RoleButtons } from './role-buttons'
import { confirmRoles, giveRole } from './role-edits'
import { useFamilyWords } from './use-family-words'

const Leaf = styled.li<{ $open: boolean }>`
  padding: 12px 14px;
  border-radius: var(--radius);
  background: ${(p) => (p.$open ? 'var(--brass-wash)' : 'transparent')};
  &:hover {
    background: ${(p) => (p.$open ? 'var(--brass-wash)' : 'var(--paper)')};
  }
  &[data-pointed-at] {
    box-shadow: inset 4px 0 0 var(--plum);
  }
  & + & {
    margin-top: 4px;
  }
`
const Head = styled.div`
  display: flex;
  align-items: center;
  gap: 10px;
  margin-bottom: 7px;
  > div {
    min-width: 0;
    font-size: 13.5px;
    color: var(--ink-soft);
  }
  em {
    font-style: normal;
    font-weight: 600;
    color: var(--plum);
  }
  b {
    display: block;
    color: var(--ink);
    font-weight: 600;
    &::first-letter {
      text-transform: uppercase;
    }
  }
`
const Why = styled.p`
  font-size: 13.5px;
  margin: 0 0 8px;
`

/** The families of lines, what waits for a decision first. */
export function Ledger() {
  const families = useProject((s) => s.families)
  const words = useFamilyWords()
  const workbench = useWorkbench()
  const open = families.reduce((n, f) => n + f.toDecide, 0)
  return (
    <Section>
      <Row style={{ justifyContent: 'space-between', marginBottom: 8 }}>
        <h2>{say`Lines by look`}</h2>
        {open > 0 ? (
          <Row style={{ flexWrap: 'nowrap' }}>
            <Tag $tone="brass" data-testid="to-decide">{say`${open} to decide`}</Tag>
            <QuietButton onPress={() => workbench.review(true)}>{say`One by one`}</QuietButton>
          </Row>
        ) : (
          <Tag $tone="teal" data-testid="to-decide">{say`all decided`}</Tag>
        )}
      </Row>
      <ul>
        {families.map((family) => (
          <FamilyLeaf key={family.key} family={family} words={words.get(family.key) ?? ''} />
        ))}
      </ul>
    </Section>
  )
}

type LeafProps = { family: MeasuredFamily; words: string }

const FamilyLeaf = memo(function FamilyLeaf({ family, words }: LeafProps) {
  const workbench = useWorkbench()
  const unit = useProject((s) => s.project.unit)
  const pointedAt = useProject(
    (s) => s.lit.length === 1 && family.looks.includes(s.project.lines[s.lit[0]!]?.look ?? ''),
  )
  const sources = useProject((s) => s.project.sources)
  const files = filesOf(sources)
  const from = files.length > 1 ? files.filter((f) => family.sources.includes(f.id)) : []
  const [only] = family.strands
  const onKeyDown = (event: KeyboardEvent) => {
    const role = roleOfKey(event.key)
    if (!role || event.target instanceof HTMLInputElement) return
    event.preventDefault()
    event.stopPropagation()
    giveRole(workbench, family.lines, role, words)
  }
  return (
    <Leaf
      $open={family.toDecide > 0}
      data-testid="family"
      data-pointed-at={pointedAt || undefined}
      tabIndex={0}
      aria-label={say`${words}: ${family.lines.length} lines, ${family.strands.map((s) => ROLE_NAMES[s.role]).join(', ')}${family.toDecide > 0 ? say`, to decide` : ''}`}
      onKeyDown={onKeyDown}
      onPointerEnter={() => workbench.light(family.lines)}
      onPointerLeave={() => workbench.light([])}
      onFocus={() => workbench.light(family.lines)}
      onBlur={() => workbench.light([])}
    >
      <Head>
        <LookSample look={family.look} />
        <div>
          <b>{words}</b>
          {family.strands.length === 1 ? <em>{ROLE_NAMES[only!.role]}. </em> : null}
          {count(family.lines.length, 'line')}, {aboutWords(family.length, unit)}
          {from.length > 0 ? (
            <span
              title={from.map((f) => f.name).join('\n')}
              data-testid="family-files"
            >{say`, in ${from[0]!.name}${from.length > 1 ? say` and ${counted(from.length - 1, 'more file')}` : ''}`}</span>
          ) : null}
        </div>
      </Head>
      {family.strands.map((strand) => (
        <StrandNote
          key={`${strand.role} ${strand.sure}`}
          strand={strand}
          words={words}
          alone={family.strands.length === 1}
        />
      ))}
      <RoleButtons
        current={family.strands.length === 1 ? only!.role : null}
        label={say`Role of ${words}`}
        compact={family.toDecide === 0}
        onChoose={(role) => giveRole(workbench, family.lines, role, words)}
      />
    </Leaf>
  )
})

/** What is suggested for the lines of a family that agree, and why. */
function StrandNote({ strand, words, alone }: { strand: Strand; words: string; alone: boolean }) {
  const workbench = useWorkbench()
  const told = useTold()
  return (
    <>
      <Why onPointerEnter={() => workbench.light(strand.lines)}>
        {alone ? null : (
          <>
            <RoleSample role={strand.role} width={20} /> {strand.lines.length} {ROLE_NAMES[strand.role]}:{' '}
          </>
        )}
        {strand.sure ? <Muted as="span">{told(strand.why)}</Muted> : told(strand.why)}
      </Why>
      <OutcomePictures strand={strand} words={words} />
      {strand.sure ? null : (
        <Row style={{ marginBottom: 8 }}>
          <Button
            onPress={() => confirmRoles(workbench, strand.lines, words)}
          >{say`Yes, ${roleWord(strand.role)}`}</Button>
          {alone ? null : <Muted as="span">{say`or another role for all:`}</Muted>}
        </Row>
      )}
    </>
  )
}
