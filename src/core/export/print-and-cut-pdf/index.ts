import { USUAL_PRINT } from '../../document/print'
import { printOf, type Write } from '../kind'
import { sheetToPdf } from '../pdf'

/** What is printed on a sheet, and over it the lines of the cut in layers of their own. */
export const write: Write = (of) =>
  sheetToPdf(of.project, of.sheet, {
    cut: true,
    print: printOf(of, USUAL_PRINT),
    decodeArt: of.platform.decodeArt,
  })
