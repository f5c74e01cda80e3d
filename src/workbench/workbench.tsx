'use client'
import { Fragment, useEffect } from 'react'
import styled from 'styled-components'
import { say } from '@/core/words'
import { Notice } from '@/kit/notice'
import { BottomBar } from './frame/bottom-bar'
import { FilesIn } from './frame/files-in'
import { Opening } from './frame/opening'
import { Side } from './frame/side'
import { TopBar } from './frame/top-bar'
import { Help } from './guide/help'
import { Hint } from './guide/hint'
import { Shelf } from './shelf/shelf'
import { fetchAhead } from './stations/fetched'
import { stationOf } from './stations/stations'
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
  position: relative;
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
              <Panel aria-label={say`Station`}>
                <Hint station={station} />
                {panel()}
              </Panel>
            </Side>
            {stage()}
          </Frame>
          <Side side="right" title={say`Pieces`}>
            <Shelf />
          </Side>
          <Help station={station} />
        </Middle>
        <BottomBar />
        <FilesIn />
        <Ahead />
        <Notices />
      </Whole>
    </WorkbenchProvider>
  )
}

/** Once the project is open and the page has nothing else to do, all that is wanted soon is fetched. */
function Ahead() {
  useEffect(() => {
    const timer = setTimeout(fetchAhead, QUIET)
    return () => clearTimeout(timer)
  }, [])
  return null
}
const QUIET = 1500

function Notices() {
  const workbench = useWorkbench()
  const notice = useProject((s) => s.notice)
  return notice ? <Notice {...notice} onClose={() => workbench.notify(null)} /> : null
}
