import { USUAL_PICTURE_SIDE } from '../../document/run'
import type { Write } from '../kind'
import { sheetToSvg } from '../svg'

/** A sheet as a picture to look at. */
export const write: Write = ({ project, sheet, platform }) =>
  platform.rasterise(sheetToSvg(project, sheet), project.run.pictureSide ?? USUAL_PICTURE_SIDE)
