import { setPaperDeleted } from '@/server/papers/store'
import { route } from '../../../respond'

export const POST = route<{ paper: string }>((_request, { paper }) => setPaperDeleted(paper, false))
