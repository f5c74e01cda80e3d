// @vitest-environment jsdom
import { act, cleanup, render, screen, waitFor, within } from '@testing-library/react'
import userEvent from '@testing-library/user-event'
import { type ReactNode, useState } from 'react'
import { afterEach, beforeAll, describe, expect, it, vi } from 'vitest'
import { Check } from './check'
import { Dialog } from './dialog'
import { LengthField, NameField, NumberEntry } from './field'
import { FileButton } from './file-button'
import { FileDrop, pastedFiles } from './file-drop'
import { MenuButton } from './menu'
import { Notice } from './notice'
import { Progress } from './progress'
import { Radios, Switch } from './radios'
import { Select } from './select'
import { Slider } from './slider'

// What a page without layout cannot do.
beforeAll(() => {
  vi.stubGlobal('CSS', { escape: (text: string) => text, supports: () => false })
})
afterEach(cleanup)

const MATS = [
  { value: 'small', title: '30 × 30 cm' },
  { value: 'large', title: '30 × 60 cm' },
  { value: 'none', title: 'Without a mat' },
] as const

/** Keeps the value of a control, as the page around it does. */
function Held<T>({ start, children }: { start: T; children: (value: T, set: (to: T) => void) => ReactNode }) {
  const [value, set] = useState(start)
  return children(value, set)
}

describe('LengthField', () => {
  const field = (some: Partial<Parameters<typeof LengthField>[0]> = {}) => {
    const onCommit = vi.fn()
    render(<LengthField label="Width" mm={25.4} unit="mm" onCommit={onCommit} {...some} />)
    return { onCommit, box: screen.getByRole('textbox', { name: 'Width' }), user: userEvent.setup() }
  }

  it('shows the unit of the project, and takes any unit and arithmetic on Enter', async () => {
    const { box, user, onCommit } = field()
    expect(box).toHaveProperty('value', '25.4')
    for (const [typed, mm] of [
      ['14 cm', 140],
      ['5 1/2"', 139.7],
      ['100 + 2*3', 106],
    ] as const) {
      await user.clear(box)
      await user.type(box, `${typed}{Enter}`)
      expect(onCommit).toHaveBeenLastCalledWith(expect.closeTo(mm, 9))
    }
  })

  it('takes what was typed when it is left, and nothing when nothing was changed', async () => {
    const { box, user, onCommit } = field()
    await user.click(box)
    await user.tab()
    expect(onCommit).not.toHaveBeenCalled()
    await user.clear(box)
    await user.type(box, '30')
    await user.tab()
    expect(onCommit.mock.calls).toEqual([[30]])
  })

  it('keeps what is being typed while the value from before arrives late', async () => {
    const given: number[] = []
    const late = (mm: number) => (
      <LengthField
        label="Width"
        mm={mm}
        unit="mm"
        onCommit={(typed) => {
          given.push(typed)
          return new Promise<void>((done) => {
            taken = done
          })
        }}
      />
    )
    let taken = () => {}
    const { rerender } = render(late(10))
    const box = screen.getByRole('textbox', { name: 'Width' })
    const user = userEvent.setup()
    const type = async (text: string) => {
      await user.clear(box)
      await user.type(box, text)
    }
    await type('20{Enter}')
    // Until it is taken over, what was given away stands here.
    expect(box).toHaveProperty('value', '20')
    await type('30')
    rerender(late(20))
    expect(box).toHaveProperty('value', '30')
    await user.type(box, '{Enter}')
    // What stands here still is typed again before the last value has arrived.
    await type('20{Enter}')
    expect(given).toEqual([20, 30, 20])
    // What was left wrong gives way to a change from elsewhere.
    await type('wide{Enter}')
    await user.tab()
    rerender(late(40))
    await act(async () => taken())
    expect(box).toHaveProperty('value', '40')
  })

  it('says what is wrong and keeps what was typed; Escape brings back what stood there', async () => {
    const { box, user, onCommit } = field({ min: 1, max: 3000 })
    await user.clear(box)
    await user.type(box, '5000{Enter}')
    expect(screen.getByText('From 1 to 3000 mm.')).toBeTruthy()
    expect(box).toHaveProperty('value', '5000')
    expect(box.getAttribute('aria-invalid')).toBe('true')
    await user.clear(box)
    await user.type(box, 'wide{Enter}')
    expect(screen.queryByText('From 1 to 3000 mm.')).toBeNull()
    expect(box.getAttribute('aria-invalid')).toBe('true')
    await user.type(box, '{Escape}')
    expect(box).toHaveProperty('value', '25.4')
    expect(box.getAttribute('aria-invalid')).toBeNull()
    expect(onCommit).not.toHaveBeenCalled()
  })
})

