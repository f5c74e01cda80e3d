'use client'
import { useEffect, useRef } from 'react'
import { useProject, useWorkbench } from '../store/context'

/** The first visit to where sheets are looked at lays everything out: there is nothing that it could undo. */
export function useFirstLaying(): void {
  const workbench = useWorkbench()
  const { sheets, unplaced } = useProject((s) => s.project.layout)
  const hasPieces = useProject((s) => Object.keys(s.project.pieces).length > 0)
  const began = useRef(false)
  useEffect(() => {
    if (began.current || sheets.length > 0 || unplaced.length > 0 || !hasPieces) return
    began.current = true
    void workbench.editAndLay()
  }, [workbench, sheets, unplaced, hasPieces])
}
