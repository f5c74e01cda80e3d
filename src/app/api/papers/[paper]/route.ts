import { paperFieldsSchema } from '@/core/document/paper'
import { papers } from '@/server/library/papers'
import { body, route } from '../../respond'

type Params = { paper: string }

export const PUT = route<Params>(async (request, { paper }) => ({
  paper: await papers.change(paper, await body(request, paperFieldsSchema)),
}))

export const DELETE = route<Params>((_request, { paper }) => papers.setDeleted(paper, true))
