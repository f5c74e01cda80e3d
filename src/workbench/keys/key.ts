/** A key, or several that do the like, as they are shown, and what they do. */
export type KeyHelp = { press: string; what: string }

/** A key that does the same everywhere. */
export type Key<T> = KeyHelp & {
  /** whether an event is a press of it */
  is: (event: KeyboardEvent) => boolean
  run: (on: T) => void
}

/** Whether a letter is pressed together with Ctrl, or the Command key. */
export const withCtrl =
  (letter: string, shift = false) =>
  (event: KeyboardEvent): boolean =>
    (event.ctrlKey || event.metaKey) &&
    !event.altKey &&
    event.shiftKey === shift &&
    event.key.toLowerCase() === letter

/** Whether a sign is typed by itself. */
export const typed =
  (sign: string) =>
  (event: KeyboardEvent): boolean =>
    event.key === sign && !event.ctrlKey && !event.metaKey && !event.altKey

/**
 * Whether an event belongs to a field that is typed into. In one whose value was taken over already, keys with Ctrl are
 * meant for everything: undo right after typing undoes what was typed.
 */
export function isTyping(event: KeyboardEvent): boolean {
  const field =
    event.target instanceof HTMLElement &&
    event.target.closest('input:not([type=radio]):not([type=checkbox]):not([type=range]), textarea')
  if (!field) return false
  return !((event.ctrlKey || event.metaKey) && field.hasAttribute('data-at-rest'))
}
