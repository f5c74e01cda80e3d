import { counted, say } from '../../words'
import type { NoticeKinds } from '../notices'

/** What can be noticed in a DXF file. */
export const DXF_NOTICES: NoticeKinds = {
  text: {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'text')} left out (first at ${at}): text is not lines. Explode it to outlines if it is to be cut or drawn.`,
  },
  dimension: {
    severity: 'note',
    say: (n, at) =>
      say`${counted(n, 'dimension')} left out (first at ${at}): it measures the drawing and is no line of it.`,
  },
  surface: {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'filled area or surface')} left out (first at ${at}): only lines are taken in.`,
  },
  image: {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'picture')} left out (first at ${at}): a picture has no lines to follow.`,
  },
  unknown: {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'entity', 'entities')} of an unknown kind left out (first: ${at}). Explode it to lines and arcs, and export again.`,
  },
  broken: {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'entity', 'entities')} left out (first: ${at}): its numbers do not make a line. Compare with the original.`,
  },
  'broken-insert': {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'insert')} left out (first: ${at}): its block is missing or contains itself.`,
  },
  hidden: {
    severity: 'note',
    say: (n, at) => say`${counted(n, 'line')} on layers that are off or frozen left out (first: ${at}).`,
  },
  tilted: {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'entity', 'entities')} drawn in a tilted plane (first: ${at}): taken as seen from above, and so shorter one way. Draw flat what is to be cut.`,
  },
  'paper-space': {
    severity: 'note',
    say: (n) =>
      say`${counted(n, 'entity', 'entities')} on layout pages left out: the drawing itself is in model space.`,
  },
}
