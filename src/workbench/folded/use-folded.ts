import { useEffect, useRef, useState } from 'react'
import type { Scene, ScenePose } from '@/core/folding'
import { say } from '@/core/words'
import { useProject, useWorkbench } from '../store/context'

/**
 * How the chosen pieces fold, or all where none is chosen; asked of the worker, one question at a time.
 * @param share 0 flat, 1 folded
 * @param isTogether whether pieces lie where they are put together, or each for itself
 */
export function useFolded(
  share: number,
  isTogether: boolean,
): {
  scene: Scene | null
  pose: ScenePose | null
  problem: string | null
} {
  const workbench = useWorkbench()
  const lines = useProject((s) => s.project.lines)
  const pieces = useProject((s) => s.project.pieces)
  const chosen = useProject((s) => s.chosenPieces)
  const [scene, setScene] = useState<Scene | null>(null)
  const [pose, setPose] = useState<ScenePose | null>(null)
  const [problem, setProblem] = useState<string | null>(null)
  const wanted = useRef(share)
  const asking = useRef(false)
  wanted.current = share
  const shown = chosen.filter((id) => pieces[id]).join(' ')
  const papers = useProject((s) => s.papers)
  // biome-ignore lint/correctness/useExhaustiveDependencies: other lines are another scene
  useEffect(() => {
    let over = false
    const ask = async () => {
      try {
        const calipers = Object.fromEntries(
          Object.values(pieces).flatMap((p) => {
            const paper = papers.find(({ id }) => id === p.paper)
            return paper ? [[p.id, paper.caliper]] : []
          }),
        )
        const next = await workbench.computer.folded(shown ? shown.split(' ') : null, isTogether, calipers)
        const first = await workbench.computer.pose(wanted.current)
        if (over) return
        setScene(next)
        setPose(first)
        setProblem(null)
      } catch (error) {
        if (!over) setProblem(say`This cannot be folded: ${(error as Error).message}`)
      }
    }
    void ask()
    return () => {
      over = true
    }
  }, [workbench, lines, pieces, shown, isTogether, papers])
  // biome-ignore lint/correctness/useExhaustiveDependencies: each share is a question, asked when the last is answered
  useEffect(() => {
    if (!scene || asking.current) return
    asking.current = true
    const ask = async () => {
      for (let at = Number.NaN; at !== wanted.current; ) {
        at = wanted.current
        const next = await workbench.computer.pose(at)
        // A scene that came in between has other panels.
        if (next.places.length === 12 * scene.panels.length) setPose(next)
      }
      asking.current = false
    }
    void ask()
  }, [share, scene, workbench])
  return { scene, pose, problem }
}