describe('NumberEntry and NameField', () => {
  it('takes a number in its range, with a comma too', async () => {
    const onCommit = vi.fn()
    render(<NumberEntry label="Copies" value={2} min={1} max={500} whole onCommit={onCommit} />)
    const [box, user] = [screen.getByRole('textbox', { name: 'Copies' }), userEvent.setup()]
    for (const wrong of ['1,5', '0', '501', 'many', ' ']) {
      await user.clear(box)
      await user.type(box, `${wrong}{Enter}`)
      expect(screen.getByText('A whole number from 1 to 500.'), wrong).toBeTruthy()
    }
    await user.clear(box)
    await user.type(box, '12{Enter}')
    expect(onCommit.mock.calls).toEqual([[12]])
  })

  it('takes a name without blanks around it, and no empty one', async () => {
    const onCommit = vi.fn()
    render(<NameField label="Name" value="Lid" hideLabel onCommit={onCommit} />)
    const [box, user] = [screen.getByRole('textbox', { name: 'Name' }), userEvent.setup()]
    await user.clear(box)
    await user.type(box, '  {Enter}')
    expect(screen.getByText('Give it a name.')).toBeTruthy()
    await user.type(box, 'Base {Enter}')
    expect(onCommit.mock.calls).toEqual([['Base']])
  })
})

describe('Select', () => {
  it('shows what is chosen, opens by pointer and key, and answers what was chosen', async () => {
    const user = userEvent.setup()
    render(
      <Held start="small">
        {(mat, setMat) => <Select<string> label="Mat" value={mat} choices={MATS} onChange={setMat} />}
      </Held>,
    )
    const trigger = screen.getByRole('button', { name: /Mat/ })
    expect(trigger.textContent).toBe('30 × 30 cm')
    await user.click(trigger)
    await user.click(screen.getByRole('option', { name: '30 × 60 cm' }))
    expect(screen.queryByRole('listbox')).toBeNull()
    expect(trigger.textContent).toBe('30 × 60 cm')
    await waitFor(() => expect(document.activeElement).toBe(trigger))
    await user.keyboard('{Enter}')
    await waitFor(() => expect(document.activeElement?.textContent).toBe('30 × 60 cm'))
    await user.keyboard('{ArrowDown}{Enter}')
    expect(trigger.textContent).toBe('Without a mat')
  })

  it('is left by Escape without a change', async () => {
    const onChange = vi.fn()
    const user = userEvent.setup()
    render(<Select label="Mat" hideLabel value="large" choices={MATS} onChange={onChange} />)
    await user.click(screen.getByRole('button', { name: /Mat/ }))
    await user.keyboard('{ArrowUp}{Escape}')
    expect(screen.queryByRole('listbox')).toBeNull()
    expect(onChange).not.toHaveBeenCalled()
  })
})

