import { ROLES, type Role } from '@/core/document/lines'

/** The key of each role: its place in the row of role buttons. */
export const roleOfKey = (key: string): Role | null =>
  /^[1-6]$/.test(key) ? (ROLES[Number(key) - 1] ?? null) : null
