import { paperFieldsSchema } from '../../core/document/paper'
import { PaperRow } from '../database/models'
import { FIRST_PAPERS } from './first-papers'
import { shelfOf } from './shelf'

/** The papers at hand. Sheets that are laid already keep the size that they were laid on until they are laid again. */
export const papers = shelfOf('paper', PaperRow, paperFieldsSchema, FIRST_PAPERS)
