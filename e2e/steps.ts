import { fileURLToPath } from 'node:url'
import { expect, type Page } from '@playwright/test'

/** The path of a demo drawing. */
export const drawing = (name: string): string =>
  fileURLToPath(new URL(`../demo/drawings/${name}`, import.meta.url))

export const station = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stations' }).getByText(name).click()

export const saved = (page: Page) => expect(page.getByTestId('saved')).toHaveText('Saved')
