import type { Line, Role } from './lines'

/** A line about which nothing else is said: for tests and for measuring. */
export const plainLine = (id: string, role: Role, d: string, more: Partial<Line> = {}): Line => ({
  id,
  source: 's',
  plane: 's',
  look: 'k',
  d,
  label: null,
  role,
  sure: true,
  why: '',
  fold: null,
  held: null,
  ...more,
})
