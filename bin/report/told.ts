import { ROLES, type Role } from '../../src/core/document/lines'
import type { Reading } from '../../src/core/document/sources'

/** A file that is to be looked at. */
export type Asked = { path: string; name: string; reading: Reading }

/** What a report says of one file; lengths and sizes in mm. */
export type Row = {
  path: string
  /** whether all of it is sure, something is asked, or it could not be read */
  state: 'sure' | 'asks' | 'refused'
  /** why it was refused */
  says: string
  pieces: number
  /** of its largest piece */
  width: number
  height: number
  lines: number
  /** how long the lines of each role are */
  lengths: Record<Role, number>
  decisions: number
  /** what does not fold as it is drawn */
  unfolding: string[]
  /** errors and warnings beside that */
  findings: string[]
}

export const NONE = Object.fromEntries(ROLES.map((r) => [r, 0])) as Record<Role, number>

/** A row for a file that cannot be read. */
export const refused = (path: string, says: string): Row => ({
  path,
  state: 'refused',
  says,
  pieces: 0,
  width: 0,
  height: 0,
  lines: 0,
  lengths: { ...NONE },
  decisions: 0,
  unfolding: [],
  findings: [],
})
