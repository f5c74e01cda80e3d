import { useCallback } from 'react'
import { useProject } from '../store/context'

/** The colours and the thickness of each piece's paper. */
export function useLooks() {
  const pieces = useProject((s) => s.project.pieces)
  const papers = useProject((s) => s.papers)
  return useCallback(
    (piece: string) => {
      const paper = papers.find((p) => p.id === pieces[piece]?.paper)
      return {
        front: paper?.colour ?? '#efe6d8',
        back: paper?.backColour ?? '#dccdb8',
        caliper: paper?.caliper ?? 0.3,
      }
    },
    [pieces, papers],
  )
}
