type Bytes = Uint8Array<ArrayBuffer>

/** Ways in which a file is spoilt: bytes changed, runs dropped, doubled, swapped, numbers made absurd, ends cut off. */
const ODD_NUMBERS = ['NaN', '-1', '0', '1e308', '-1e-308', '999999999999', '0x7f', '..', '1,5', 'Infinity']

/** A spoilt copy of a file. @param random numbers from 0 to 1 */
export function mutate(bytes: Bytes, random: () => number): Bytes {
  let out = bytes.slice()
  const rounds = 1 + Math.floor(random() * 4)
  for (let round = 0; round < rounds; round += 1) out = spoil(out, random)
  return out
}

function spoil(bytes: Bytes, random: () => number): Bytes {
  const at = Math.floor(random() * bytes.length)
  const length = Math.floor(random() ** 3 * Math.min(400, bytes.length - at)) + 1
  const part = bytes.slice(at, at + length)
  const join = (...parts: Bytes[]) => {
    const all = new Uint8Array(parts.reduce((n, p) => n + p.length, 0))
    let to = 0
    for (const p of parts) {
      all.set(p, to)
      to += p.length
    }
    return all
  }
  switch (Math.floor(random() * 7)) {
    case 0: {
      const out = bytes.slice()
      for (let i = 0; i < Math.min(8, length); i += 1)
        out[Math.floor(random() * out.length)] = Math.floor(random() * 256)
      return out
    }
    case 1:
      return join(bytes.slice(0, at), bytes.slice(at + length))
    case 2:
      return join(bytes.slice(0, at), part, part, part, bytes.slice(at + length))
    case 3:
      return bytes.slice(0, Math.max(1, at))
    case 4: {
      const to = Math.floor(random() * bytes.length)
      return join(bytes.slice(0, to), part, bytes.slice(to))
    }
    case 5:
      return withOddNumber(bytes, at, random, join)
    default: {
      const out = bytes.slice()
      out.fill(random() < 0.5 ? 0 : 32, at, at + length)
      return out
    }
  }
}

/** The next number in the text replaced by one that no drawing should have. */
function withOddNumber(
  bytes: Bytes,
  from: number,
  random: () => number,
  join: (...parts: Bytes[]) => Bytes,
): Bytes {
  const isDigit = (i: number) => bytes[i]! >= 0x30 && bytes[i]! <= 0x39
  let at = from
  while (at < bytes.length && !isDigit(at)) at += 1
  let end = at
  while (end < bytes.length && (isDigit(end) || bytes[end] === 0x2e)) end += 1
  const odd = ODD_NUMBERS[Math.floor(random() * ODD_NUMBERS.length)]!
  return join(bytes.slice(0, at), new TextEncoder().encode(odd), bytes.slice(end))
}
