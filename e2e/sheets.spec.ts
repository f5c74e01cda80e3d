import { readFileSync } from 'node:fs'
import { choose, drawing, fileLink, saved, station, tick } from './steps'
import { expect, type Page, test } from './test'

const caddy = drawing('tea-caddy.svg')

async function commit(page: Page, label: string, value: string) {
  await page.getByLabel(label, { exact: true }).fill(value)
  await page.keyboard.press('Enter')
}

test.beforeEach(async ({ page }) => {
  await page.goto('/')
  await page.getByLabel('Drawing to begin with').setInputFiles(caddy)
  await expect(page.getByTestId('piece-card').first()).toBeVisible()
})

test('papers are made, edited and taken out; chosen pieces get theirs, with copies', async ({ page }) => {
  await station(page, 'Paper')
  await choose(page, 'New paper', 'Its own size')
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name', { exact: true }).fill('Moss felt')
  await page.keyboard.press('Enter')
  await dialog.getByLabel('Width').fill('8 1/2"')
  await page.keyboard.press('Enter')
  await expect(dialog.getByLabel('Width')).toHaveValue('215.9')
  await dialog.getByLabel('Weight').fill('9000')
  await page.keyboard.press('Enter')
  await expect(dialog.getByText('A number from 20 to 2000.')).toBeVisible()
  await dialog.getByLabel('Weight').fill('300')
  await page.keyboard.press('Enter')
  await dialog.getByRole('button', { name: 'Save paper' }).click()
  const moss = page.getByTestId('paper').filter({ has: page.getByRole('heading', { name: 'Moss felt' }) })
  await expect(moss).toContainText('215.9 × 304.8 mm, 300 g/m²')

  const cards = page.getByTestId('piece-card')
  await cards
    .nth(2)
    .getByRole('button', { name: /^Choose/ })
    .click()
  await moss.getByRole('button', { name: 'Use for 1 chosen piece' }).click()
  await expect(cards.nth(2)).toContainText('Moss felt')
  await expect(cards.nth(1)).toContainText('no paper')
  await cards
    .nth(2)
    .getByLabel(/^Copies/)
    .fill('3')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /^Undo: Make 3 of/ })).toBeVisible()

  await moss.getByRole('button', { name: 'Edit Moss felt' }).click()
  await page.getByRole('button', { name: 'Take out of the library' }).click()
  await expect(moss).toBeHidden()
  await page.getByRole('button', { name: 'Put it back' }).click()
  await expect(moss).toBeVisible()
  await moss.getByRole('button', { name: 'Edit Moss felt' }).click()
  await page.getByRole('button', { name: 'Take out of the library' }).click()
})

test('pieces are dragged, turned and moved to another sheet, and what is wrong shows at once', async ({
  page,
}) => {
  await station(page, 'Sheets')
  await expect(page.getByTestId('sheet')).toHaveCount(2)
  const placed = page.getByTestId('placed')
  await expect(placed).toHaveCount(4)
  await saved(page)

  // Dragged onto another piece: both are wrong while it hangs there, before it is let go.
  const strip = page.getByRole('button', { name: /^Piece 5/ })
  const box = (await strip.boundingBox())!
  await page.mouse.move(box.x + 20, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + 20, box.y - 80, { steps: 6 })
  await expect(page.locator('[data-testid=placed][data-wrong=true]')).toHaveCount(2)
  await page.mouse.up()
  await expect(page.getByText(/lie on one another on sheet 1/)).toBeVisible()
  await page.getByRole('button', { name: /^Undo: Move “Piece 5”/ }).click()
  await expect(page.locator('[data-testid=placed][data-wrong=true]')).toHaveCount(0)
  await saved(page)

  // Typed, turned, and moved to the other sheet.
  await strip.focus()
  await commit(page, 'From the left', '1 in')
  await expect(page.getByLabel('From the left')).toHaveValue('25.4')
  await page.getByRole('button', { name: 'Turn', exact: true }).click()
  await expect(page.getByRole('button', { name: /^Undo: Turn “Piece 5”/ })).toBeVisible()
  await choose(page, 'Move to another sheet', 'Sheet 2')
  await expect(placed).toHaveCount(3)
  await expect(page.getByTestId('sheet').nth(1)).toContainText('2 pieces')
  await saved(page)
  await page.reload()
  await expect(page.getByTestId('sheet').nth(1)).toContainText('2 pieces')
})

test('several pieces are chosen, moved together, aligned with one another and locked', async ({ page }) => {
  await station(page, 'Sheets')
  await expect(page.getByTestId('placed')).toHaveCount(4)
  await saved(page)
  const panel = page.getByTestId('chosen-placement')
  const placed = page.getByTestId('placed')
  const lefts = () =>
    placed.evaluateAll((all) =>
      all.slice(0, 2).map((e) => (e as SVGGraphicsElement).getBoundingClientRect().left),
    )

  // By pointer with Shift, by keys with the space bar; a further time takes it from the chosen again.
  await placed.nth(0).click()
  await placed.nth(1).click({ modifiers: ['Shift'] })
  await expect(panel.getByRole('heading')).toHaveText('2 pieces')
  await placed.nth(2).focus()
  await page.keyboard.press(' ')
  await expect(panel.getByRole('heading')).toHaveText('3 pieces')
  await page.keyboard.press(' ')
  await expect(panel.getByRole('heading')).toHaveText('2 pieces')

  const before = await lefts()
  await placed.nth(1).focus()
  await page.keyboard.press('Shift+ArrowRight')
  await expect(page.getByRole('button', { name: 'Undo: Move 2 pieces' })).toBeVisible()
  const after = await lefts()
  expect(after[0]! - before[0]!).toBeGreaterThan(1)
  expect(after[1]! - before[1]!).toBeCloseTo(after[0]! - before[0]!, 1)

  await page.getByRole('button', { name: 'Align to the left' }).click()
  await expect.poll(async () => Math.abs((await lefts())[0]! - (await lefts())[1]!)).toBeLessThan(0.5)
  await page.getByRole('button', { name: 'Lock', exact: true }).click()
  await expect(placed.nth(0)).toHaveAccessibleName(/locked/)
  await expect(placed.nth(1)).toHaveAccessibleName(/locked/)
  const locked = await lefts()
  await placed.nth(1).focus()
  await page.keyboard.press('ArrowRight')
  await saved(page)
  expect(await lefts()).toEqual(locked)
  await page.keyboard.press('Escape')
  await expect(panel.getByRole('heading')).not.toHaveText('2 pieces')
})