describe('MenuButton', () => {
  it('does what is chosen, and is out of reach without entries', async () => {
    const onChoose = vi.fn()
    const user = userEvent.setup()
    const entries = [
      { id: 'p1', title: 'Oolong card' },
      { id: 'p2', title: 'Plum card' },
    ]
    const { rerender } = render(<MenuButton text="Move to" entries={entries} onChoose={onChoose} />)
    await user.click(screen.getByRole('button', { name: 'Move to' }))
    expect(screen.getAllByRole('menuitem').map((m) => m.textContent)).toEqual(['Oolong card', 'Plum card'])
    await user.keyboard('{ArrowDown}{ArrowDown}{Enter}')
    expect(onChoose.mock.calls).toEqual([['p2']])
    rerender(<MenuButton text="Move to" label="Move to a paper" entries={[]} onChoose={onChoose} />)
    expect(screen.getByRole('button', { name: 'Move to a paper' })).toHaveProperty('disabled', true)
  })
})

describe('Check, Radios and Switch', () => {
  it('ticks by pointer and by key', async () => {
    const onChange = vi.fn()
    const user = userEvent.setup()
    render(
      <Check isSelected={false} onChange={onChange}>
        Copies alike
      </Check>,
    )
    await user.click(screen.getByText('Copies alike'))
    await user.keyboard(' ')
    expect(onChange.mock.calls).toEqual([[true], [true]])
    expect(screen.getByRole('checkbox', { name: 'Copies alike' })).toHaveProperty('checked', false)
  })

  it.each([Radios, Switch])('chooses one of a few, none at first', async (Group) => {
    const onChange = vi.fn()
    const user = userEvent.setup()
    render(<Group<string> label="Mat" value={null} choices={MATS} onChange={onChange} />)
    const group = screen.getByRole('radiogroup', { name: 'Mat' })
    const radios = within(group).getAllByRole('radio')
    expect(radios.map((r) => (r as HTMLInputElement).checked)).toEqual([false, false, false])
    await user.click(within(group).getByText('Without a mat'))
    expect(onChange).toHaveBeenCalledWith('none')
  })
})

describe('Slider', () => {
  it('moves by its step with arrows, to its ends with Home and End, and not past them', async () => {
    const onChange = vi.fn()
    const user = userEvent.setup()
    render(
      <Held start={0.5}>
        {(share, setShare) => (
          <Slider
            label="Folded"
            value={share}
            min={0}
            max={1}
            step={0.25}
            onChange={(to) => {
              onChange(to)
              setShare(to)
            }}
          />
        )}
      </Held>,
    )
    await user.tab()
    expect(document.activeElement).toBe(screen.getByRole('slider', { name: 'Folded' }))
    await user.keyboard('{ArrowRight}{End}{ArrowRight}{Home}')
    expect(onChange.mock.calls.map(([to]) => to)).toEqual([0.75, 1, 0])
  })
})

describe('Dialog', () => {
  it('is told by its title, keeps the focus, and is closed by Escape', async () => {
    const onClose = vi.fn()
    const user = userEvent.setup()
    const { rerender } = render(
      <Dialog title="New paper" isOpen onClose={onClose}>
        <NameField label="Name" value="Card" onCommit={vi.fn()} />
      </Dialog>,
    )
    const dialog = screen.getByRole('dialog', { name: 'New paper' })
    await user.tab()
    expect(dialog.contains(document.activeElement)).toBe(true)
    // The first Escape takes back what was typed, the second closes.
    await user.keyboard('x{Escape}')
    expect(screen.getByRole('textbox', { name: 'Name' })).toHaveProperty('value', 'Card')
    expect(onClose).not.toHaveBeenCalled()
    await user.keyboard('{Escape}')
    expect(onClose).toHaveBeenCalledTimes(1)
    rerender(
      <Dialog title="New paper" isOpen={false} onClose={onClose}>
        nothing
      </Dialog>,
    )
    expect(screen.queryByRole('dialog')).toBeNull()
  })
})

