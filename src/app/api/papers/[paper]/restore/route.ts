import { papers } from '@/server/library/papers'
import { route } from '../../../respond'

export const POST = route<{ paper: string }>((_request, { paper }) => papers.setDeleted(paper, false))
