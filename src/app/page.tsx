import { headers } from 'next/headers'
import type { ProjectList } from '@/contract/projects'
import { asProblem } from '@/server/as-problem'
import { inLanguage, languageOf } from '@/server/language'
import { listProjects } from '@/server/projects/store'
import { Projects } from '@/workbench/projects/projects'

export const dynamic = 'force-dynamic'

const NOTHING: ProjectList = { projects: [], total: 0, tags: [] }

/** Also where the database cannot be read the page is shown: a backup is put back from there. */
export default async function ProjectsPage() {
  return inLanguage(languageOf(await headers()), page)
}

async function page() {
  try {
    const [initial, deleted] = [await listProjects(), await listProjects({ bin: true })]
    return <Projects initial={initial} deleted={deleted} problem={null} />
  } catch (error) {
    return <Projects initial={NOTHING} deleted={NOTHING} problem={asProblem(error).message} />
  }
}
