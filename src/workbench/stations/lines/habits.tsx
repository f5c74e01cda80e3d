'use client'
import { X } from 'lucide-react'
import { makeEdit } from '@/core/document/edits'
import { ROLES, type Role } from '@/core/document/lines'
import { ROLE_NAMES } from '@/core/document/role-names'
import { say } from '@/core/words'
import { IconButton } from '@/kit/button'
import { Select } from '@/kit/select'
import { Muted, Row, Section } from '@/kit/surface'
import { LookSample } from '../../board/line-sample'
import { useProject, useWorkbench } from '../../store/context'
import { lookWords } from './look-words'

/** Looks whose role was decided by hand: the next file of the project gets the same suggestion. */
export function Habits() {
  const workbench = useWorkbench()
  const habits = useProject((s) => s.project.habits)
  const entries = Object.entries(habits)
  if (entries.length === 0) return null
  const change = (key: string, role: Role | null) =>
    void workbench.edit((project) =>
      makeEdit(
        project,
        role ? say`Change what is remembered of a look` : say`Forget what was decided of a look`,
        (draft) => {
          if (role) draft.habits[key]!.role = role
          else delete draft.habits[key]
        },
      ),
    )
  return (
    <Section data-testid="habits">
      <h2>{say`Remembered for further files`}</h2>
      <ul>
        {entries.map(([key, { look, role }]) => (
          <li key={key}>
            <Row style={{ flexWrap: 'nowrap', marginTop: 6 }}>
              <LookSample look={look} />
              <Muted as="span" style={{ flex: 1 }}>
                {lookWords(look)}
              </Muted>
              <Select
                label={say`Remembered role of ${lookWords(look)}`}
                hideLabel
                value={role}
                choices={ROLES.map((r) => ({ value: r, title: ROLE_NAMES[r] }))}
                onChange={(r) => change(key, r)}
              />
              <IconButton aria-label={say`Forget ${lookWords(look)}`} onPress={() => change(key, null)}>
                <X size={15} />
              </IconButton>
            </Row>
          </li>
        ))}
      </ul>
    </Section>
  )
}
