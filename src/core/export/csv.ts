/** Rows as CSV (RFC 4180): UTF-8, lines ended by CRLF. */
export const csv = (rows: readonly (readonly string[])[]): string =>
  rows.map((row) => `${row.map(field).join(',')}\r\n`).join('')

/** A field in quotes where it needs them; what a spreadsheet would take for a formula is text. */
function field(text: string): string {
  const safe = /^[=+\-@\t\r]/.test(text) ? `'${text}` : text
  return /[",\r\n]/.test(safe) ? `"${safe.replace(/"/g, '""')}"` : safe
}
