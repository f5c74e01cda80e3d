'use client'
import { Muted, Section } from '@/kit/surface'
import { useProject } from '../../store/context'
import { useTable } from './build-frame'
import { Layers } from './layers'
import { PutTogether } from './put-together'
import { Steps } from './steps'

/** What the build needs: layers on one another, pieces in one another, and the steps in their order. */
export function BuildPanel() {
  const { told, problem } = useTable()
  const isStacked = useProject((s) => Boolean(s.project.stack))
  // All of it at once: what stands below would move away when the steps come.
  if (!told && !problem) return null
  return (
    <>
      {problem ? (
        <Section>
          <Muted role="alert">{problem}</Muted>
        </Section>
      ) : null}
      {isStacked ? <Layers /> : null}
      <Steps />
      {isStacked ? null : <Layers />}
      <PutTogether />
    </>
  )
}
