import { readFileSync } from 'node:fs'
import { Hand } from './hand'
import { svgFile } from './job-drawings'
import { saved, station } from './steps'
import { expect, type Locator, type Page, test } from './test'

const folded = (page: Page) => page.getByTestId('folded')
const space = (page: Page) => folded(page).getByRole('application')
const look = (page: Page, how: 'flat' | 'both' | 'folded') =>
  page.getByRole('radiogroup', { name: 'Look at it' }).getByText(how, { exact: true })
const number = async (of: Locator, name: string) => Number(await of.getAttribute(name))

/** A hand that has begun a project without a drawing. */
async function begun(page: Page): Promise<Hand> {
  const hand = new Hand(page)
  await page.goto('/')
  await hand.press(page.getByRole('button', { name: /^A pattern/ }))
  await expect(page).toHaveURL(/\/projects\/[\w-]+\/shape/)
  return hand
}

test('a gift box for a thing of 70 x 50 x 110, from a pattern to the finished sheet', async ({ page }) => {
  const hand = await begun(page)
  await hand.press(page.getByRole('button', { name: 'Tuck-end box', exact: true }))
  const draft = page.getByTestId('draft')
  await hand.type(draft.getByLabel('Length within'), '70')
  await hand.type(draft.getByLabel('Width within'), '50')
  await hand.type(draft.getByLabel('Height within'), '110')
  await expect(draft).toContainText('Room within: 70 x 50 x 110 mm.')
  await hand.press(draft.getByRole('button', { name: 'Make it' }))
  await expect(page.getByTestId('piece-card')).toHaveCount(1)
  await hand.press(look(page, 'both'))
  // Thicknesses more between the folds than there is room within: a wall’s, and those of the layers that lie inside.
  await expect(folded(page)).toContainText('13 panels, 12 folds, 1 tab met, 70.3 x 110.9 x 50.9 mm')
  await expect(page.getByTestId('fold-findings')).toHaveCount(0)
  await hand.go('Paper')
  await hand.press(page.getByRole('button', { name: /^Use for/ }).first())
  await hand.go('Sheets')
  await expect(page.getByTestId('placed')).toHaveCount(1)
  expect(hand.actions, hand.did.join('\n')).toBeLessThanOrEqual(10)
  // A changed measure changes everything after it.
  await saved(page)
  await station(page, 'Shape')
  await page.getByRole('button', { name: 'Measures of Tuck-end box' }).click()
  await page.getByTestId('making').getByLabel('Height within').fill('90')
  await page.keyboard.press('Enter')
  await expect(folded(page)).toContainText('70.3 x 90.9 x 50.9 mm')
})

test('a card with a strap opens and closes in the view, by keys alone, and is told in words', async ({
  page,
}) => {
  const hand = await begun(page)
  await hand.press(page.getByRole('button', { name: 'Card with a strap', exact: true }))
  await hand.press(page.getByTestId('draft').getByRole('button', { name: 'Make it' }))
  await expect(page.getByTestId('piece-card')).toHaveCount(2)
  await page.getByRole('button', { name: 'None' }).click()
  await hand.press(look(page, 'folded'))
  await expect(space(page)).toHaveAttribute('data-panels', '6')
  await expect(folded(page)).toContainText('Folded.')
  await space(page).focus()
  await page.keyboard.press('Home')
  await expect(folded(page)).toContainText('Flat.')
  await expect.poll(() => number(space(page), 'data-height')).toBeCloseTo(0, 1)
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowUp')
  await expect(space(page)).toHaveAttribute('data-eye', '38 34 1.00')
  await page.keyboard.press('+')
  await expect(space(page)).toHaveAttribute('data-eye', '38 34 1.15')
  await page.keyboard.press('0')
  await expect(space(page)).toHaveAttribute('data-eye', '28 24 1.00')
  // Half open its pages stand upright on one another: as high as a page is deep.
  const slider = folded(page).getByRole('slider', { name: 'Folded by' })
  await slider.fill('0.5')
  await expect.poll(() => number(space(page), 'data-height')).toBeCloseTo(105, 0)
  await expect(folded(page)).toContainText('Folded by 50 %.')
  await space(page).focus()
  await page.keyboard.press('Space')
  await expect(folded(page)).toContainText('Folded.', { timeout: 15_000 })
  await expect.poll(() => number(space(page), 'data-height')).toBeCloseTo(0, 1)
  await expect(page.getByTestId('fold-findings')).toHaveCount(0)
  expect(hand.actions).toBeLessThanOrEqual(12)
})

