/**
 * Remembers what a pure function made, for as long as what it was made of stays the same objects. Documents share what an
 * edit leaves alone, so that after an edit only what it touched is made anew. One answer is kept for each first key.
 */
export function derived<K extends readonly [object, ...unknown[]], T>(
  make: (...keys: K) => T,
): (...keys: K) => T {
  const kept = new WeakMap<object, { keys: K; value: T }>()
  return (...keys) => {
    const known = kept.get(keys[0])
    if (known?.keys.every((key, i) => key === keys[i])) return known.value
    const value = make(...keys)
    kept.set(keys[0], { keys, value })
    return value
  }
}
