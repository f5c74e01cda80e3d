/**
 * How the names of drawings end that are read, for what has to know it without the readers: the endings of all formats
 * but those that are only recognised to be refused.
 */
export const ENDINGS = ['svg', 'dxf', 'pdf', 'ai', 'fold', 'png', 'jpg', 'jpeg', 'xml'] as const
