'use client'
import { useRouter } from 'next/navigation'
import styled from 'styled-components'
import type { Trouble } from '@/core/sheets/troubles'
import { say } from '@/core/words'
import { QuietButton } from '@/kit/button'
import { Tag } from '@/kit/surface'
import { useProject, useWorkbench } from '../store/context'
import { PaperChips } from './paper-chips'

const List = styled.ul`
  display: flex;
  flex-direction: column;
  gap: 8px;
  margin: 0 0 10px;
  font-size: 13.5px;
`
const WORDS: Readonly<Record<Trouble['kind'], string>> = {
  overlap: say`on one another`,
  near: say`too near`,
  outside: say`over the edge`,
  'on-marks': say`on the marks`,
  undecided: say`not decided`,
  'not-made': say`not made anew`,
  'ink-outside': say`past the edge`,
  unplaced: say`on no sheet`,
  'no-paper': say`no paper`,
  behind: say`out of date`,
  'other-paper': say`out of date`,
  size: say`out of date`,
  mat: say`another mat`,
}

type Props = {
  troubles: readonly Trouble[]
  /** lays a piece that is on no sheet on the one that is looked at */
  onLay?: (piece: string) => void
}

/** What is wrong with the sheets, each with a way to its place. */
export function TroubleList({ troubles, onLay }: Props) {
  const workbench = useWorkbench()
  const id = useProject((s) => s.id)
  const router = useRouter()
  if (troubles.length === 0) return null
  const go = ({ station, sheet, placements }: Trouble) => {
    if (sheet) workbench.lookAtSheet(sheet)
    workbench.choosePlacements(placements)
    router.push(`/projects/${id}/${station}`)
  }
  return (
    <List>
      {troubles.map((t) => (
        <li
          key={`${t.kind} ${t.sheet} ${t.message}`}
          data-testid={t.kind === 'unplaced' ? 'unplaced' : 'trouble'}
          data-kind={t.kind}
        >
          <Tag $tone={t.severity === 'error' || t.kind === 'unplaced' ? 'alarm' : 'brass'}>
            {WORDS[t.kind]}
          </Tag>{' '}
          {t.message}
          {t.piece && onLay ? (
            <>
              {' '}
              <QuietButton
                onPress={() => onLay(t.piece!)}
                aria-label={say`Lay it here: ${t.message}`}
                style={{ padding: '1px 8px', fontSize: 12.5 }}
              >{say`Lay it here`}</QuietButton>
            </>
          ) : null}
          {t.kind === 'no-paper' ? <PaperChips /> : null}
          {t.sheet ? (
            <>
              {' '}
              <QuietButton
                onPress={() => go(t)}
                aria-label={say`Show: ${t.message}`}
                style={{ padding: '1px 8px', fontSize: 12.5 }}
              >{say`Show`}</QuietButton>
            </>
          ) : null}
        </li>
      ))}
    </List>
  )
}
