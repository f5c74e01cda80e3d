import { readFileSync } from 'node:fs'
import { drawing, saved, station } from './steps'
import { expect, type Page, test } from './test'

const text = (name: string) => readFileSync(drawing(name), 'utf8')
const svg = (name: string, buffer: string | Buffer) => ({
  name,
  mimeType: 'image/svg+xml',
  buffer: Buffer.from(buffer),
})

/** Drops a file on what has the focus of the page, as a hand drops it anywhere. */
async function dropOn(page: Page, selector: string, name: string, content: string): Promise<void> {
  const dataTransfer = await page.evaluateHandle(
    ([title, body]) => {
      const data = new DataTransfer()
      data.items.add(new File([body!], title!, { type: 'image/svg+xml' }))
      return data
    },
    [name, content],
  )
  await page.locator(selector).first().dispatchEvent('dragenter', { dataTransfer })
  await expect(page.getByTestId('file-drop')).toBeVisible()
  await page.locator(selector).first().dispatchEvent('drop', { dataTransfer })
}

const begin = async (page: Page, ...files: ReturnType<typeof svg>[]) => {
  await page.goto('/')
  await page.getByLabel('Drawing to begin with').setInputFiles(files)
  await expect(page).toHaveURL(/\/projects\/[\w-]+\/lines/)
  await expect(page.getByTestId('piece-card').first()).toBeVisible()
}

test('a broken file among several is named and holds up no other', async ({ page }) => {
  await begin(
    page,
    svg('a-broken.svg', '<svg><path'),
    svg('b-sachet.svg', text('sachet.svg')),
    svg('c-empty.svg', '<svg xmlns="http://www.w3.org/2000/svg" width="9mm" height="9mm"/>'),
    svg('d-tags.svg', text('tags.svg')),
  )
  await expect(page.getByTestId('notice')).toContainText('2 of 4 files came in.')
  await expect(page.getByTestId('notice')).toContainText('a-broken.svg')
  await expect(page.getByTestId('notice')).toContainText('c-empty.svg')
  await station(page, 'Gather')
  await expect(page.getByTestId('source').getByRole('heading')).toHaveText(['b-sachet.svg', 'd-tags.svg'])
})

test('drawings are dropped and pasted at any station; a source is replaced, removed, and all of it undone from the list of steps', async ({
  page,
}) => {
  await begin(page, svg('sachet.svg', text('sachet.svg')))
  const cards = page.getByTestId('piece-card')
  await expect(cards).toHaveCount(2)
  await station(page, 'Sheets')
  await dropOn(page, 'main', 'tags.svg', text('tags.svg'))
  await expect(page.getByTestId('notice')).toContainText('“tags.svg” joined the project.')
  await expect.poll(() => cards.count()).toBeGreaterThan(2)
  const both = await cards.count()
  await page.evaluate((content) => {
    const clipboardData = new DataTransfer()
    clipboardData.setData('text/plain', content)
    document.body.dispatchEvent(new ClipboardEvent('paste', { clipboardData, bubbles: true }))
  }, '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40"><rect x="2" y="2" width="50" height="30" fill="none" stroke="#000"/></svg>')
  await expect(cards).toHaveCount(both + 1)
  await station(page, 'Gather')
  await expect(page.getByTestId('source')).toHaveCount(3)

  // The pasted card grows: what lies in its place is the same piece.
  const named = () =>
    cards
      .last()
      .getByRole('button', { name: /^Choose / })
      .getAttribute('aria-label')
  const name = await named()
  await page
    .getByLabel('File in the place of Pasted drawing.svg')
    .setInputFiles(
      svg(
        'larger.svg',
        '<svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40"><rect x="2" y="2" width="55" height="36" fill="none" stroke="#000"/></svg>',
      ),
    )
  await expect(page.getByTestId('source').getByRole('heading')).toContainText(['larger.svg'])
  await expect(cards).toHaveCount(both + 1)
  expect(name).toBe('Choose Pasted drawing')
  expect(await named()).toBe(name)
  await page.getByRole('button', { name: 'Remove tags.svg' }).click()
  await expect(page.getByTestId('source')).toHaveCount(2)
  await expect(cards).toHaveCount(3)
  await saved(page)

  // The steps as a list: back before the removal in one press, and forward again.
  await page.getByRole('button', { name: 'All steps' }).click()
  const steps = page.getByRole('dialog', { name: 'All steps' })
  await expect(steps.getByRole('listitem').first()).toHaveText('Remove “tags.svg”')
  await steps.getByRole('button', { name: /^Go back to: Add “Pasted/ }).click()
  await expect(page.getByTestId('source')).toHaveCount(3)
  await expect(page.getByTestId('source').getByRole('heading')).toContainText(['Pasted drawing.svg'])
  await page.reload()
  await page.getByRole('button', { name: 'All steps' }).click()
  await steps.getByRole('button', { name: 'Make again up to: Remove “tags.svg”' }).click()
  await expect(page.getByTestId('source')).toHaveCount(2)
  await page.getByRole('button', { name: 'All steps' }).click()
  await steps.getByRole('button', { name: 'Go back to: as it was brought in' }).click()
  await expect(page.getByTestId('source')).toHaveCount(1)
  await expect(cards).toHaveCount(2)
})

