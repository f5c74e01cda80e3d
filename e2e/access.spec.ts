import { fileURLToPath } from 'node:url'
import AxeBuilder from '@axe-core/playwright'
import { expect, type Page, test } from './test'

const caddy = fileURLToPath(new URL('../demo/drawings/tea-caddy.svg', import.meta.url))

/** Presses Tab until what has the focus bears the name. */
async function tabTo(page: Page, name: RegExp, most = 160): Promise<void> {
  for (let i = 0; i < most; i += 1) {
    await page.keyboard.press('Tab')
    const focused = await page.evaluate(() => {
      const e = document.activeElement
      return e && e !== document.body
        ? `${e.getAttribute('aria-label') ?? ''} ${e.textContent ?? ''} ${(e as HTMLInputElement).labels?.[0]?.textContent ?? ''}`
        : ''
    })
    if (name.test(focused)) return
  }
  throw new Error(`no stop of the Tab key is called ${name}`)
}

test('from file to finished sheet by keyboard alone', async ({ page }) => {
  await page.goto('/')
  await expect(page.getByRole('button', { name: 'Choose a file' })).toBeVisible()
  await tabTo(page, /Choose a file/)
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.keyboard.press('Enter')])
  await chooser.setFiles(caddy)
  await expect(page.getByTestId('to-decide')).toHaveText('1 to decide')

  // The ledger: the open family takes a key of a role.
  await tabTo(page, /green, solid: 2 lines/)
  await page.keyboard.press('1')
  await expect(page.getByTestId('to-decide')).toHaveText('all decided')

  // The drawing moves and zooms by keys.
  await tabTo(page, /^Drawing\./)
  for (const key of ['+', 'ArrowLeft', '0']) await page.keyboard.press(key)

  await page.keyboard.press('Home')
  await page.evaluate(() => (document.activeElement as HTMLElement).blur())
  await tabTo(page, /^\s*Paper/)
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('paper').first()).toBeVisible()
  await tabTo(page, /Use for 5 pieces without paper/)
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('paper').first()).toContainText('5 pieces now')

  await page.evaluate(() => (document.activeElement as HTMLElement).blur())
  await tabTo(page, /^\s*Sheets/)
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('placed').first()).toBeVisible()
  // A placed piece is nudged until it leaves the margin, which shows at once, and back.
  await page.getByTestId('placed').first().focus()
  await page.keyboard.press('Shift+ArrowLeft')
  await expect(page.getByTestId('placed').first()).toHaveAttribute('data-wrong', 'true')
  await page.keyboard.press('Control+z')
  await expect(page.getByTestId('placed').first()).toHaveAttribute('data-wrong', 'false')

  await page.evaluate(() => (document.activeElement as HTMLElement).blur())
  await tabTo(page, /^\s*Run/)
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('pass').first()).toBeVisible()
  await tabTo(page, /Send the sheet/)
  await page.keyboard.press('Enter')
  const cutter = page.getByTestId('cutter')
  const goOn = async (name: RegExp) => {
    await tabTo(page, name)
    await expect(page.getByRole('button', { name })).toBeEnabled()
    await page.keyboard.press('Enter')
  }
  await goOn(/Loaded, go on/)
  await expect(cutter).toContainText('put in the knife', { ignoreCase: true })
  await goOn(/Done, go on/)
  await expect(cutter).toContainText('Take the sheet out')
  await goOn(/Taken out/)
  await expect(cutter).toContainText('Finished')
})

