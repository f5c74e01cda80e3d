'use client'
import { Fragment } from 'react'
import styled from 'styled-components'
import { Notice } from '@/kit/notice'
import { BottomBar } from './frame/bottom-bar'
import { FilesIn } from './frame/files-in'
import { TopBar } from './frame/top-bar'
import { Keys } from './keys/keys'
import { Shelf } from './shelf/shelf'
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
    <WorkbenchProvider id={id}>
      <Whole>
        <TopBar station={station.name} />
        <Middle>
          <Frame>
            <Panel aria-label="Station">{panel()}</Panel>
            {stage()}
          </Frame>
          <Shelf />
        </Middle>
        <BottomBar />
        <FilesIn />
        <Keys station={station} />
        <Notices />
      </Whole>
    </WorkbenchProvider>
  )
}

function Notices() {
  const workbench = useWorkbench()
  const notice = useProject((s) => s.notice)
  return notice ? <Notice {...notice} onClose={() => workbench.say(null)} /> : null
}
