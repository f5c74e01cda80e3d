/** The first named colours by index, then the greys at the end (DXF reference, from memory). */
const NAMED: Readonly<Record<number, string>> = {
  1: '#ff0000',
  2: '#ffff00',
  3: '#00ff00',
  4: '#00ffff',
  5: '#0000ff',
  6: '#ff00ff',
  // White on a dark ground and black on paper are one colour.
  7: '#000000',
  8: '#808080',
  9: '#c0c0c0',
  250: '#333333',
  251: '#5b5b5b',
  252: '#848484',
  253: '#adadad',
  254: '#d6d6d6',
  255: '#000000',
}

const SHADES = [1, 0.65, 0.5, 0.3, 0.15]

const hex = (v: number): string =>
  Math.round(Math.max(0, Math.min(1, v)) * 255)
    .toString(16)
    .padStart(2, '0')

/**
 * The colour of an index: 10 to 249 are 24 hues of 15 degrees each, in five shades, full and half saturated.
 * @param index 1 to 255
 */
export function indexedColour(index: number): string {
  const named = NAMED[index]
  if (named) return named
  if (index < 10 || index > 249) return '#000000'
  const hue = Math.floor((index - 10) / 10) * 15
  const value = SHADES[Math.floor((index % 10) / 2)]!
  const low = index % 2 === 1 ? value / 2 : 0
  const channel = (offset: number) => {
    const h = (((hue + offset) % 360) + 360) % 360
    const share = h < 60 ? h / 60 : h < 180 ? 1 : h < 240 ? (240 - h) / 60 : 0
    return hex(low + (value - low) * share)
  }
  return `#${channel(120)}${channel(0)}${channel(-120)}`
}

/** A true colour: 24 bits as red, green, blue. */
export const trueColour = (bits: number): string => `#${(bits & 0xffffff).toString(16).padStart(6, '0')}`
