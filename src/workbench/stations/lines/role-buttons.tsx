'use client'
import styled from 'styled-components'
import { ROLES, type Role } from '@/core/document/lines'
import { ROLE_NAMES } from '@/core/document/role-names'
import { RoleSample } from '../../board/line-sample'

const Group = styled.fieldset`
  border: 0;
  margin: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
`
const Choice = styled.button`
  flex: 1 0 30%;
  display: flex;
  align-items: center;
  gap: 6px;
  border: 0;
  border-radius: 7px;
  padding: 5px 7px;
  background: var(--paper-sunk);
  font-size: 13px;
  cursor: pointer;
  &:hover {
    background: var(--hairline);
  }
  &[aria-pressed='true'] {
    box-shadow: inset 0 0 0 2px var(--plum);
    background: var(--paper);
    font-weight: 600;
  }
  kbd {
    margin-left: auto;
    font: 500 11px var(--text);
    color: var(--ink-soft);
  }
`

const Row = styled(Group)`
  button {
    flex: 1 1 0;
    justify-content: center;
    gap: 3px;
    padding: 5px 2px;
  }
  kbd {
    margin: 0;
  }
`

type Props = {
  current: Role | null
  label: string
  /** one row of styles and keys, for what is decided already */
  compact?: boolean
  onChoose: (role: Role) => void
}

/** The six roles with their style and key. */
export function RoleButtons({ current, label, compact = false, onChoose }: Props) {
  const Box = compact ? Row : Group
  return (
    <Box aria-label={label}>
      {ROLES.map((role, i) => (
        <Choice
          key={role}
          type="button"
          aria-label={ROLE_NAMES[role]}
          title={ROLE_NAMES[role]}
          aria-pressed={current === role}
          onClick={() => onChoose(role)}
        >
          <RoleSample role={role} width={compact ? 18 : 22} />
          {compact ? null : ROLE_NAMES[role]}
          <kbd aria-hidden>{i + 1}</kbd>
        </Choice>
      ))}
    </Box>
  )
}
