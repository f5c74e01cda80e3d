import { putBack } from '@/server/database'
import { forgetAll } from '@/server/projects/documents'
import { route } from '../../../respond'

/** Puts the whole database back as it was when the backup was made. */
export const POST = route<{ backup: string }>(async (_request, { backup }) => {
  await putBack(backup)
  forgetAll()
})
