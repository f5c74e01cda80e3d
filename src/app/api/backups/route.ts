import { datedBackups } from '@/server/database/backups'
import { route } from '../respond'

export const dynamic = 'force-dynamic'

export const GET = route(async () => ({ backups: datedBackups() }))
