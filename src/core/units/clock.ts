/** Minutes and whole seconds. Rounded first, so that 119.6 s are 2 minutes and not 1 minute and 60 seconds. */
const parts = (seconds: number): [minutes: number, seconds: number] => {
  const whole = Math.round(seconds)
  return [Math.floor(whole / 60), whole % 60]
}

/** Seconds as `m:ss`, for what runs. */
export function clock(seconds: number): string {
  const [minutes, rest] = parts(seconds)
  return `${minutes}:${String(rest).padStart(2, '0')}`
}

/** Seconds in words, `2 min 5 s`, for what is read on paper. */
export function duration(seconds: number): string {
  const [minutes, rest] = parts(seconds)
  return minutes > 0 ? `${minutes} min ${rest} s` : `${rest} s`
}
