import * as z from 'zod'
import { listQuerySchema } from '@/contract/projects'
import { isArchive } from '@/core/archive'
import { LIMITS } from '@/core/intake/refusal'
import { importAsProject } from '@/server/imports/imports'
import { openArchive } from '@/server/projects/archive'
import { listProjects } from '@/server/projects/store'
import { fileName, query, readLimited, route } from '../respond'

export const dynamic = 'force-dynamic'

export const GET = route((request) => listProjects(query(request, listQuerySchema)))

const fileQuery = z.object({ file: fileName, import: z.string().max(40).optional() })

/** Bytes of an archive with a whole project. */
const LARGEST_ARCHIVE = 96_000_000

/** Reads the file of the body into a new project: a drawing, or an archive with a whole one. */
export const POST = route(async (request) => {
  const { file, import: id } = query(request, fileQuery)
  const isZip = file.toLowerCase().endsWith('.zip')
  const bytes = await readLimited(request, isZip ? LARGEST_ARCHIVE : LIMITS.bytes)
  if (isArchive(bytes)) return { id: await openArchive(bytes, file) }
  return { id: await importAsProject(bytes, file, { id: id ?? null, signal: request.signal }) }
})
