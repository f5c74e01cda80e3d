import { fileURLToPath } from 'node:url'
import { expect, type Locator, type Page } from './test'

/** The path of a demo drawing. */
export const drawing = (name: string): string =>
  fileURLToPath(new URL(`../demo/drawings/${name}`, import.meta.url))

export const station = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stations' }).getByText(name).click()

export const saved = (page: Page) => expect(page.getByTestId('saved')).toHaveText('Saved')

/** Opens what is named so, and takes one of the things in it. */
export async function choose(within: Page | Locator, name: string, title: string): Promise<void> {
  const page = 'page' in within ? within.page() : within
  // What is chosen stands before the label in the name of the button.
  await within.getByRole('button', { name: new RegExp(`(^| )${name}$`) }).click()
  const named = { name: title, exact: true }
  await page.getByRole('option', named).or(page.getByRole('menuitem', named)).click()
}

/** Clicks the label of a box or a round, and sees it ticked or not. */
export async function tick(field: Locator, on = true): Promise<void> {
  // The step that is undone next may be named as the box is.
  const box = field.and(field.page().locator('input'))
  await box.locator('xpath=ancestor::label').click()
  await expect(box).toBeChecked({ checked: on })
}

/** Presses a link among the files to save, which are folded away until they are asked for. */
export async function fileLink(page: Page, name: string): Promise<void> {
  const link = page.getByRole('link', { name })
  if (!(await link.isVisible())) await page.getByText('Files to save').click()
  await link.click()
}

/** Lays the sheet into the stand-in cutter when it asks for it. */
export async function loadSheet(page: Page): Promise<void> {
  await expect(page.getByTestId('cutter')).toContainText(/Lay sheet \d+ \(/)
  // A hurried finger presses twice.
  await page.getByRole('button', { name: 'Loaded, go on' }).dblclick()
}

/** Waits for the end of the cut and takes the sheet out. */
export async function takeSheetOut(page: Page): Promise<void> {
  await expect(page.getByTestId('cutter')).toContainText('Take the sheet out', { timeout: 30_000 })
  await page.getByRole('button', { name: 'Taken out' }).click()
  await expect(page.getByTestId('cutter')).toContainText('Finished')
}
