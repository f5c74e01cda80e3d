import type { Project } from '../document/project'
import { say } from '../words'
import type { FileKind } from './kind'

export type { FileKind, Platform, Writable } from './kind'

const PDF = 'application/pdf'

/** Every kind of file that a sheet can be saved as, in the order in which they are offered. */
export const FILE_KINDS: readonly FileKind[] = [
  {
    name: 'svg',
    title: 'SVG',
    ending: 'svg',
    type: 'image/svg+xml',
    needs: 'sheet',
    showsArt: false,
    writer: async () => (await import('./svg')).write,
  },
  {
    name: 'dxf',
    title: 'DXF',
    ending: 'dxf',
    type: 'image/vnd.dxf',
    needs: 'sheet',
    showsArt: false,
    writer: async () => (await import('./dxf')).write,
  },
  {
    name: 'pdf',
    title: 'PDF',
    ending: 'pdf',
    type: PDF,
    needs: 'sheet',
    showsArt: false,
    writer: async () => (await import('./pdf')).write,
  },
  {
    name: 'png',
    title: 'PNG',
    ending: 'png',
    type: 'image/png',
    needs: 'sheet',
    showsArt: true,
    writer: async () => (await import('./png')).write,
  },
  {
    name: 'gcode',
    title: say`G-code`,
    ending: 'gcode',
    type: 'text/x-gcode',
    needs: 'plan',
    showsArt: false,
    writer: async () => (await import('./gcode')).write,
  },
  {
    name: 'hpgl',
    title: say`HP-GL`,
    ending: 'plt',
    type: 'application/vnd.hp-hpgl',
    needs: 'plan',
    showsArt: false,
    writer: async () => (await import('./hpgl')).write,
  },
  {
    name: 'print',
    title: say`Print PDF`,
    ending: 'print.pdf',
    type: PDF,
    needs: 'print',
    showsArt: true,
    writer: async () => (await import('./print-pdf')).write,
  },
  {
    name: 'both',
    title: say`Print and cut PDF`,
    ending: 'print-and-cut.pdf',
    type: PDF,
    needs: 'print',
    showsArt: true,
    writer: async () => (await import('./print-and-cut-pdf')).write,
  },
]

/** The kind of a name; undefined for a name that is none, such as of a kind that was dropped. */
export const fileKind = (name: string): FileKind | undefined => FILE_KINDS.find((k) => k.name === name)

/** The kinds that can be saved of a project's sheets: nothing to print of sheets that are not printed. */
export const kindsFor = ({ print }: Pick<Project, 'print'>): FileKind[] =>
  FILE_KINDS.filter((k) => k.needs !== 'print' || print !== null)
