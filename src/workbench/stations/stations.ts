import { decisionsLeft, type Family } from '@/core/document/families'
import type { Finding, Project } from '@/core/document/schema'
import { isAboutArt, openFindings } from '@/core/inspection'
import { sheetsBehind } from './sheets/behind'

/** What a station still wants: how many decisions, and whether its work is done. */
export type StationState = { open: number; done: boolean }

export type StationName = 'gather' | 'lines' | 'paper' | 'sheets' | 'run'

type Station = {
  name: StationName
  title: string
  state(project: Project, families: readonly Family[], findings: readonly Finding[]): StationState
}

/** The steps of the work in their order. Each has its panel in the folder of its name. */
export const STATIONS: readonly Station[] = [
  {
    name: 'gather',
    title: 'Gather',
    state: (project) => {
      const open = Object.values(project.sources).filter((s) => !s.scale.sure).length
      return { open, done: open === 0 && Object.keys(project.sources).length > 0 }
    },
  },
  {
    name: 'lines',
    title: 'Lines',
    state: (project, families, findings) => {
      const open =
        decisionsLeft(families) + openFindings(project, findings).filter((f) => !isAboutArt(f)).length
      return { open, done: open === 0 && Object.keys(project.pieces).length > 0 }
    },
  },
  {
    name: 'paper',
    title: 'Paper',
    state: (project, _, findings) => {
      const pieces = Object.values(project.pieces)
      const without = pieces.filter((p) => p.paper === null && p.copies > 0).length
      const open = without + openFindings(project, findings).filter(isAboutArt).length
      return { open, done: open === 0 && pieces.length > 0 }
    },
  },
  {
    name: 'sheets',
    title: 'Sheets',
    state: ({ pieces, layout }) => {
      const laid = layout.sheets.length > 0
      const open = layout.unplaced.length + (laid && sheetsBehind(pieces, layout) ? 1 : 0)
      return { open, done: laid && open === 0 }
    },
  },
  { name: 'run', title: 'Run', state: () => ({ open: 0, done: false }) },
]

export const isStation = (name: string): name is StationName => STATIONS.some((s) => s.name === name)
