import { cutterFieldsSchema } from '../../core/document/cutter'
import { CutterRow } from '../database/models'
import { FIRST_CUTTERS } from './first-cutters'
import { shelfOf } from './shelf'

/** The cutters at hand. */
export const cutters = shelfOf('cutter', CutterRow, cutterFieldsSchema, FIRST_CUTTERS)
