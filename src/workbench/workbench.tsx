'use client'
import { useEffect, useMemo, useState } from 'react'
import styled from 'styled-components'
import { planSheet } from '@/core/cutting/plan'
import { timelineOf } from '@/core/cutting/timeline'
import { PLAIN_CUTTER } from '@/core/document/cutter'
import type { Sheet } from '@/core/document/schema'
import { Notice } from '@/kit/notice'
import { Drawing } from './drawing/drawing'
import { BottomBar } from './frame/bottom-bar'
import { TopBar } from './frame/top-bar'
import { Shelf } from './shelf/shelf'
import { Gather } from './stations/gather/gather'
import { Lines } from './stations/lines/lines'
import { Paper } from './stations/paper/paper'
import { Preview } from './stations/run/preview'
import { Run } from './stations/run/run'
import { useJob } from './stations/run/use-job'
import type { Chosen } from './stations/sheets/layout-edits'
import { SheetBoard } from './stations/sheets/sheet-board'
import { Sheets } from './stations/sheets/sheets'
import { useNesting } from './stations/sheets/use-nesting'
import type { StationName } from './stations/stations'
import { useProject, useWorkbench, WorkbenchProvider } from './store/context'

const Whole = styled.div`
  display: flex;
  flex-direction: column;
  height: 100vh;
  overflow: hidden;
`
const Middle = styled.main`
  display: flex;
  flex: 1;
  min-height: 0;
`
const Panel = styled.section`
  width: 336px;
  flex: none;
  overflow: auto;
  background: color-mix(in srgb, var(--paper) 45%, var(--ground));
`

/** The screen people work at: one project, its stations, its pieces. */
export function Workbench({ id, station }: { id: string; station: StationName }) {
  return (
    <WorkbenchProvider id={id}>
      <Whole>
        <TopBar station={station} />
        {station === 'sheets' ? (
          <SheetsView />
        ) : station === 'run' ? (
          <RunView />
        ) : (
          <Middle>
            <Panel aria-label="Station">
              {station === 'gather' ? <Gather /> : station === 'lines' ? <Lines /> : <Paper />}
            </Panel>
            <Drawing pick={station === 'lines'} showArt={station === 'paper'} />
            <Shelf />
          </Middle>
        )}
        <BottomBar />
        <Keys />
        <Notices />
      </Whole>
    </WorkbenchProvider>
  )
}

/** The sheet that is looked at: the chosen one while it exists, else the first. */
function useSheet(instead: readonly Sheet[] | null = null) {
  const kept = useProject((s) => s.project.layout.sheets)
  const sheets = instead ?? kept
  const [wanted, setWanted] = useState<string | null>(null)
  const sheet = sheets.find((s) => s.id === wanted) ?? sheets[0]
  return { sheet, setSheet: setWanted }
}

function SheetsView() {
  const nesting = useNesting()
  const { sheet, setSheet } = useSheet(nesting.best?.sheets)
  const [chosen, setChosen] = useState<Chosen | null>(null)
  return (
    <Middle>
      <Panel aria-label="Station">
        <Sheets
          sheetId={sheet?.id ?? null}
          onSheet={setSheet}
          chosen={chosen}
          onChosen={setChosen}
          nesting={nesting}
        />
      </Panel>
      <SheetBoard key={sheet?.id ?? 'none'} sheet={sheet} chosen={chosen} onChosen={setChosen} />
      <Shelf />
    </Middle>
  )
}

function RunView() {
  const { sheet, setSheet } = useSheet()
  const id = useProject((s) => s.id)
  const project = useProject((s) => s.project)
  const paper = useProject((s) => s.papers.find((p) => p.id === sheet?.paper)) ?? null
  const cutter = useProject((s) => s.cutters.find((c) => c.id === s.project.run.cutter)) ?? PLAIN_CUTTER
  const plan = useMemo(
    () => (sheet ? planSheet(project, sheet, paper, cutter) : null),
    [project, sheet, paper, cutter],
  )
  const timeline = useMemo(() => (plan ? timelineOf(plan, cutter) : null), [plan, cutter])
  const job = useJob(id, sheet?.id ?? null, setSheet)
  return (
    <Middle>
      <Panel aria-label="Station">
        <Run sheetId={sheet?.id ?? null} onSheet={setSheet} plan={plan} timeline={timeline} job={job} />
      </Panel>
      {plan && timeline ? (
        <Preview
          key={plan.sheet}
          plan={plan}
          timeline={timeline}
          paperColour={paper?.colour ?? null}
          job={job}
        />
      ) : (
        <div style={{ flex: 1 }} />
      )}
      <Shelf />
    </Middle>
  )
}

/** Undo and redo by keys, outside of fields. */
function Keys() {
  const workbench = useWorkbench()
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== 'z') return
      if (
        event.target instanceof HTMLElement &&
        event.target.closest('input:not([type=radio]):not([type=checkbox]), textarea')
      )
        return
      event.preventDefault()
      void (event.shiftKey ? workbench.redo() : workbench.undo())
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [workbench])
  return null
}

function Notices() {
  const workbench = useWorkbench()
  const notice = useProject((s) => s.notice)
  return notice ? <Notice {...notice} onClose={() => workbench.say(null)} /> : null
}
