import { paperFieldsSchema } from '@/core/document/paper'
import { changePaper, setPaperDeleted } from '@/server/papers/store'
import { body, route } from '../../respond'

type Params = { paper: string }

export const PUT = route<Params>(async (request, { paper }) => ({
  paper: await changePaper(paper, await body(request, paperFieldsSchema)),
}))

export const DELETE = route<Params>((_request, { paper }) => setPaperDeleted(paper, true))