describe('FileButton, Notice and Progress', () => {
  it('hands over the files that were chosen, the same ones again too', async () => {
    const onFiles = vi.fn()
    const user = userEvent.setup({ pointerEventsCheck: 0 })
    render(
      <FileButton label="Drawings" accept=".svg" multiple onFiles={onFiles}>
        Add drawings
      </FileButton>,
    )
    const file = new File(['<svg/>'], 'box.svg')
    for (const _ of [1, 2]) await user.upload(screen.getByLabelText('Drawings'), file)
    expect(onFiles.mock.calls.map(([files]) => files.map((f: File) => f.name))).toEqual([
      ['box.svg'],
      ['box.svg'],
    ])
  })

  it('interrupts with what is wrong, waits with what is not, and offers one thing to do', async () => {
    const [run, onClose] = [vi.fn(), vi.fn()]
    const user = userEvent.setup()
    const { rerender } = render(
      <Notice message="Deleted." action={{ label: 'Undo', run }} onClose={onClose} />,
    )
    expect(screen.getByRole('status').textContent).toContain('Deleted.')
    await user.click(screen.getByRole('button', { name: 'Undo' }))
    await user.click(screen.getByRole('button', { name: 'Close this message' }))
    expect([run.mock.calls.length, onClose.mock.calls.length]).toEqual([1, 1])
    rerender(<Notice message="Not saved." tone="alarm" onClose={onClose} />)
    expect(screen.getByRole('alert').textContent).toContain('Not saved.')
  })

  it('tells how far it is to those who do not see it', () => {
    render(<Progress label="Reading" share={0.4} />)
    expect(screen.getByRole('progressbar', { name: 'Reading' }).getAttribute('aria-valuenow')).toBe('40')
  })
})

describe('FileDrop', () => {
  const transfer = (files: File[], text = '') => ({
    files,
    types: files.length ? ['Files'] : [],
    getData: () => text,
  })
  const fire = (type: string, more: object, target: EventTarget = document.body) => {
    const event = Object.assign(new Event(type, { bubbles: true, cancelable: true }), more)
    act(() => void target.dispatchEvent(event))
    return event
  }
  const svg = '<?xml version="1.0"?>\n<svg xmlns="http://www.w3.org/2000/svg"/>'
  const file = new File([svg], 'lid.svg')

  it('takes files that are dropped anywhere, and shows so while they are dragged over the page', () => {
    const onFiles = vi.fn()
    render(<FileDrop label="Drop it" onFiles={onFiles} />)
    const dataTransfer = transfer([file])
    fire('dragenter', { dataTransfer })
    fire('dragenter', { dataTransfer })
    fire('dragleave', { dataTransfer })
    expect(screen.queryByTestId('file-drop')?.textContent).toBe('Drop it')
    expect(fire('dragover', { dataTransfer }).defaultPrevented).toBe(true)
    fire('drop', { dataTransfer })
    expect(onFiles.mock.calls).toEqual([[[file]]])
    expect(screen.queryByTestId('file-drop')).toBeNull()
  })

  it('leaves alone what is dragged within the page, and text that is pasted into a field', () => {
    const onFiles = vi.fn()
    render(
      <>
        <FileDrop label="Drop it" onFiles={onFiles} />
        <input aria-label="Name" />
      </>,
    )
    const plain = transfer([])
    fire('dragenter', { dataTransfer: plain })
    expect(fire('drop', { dataTransfer: plain }).defaultPrevented).toBe(false)
    fire('paste', { clipboardData: transfer([], svg) }, screen.getByRole('textbox', { name: 'Name' }))
    expect(onFiles).not.toHaveBeenCalled()
    fire('paste', { clipboardData: transfer([], svg) })
    expect(onFiles.mock.calls[0]![0][0].name).toBe('Pasted drawing.svg')
  })

  it('knows a drawing among texts that are pasted', () => {
    const names = (text: string) => pastedFiles(transfer([], text) as never).map((f) => f.name)
    expect(names('<svg viewBox="0 0 1 1"/>')).toHaveLength(1)
    expect(names(`<!-- made by hand -->\n<!DOCTYPE svg>\n${svg}`)).toHaveLength(1)
    expect(names('a note about <svg> files')).toEqual([])
    expect(names('<p>no drawing</p>')).toEqual([])
  })
})
