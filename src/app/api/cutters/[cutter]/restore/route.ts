import { cutters } from '@/server/library/cutters'
import { route } from '../../../respond'

export const POST = route<{ cutter: string }>((_request, { cutter }) => cutters.setDeleted(cutter, false))