for (const colorScheme of ['light', 'dark'] as const)
  test(`axe finds nothing serious on any station, ${colorScheme}`, async ({ page }) => {
    await page.emulateMedia({ colorScheme })
    await page.goto('/')
    const serious = async () => {
      const { violations } = await new AxeBuilder({ page })
        .withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa'])
        .analyze()
      return violations
        .filter((v) => v.impact === 'serious' || v.impact === 'critical')
        .map((v) => `${v.id}: ${v.nodes.map((n) => n.target.join(' ')).join('; ')}`)
    }
    await page.getByLabel('Drawing to begin with').setInputFiles(caddy)
    await expect(page.getByTestId('piece-card').first()).toBeVisible()
    for (const station of ['Lines', 'Gather', 'Paper', 'Sheets', 'Run']) {
      await page.getByRole('navigation', { name: 'Stations' }).getByText(station).click()
      await page.waitForTimeout(400)
      expect(await serious(), station).toEqual([])
    }
    await page.goto('/')
    await expect(page.getByTestId('project').first()).toBeVisible()
    expect(await serious(), 'projects').toEqual([])
  })

test('at twice the size of type nothing is cut off: panels fold away and come back', async ({ page }) => {
  await page.goto('/')
  await page.getByLabel('Drawing to begin with').setInputFiles(caddy)
  await expect(page.getByTestId('piece-card').first()).toBeVisible()
  // 1280 pixels at 200 % are 640 to the page; 1024 are a small screen.
  for (const width of [1024, 640]) {
    await page.setViewportSize({ width, height: 512 })
    const beyond = () => page.evaluate(() => document.documentElement.scrollWidth - innerWidth)
    expect(await beyond()).toBeLessThanOrEqual(0)
    await expect(page.getByTestId('piece-card')).toHaveCount(0)
    await page.getByRole('button', { name: 'Unfold: Pieces' }).click()
    await expect(page.getByTestId('piece-card').first()).toBeInViewport()
    await page.getByRole('button', { name: 'Fold away: Pieces' }).click()
    for (const name of ['Gather', 'Paper', 'Sheets', 'Run', 'Lines']) {
      await page.getByRole('navigation', { name: 'Stations' }).getByText(name).click()
      await expect(page.getByRole('application')).toBeVisible()
      expect(await beyond()).toBeLessThanOrEqual(0)
    }
  }
  await page.getByRole('button', { name: 'Unfold: Lines' }).click()
  await page.getByRole('button', { name: 'Yes, cut' }).click()
  await expect(page.getByTestId('to-decide')).toHaveText('all decided')
  await page.setViewportSize({ width: 1280, height: 800 })
  await expect(page.getByTestId('piece-card').first()).toBeVisible()
})

test('several pieces are chosen on the shelf and changed at once', async ({ page }) => {
  await page.goto('/')
  await page.getByLabel('Drawing to begin with').setInputFiles(caddy)
  const cards = page.getByTestId('piece-card')
  await expect(cards).toHaveCount(5)
  const places = () =>
    cards.evaluateAll((all) => all.map((card) => Math.round(card.getBoundingClientRect().top)))
  const before = await places()
  for (const name of ['Piece 3', 'Piece 5'])
    await page.getByRole('button', { name: `Choose ${name}` }).click()
  // What can be done with them does not move them away under the finger.
  expect(await places()).toEqual(before)
  const bar = page.getByTestId('chosen-on-shelf')
  await bar.getByLabel('Copies of each of 2 pieces').fill('3')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Copies of Piece 3', { exact: true })).toHaveValue('3')
  await bar.getByRole('button', { name: 'Paper for 2 pieces' }).click()
  await page.getByRole('menuitem', { name: 'Plum card' }).click()
  await expect(cards.filter({ hasText: 'Plum card' })).toHaveCount(2)
  await bar.getByRole('button', { name: 'Duplicate 2 pieces' }).click()
  await expect(cards).toHaveCount(7)
  await expect(cards.filter({ hasText: 'Plum card' })).toHaveCount(4)
  await bar.getByRole('button', { name: 'Delete 2 pieces' }).click()
  await expect(cards).toHaveCount(5)
  await expect(bar).toHaveCount(0)
  for (let k = 0; k < 4; k += 1) {
    await page.getByRole('button', { name: /^Undo: / }).click()
    await expect(page.getByTestId('saved')).toHaveText('Saved')
  }
  await expect(page.getByLabel('Copies of Piece 3', { exact: true })).toHaveValue('1')
})
