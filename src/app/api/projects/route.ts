import { z } from 'zod'
import { listQuerySchema } from '@/contract/projects'
import { LIMITS } from '@/core/intake/refusal'
import { importAsProject } from '@/server/imports/imports'
import { listProjects } from '@/server/projects/store'
import { fileName, query, readLimited, route } from '../respond'

export const dynamic = 'force-dynamic'

export const GET = route((request) => listProjects(query(request, listQuerySchema)))

const fileQuery = z.object({ file: fileName, import: z.string().max(40).optional() })

/** Reads the file of the body into a new project. */
export const POST = route(async (request) => {
  const { file, import: id } = query(request, fileQuery)
  const bytes = await readLimited(request, LIMITS.bytes)
  return { id: await importAsProject(bytes, file, { id: id ?? null, signal: request.signal }) }
})
