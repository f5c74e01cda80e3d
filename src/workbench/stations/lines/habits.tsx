'use client'
import { X } from 'lucide-react'
import { makeEdit } from '@/core/document/edits'
import { ROLES, type Role } from '@/core/document/schema'
import { IconButton } from '@/kit/button'
import { Muted, Row, Section } from '@/kit/surface'
import { LookSample } from '../../drawing/line-sample'
import { ROLE_NAMES } from '../../role-names'
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
        role ? 'Change what is remembered of a look' : 'Forget what was decided of a look',
        (draft) => {
          if (role) draft.habits[key]!.role = role
          else delete draft.habits[key]
        },
      ),
    )
  return (
    <Section data-testid="habits">
      <h2>Remembered for further files</h2>
      <ul>
        {entries.map(([key, { look, role }]) => (
          <li key={key}>
            <Row style={{ flexWrap: 'nowrap', marginTop: 6 }}>
              <LookSample look={look} />
              <Muted as="span" style={{ flex: 1 }}>
                {lookWords(look)}
              </Muted>
              <select
                aria-label={`Remembered role of ${lookWords(look)}`}
                value={role}
                onChange={(e) => change(key, e.target.value as Role)}
                style={{
                  border: '1px solid var(--hairline)',
                  borderRadius: 7,
                  padding: '4px 6px',
                  background: 'var(--paper)',
                }}
              >
                {ROLES.map((r) => (
                  <option key={r} value={r}>
                    {ROLE_NAMES[r]}
                  </option>
                ))}
              </select>
              <IconButton aria-label={`Forget ${lookWords(look)}`} onPress={() => change(key, null)}>
                <X size={15} />
              </IconButton>
            </Row>
          </li>
        ))}
      </ul>
    </Section>
  )
}
