import { expect, type Locator, type Page } from '@playwright/test'

/** A hand at the screen, whose actions are counted: each click, key, drag, typed value and choice of files is one. */
export class Hand {
  actions = 0
  readonly did: string[] = []

  constructor(readonly page: Page) {}

  /** Drops files on the page, all at once. */
  async drop(...files: { name: string; mimeType: string; buffer: Buffer }[]): Promise<void> {
    this.count(`drop ${files.map((f) => f.name).join(', ')}`)
    await this.page.getByLabel('Drawing to begin with').setInputFiles(files)
    await expect(this.page).toHaveURL(/\/projects\/[\w-]+\/lines/)
    await expect(this.page.getByTestId('piece-card').first()).toBeVisible()
  }

  async press(what: Locator): Promise<void> {
    this.count(`press ${(await what.getAttribute('aria-label')) ?? (await what.textContent())}`)
    await what.click()
  }

  async go(station: string): Promise<void> {
    await this.press(this.page.getByRole('navigation', { name: 'Stations' }).getByText(station))
  }

  private count(what: string): void {
    this.actions += 1
    this.did.push(what.trim().slice(0, 60))
  }
}
