'use client'
import dynamic from 'next/dynamic'
import type { ComponentType } from 'react'

/** What does not come is asked for again after this, ms: the server may be starting anew. */
const RETRY = 1500
const soon = new Set<() => Promise<unknown>>()

/**
 * A part of the page that is fetched when it is first shown, so that the first drawing does not wait for what comes
 * after it. Until it comes its place is empty.
 * @param when `soon` where it is also fetched ahead; `asked` for what is large and seldom shown
 */
export function fetched<P>(
  load: () => Promise<ComponentType<P>>,
  when: 'soon' | 'asked' = 'soon',
): ComponentType<P> {
  if (when === 'soon') soon.add(load)
  const untilItComes = async (): Promise<ComponentType<P>> => {
    try {
      return await load()
    } catch {
      await new Promise((resolve) => setTimeout(resolve, RETRY))
      return untilItComes()
    }
  }
  return dynamic(untilItComes, { ssr: false })
}

/** Fetches the parts that are wanted soon, so that they are there even if the server is not. */
export function fetchAhead(): void {
  // One that does not come now comes when it is shown.
  for (const load of soon) load().catch(() => undefined)
}
