// @vitest-environment jsdom
import { afterEach, describe, expect, it, vi } from 'vitest'
import { STATIONS } from '../stations/stations'
import { EVERYWHERE, ON_BOARDS } from './everywhere'
import { isTyping, typed, withCtrl } from './key'

const press = (key: string, held: KeyboardEventInit = {}) => new KeyboardEvent('keydown', { key, ...held })

describe('keys', () => {
  it('with Ctrl are meant with the Command key too, and not with Alt or a Shift too many', () => {
    const undo = withCtrl('z')
    expect(undo(press('z', { ctrlKey: true }))).toBe(true)
    expect(undo(press('Z', { metaKey: true }))).toBe(true)
    for (const held of [{}, { ctrlKey: true, altKey: true }, { ctrlKey: true, shiftKey: true }])
      expect(undo(press('z', held))).toBe(false)
    expect(withCtrl('z', true)(press('Z', { ctrlKey: true, shiftKey: true }))).toBe(true)
  })

  it('that are typed by themselves are not those with Ctrl', () => {
    expect(typed('?')(press('?', { shiftKey: true }))).toBe(true)
    expect(typed('?')(press('?', { ctrlKey: true }))).toBe(false)
  })

  it('that do something everywhere do one thing each', () => {
    const on = { undo: vi.fn(), redo: vi.fn(), help: vi.fn() }
    for (const [event, done] of [
      [press('z', { ctrlKey: true }), 'undo'],
      [press('z', { ctrlKey: true, shiftKey: true }), 'redo'],
      [press('y', { metaKey: true }), 'redo'],
      [press('?'), 'help'],
      [press('k', { ctrlKey: true }), 'help'],
      [press('F1'), 'help'],
    ] as const) {
      const meant = EVERYWHERE.filter((k) => k.is(event))
      expect(meant).toHaveLength(1)
      on[done].mockClear()
      meant[0]!.run(on as never)
      expect(on[done]).toHaveBeenCalledTimes(1)
    }
  })

  it('are told once in each list of the overview', () => {
    for (const keys of [EVERYWHERE, ON_BOARDS, ...STATIONS.map((s) => s.keys)]) {
      const told = keys.map((k) => k.press)
      expect(new Set(told).size).toBe(told.length)
      for (const { press: text, what } of keys) expect(text && what).toBeTruthy()
    }
  })
})

describe('isTyping', () => {
  afterEach(() => {
    document.body.innerHTML = ''
  })

  it.each([
    ['<input>', true],
    ['<input type="text">', true],
    ['<textarea></textarea>', true],
    ['<input type="checkbox">', false],
    ['<input type="range">', false],
    ['<button>go</button>', false],
    ['<input data-at-rest>', true],
    ['<input data-at-rest>', false, { ctrlKey: true }],
    ['<input>', true, { ctrlKey: true }],
  ] as [string, boolean, KeyboardEventInit?][])('%s: %s', (html, expected, held = {}) => {
    document.body.innerHTML = html
    const seen: boolean[] = []
    const listen = (event: KeyboardEvent) => seen.push(isTyping(event))
    window.addEventListener('keydown', listen)
    document.body.firstElementChild!.dispatchEvent(
      new KeyboardEvent('keydown', { key: 'z', bubbles: true, ...held }),
    )
    window.removeEventListener('keydown', listen)
    expect(seen).toEqual([expected])
  })
})
