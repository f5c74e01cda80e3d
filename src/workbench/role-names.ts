import { ROLES, type Role } from '@/core/document/lines'

/** What the roles are called on the screen. */
export const ROLE_NAMES: Record<Role, string> = {
  cut: 'Cut',
  score: 'Score',
  perforate: 'Perforate',
  pen: 'Pen',
  print: 'Print',
  skip: 'Skip',
}

/** The key of each role: its place in the row of role buttons. */
export const roleOfKey = (key: string): Role | null =>
  /^[1-6]$/.test(key) ? (ROLES[Number(key) - 1] ?? null) : null
