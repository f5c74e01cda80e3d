import type { CutSetting, ToolRole } from '../document/paper'
import type { Polyline } from '../geometry/flatten'

/** One stretch that a tool follows without lifting. */
export type Stroke = { line: string; piece: string; copy: number; points: Polyline; closed: boolean }

export type Tool = 'scoring tip' | 'knife' | 'pen'

/** One tool's visit to a sheet: tool, settings, ordered tool path in sheet coordinates (mm, y down). */
export type Pass = { role: ToolRole; tool: Tool; setting: CutSetting; dashed: boolean; strokes: Stroke[] }

export type SheetPlan = { sheet: string; width: number; height: number; paperName: string; passes: Pass[] }