test('several are chosen by a band, by presses alone as fingers do, or all at once; one is turned to any angle', async ({
  page,
}) => {
  await station(page, 'Sheets')
  const placed = page.getByTestId('placed')
  await expect(placed).toHaveCount(4)
  await saved(page)
  const heading = page.getByTestId('chosen-placement').getByRole('heading')
  const board = page.getByRole('application')
  const { x, y, width, height } = (await board.boundingBox())!

  // All keys, and a press beside everything lets go.
  await placed.nth(0).click()
  await board.focus()
  await page.keyboard.press('Control+a')
  await expect(heading).toHaveText('4 pieces')
  await page.mouse.click(x + width - 40, y + 60)
  await expect(page.getByTestId('chosen-placement')).toHaveCount(0)

  // A band over the corner takes the piece that lies there and no other; one over most of the sheet adds the rest.
  await page.keyboard.down('Shift')
  await page.mouse.move(x + 24, y + 24)
  await page.mouse.down()
  await page.mouse.move(x + 110, y + 110, { steps: 6 })
  await page.mouse.up()
  await page.keyboard.up('Shift')
  await expect(heading).toHaveText(/^Piece \d$/)
  await page.keyboard.down('Shift')
  await page.mouse.move(x + 24, y + 24)
  await page.mouse.down()
  await page.mouse.move(x + width - 30, y + height - 120, { steps: 6 })
  await page.mouse.up()
  await page.keyboard.up('Shift')
  await expect(heading).toHaveText('4 pieces')
  await page.mouse.click(x + width - 40, y + 60)

  await page.getByRole('button', { name: 'Choose several' }).click()
  await placed.nth(0).click()
  await placed.nth(1).click()
  await placed.nth(2).click()
  await placed.nth(1).click()
  await expect(heading).toHaveText('2 pieces')
  await page.getByRole('button', { name: 'Choose several' }).click()

  await placed.nth(2).click()
  await page.getByLabel('Angle').fill('-30')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /^Undo: Turn to -30° / })).toBeEnabled()
  await expect(page.getByLabel('Angle')).toHaveValue('330')
})

test('a piece that fits nowhere says by how much, and a larger mat and paper help', async ({ page }) => {
  await station(page, 'Sheets')
  await expect(page.getByTestId('sheet')).toHaveCount(2)
  await saved(page)
  await commit(page, 'Mat height', '150')
  await expect(page.getByTestId('unplaced').first()).toContainText('is on no sheet')
  await expect(page.getByTestId('unplaced').first()).toContainText(/\d mm too (wide|high)/)
  await commit(page, 'Mat height', '12in')
  await expect(page.getByTestId('unplaced')).toHaveCount(0)
  await expect(page.getByTestId('sheet')).toHaveCount(2)
  await commit(page, 'Between pieces', 'twelve')
  await expect(page.getByText(/A number is missing/)).toBeVisible()
})

test('scores are cut as dashes for a machine without a tip, with the beat that is asked for', async ({
  page,
}) => {
  await station(page, 'Sheets')
  await expect(page.getByTestId('placed').first()).toBeVisible()
  await station(page, 'Run')
  await expect(page.getByTestId('pass').first()).toContainText('Put in the scoring tip')
  await tick(page.getByRole('checkbox', { name: /^Cut scores as dashes/ }))
  await expect(page.getByTestId('pass').first()).toContainText('Put in the knife')
  await commit(page, 'Dash', '6')
  await commit(page, 'Gap', '2')
  await expect(page.getByRole('button', { name: /^Undo: Change the gap/ })).toBeVisible()
  await saved(page)
  const [file] = await Promise.all([page.waitForEvent('download'), fileLink(page, 'G-code')])
  const gcode = readFileSync((await file.path())!, 'utf8')
  expect(gcode).toContain('score in dashes, knife')
  expect(gcode).not.toContain('scoring tip, then')

  // The preview runs, and the scrubber shows any moment.
  await choose(page, 'Speed of the preview', '60 ×')
  await page.getByRole('button', { name: 'Play the preview' }).click()
  await expect(page.getByRole('button', { name: 'Pause the preview' })).toBeVisible()
  await page.getByRole('slider', { name: 'Time in the preview' }).fill('40')
  await expect(page.locator('output').filter({ hasText: '0:40 of' })).toBeVisible()

  // Inches everywhere at one press.
  await page.getByText('in', { exact: true }).click()
  await expect(page.getByTestId('piece-card').first()).toContainText('6.063 × 7.48 in')
})
