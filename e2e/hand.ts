import type { File } from './job-drawings'
import { expect, type Locator, type Page } from './test'

/** A hand at the screen, whose actions are counted: each click, key, drag, typed value and choice of files is one. */
export class Hand {
  actions = 0
  readonly did: string[] = []

  /** @param stations what the list of stations is called, in the language of the page */
  constructor(
    readonly page: Page,
    private readonly stations = 'Stations',
  ) {}

  /** Drops files on the page, all at once. */
  async drop(...files: File[]): Promise<void> {
    this.count(`drop ${files.map((f) => f.name).join(', ')}`)
    await this.page.getByLabel('Drawing to begin with').setInputFiles(files)
    await expect(this.page).toHaveURL(/\/projects\/[\w-]+\/lines/, { timeout: 90_000 })
    await expect(this.page.getByTestId('piece-card').first()).toBeVisible()
  }

  async press(what: Locator): Promise<void> {
    this.count(`press ${(await what.getAttribute('aria-label')) ?? (await what.textContent())}`)
    await what.click()
  }

  async go(station: string): Promise<void> {
    const step = this.page
      .getByRole('navigation', { name: this.stations })
      .getByRole('link', { name: station })
    await this.press(step)
    await expect(step).toHaveAttribute('aria-current', 'step')
  }

  /** Types a value into a field, and Enter. */
  async type(field: Locator, value: string): Promise<void> {
    this.count(`type ${value}`)
    await field.fill(value)
    await field.press('Enter')
  }

  /** Opens what is named so, and takes one of the things in it: two presses. */
  async choose(name: RegExp, title: string): Promise<void> {
    await this.press(this.page.getByRole('button', { name }))
    const named = { name: title, exact: true }
    await this.press(this.page.getByRole('option', named).or(this.page.getByRole('menuitem', named)))
  }

  /** Gives a file to a button that takes one. */
  async give(field: Locator, file: string | File): Promise<void> {
    this.count('give a file')
    await field.setInputFiles(file)
  }

  private count(what: string): void {
    this.actions += 1
    this.did.push(what.trim().slice(0, 60))
  }
}