test('a stranger’s window box folds shut; a fold the wrong way is found, shown and mended', async ({
  page,
}) => {
  const box = svgFile('box.svg', windowBox())
  await page.goto('/')
  const hand = new Hand(page)
  await hand.drop(box)
  await hand.press(look(page, 'both'))
  await expect(folded(page)).toContainText('5 panels, 4 folds, 1 tab met, 70 x 60 x 24 mm')
  await expect(page.getByTestId('fold-findings')).toHaveCount(0)
  // Somebody says that all folds go back, and then of one wall that they come to the front.
  await chooseWall(page)
  await page.getByRole('button', { name: 'All of this look' }).click()
  await page.getByRole('button', { name: 'mountain', exact: true }).click()
  await saved(page)
  await expect(page.getByTestId('fold-findings')).toHaveCount(0)
  await chooseWall(page)
  await page.getByRole('button', { name: 'valley', exact: true }).click()
  const found = page.getByTestId('fold-findings').getByRole('listitem')
  await expect(found.first()).toContainText('A fold is drawn as a valley, all others like it the other way.')
  for (let left = await found.filter({ hasText: 'drawn as a valley' }).count(); left > 0; left -= 1) {
    await hand.press(found.getByRole('button', { name: 'Turn it round' }).first())
    await expect(found.filter({ hasText: 'drawn as a valley' })).toHaveCount(left - 1)
  }
  await expect(page.getByTestId('fold-findings')).toHaveCount(0)
  await expect(folded(page)).toContainText('1 tab met, 70 x 60 x 24 mm')
  expect(hand.actions, hand.did.join('\n')).toBeLessThanOrEqual(6)
})

/** Clicks the wall in the middle of the view, which chooses the folds along it: no more than two of the four. */
async function chooseWall(page: Page): Promise<void> {
  await expect(async () => {
    const box = (await space(page).boundingBox())!
    await page.mouse.click(box.x + 0.36 * box.width, box.y + 0.3 * box.height + 60)
    await expect(page.getByTestId('chosen-lines').locator('h2')).toHaveText(/^(One line|2 lines)$/, {
      timeout: 2000,
    })
  }).toPass()
}

test('a holder for two things of different height', async ({ page }) => {
  const hand = await begun(page)
  await hand.press(page.getByRole('button', { name: 'Stepped holder', exact: true }))
  const draft = page.getByTestId('draft')
  await hand.type(draft.getByLabel('First thing, across'), '40')
  await hand.type(draft.getByLabel('Height of the first top'), '30')
  await hand.type(draft.getByLabel('Second thing, across'), '36')
  await hand.type(draft.getByLabel('Height of the second top'), '52')
  await hand.press(draft.getByRole('button', { name: 'Make it' }))
  await hand.press(look(page, 'both'))
  await expect(folded(page)).toContainText('5 panels, 4 folds, 59.5 x 109.5 x 52 mm')
  expect(hand.actions, hand.did.join('\n')).toBeLessThanOrEqual(10)
})

test('pictures of what is folded are saved, as pixels and as lines', async ({ page }) => {
  await begun(page)
  await page.getByRole('button', { name: 'Tuck-end box', exact: true }).click()
  await page.getByTestId('draft').getByRole('button', { name: 'Make it' }).click()
  await look(page, 'folded').click()
  await expect(space(page)).toHaveAttribute('data-panels', '13')
  const save = async (name: string) => {
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      folded(page).getByRole('button', { name }).click(),
    ])
    return readFileSync(await download.path())
  }
  expect((await save('Save a picture (SVG)')).toString()).toContain('<svg')
  expect((await save('Save a picture (PNG)')).subarray(1, 4).toString()).toBe('PNG')
})

