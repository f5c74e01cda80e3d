import type { Timeline } from '../cutting/timeline'
import type { Sheet } from '../document/layout'
import type { Project } from '../document/project'
import { shapeOfPiece } from '../pieces/piece-shape'
import { formatLength, type Unit } from '../units/length'
import { say } from '../words'
import { csv } from './csv'

export type ListedSheet = { sheet: Sheet; number: number; paperName: string; timeline: Timeline }

const headOf = (unit: Unit) => [
  say`Sheet`,
  say`Paper`,
  say`Sheet size (${unit})`,
  say`Piece`,
  say`On this sheet`,
  say`Piece size (${unit})`,
  say`Sheet time (s)`,
]

/**
 * What is cut from which sheet, as CSV (RFC 4180): a row for each piece on each sheet, UTF-8, lines ended by CRLF. The
 * time of a sheet stands in its first row, so that the column adds up.
 */
export function cutList(project: Project, sheets: readonly ListedSheet[]): string {
  const sizeOf = ({ width, height }: { width: number; height: number }) =>
    `${formatLength(width, project.unit)} x ${formatLength(height, project.unit)}`
  const rows = sheets.flatMap(({ sheet, number, paperName, timeline }) => {
    const counts = new Map<string, number>()
    for (const { piece } of sheet.placements) counts.set(piece, (counts.get(piece) ?? 0) + 1)
    return [...counts].flatMap(([id, count], row) => {
      const piece = project.pieces[id]
      if (!piece) return []
      const { size } = shapeOfPiece(project, piece)
      return [
        [
          String(number),
          paperName,
          sizeOf(sheet),
          piece.name,
          String(count),
          sizeOf(size),
          row === 0 ? String(Math.round(timeline.total)) : '',
        ],
      ]
    })
  })
  return csv([headOf(project.unit), ...rows])
}
