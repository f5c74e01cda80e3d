import type { Timeline } from '../cutting/timeline'
import type { Sheet } from '../document/layout'
import type { Project } from '../document/project'
import { shapeOfPiece } from '../pieces/piece-shape'

export type ListedSheet = { sheet: Sheet; number: number; paperName: string; timeline: Timeline }

const HEAD = [
  'Sheet',
  'Paper',
  'Sheet size (mm)',
  'Piece',
  'On this sheet',
  'Piece size (mm)',
  'Sheet time (s)',
]

/** What is cut from which sheet, as CSV (RFC 4180): a row for each piece on each sheet, UTF-8, lines ended by CRLF. */
export function cutList(project: Project, sheets: readonly ListedSheet[]): string {
  const rows = sheets.flatMap(({ sheet, number, paperName, timeline }) => {
    const counts = new Map<string, number>()
    for (const { piece } of sheet.placements) counts.set(piece, (counts.get(piece) ?? 0) + 1)
    return [...counts].flatMap(([id, count]) => {
      const piece = project.pieces[id]
      if (!piece) return []
      const { size } = shapeOfPiece(project, piece)
      return [
        [
          String(number),
          paperName,
          `${tenth(sheet.width)} x ${tenth(sheet.height)}`,
          piece.name,
          String(count),
          `${tenth(size.width)} x ${tenth(size.height)}`,
          String(Math.round(timeline.total)),
        ],
      ]
    })
  })
  return [HEAD, ...rows].map((row) => `${row.map(field).join(',')}\r\n`).join('')
}

const tenth = (v: number): string => String(Math.round(v * 10) / 10)

/** A field in quotes where it needs them; what a spreadsheet would take for a formula is text. */
function field(text: string): string {
  const safe = /^[=+\-@\t\r]/.test(text) ? `'${text}` : text
  return /[",\r\n]/.test(safe) ? `"${safe.replace(/"/g, '""')}"` : safe
}
