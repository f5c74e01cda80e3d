import { listProjects } from '@/server/projects/store'
import { Projects } from '@/workbench/projects/projects'

export const dynamic = 'force-dynamic'

export default async function ProjectsPage() {
  return <Projects initial={await listProjects()} />
}
