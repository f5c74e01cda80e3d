'use client'
import { Fragment, useEffect } from 'react'
import styled from 'styled-components'
import { Notice } from '@/kit/notice'
import { BottomBar } from './frame/bottom-bar'
import { FilesIn } from './frame/files-in'
import { Opening } from './frame/opening'
import { Side } from './frame/side'
import { TopBar } from './frame/top-bar'
import { Keys } from './keys/keys'
import { Shelf } from './shelf/shelf'
import { STATIONS, stationOf } from './stations/stations'
import { useProject, useWorkbench, WorkbenchProvider } from './store/context'

const Whole = styled.div`
  position: relative;
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
  /* What is hidden within it but for screen readers scrolls with it, and does not make the page longer. */
  position: relative;
  width: 336px;
  flex: none;
  overflow: auto;
  background: color-mix(in srgb, var(--paper) 45%, var(--ground));
`

/** The screen people work at: one project, its stations, its pieces. @param station its name in the address */
export function Workbench({ id, station: name }: { id: string; station: string }) {
  const station = stationOf(name)
  const { panel, stage, Frame = Fragment } = station
  return (
    <WorkbenchProvider id={id} opening={<Opening station={station.name} />}>
      <Whole>
        <TopBar station={station.name} />
        <Middle>
          <Frame>
            <Side side="left" title={station.title}>
              <Panel aria-label="Station">{panel()}</Panel>
            </Side>
            {stage()}
          </Frame>
          <Side side="right" title="Pieces">
            <Shelf />
          </Side>
        </Middle>
        <BottomBar />
        <FilesIn />
        <Ahead />
        <Keys station={station} />
        <Notices />
      </Whole>
    </WorkbenchProvider>
  )
}

/** Once the project is open and the page has nothing else to do, the other stations are fetched. */
function Ahead() {
  useEffect(() => {
    const fetchAll = () => {
      // One that does not come now comes when it is opened.
      for (const { load } of STATIONS) load?.().catch(() => undefined)
    }
    const timer = setTimeout(fetchAll, QUIET)
    return () => clearTimeout(timer)
  }, [])
  return null
}
const QUIET = 1500

function Notices() {
  const workbench = useWorkbench()
  const notice = useProject((s) => s.notice)
  return notice ? <Notice {...notice} onClose={() => workbench.say(null)} /> : null
}
