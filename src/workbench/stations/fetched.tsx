'use client'
import dynamic from 'next/dynamic'
import type { ComponentType } from 'react'

/**
 * A part of a station that is fetched when the station is first opened, so that the first drawing does not wait for
 * what comes after it.
 */
export const fetched = <P,>(load: () => Promise<ComponentType<P>>): ComponentType<P> =>
  dynamic(load, { ssr: false })
