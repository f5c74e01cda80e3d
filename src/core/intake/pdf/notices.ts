import { counted, say } from '../../words'
import type { NoticeKinds } from '../notices'

/** What can be noticed on a PDF page. */
export const PDF_NOTICES: NoticeKinds = {
  text: {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'run')} of text left out (first before ${at}): text is not lines. Convert it to outlines if it is to be cut or drawn.`,
  },
  image: {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'picture')} left out (first before ${at}): a picture has no lines to follow.`,
  },
  shading: {
    severity: 'note',
    say: (n, at) => say`${counted(n, 'colour gradient')} left out (first before ${at}): it has no outline.`,
  },
  hidden: {
    severity: 'note',
    say: (n, at) => say`${counted(n, 'line')} on hidden layers left out (first at ${at}).`,
  },
  clipped: {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'line')} partly hidden behind a clip (first at ${at}): taken whole. Cut off or skip what is not to be made.`,
  },
  'clipped-away': {
    severity: 'note',
    say: (n, at) => say`${counted(n, 'line')} wholly hidden behind a clip left out (first at ${at}).`,
  },
  annotation: {
    severity: 'warning',
    say: (n) =>
      say`${counted(n, 'comment or form field', 'comments or form fields')} on the page left out: they are not part of the drawing. Flatten the file if lines among them are to be cut.`,
  },
  'broken-form': {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'repeated part')} left out: its content is missing, unreadable or contains itself (first: ${at}).`,
  },
  pages: {
    severity: 'note',
    say: (n, at) =>
      say`The file has ${n} pages; ${at} was taken. Choose another one where the drawing was brought in.`,
  },
  'broken-page': {
    severity: 'warning',
    say: (n, at) =>
      say`${counted(n, 'part')} of the page cannot be unpacked and is missing (first: ${at}). Save it again.`,
  },
}
