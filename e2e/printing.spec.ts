import { readFileSync } from 'node:fs'
import { PDFDocument } from 'pdf-lib'
import { choose, drawing, fileLink, loadSheet, saved, station, takeSheetOut, tick } from './steps'
import { expect, test } from './test'

const labels = drawing('labels.svg')

test('labels are printed with marks, found again by them, and cut where they really lie', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByLabel('Drawing to begin with').setInputFiles(labels)
  await expect(page.getByTestId('piece-card')).toHaveCount(2)
  await station(page, 'Paper')
  await page
    .getByTestId('paper')
    .filter({ has: page.getByRole('heading', { name: 'Rice white, A4' }) })
    .getByRole('button', { name: /^Use for/ })
    .click()
  // Two papers become one in one action, and back.
  await choose(page, 'Move all of Rice white, A4 to another paper', 'Clear film, A4')
  await expect(page.getByTestId('piece-card').first()).toContainText('Clear film, A4')
  await page.getByRole('button', { name: /^Undo: Make all of/ }).click()
  await station(page, 'Sheets')
  await expect(page.getByTestId('placed')).toHaveCount(2)
  await tick(page.getByLabel('Sheets are printed first'))
  await expect(page.getByTestId('marks').locator('circle')).toHaveCount(4)
  await expect(page.locator('[data-testid=placed][data-wrong=true]')).toHaveCount(0)
  await expect(page.getByTestId('safe')).toHaveCount(2)

  // What comes to lie on a mark is wrong at once.
  await page.getByTestId('placed').first().focus()
  await page.getByLabel('From the top').fill('6')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/lies on register marks of sheet 1/)).toBeVisible()
  await page.getByRole('button', { name: /^Undo: Move/ }).click()
  await expect(page.getByText(/lies on register marks/)).toBeHidden()

  // Marks that the printer cannot reach are told, as is a number that does not fit.
  await page.getByLabel('Printer leaves bare').fill('10')
  await page.keyboard.press('Enter')
  await expect(page.getByText('The printer cannot reach the marks')).toBeVisible()
  await page.getByRole('button', { name: /^Undo: / }).click()
  await page.getByLabel('Mark size').fill('200')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('print')).toContainText(/3.*20/)
  await page.getByLabel('Mark size').fill('6')
  await page.keyboard.press('Enter')
  await saved(page)

  await station(page, 'Run')
  // A file that cannot be made says why; nothing is saved, and the page stays.
  const unmade = 'The picture of “Front” cannot be read. Bring it again.'
  await page.route('**/sheets/**', (asked) => asked.fulfill({ status: 422, json: { message: unmade } }), {
    times: 1,
  })
  await fileLink(page, 'Print PDF')
  await expect(page.getByText(unmade)).toBeVisible()
  const [file] = await Promise.all([page.waitForEvent('download'), fileLink(page, 'Print PDF')])
  const print = await PDFDocument.load(readFileSync((await file.path())!))
  // A4 by ISO 216, in points of 1/72 inch.
  expect(print.getPage(0).getWidth()).toBeCloseTo((210 * 72) / 25.4, 3)

  const cutter = page.getByTestId('cutter')
  await choose(page, 'How the printed sheet is laid in', 'With the left lower mark covered')
  await page.getByRole('button', { name: 'Scan and cut' }).click()
  await loadSheet(page)
  await expect(cutter).toContainText('left lower corner is covered or smeared')
  await page.getByRole('button', { name: 'Cancel' }).click()
  await choose(page, 'How the printed sheet is laid in', 'With the left lower mark missing')
  await page.getByRole('button', { name: 'Scan and cut' }).click()
  await loadSheet(page)
  await expect(cutter).toContainText('left lower corner was not found')
  // Put right by hand, it is found.
  await page.getByRole('button', { name: 'Loaded, go on' }).click()
  await expect(page.getByTestId('register')).toContainText(/Turned by -?0\.\d\d°, printed at \d+\.\d\d %/)
  await takeSheetOut(page)
  const deviation = Number.parseFloat((await page.getByTestId('deviation').textContent()) ?? '')
  expect(deviation).toBeLessThan(0.1)
})

