import type { Finding } from '../document/findings'
import type { Fold, Look } from '../document/lines'
import type { FileSource, Reading, Scale } from '../document/sources'
import type { TextSetting } from '../document/texts'
import type { DecodePicture } from './picture/raster'

/** One contour as it was drawn in a file. */
export type DrawnLine = {
  /** path data in mm */
  d: string
  look: Look
  label: string | null
  /** which element of the file it came from: the parts of a compound path share it */
  element: number
  fillRule: 'nonzero' | 'evenodd'
  /** of formats that tell it: which way it folds, and how far, degrees from flat */
  fold?: Fold
  angle?: number
}

/** Words that stand in a file: they are no lines, but tell what the lines beside them are. */
export type DrawnText = {
  /** about the middle of where they begin, mm */
  x: number
  y: number
  words: string
  /** how they are set, where the file tells it */
  setting?: TextSetting
}
/** No more are kept of a file, and of each no more letters. */
export const MOST_TEXTS = 2000
export const MOST_LETTERS = 200

export type IntakeFinding = Pick<Finding, 'rule' | 'severity' | 'message'>

/** What a reader makes of a file's bytes. */
export type Drawing = {
  /** the artboard in mm */
  artwork: { width: number; height: number }
  scale: Scale
  lines: DrawnLine[]
  findings: IntakeFinding[]
  /** where words stand, for formats that know */
  texts?: DrawnText[]
  pages?: FileSource['pages']
  picture?: FileSource['picture']
}

export type IntakeOptions = Reading & {
  /** turns a picture into grey values; given from outside, since it is the platform's business */
  decodePicture?: DecodePicture
}

/** One kind of file. Adding a kind is one folder with such an object, and one line in `formats.ts`. */
export type Format = {
  name: string
  /** endings of file names, without the dot */
  endings: readonly string[]
  /** whether the bytes look like this kind, whatever the name says */
  recognises(bytes: Uint8Array): boolean
  /** @throws IntakeRefusal with a sentence, for a file that cannot be taken in */
  read(bytes: Uint8Array, options: IntakeOptions): Drawing | Promise<Drawing>
}
