import { counted, say } from '../../words'
import type { NoticeKinds, Notices } from '../notices'
import type { XmlElement } from './xml'

/** What can be noticed while reading: severity, and the sentence for `count` of them, the first at `place`. */
export const SVG_NOTICES: NoticeKinds = {
  text: {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'text')} left out (first at ${at}): text is not lines. Convert it to paths in the drawing program if it is to be cut or drawn.`,
  },
  image: {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'picture')} left out (first at ${at}): a picture has no lines to follow.`,
  },
  'clip-path': {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'clip')} not applied (first at ${at}): lines are kept whole, so some may reach further than they are seen to.`,
  },
  mask: {
    severity: 'warning',
    say: (n, at) => say`${counted(n, 'mask')} not applied (first at ${at}): lines behind it are kept.`,
  },
  marker: {
    severity: 'warning',
    say: (n, at) =>
      say`Marks at the ends or corners of ${counted(n, 'line')} left out (first at ${at}), as arrowheads are. Convert them to paths in the drawing program if they are to be cut or drawn.`,
  },
  pattern: {
    severity: 'warning',
    say: (n, at) =>
      say`The tiles of ${counted(n, 'shape')} filled with a pattern left out (first at ${at}): its outline is kept. Convert the pattern to paths in the drawing program if it is to be cut or drawn.`,
  },
  filter: {
    severity: 'note',
    say: (n, at) => say`${counted(n, 'filter')} not applied (first at ${at}): it changes colours, not lines.`,
  },
  script: {
    severity: 'note',
    say: (n, at) => say`${counted(n, 'script')} left out (first at ${at}): scripts are never run.`,
  },
  external: {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'reference')} to another file left out (first at ${at}): nothing is fetched. Embed it in the drawing.`,
  },
  'broken-use': {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'repeated symbol')} left out: its original is missing or contains itself (first: ${at}).`,
  },
  'broken-path': {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'path')} taken only up to an error (first at ${at}). Compare it with the original.`,
  },
  hidden: {
    severity: 'note',
    say: (n, at) =>
      say`${counted(n, 'hidden shape or group')} left out (first at ${at}), as the file does not show it.`,
  },
  invisible: {
    severity: 'note',
    say: (n, at) =>
      say`${counted(n, 'shape')} without stroke and fill left out (first at ${at}), as nothing of it can be seen.`,
  },
  animation: {
    severity: 'note',
    say: (n, at) =>
      say`${counted(n, 'movement')} left out (first at ${at}): the drawing is taken as it stands.`,
  },
  'style-ignored': {
    severity: 'note',
    say: (n, at) =>
      say`${counted(n, 'style rule')} not understood (first: ${at.slice(0, 60)}). Compare colours with the original.`,
  },
}

const FOREIGN: Record<string, string> = {
  text: 'text',
  image: 'image',
  foreignObject: 'image',
  script: 'script',
  style: '',
  clipPath: '',
  mask: '',
  filter: '',
  pattern: '',
  animate: 'animation',
  animateTransform: 'animation',
  animateMotion: 'animation',
  set: 'animation',
}

/** Whether the element is none that draws lines; if so it is noted where a person would miss it. */
export function takeForeign(notices: Notices, name: string, element: XmlElement): boolean {
  const kind = FOREIGN[name]
  if (kind === undefined) return false
  if (kind !== '') notices.add(kind, say`line ${element.line}`)
  return true
}
