import { type NextRequest, NextResponse } from 'next/server'
import { isLocal } from './server/local-host'

/**
 * Every page gets a content security policy: scripts only with this answer's nonce, nothing from elsewhere. Styles may
 * be inline, since the components set positions that way; scripts may not.
 */
export function proxy(request: NextRequest): NextResponse {
  if (!isLocal(request.headers.get('host') ?? ''))
    return new NextResponse('This server answers on 127.0.0.1 only. Open it under that address.', {
      status: 403,
    })
  if (!isDecodable(request.nextUrl.pathname))
    return new NextResponse('This address cannot be read. Open the project from the list at /.', {
      status: 400,
    })
  if (request.nextUrl.pathname.startsWith('/api/')) return NextResponse.next()
  const nonce = btoa(crypto.randomUUID())
  const dev = process.env.NODE_ENV === 'development'
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${dev ? " 'unsafe-eval'" : ''}`,
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ')
  const headers = new Headers(request.headers)
  headers.set('x-nonce', nonce)
  headers.set('content-security-policy', policy)
  const response = NextResponse.next({ request: { headers } })
  response.headers.set('content-security-policy', policy)
  return response
}

/** Whether the signs of an address that are written as numbers are text. */
function isDecodable(path: string): boolean {
  try {
    decodeURIComponent(path)
    return true
  } catch {
    return false
  }
}

export const config = {
  matcher: [
    { source: '/((?!api/|_next/static|favicon|icon).*)' },
    // Of the API only what may be no text: all else would be read here first, uploads too.
    { source: '/api/(.*%[89a-fA-F][0-9a-fA-F].*)' },
  ],
}
