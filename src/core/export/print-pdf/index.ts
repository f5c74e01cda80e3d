import { USUAL_PRINT } from '../../document/print'
import { printOf, type Write } from '../kind'
import { sheetToPdf } from '../pdf'

/** What is printed on a sheet before it is cut. */
export const write: Write = (of) =>
  sheetToPdf(of.project, of.sheet, {
    cut: false,
    print: printOf(of, USUAL_PRINT),
    decodeArt: of.platform.decodeArt,
  })
