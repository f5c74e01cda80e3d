import { runInThread } from '../../tasks/run-in-thread'
import { writeBooklet } from '../../tasks/write-booklet'
import { papers } from '../library/papers'
import { loadProject } from './store'

/** How a project is built, as a booklet to print (PDF), and the project's name. */
export async function booklet(projectId: string): Promise<{ name: string; bytes: Uint8Array }> {
  const { project } = await loadProject(projectId)
  const bytes = await runInThread(writeBooklet, { project, papers: await papers.list() })
  return { name: project.name, bytes }
}
