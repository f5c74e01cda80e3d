import { setImmediate } from 'node:timers/promises'
import * as z from 'zod'
import { isFlood, jsonCounter, MOST_VALUES } from '@/core/document/count-json'
import { id } from '@/core/document/fields'
import { say } from '@/core/words'
import { asProblem } from '@/server/as-problem'
import { guard } from '@/server/guard'
import { inLanguage, languageOf } from '@/server/language'
import { log } from '@/server/log'
import { Problem } from '@/server/problem'

type Context<P> = { params: Promise<P> }

/** A route: guarded, its errors told as JSON with a sentence, its answer sent as JSON unless it is a response. */
export function route<P = Record<string, never>>(
  answer: (request: Request, params: P) => Promise<unknown>,
): (request: Request, context: Context<P>) => Promise<Response> {
  return (request, context) => inLanguage(languageOf(request.headers), () => answered(request, context))

  async function answered(request: Request, context: Context<P>): Promise<Response> {
    try {
      guard(request.headers, request.method)
      const params = await context.params
      refuseOddNames(params as Record<string, unknown>)
      const told = await answer(request, params)
      return told instanceof Response ? told : Response.json(told ?? {}, { headers: NO_STORE })
    } catch (error) {
      const problem = asProblem(error)
      if (problem.status >= 500)
        log.error({ err: error, path: new URL(request.url).pathname }, 'request failed')
      return Response.json(
        { message: problem.message, ...problem.more },
        { status: problem.status, headers: NO_STORE },
      )
    }
  }
}

/** @throws Problem for a part of an address that is no name of anything here */
function refuseOddNames(params: Record<string, unknown> = {}): void {
  if (Object.values(params).some((name) => !id.safeParse(name).success))
    throw new Problem(404, say`There is nothing under this address.`)
}

const NO_STORE = {
  'cache-control': 'no-store',
  'content-security-policy': "default-src 'none'; frame-ancestors 'none'",
}

const MAX_JSON = 64 * 1024 * 1024

/** The bytes of a body that is to be JSON. @throws Problem 415 for one that is said to be something else */
export async function jsonBytes(request: Request): Promise<Uint8Array<ArrayBuffer>> {
  // Only a script of our own pages can say so: a form of a foreign one cannot.
  if (!/^application\/json\b/i.test(request.headers.get('content-type') ?? ''))
    throw new Problem(415, say`The body is to be application/json.`)
  const count = jsonCounter()
  return readLimited(request, MAX_JSON, (bytes) => {
    if (isFlood(count(bytes)))
      throw new Problem(
        413,
        say`This holds more than ${MOST_VALUES} values, or values too deep within one another.`,
      )
  })
}

/** JSON text by a schema. */
function parsed<T>(bytes: Uint8Array, schema: z.ZodType<T>): T {
  let json: unknown
  try {
    json = JSON.parse(new TextDecoder().decode(bytes))
  } catch {
    throw new Problem(400, say`The request is not JSON.`)
  }
  return schema.parse(json)
}

/** The body as JSON by a schema. */
export const body = async <T>(request: Request, schema: z.ZodType<T>): Promise<T> =>
  parsed(await jsonBytes(request), schema)

/** The name of a file, as it is told in an address: signs that no name has are left out. */
export const fileName = z
  .string()
  .max(200)
  .transform((name) => name.replace(/[\p{Cc}\p{Cs}]+/gu, ' ').trim())
  .refine((name) => name !== '', say`a file needs a name`)

/** The query of the address by a schema. */
export const query = <T>(request: Request, schema: z.ZodType<T>): T =>
  schema.parse(Object.fromEntries(new URL(request.url).searchParams))

/** Room for so many bytes is made before any is there. */
const FIRST_ROOM = 1024 * 1024
/** After so many bytes others are answered. */
const BREATH = 32 * 1024

/**
 * The bytes of a body; one that is larger is not even read to its end.
 * @param look sees them as they come, and may refuse them
 */
export async function readLimited(
  request: Request,
  limit: number,
  look: (bytes: Uint8Array) => void = () => undefined,
): Promise<Uint8Array<ArrayBuffer>> {
  const tooLarge = () =>
    new Problem(
      413,
      say`This is larger than ${limit / 1048576} MB. Remove pictures from the file, or split it.`,
    )
  if (Number(request.headers.get('content-length') ?? 0) > limit) throw tooLarge()
  // Written where it will stay: joining large parts in the end would hold up everybody, and so would room for all of it
  // that is asked for at once.
  let bytes = new Uint8Array(Math.min(Number(request.headers.get('content-length') ?? 0), FIRST_ROOM))
  let [size, answered] = [0, 0]
  const reader = request.body?.getReader()
  for (let next = await reader?.read(); next && !next.done; next = await reader?.read()) {
    const { value } = next
    try {
      if (size + value.length > limit) throw tooLarge()
      look(value)
    } catch (error) {
      await reader?.cancel()
      throw error
    }
    if (size + value.length > bytes.length) bytes = grown(bytes, size + value.length)
    bytes.set(value, size)
    size += value.length
    // What comes fast would let nobody else in between.
    if (size - answered > BREATH) {
      answered = size
      await setImmediate()
    }
  }
  return size === bytes.length ? bytes : bytes.slice(0, size)
}

/** Room for at least so many bytes, and as many again. */
function grown(bytes: Uint8Array, least: number): Uint8Array<ArrayBuffer> {
  const larger = new Uint8Array(2 * least)
  larger.set(bytes)
  return larger
}

/** A stream of server-sent events, fed by `follow` until the page leaves or `follow` ends it. */
export function eventStream(
  request: Request,
  follow: (send: (data: unknown) => void, end: () => void) => () => void,
): Response {
  const encoder = new TextEncoder()
  let stop = () => {}
  const stream = new ReadableStream({
    start(controller) {
      let open = true
      const end = () => {
        if (!open) return
        open = false
        stop()
        controller.close()
      }
      const send = (data: unknown) => {
        if (open) controller.enqueue(encoder.encode(`data: ${JSON.stringify(data)}\n\n`))
      }
      request.signal.addEventListener('abort', end, { once: true })
      controller.enqueue(encoder.encode(': open\n\n'))
      stop = follow(send, end)
    },
    cancel: () => stop(),
  })
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-cache, no-transform' },
  })
}

/** The name of a file to save, with all its letters (RFC 6266, RFC 8187), and a plain one for who does not know them. */
const dispositionOf = (fileName: string): string =>
  `attachment; filename="${fileName.replace(/[^\w .-]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(
    fileName.replace(/[\p{Cc}\p{Cs}/\\]/gu, '_'),
  ).replace(/['()*]/g, (c) => `%${c.charCodeAt(0).toString(16).toUpperCase()}`)}`

/** A file to save. */
export const downloadBytes = (bytes: Uint8Array, fileName: string, type: string): Response =>
  new Response(bytes as Uint8Array<ArrayBuffer>, {
    headers: {
      'content-type': type,
      'content-disposition': dispositionOf(fileName),
      ...NO_STORE,
      // A drawing that is opened by itself runs nothing.
      'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; sandbox",
    },
  })
