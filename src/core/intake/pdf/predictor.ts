/** How bytes were predicted from their neighbours before they were packed (ISO 32000-1, table 8). */
export type Prediction = { predictor: number; colours: number; bits: number; columns: number }

/**
 * Undoes the prediction of unpacked bytes: 1 none, 2 that of TIFF for whole bytes, 10 and more those of PNG, which
 * each row names itself (ISO 32000-1, 7.4.4.4; W3C PNG, 9.2).
 * @throws RangeError for a prediction of another kind or rows of no sensible length
 */
export function unpredicted(
  bytes: Uint8Array,
  { predictor, colours, bits, columns }: Prediction,
): Uint8Array {
  if (predictor <= 1) return bytes
  const row = Math.ceil((colours * bits * columns) / 8)
  const step = Math.max(1, Math.ceil((colours * bits) / 8))
  if (!(row >= 1 && row <= 1e6) || (predictor === 2 && bits !== 8) || (predictor > 2 && predictor < 10))
    throw new RangeError(`Unexpected prediction: ${predictor} with rows of ${row} bytes.`)
  return predictor === 2 ? fromLeft(bytes, row, step) : fromRows(bytes, row, step)
}

function fromLeft(bytes: Uint8Array, row: number, step: number): Uint8Array {
  const out = bytes.slice()
  for (let k = 0; k < out.length; k += 1) if (k % row >= step) out[k] = out[k]! + out[k - step]!
  return out
}

function fromRows(bytes: Uint8Array, row: number, step: number): Uint8Array {
  const rows = Math.ceil(bytes.length / (row + 1))
  const out = new Uint8Array(rows * row)
  let written = 0
  for (let r = 0; r < rows; r += 1) {
    const from = r * (row + 1)
    const filter = bytes[from]!
    const to = r * row
    const length = Math.min(row, bytes.length - from - 1)
    for (let k = 0; k < length; k += 1) {
      const left = k >= step ? out[to + k - step]! : 0
      const up = r > 0 ? out[to + k - row]! : 0
      const corner = r > 0 && k >= step ? out[to + k - row - step]! : 0
      out[to + k] = bytes[from + 1 + k]! + predictedBy(filter, left, up, corner)
    }
    written = to + length
  }
  return out.subarray(0, written)
}

function predictedBy(filter: number, left: number, up: number, corner: number): number {
  if (filter === 1) return left
  if (filter === 2) return up
  if (filter === 3) return (left + up) >> 1
  if (filter !== 4) return 0
  // The neighbour that lies nearest to left + up - corner (Paeth).
  const guess = left + up - corner
  const [byLeft, byUp, byCorner] = [Math.abs(guess - left), Math.abs(guess - up), Math.abs(guess - corner)]
  if (byLeft <= byUp && byLeft <= byCorner) return left
  return byUp <= byCorner ? up : corner
}
