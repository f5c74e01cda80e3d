import { say } from '../words'
import type { Rule } from './rule'

export const noPiece: Rule = (project) =>
  Object.keys(project.lines).length === 0 || Object.keys(project.pieces).length > 0
    ? []
    : [
        {
          rule: 'no-piece',
          severity: 'error',
          message: say`No cut line closes an outline, so there is no piece yet. Choose the outline and make it cut.`,
          lines: [],
          pieces: [],
        },
      ]
