import type { ComponentType, ReactNode } from 'react'
import type { Family } from '@/core/document/families'
import type { Finding } from '@/core/document/findings'
import type { Project } from '@/core/document/project'
import type { Trouble } from '@/core/sheets/troubles'
import type { KeyHelp } from '../keys/key'

/** What a station still wants: how many decisions, and whether its work is done. */
export type StationState = { open: number; done: boolean }

/** What a station is for, and three things to try there. */
export type Guide = { aim: string; tries: readonly [string, string, string] }

/** A step of the work. Adding one is a folder here with such an object, and a line in the list. */
export type Station = {
  /** in addresses; also the name of its folder */
  name: string
  title: string
  state: (
    project: Project,
    families: readonly Family[],
    findings: readonly Finding[],
    troubles: readonly Trouble[],
  ) => StationState
  /** on the left: what this step needs */
  panel: () => ReactNode
  /** in the middle: its board; stations that show the same board keep it when they follow one another */
  stage: () => ReactNode
  /** around both, where they share what goes on while the station is open */
  Frame?: ComponentType<{ children: ReactNode }>
  /** in a person's own words, for the guide and the first visit */
  guide: Guide
  /** what keys do here besides what they do everywhere */
  keys: readonly KeyHelp[]
}
