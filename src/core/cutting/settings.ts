import { type Paper, type PaperFields, PLAIN_SETTINGS } from '../document/paper'
import type { RunSettings } from '../document/run'

/** How a paper is worked in a project: as the library says, cut as the project says where it does. */
export function settingsOf(run: Pick<RunSettings, 'cuts'>, paper: Paper | null): PaperFields['settings'] {
  const settings = paper?.settings ?? PLAIN_SETTINGS
  return { ...settings, cut: (paper && run.cuts?.[paper.id]) ?? settings.cut }
}
