import { drawing, saved, station } from './steps'
import { expect, test } from './test'

const caddy = drawing('tea-caddy.svg')

test.beforeEach(async ({ page }) => {
  await page.goto('/')
  await page.getByLabel('Drawing to begin with').setInputFiles(caddy)
  await expect(page.getByTestId('piece-card').first()).toBeVisible()
})

test('pieces are nested by their true shapes, stopped, kept as one edit, and what is locked stays', async ({
  page,
}) => {
  for (const [card, copies] of [
    [1, '4'],
    [2, '12'],
  ] as const) {
    await page
      .getByTestId('piece-card')
      .nth(card)
      .getByLabel(/^Copies/)
      .fill(copies)
    await page.keyboard.press('Enter')
  }
  await station(page, 'Sheets')
  await expect(page.getByTestId('sheet').first()).toBeVisible()
  await saved(page)
  const before = await page.getByTestId('sheet').count()

  const first = page.getByTestId('placed').first()
  await first.focus()
  await page.keyboard.press('l')
  const name = (await first.getAttribute('aria-label'))!
  expect(name).toContain('locked')
  const where = await first.getAttribute('transform')
  await saved(page)

  // Begun on another station's return, so that no piece is chosen.
  await page.getByLabel(/^Sheet on its mat/).click({ position: { x: 600, y: 640 } })
  await page.getByLabel('Time').fill('60')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Nest', exact: true }).click()
  const progress = page.getByTestId('nesting').getByRole('progressbar')
  await expect(progress).toBeVisible()
  await expect(progress).toHaveAccessibleName(/\d sheets?, \d+ % used/)
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByRole('button', { name: /^Undo: Nest the pieces on/ })).toBeVisible()
  await saved(page)
  expect(await page.getByTestId('sheet').count()).toBeLessThanOrEqual(before + 1)
  await expect(page.locator('[data-testid=placed][data-wrong=true]')).toHaveCount(0)
  await expect(page.getByRole('button', { name }).first()).toHaveAttribute('transform', where!)

  await page.reload()
  await expect(page.getByRole('button', { name }).first()).toHaveAttribute('transform', where!)
  await page.getByRole('button', { name: /^Undo: Nest/ }).click()
  await expect(page.getByTestId('sheet')).toHaveCount(before)
})

test('a sheet is filled with one piece, and the rest is kept as a leftover', async ({ page }) => {
  await station(page, 'Sheets')
  await expect(page.getByTestId('sheet')).toHaveCount(2)
  await page.getByRole('button', { name: /^Piece 4/ }).focus()
  const repeat = page.getByTestId('repeat')
  await expect(repeat).toContainText('21 fit, some turned.')
  await expect(repeat).toContainText(/To the edges of the paper .* to what margins leave, /)
  await expect(repeat).toContainText('would fit at')
  await repeat.getByRole('button', { name: 'Fill the sheet with 21' }).click()
  await expect(page.getByTestId('placed')).toHaveCount(21)
  await expect(page.getByTestId('sheet')).toHaveCount(3)
  await expect(page.locator('[data-testid=placed][data-wrong=true]')).toHaveCount(0)
  await saved(page)

  await page.getByRole('button', { name: /^Piece 4, copy 3/ }).focus()
  await page.getByTestId('repeat').getByLabel('Across').fill('5')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('placed')).toHaveCount(5)
  await saved(page)
  await page.getByRole('button', { name: /^Piece 4, copy 3/ }).focus()
  await page.getByTestId('repeat').getByLabel('Down').fill('2')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('placed')).toHaveCount(10)
  // There is a leftover only once the sheet was cut, and only once.
  await expect(page.getByRole('button', { name: 'Keep the rest', exact: true })).toHaveCount(0)
  await page.getByRole('button', { name: 'It was cut', exact: true }).click()
  await page.getByRole('button', { name: 'Keep the rest', exact: true }).click()
  await expect(page.getByText(/A leftover of 304\.8 × [\d.]+ mm of “Oolong card” is kept/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Keep the rest', exact: true })).toHaveCount(0)
  await page.getByRole('button', { name: 'It was not cut', exact: true }).click()
  await saved(page)

  // Aligned and spaced out by the true sizes.
  await page.getByRole('button', { name: /^Piece 4, copy 1(,|$)/ }).focus()
  await page.getByRole('button', { name: 'Align to the right' }).click()
  await expect(page.getByLabel('From the left')).toHaveValue('248.8')
  await page.getByRole('button', { name: /^Undo: Align to the right/ }).click()
  await page.getByRole('button', { name: 'Space out all pieces down' }).click()
  await expect(page.getByRole('button', { name: /^Undo: Space out evenly down/ })).toBeVisible()
  await saved(page)

  // The papers are those of every project: the leftover goes again.
  const { papers } = await (await page.request.get('/api/papers')).json()
  const { id, ...fields } = papers[0]
  expect(fields.leftovers).toHaveLength(1)
  const done = await page.request.put(`/api/papers/${id}`, { data: { ...fields, leftovers: [] } })
  expect(done.ok()).toBe(true)
})
