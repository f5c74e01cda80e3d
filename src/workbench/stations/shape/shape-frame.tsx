'use client'
import { nanoid } from 'nanoid'
import { createContext, type ReactNode, useContext, useEffect, useMemo, useRef, useState } from 'react'
import { boxOfPieces } from '@/core/binding/move-pieces'
import type { Role } from '@/core/document/lines'
import type { Making, MeasureValue } from '@/core/document/sources'
import { uniteBoxes } from '@/core/geometry/measure'
import { shapeOf } from '@/core/geometry/shape'
import { besideAll, changeMeasures, type Preview } from '@/core/making/make'
import type { Recipe } from '@/core/making/recipe'
import { RECIPES } from '@/core/making/recipes'
import { counted, say } from '@/core/words'
import { useProject, useWorkbench } from '../../store/context'

/** What goes on in the station: a making that is set up and not made yet, the one that is open, and how it looks. */
type Desk = {
  draft: Making | null
  /** begins a making of pieces */
  begin: (recipe: Recipe, takes: readonly string[], pattern?: string) => void
  /** changes measures of the draft */
  change: (measures: Making['measures']) => void
  drop: () => void
  /** the making whose measures are open; null for none */
  open: string | null
  setOpen: (id: string | null) => void
  /** opens what was just made, unless something else was begun in the meantime */
  openMade: (id: string) => boolean
  /** the role of a line that is to be drawn on the board; null for none */
  drawing: Role | null
  setDrawing: (role: Role | null) => void
  /** of the draft, or of the open making with what is being dragged */
  preview: Preview | null
  /** whether patterns are what is looked for first */
  wantsPattern: boolean
  /** a measure while its handle is dragged, and when it is let go */
  drag: (name: string, value: MeasureValue, isOver: boolean) => void
}

const DeskContext = createContext<Desk | null>(null)

export function useDesk(): Desk {
  const desk = useContext(DeskContext)
  if (!desk) throw new Error('shape: there is no frame around this')
  return desk
}

/** The station's panel and board share what is being made. */
export function ShapeFrame({ children }: { children: ReactNode }) {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  useAddress()
  const wanted = useProject((s) => s.wanted)
  const chosen = useProject((s) => s.chosenPieces)
  const pieces = Object.keys(project.pieces)
  const [draft, setDraft] = useState<Making | null>(null)
  const [open, setOpen] = useState<string | null>(null)
  const [drawing, setDrawing] = useState<Role | null>(null)
  const [dragged, setDragged] = useState<Making['measures'] | null>(null)
  const latest = useRef(draft)
  latest.current = draft
  const source = open ? project.sources[open] : undefined
  const opened = source?.kind === 'making' ? source : null
  const shown = useMemo<Making | null>(() => {
    const making = draft ?? opened
    return making && dragged ? { ...making, measures: { ...making.measures, ...dragged } } : making
  }, [draft, opened, dragged])
  const preview = usePreview(shown, draft !== null || dragged !== null)
  const desk: Desk = {
    draft,
    begin: (recipe, pieces, pattern) => {
      const takes = pieces.map((piece) => ({ piece, spent: true }))
      const id = `making-${nanoid(8)}`
      const usual = {
        ...Object.fromEntries(recipe.measures.map((m) => [m.name, m.usual])),
        ...(pieces.length > 0 ? recipe.usualOnPiece : {}),
      }
      setOpen(null)
      setDraft({
        kind: 'making',
        id,
        name: recipe.title,
        recipe: recipe.name,
        ...(pattern === undefined ? {} : { pattern }),
        measures: usual,
        takes,
        plane: id,
        at: besideAll(project, takes),
        trouble: null,
      })
    },
    change: (measures) => setDraft((d) => d && { ...d, measures: { ...d.measures, ...measures } }),
    drop: () => {
      setDraft(null)
      setDragged(null)
    },
    open,
    setOpen: (id) => {
      setDraft(null)
      setDragged(null)
      setOpen(id)
    },
    openMade: (id) => {
      if (latest.current) return false
      setOpen(id)
      return true
    },
    drawing,
    setDrawing,
    preview,
    wantsPattern: wanted === 'pattern',
    drag: (name, value, isOver) => {
      if (!isOver) return setDragged({ [name]: value })
      setDragged(null)
      if (draft) setDraft({ ...draft, measures: { ...draft.measures, [name]: value } })
      else if (open) void workbench.edit((p) => changeMeasures(p, open, { [name]: value }))
    },
  }
  // Who came to make something finds it set up.
  const recipe = RECIPES.find((r) => r.name === wanted)
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each wish
  useEffect(() => {
    if (!recipe) return
    workbench.want(null)
    const { least, most } = recipe.takes
    const takes = (chosen.length > 0 || pieces.length > 1 ? chosen : pieces).slice(0, most)
    if (takes.length >= least) desk.begin(recipe, takes)
    else
      workbench.notify({
        message: say`${recipe.title}: choose ${counted(least, 'piece')} on the shelf first, then ask again.`,
        tone: 'calm',
      })
  }, [recipe])
  return <DeskContext.Provider value={desk}>{children}</DeskContext.Provider>
}

/** What the address asks for (`?begin=`) is wanted, and taken out of it. */
function useAddress(): void {
  const workbench = useWorkbench()
  useEffect(() => {
    const begin = new URLSearchParams(window.location.search).get('begin')
    if (!begin) return
    workbench.want(begin)
    window.history.replaceState(window.history.state, '', window.location.pathname)
  }, [workbench])
}

/** How a making would look; asked of the worker, one question at a time. */
function usePreview(making: Making | null, isAhead: boolean): Preview | null {
  const workbench = useWorkbench()
  const project = useProject((s) => s.project)
  const [preview, setPreview] = useState<{ of: string; found: Preview } | null>(null)
  const asking = useRef(false)
  const wanted = useRef<Making | null>(null)
  /** the draft that was brought into view */
  const shown = useRef<string | null>(null)
  // biome-ignore lint/correctness/useExhaustiveDependencies: a change of the project is another preview
  useEffect(() => {
    wanted.current = making
    if (!making || asking.current) return
    asking.current = true
    const ask = async () => {
      while (wanted.current) {
        const next: Making = wanted.current
        wanted.current = null
        const found = await workbench.computer.preview(next).catch(() => null)
        if (!found) continue
        setPreview({ of: next.id, found })
        if (isAhead && shown.current !== next.id && found.lines.length > 0) {
          shown.current = next.id
          const { project: now } = workbench.store.getState()
          const taken = boxOfPieces(
            now,
            next.takes.map((t) => t.piece),
          )
          const ahead = uniteBoxes(found.lines.map((l) => shapeOf(l.d).box))
          workbench.lookAt(taken ? uniteBoxes([taken, ahead]) : ahead)
        }
      }
      asking.current = false
    }
    void ask()
  }, [making, workbench, project.pieces])
  if (!making || preview?.of !== making.id) return null
  // What stands already is drawn by the drawing itself.
  return isAhead ? preview.found : { ...preview.found, lines: [] }
}
