import pino from 'pino'

/** Letters of a message that are kept. */
const LONGEST = 500

/** The server's log; file contents and names of people's files stay out of it. */
export const log = pino({
  name: 'velvet-crease',
  level: process.env.VELVET_LOG ?? 'info',
  serializers: { err: plain },
})

/** An error without what libraries hang on it: a database error carries its statement, and that the bytes of a file. */
function plain(error: unknown): Record<string, unknown> {
  if (!(error instanceof Error)) return { message: String(error).slice(0, LONGEST) }
  const { code } = error as { code?: unknown }
  return {
    type: error.name,
    message: error.message.slice(0, LONGEST),
    ...(typeof code === 'string' ? { code } : {}),
    stack: error.stack?.slice(0, 4 * LONGEST),
  }
}