test('a pattern file of one’s own is taken, changed and saved; one that is broken says where', async ({
  page,
}) => {
  const hand = await begun(page)
  const text = readFileSync('src/core/patterns/shipped/hexagonal-box.json', 'utf8')
  const file = (content: string) => ({
    name: 'mine.json',
    mimeType: 'application/json',
    buffer: Buffer.from(content),
  })
  await hand.give(page.getByLabel('Pattern file of your own'), file(text.replace('wall1.right', 'wall1.top')))
  await expect(page.getByRole('alert').filter({ hasText: 'cannot be taken' })).toContainText(
    'Panel “wall1” has no edge “top”',
  )
  await hand.give(
    page.getByLabel('Pattern file of your own'),
    file(text.replace('Hexagonal box with lid', 'Tea drum')),
  )
  const draft = page.getByTestId('draft')
  await expect(draft).toContainText('Tea drum')
  await hand.type(draft.getByLabel('Side within'), '40')
  await hand.press(draft.getByRole('button', { name: 'Make it' }))
  await expect(page.getByTestId('piece-card')).toHaveCount(2)
  await saved(page)
  await page.reload()
  await page.getByRole('button', { name: 'Measures of Tea drum' }).click()
  await page.getByTestId('making').getByLabel('Height within').fill('55')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('making')).toContainText('55.5 mm outside')
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Save the pattern of Tea drum' }).click(),
  ])
  const kept = JSON.parse(readFileSync(await download.path(), 'utf8'))
  expect(kept.title).toBe('Tea drum')
  expect(kept.measures.slice(0, 2).map((m: { usual: number }) => m.usual)).toEqual([40, 55])
})

/** A sleeve of four walls with a tab and a window, folds red and cuts black. */
function windowBox(): string {
  const x = [12, 82, 106, 176, 200]
  const cut = `<path d="M12 15H200L211 20V70L200 75H12Z"/><circle cx="47" cy="45" r="14"/>`
  const folds = x.slice(1).map((at) => `<path d="M${at} 15V75" stroke="#c00"/>`)
  return `<svg xmlns="http://www.w3.org/2000/svg" width="240mm" height="90mm" viewBox="0 0 240 90"><g fill="none" stroke="#000">${cut}${folds.join('')}</g></svg>`
}

test('five pieces of one box are put together, and taken apart', async ({ page }) => {
  const hand = await begun(page)
  await hand.press(page.getByRole('button', { name: /^Melt box/ }))
  await hand.press(page.getByTestId('draft').getByRole('button', { name: 'Make it' }))
  await expect(page.getByTestId('piece-card')).toHaveCount(5)
  await page.getByRole('button', { name: 'None' }).click()
  await hand.press(look(page, 'folded'))
  // As long as the lid with the band round it, and its play; as high as the tray, the lid with its pane, and the band.
  await expect(folded(page)).toContainText('Put together: 123.9 x 71.5 x 26.1 mm.')
  await expect(page.getByTestId('fold-findings')).toHaveCount(0)
  const pieces = folded(page).getByRole('radiogroup', { name: 'Pieces' })
  await hand.press(pieces.getByText('apart', { exact: true }))
  await expect(folded(page)).not.toContainText('Put together')
  await hand.press(pieces.getByText('together', { exact: true }))
  await expect(folded(page)).toContainText('Put together')
})

test('a chosen fold is turned where it is seen, as far as is said', async ({ page }) => {
  await page.goto('/')
  const hand = new Hand(page)
  await hand.drop(svgFile('box.svg', windowBox()))
  await hand.press(look(page, 'both'))
  await expect(folded(page)).toContainText('70 x 60 x 24 mm')
  await expect(page.getByTestId('fold-entry')).toHaveCount(0)
  await chooseWall(page)
  const entry = page.getByTestId('fold-entry')
  await hand.type(entry.getByLabel('Angle from flat (worked out)'), '60')
  await saved(page)
  await expect(entry.getByLabel('Angle from flat', { exact: true })).toHaveValue('60')
  // A tube of three square corners and one of sixty degrees does not close.
  await expect(folded(page)).not.toContainText('70 x 60 x 24 mm')
  await hand.press(page.getByRole('button', { name: /^Undo: / }))
  await expect(folded(page)).toContainText('70 x 60 x 24 mm')
})
