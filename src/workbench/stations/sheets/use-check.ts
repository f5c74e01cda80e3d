'use client'
import { useMemo } from 'react'
import { checkSheet, type SheetCheck } from '@/core/sheets/check'
import { useProject } from '../../store/context'

const NOTHING: SheetCheck = { overlapping: [], outside: [], onMarks: [] }

/** What is wrong on a sheet at this moment. */
export function useCheck(sheetId: string | null): SheetCheck {
  const project = useProject((s) => s.project)
  return useMemo(() => {
    const sheet = project.layout.sheets.find((s) => s.id === sheetId)
    return sheet ? checkSheet(project, sheet) : NOTHING
  }, [project, sheetId])
}