test('a deleted project stays in the bin through a reload, and is brought back or removed for good', async ({
  page,
}) => {
  for (const name of ['bin-one.svg', 'bin-two.svg']) await begin(page, svg(name, text('sachet.svg')))
  await page.goto('/')
  for (const name of ['bin one', 'bin two']) {
    await page.getByRole('button', { name: `Delete ${name}` }).click()
    await expect(page.getByTestId('project').filter({ hasText: name })).toHaveCount(0)
  }
  await page.reload()
  await page.getByText(/^Bin: \d+ deleted project/).click()
  const bin = page.getByRole('list', { name: 'Bin' })
  await bin.getByRole('button', { name: 'Bring back bin one' }).click()
  await expect(page.getByTestId('project').filter({ hasText: 'bin one' })).toHaveCount(1)
  await bin.getByRole('button', { name: 'Remove bin two for good' }).click()
  await page.getByRole('dialog').getByRole('button', { name: 'Remove for good' }).click()
  await expect(page.getByText('bin two')).toHaveCount(0)
  await page.reload()
  await expect(page.getByTestId('project').filter({ hasText: 'bin one' })).toHaveCount(1)
  await expect(page.getByText('bin two')).toHaveCount(0)
})

test('the words of a drawing are lettered where they stand, and stay a text', async ({ page }) => {
  await page.goto('/')
  const drawing = `<svg xmlns="http://www.w3.org/2000/svg" width="90mm" height="50mm" viewBox="0 0 90 50">
    <rect x="1" y="1" width="80" height="40" fill="none" stroke="#000"/>
    <text x="41" y="26" font-family="Pacifico" font-size="10" text-anchor="middle">Lantern Quay</text>
    <text x="6" y="10" font-family="Helvetica" font-size="4">Oolong</text></svg>`
  await page
    .getByLabel('Drawing to begin with')
    .setInputFiles({ name: 'label.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(drawing) })
  await expect(page.getByTestId('piece-card')).toHaveCount(1)
  await station(page, 'Gather')
  const texts = page.getByTestId('texts')
  await texts.getByRole('button', { name: 'Letter all of them' }).click()
  await expect(texts).toContainText(
    '“Oolong” was in “Helvetica”, and is lettered in the nearest that is here.',
  )
  await expect(texts).not.toContainText('“Lantern Quay” was in')
  // Printed on the piece that they stand on: one piece still, and no cut line more.
  await expect(page.getByTestId('piece-card')).toHaveCount(1)
  await expect(page.getByTestId('piece-card')).toContainText('80 × 40 mm')
  await station(page, 'Shape')
  await page.getByRole('button', { name: 'Measures of Lantern Quay' }).click()
  const making = page.getByTestId('making').first()
  await making.getByLabel('Text').fill('Tea Fair')
  await page.keyboard.press('Enter')
  await expect(making).toContainText('“Tea Fair” is')
})
