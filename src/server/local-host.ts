/** Whether a Host header names this machine. */
export const isLocal = (host: string): boolean => /^(127\.0\.0\.1|localhost|\[::1\])(:\d{1,5})?$/.test(host)
