import type { CutSetting, ToolRole } from '../document/paper'
import type { Polyline } from '../geometry/flatten'
import { say } from '../words'

/** One stretch that a tool follows without lifting. */
export type Stroke = {
  /** the position of its piece among the placements of the sheet */
  placement: number
  /** which edge of its piece it cuts, or null where it bounds nothing */
  edge: 'outline' | 'opening' | null
  /** mm of the sheet, y down */
  points: Polyline
  /** the second time and after, where a blade then comes from elsewhere */
  again?: Polyline
  closed: boolean
}

export type Tool = 'scoring tip' | 'knife' | 'pen'

/** What the tools are called within a sentence. */
export const TOOL_NAMES: Record<Tool, string> = {
  'scoring tip': say`scoring tip`,
  knife: say`knife`,
  pen: say`pen`,
}

/** One tool's visit to a sheet: tool, settings, ordered tool path in sheet coordinates (mm, y down). */
export type Pass = {
  role: ToolRole
  tool: Tool
  /** the blade at its lowest depth, in place of a scoring tip */
  light: boolean
  setting: CutSetting
  dashed: boolean
  strokes: Stroke[]
  /** what a hand must do before it, in plain words; null where nothing is to be done */
  pause: string | null
}

export type SheetPlan = { sheet: string; width: number; height: number; paperName: string; passes: Pass[] }
