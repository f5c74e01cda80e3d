import pino from 'pino'

/** The server's log; file contents and names of people's files stay out of it. */
export const log = pino({ name: 'velvet-crease', level: process.env.VELVET_LOG ?? 'info' })
