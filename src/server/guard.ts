import { say } from '../core/words'
import { isLocal } from './local-host'
import { Problem } from './problem'

/**
 * The server is for this machine alone: a page of another site must not reach it, neither under a name that was
 * pointed here (DNS rebinding) nor by posting from its own pages.
 * @throws Problem 403
 */
export function guard(headers: Headers, method: string): void {
  const host = headers.get('host') ?? ''
  if (!isLocal(host))
    throw new Problem(403, say`This server answers on 127.0.0.1 only. Open it under that address.`)
  const origin = headers.get('origin')
  const foreign = origin !== null && origin !== `http://${host}`
  // A browser says where a request comes from; a program that is none says nothing.
  const site = headers.get('sec-fetch-site')
  const fromElsewhere = site !== null && site !== 'same-origin' && site !== 'none'
  if (method !== 'GET' && method !== 'HEAD' && (foreign || fromElsewhere))
    throw new Problem(403, say`Another site tried to change something here, so nothing was done.`)
}
