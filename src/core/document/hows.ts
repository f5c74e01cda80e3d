/** How one piece is held by another. */
export const HOWS = ['glue', 'lay', 'slide', 'thread'] as const
export type How = (typeof HOWS)[number]
