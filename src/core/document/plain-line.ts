import type { Line, Look, Role } from './lines'

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

/** A look about which nothing else is said: a thin black line. */
export const plainLook = (more: Partial<Look> = {}): Look => ({
  stroke: '#000000',
  fill: null,
  dash: [],
  width: 0.3,
  layers: [],
  ...more,
})
