import { say } from '../words'

/** The sides of something flat, and its middles, within a sentence. */
export const SIDE_NAMES = {
  left: say`left`,
  centre: say`centre`,
  right: say`right`,
  top: say`top`,
  middle: say`middle`,
  bottom: say`bottom`,
}

/** A side as something to choose. */
export const sideChoice = <S extends keyof typeof SIDE_NAMES>(value: S) => ({
  value,
  title: SIDE_NAMES[value],
})
