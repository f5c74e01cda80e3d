import type { SheetPlan } from '../cutting/pass'
import type { Sheet } from '../document/layout'
import type { PrintSettings } from '../document/print'
import type { Project } from '../document/project'
import type { Pixels } from '../printing/pixels'
import type { DecodeArt } from './pdf/art'

/** What a file of a sheet is written from. */
export type Writable = {
  project: Project
  sheet: Sheet
  title: string
  /** of kinds that need it: the passes of the cutter */
  plan: SheetPlan | null
  platform: Platform
}

/** What a file needs that is the platform's business. */
export type Platform = {
  decodeArt: DecodeArt
  /** a picture as a PNG */
  encode: (picture: Pixels) => Promise<Uint8Array>
  /** an SVG as a PNG whose longer side has so many pixels */
  rasterise: (svg: string, side: number) => Promise<Uint8Array>
}

export type Write = (of: Writable) => string | Uint8Array | Promise<string | Uint8Array>

/** A kind of file that a sheet can be saved as. Adding one is a folder whose index exports `write`, and a line in the list. */
export type FileKind = {
  name: string
  title: string
  /** of file names, without the dot */
  ending: string
  /** media type */
  type: string
  /** `plan`: the passes for a cutter; `print`: that sheets are printed */
  needs: 'sheet' | 'plan' | 'print'
  /** whether the art of its pieces is in it */
  showsArt: boolean
  /** fetched when it is needed: what only names the kinds carries none of their writers */
  writer: () => Promise<Write>
}

/** The passes that were asked for. @throws RangeError where a kind forgot to say that it needs them */
export function planOf({ plan }: Writable): SheetPlan {
  if (!plan) throw new RangeError('file: this kind of file needs the passes of the cutter')
  return plan
}

/** How a sheet is printed; sheets of projects that are not printed first have no marks. */
export const printOf = ({ project }: Writable, usual: PrintSettings): PrintSettings =>
  project.print ?? { ...usual, marks: null }
