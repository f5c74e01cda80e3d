/** A paper's colour, lightened so that every line style stays readable on it. @param colour `#rrggbb` */
export function paperTint(colour: string): string {
  const mix = (at: number) => Math.round(Number.parseInt(colour.slice(at, at + 2), 16) * 0.42 + 255 * 0.58)
  return `rgb(${mix(1)} ${mix(3)} ${mix(5)})`
}
