import { fileURLToPath } from 'node:url'
import AxeBuilder from '@axe-core/playwright'
import { expect, type Page, test } from '@playwright/test'

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
  for (const tool of ['scoring tip', 'knife']) {
    await expect(cutter).toContainText(`put in the ${tool}`, { ignoreCase: true })
    await goOn(/Done, go on/)
  }
  await expect(cutter).toContainText('Take the sheet out')
  await goOn(/Taken out/)
  await expect(cutter).toContainText('Finished')
})

test('axe finds nothing serious on any station', async ({ page }) => {
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
