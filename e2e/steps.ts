import { fileURLToPath } from 'node:url'
import { expect, type Page } from '@playwright/test'

/** The path of a demo drawing. */
export const drawing = (name: string): string =>
  fileURLToPath(new URL(`../demo/drawings/${name}`, import.meta.url))

export const station = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stations' }).getByText(name).click()

export const saved = (page: Page) => expect(page.getByTestId('saved')).toHaveText('Saved')

/** Lays the sheet into the stand-in cutter when it asks for it. */
export async function loadSheet(page: Page): Promise<void> {
  await expect(page.getByTestId('cutter')).toContainText(/Lay sheet \d+ \(/)
  await page.getByRole('button', { name: 'Loaded, go on' }).click()
}

/** Waits for the end of the cut and takes the sheet out. */
export async function takeSheetOut(page: Page): Promise<void> {
  await expect(page.getByTestId('cutter')).toContainText('Take the sheet out', { timeout: 30_000 })
  await page.getByRole('button', { name: 'Taken out' }).click()
  await expect(page.getByTestId('cutter')).toContainText('Finished')
}
