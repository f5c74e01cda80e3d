import type { ReactNode } from 'react'
import { OpenProject } from './open-project'

/** The workbench stays open while its stations change. */
export default async function ProjectLayout({
  params,
  children,
}: {
  params: Promise<{ project: string }>
  children: ReactNode
}) {
  const { project } = await params
  return (
    <>
      <OpenProject id={project} />
      {children}
    </>
  )
}