test('a picture is put on a piece, told where it would look wrong, and printed on both sides', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByLabel('Drawing to begin with').setInputFiles(drawing('tags.svg'))
  await expect(page.getByTestId('piece-card')).toHaveCount(1)
  await station(page, 'Paper')
  const panel = page.getByTestId('art-panel')
  // Where there is one piece, it need not be chosen.
  await expect(panel).toContainText('The front is blank')

  // What is no picture is refused with a sentence, and nothing is kept of it.
  const notice = page.getByTestId('notice')
  await page
    .getByLabel('Picture for the front')
    .setInputFiles({ name: 'leaf.png', mimeType: 'image/png', buffer: Buffer.from('no picture') })
  await expect(notice).toContainText('leaf.png is damaged or no PNG, JPEG or SVG')
  await expect(panel).toContainText('The front is blank')
  await page.getByRole('button', { name: 'Close this message' }).click()
  await page.getByLabel('Picture for the front').setInputFiles(drawing('quay-at-dusk.svg'))
  await expect(page.getByTestId('art-front')).toContainText('quay-at-dusk.svg')
  await expect(page.getByTestId('drawing').getByTestId('art')).toHaveCount(1)
  await expect(panel).toContainText('its sheets are cut without printing')

  // A width of one's own, too small by a hair, and a number that does not fit.
  const front = page.getByTestId('art-front')
  const covering = Number(await front.getByRole('textbox', { name: 'Width' }).inputValue())
  await front.getByRole('textbox', { name: 'Width' }).fill('-4')
  await page.keyboard.press('Enter')
  await expect(front).toContainText(/0\.1.*3000/)
  await front.getByRole('textbox', { name: 'Width' }).fill(String(covering / 2))
  await page.keyboard.press('Enter')
  await expect(front.getByRole('button', { name: /Size of the art on the front/ })).toContainText(
    'this width',
  )
  await choose(front, 'Size of the art on the front', 'all of it within')
  await choose(front, 'Size of the art on the front', 'covers the piece')
  await expect(front.getByRole('textbox', { name: 'Width' })).toHaveValue(String(covering))
  await front.getByLabel('Turn the art on the front').click()
  await expect(front.getByRole('textbox', { name: 'Width' })).not.toHaveValue(String(covering))
  await page.getByRole('button', { name: /^Undo: Turn the art/ }).click()
  await page.getByLabel('Picture for the back').setInputFiles(drawing('teapot.png'))
  await expect(page.getByTestId('art-back')).toContainText('teapot.png')

  await page
    .getByTestId('paper')
    .filter({ has: page.getByRole('heading', { name: 'Rice white, A4' }) })
    .getByRole('button', { name: /^Use for/ })
    .click()
  await station(page, 'Sheets')
  await tick(page.getByLabel('Sheets are printed first'))
  await expect(page.getByTestId('placed').getByTestId('art')).toHaveCount(1)
  await station(page, 'Paper')
  await expect(panel).toContainText('only fronts are printed')
  await station(page, 'Sheets')
  await tick(page.getByLabel('Print the backs too'))
  await saved(page)
  await station(page, 'Paper')
  await expect(panel).not.toContainText('only fronts are printed')

  await station(page, 'Run')
  const [file] = await Promise.all([page.waitForEvent('download'), fileLink(page, 'Print and cut PDF')])
  const pdf = await PDFDocument.load(readFileSync((await file.path())!))
  expect(pdf.getPageCount()).toBe(2)
  const pictures = pdf.context
    .enumerateIndirectObjects()
    .filter(([, o]) => String((o as { dict?: unknown }).dict ?? '').includes('/DeviceRGB'))
  expect(pictures).toHaveLength(2)
  // The preview and the picture of the sheet show it too.
  await expect(page.getByRole('application').getByTestId('art')).toHaveCount(1)
  const project = page.url().split('/')[4]
  const picture = await page.request.get(`/api/projects/${project}/sheets/sheet-1/png`)
  expect(picture.status()).toBe(200)
  expect((await picture.body()).length).toBeGreaterThan(20_000)
})
