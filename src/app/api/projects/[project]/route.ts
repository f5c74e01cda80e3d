import * as z from 'zod'
import { tagsSchema } from '@/core/document/tags'
import { say } from '@/core/words'
import { Problem } from '@/server/problem'
import { loadProject, renameProject, setDeleted, tagProject } from '@/server/projects/store'
import { jobAtCutter } from '@/server/stand-in-cutter/jobs'
import { body, route } from '../../respond'

type Params = { project: string }

export const GET = route<Params>((_request, { project }) => loadProject(project))

const change = z.union([
  z.object({ name: z.string().trim().min(1, 'a project needs a name').max(120) }),
  z.object({ tags: tagsSchema }),
])

export const PATCH = route<Params>(async (request, { project }) => {
  const wanted = await body(request, change)
  return 'tags' in wanted ? tagProject(project, wanted.tags) : renameProject(project, wanted.name)
})

/** A project whose sheet is on the cutter stays: from the bin nobody would find back to the machine. */
export const DELETE = route<Params>(async (_request, { project }) => {
  const job = jobAtCutter()
  if (job?.projectId === project)
    throw new Problem(
      409,
      say`A sheet of this project is on the cutter. Finish that job or cancel it there, then delete the project.`,
      { job: job.id },
    )
  return setDeleted(project, true)
})
