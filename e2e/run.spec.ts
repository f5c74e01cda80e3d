import { readFileSync } from 'node:fs'
import { strFromU8, unzipSync } from 'fflate'
import { PDFDocument } from 'pdf-lib'
import { choose, drawing, fileLink, loadSheet, saved, station, takeSheetOut, tick } from './steps'
import { expect, test } from './test'

const caddy = drawing('tea-caddy.svg')

test.beforeEach(async ({ page }) => {
  await page.goto('/')
  await page.getByLabel('Drawing to begin with').setInputFiles(caddy)
  await expect(page.getByTestId('piece-card').first()).toBeVisible()
  await page.getByRole('button', { name: 'Yes, cut' }).click()
  await station(page, 'Sheets')
  await expect(page.getByTestId('placed').first()).toBeVisible()
  await saved(page)
  await station(page, 'Run')
})

test('all sheets are saved in one archive with cut list and job sheet, in the kinds that are chosen', async ({
  page,
}) => {
  await page.getByText('Files to save').click()
  await tick(page.getByRole('checkbox', { name: 'PDF', exact: true }), false)
  await tick(page.getByRole('checkbox', { name: 'HP-GL' }))
  await tick(page.getByRole('checkbox', { name: 'PNG' }))
  // Nothing is printed here, so there is nothing to print.
  await expect(page.getByRole('checkbox', { name: 'Print PDF' })).toHaveCount(0)
  await page.getByLabel('Longer side of a PNG').fill('9')
  await page.keyboard.press('Enter')
  await expect(page.getByText('A whole number from 200 to 8000.')).toBeVisible()
  await page.getByLabel('Longer side of a PNG').fill('640')
  await page.keyboard.press('Enter')
  await saved(page)
  const [file] = await Promise.all([page.waitForEvent('download'), fileLink(page, 'Save all')])
  expect(file.suggestedFilename()).toMatch(/\.zip$/)
  const files = unzipSync(readFileSync((await file.path())!))
  expect(Object.keys(files).sort()).toEqual([
    'cut-list.csv',
    'job-sheet.pdf',
    'sheet-1.gcode',
    'sheet-1.plt',
    'sheet-1.png',
    'sheet-1.svg',
    'sheet-2.gcode',
    'sheet-2.plt',
    'sheet-2.png',
    'sheet-2.svg',
  ])
  expect(strFromU8(files['cut-list.csv']!).split('\r\n')).toHaveLength(7)
  expect(strFromU8(files['sheet-1.plt']!)).toContain('\nIN;\nPA;')
  // The width and height of a PNG stand at bytes 16 to 23 (PNG specification, IHDR).
  const png = new DataView(files['sheet-1.png']!.buffer, files['sheet-1.png']!.byteOffset)
  expect(png.getUint32(0)).toBe(0x89504e47)
  expect(Math.max(png.getUint32(16), png.getUint32(20))).toBe(640)
  expect((await PDFDocument.load(files['job-sheet.pdf']!)).getPageCount()).toBe(1)
  // However long a panel is, the page itself does not scroll.
  expect(await page.evaluate(() => document.documentElement.scrollHeight - innerHeight)).toBe(0)
  // What was chosen is remembered.
  await page.reload()
  await page.getByText('Files to save').click()
  await expect(page.getByRole('checkbox', { name: 'HP-GL' })).toBeChecked()
  await expect(page.getByRole('checkbox', { name: 'PDF', exact: true })).not.toBeChecked()
  const id = page.url().split('/')[4]
  expect((await page.request.get(`/api/projects/${id}/files?kinds=exe`)).status()).toBe(400)
  expect((await page.request.get(`/api/projects/${id}/sheets/sheet-1/exe`)).status()).toBe(404)
})

test('another cutter changes passes and pauses; one pass is run alone, jams, and goes on', async ({
  page,
}) => {
  const passes = page.getByTestId('pass')
  await expect(passes.first()).toContainText('Put in the scoring tip.')
  await choose(page, 'Cutter', 'One-blade cutter, A4')
  await expect(passes.first()).toContainText('set the blade to its lowest depth')
  await expect(page.getByText('The sheets are laid on another mat')).toBeHidden()
  await saved(page)

  // The sheets are still those of the larger mat: the machine says by how much.
  const cutter = page.getByTestId('cutter')
  await tick(page.getByRole('checkbox', { name: 'Cut it all the same' }))
  await page.getByRole('button', { name: 'Send the sheet' }).click()
  await expect(cutter.getByRole('alert')).toContainText('mm beyond what the cutter reaches')
  await choose(page, 'Cutter', 'Wide cutter, two holders')
  await station(page, 'Sheets')
  await page.getByRole('button', { name: 'Lay out' }).click()
  await expect(page.getByTestId('sheet')).toHaveCount(2)
  await saved(page)
  await station(page, 'Run')
  await page.getByRole('button', { name: 'Run Cut alone' }).click()
  await expect(cutter).toContainText('and load it. Put in the knife.')
  await loadSheet(page)
  await expect(page.getByTestId('deviation')).toContainText('mm greatest deviation from the plan', {
    timeout: 30_000,
  })

  // While the sheet is in, a further pass needs no loading, but its tool.
  await page.getByRole('button', { name: 'Test cut' }).click()
  await expect(cutter).toContainText('Put in the scoring tip')
  // Asked for while the machine waits, it comes however fast the machine is.
  await page.getByRole('button', { name: 'Let it jam' }).click()
  await expect(cutter).toContainText('going to jam')
  await page.getByRole('button', { name: 'Done, go on' }).click()
  await expect(cutter).toContainText('The paper jammed')
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(cutter).toContainText('Cancelled')
})

test('what would spoil paper is listed before it is sent, leads to its place, and is passed only knowingly', async ({
  page,
}) => {
  const send = page.getByRole('button', { name: 'Send the sheet' })
  await expect(send).toBeEnabled()
  await station(page, 'Sheets')
  await page.getByTestId('placed').first().focus()
  await page.keyboard.press('Shift+ArrowLeft')
  await expect(page.getByRole('link', { name: /Sheets/ })).toContainText('1')
  await saved(page)
  await station(page, 'Run')
  const trouble = page.getByTestId('cutter').locator('[data-kind=outside]')
  await expect(trouble).toHaveText(/reaches past what can be worked on of sheet 1/)
  await expect(send).toBeDisabled()
  await expect(page.getByRole('button', { name: 'Run all sheets in this order' })).toBeDisabled()
  // The server does not take it either.
  const project = page.url().split('/')[4]
  const refused = await page.request.post(`/api/projects/${project}/sheets/sheet-1/job`, { data: {} })
  expect(refused.status()).toBe(409)
  expect((await refused.json()).message).toContain('Put it right, or send it knowingly')
  await trouble.getByRole('button', { name: /^Show/ }).click()
  await expect(page).toHaveURL(/\/sheets$/)
  await page.keyboard.press('Control+z')
  await saved(page)
  await station(page, 'Run')
  await expect(trouble).toHaveCount(0)
  await expect(send).toBeEnabled()
})

test('cutters are made and edited, and the whole job is summed up', async ({ page }) => {
  await choose(page, 'Cutter', 'New cutter…')
  const dialog = page.getByRole('dialog')
  await dialog.getByLabel('Name', { exact: true }).fill('Bench cutter')
  await page.keyboard.press('Enter')
  await dialog.getByLabel('Acceleration').fill('5')
  await page.keyboard.press('Enter')
  await expect(dialog.getByText('A number from 10 to 50000.')).toBeVisible()
  await dialog.getByLabel('Acceleration').fill('900')
  await page.keyboard.press('Enter')
  await dialog.getByRole('button', { name: 'Save cutter' }).click()
  const before = (await page.getByTestId('total-time').textContent())!
  await choose(page, 'Cutter', 'Bench cutter')
  await expect(page.getByTestId('total-time')).not.toHaveText(before)
  const job = page.getByTestId('whole-job')
  await expect(job).toContainText('for 2 sheets, best in the order')
  await expect(job.getByRole('img', { name: /^Time by sheet and tool: sheet 1 \d:\d\d/ })).toBeVisible()
  await expect(job.getByRole('img', { name: /^Paper used/ })).toBeVisible()
  await page.getByRole('button', { name: 'Edit Bench cutter' }).click()
  await dialog.getByRole('button', { name: 'Take out of the library' }).click()
  await expect(page.getByRole('button', { name: 'A plain cutter Cutter' })).toBeVisible()
})

test('all sheets are run one after the other in the best order, each loaded and taken out', async ({
  page,
}) => {
  await expect(page.getByTestId('whole-job')).toContainText('for 2 sheets, best in the order')
  const order = /in the order (\d), (\d)/.exec((await page.getByTestId('whole-job').textContent())!)!
  await page.getByRole('button', { name: 'Run all sheets in this order' }).click()
  const cutter = page.getByTestId('cutter')
  await expect(cutter).toContainText(`Lay sheet ${order[1]} (`)
  await expect(cutter).toContainText('One more sheet after this one')
  // It is seen from elsewhere, with a way to it.
  const project = page.url()
  await page.goto('/')
  await expect(page.getByTestId('at-cutter')).toHaveText('The cutter waits for a hand')
  await page.getByTestId('at-cutter').click()
  await expect(page).toHaveURL(project)
  // A reload loses neither the job nor what comes after it, and leads to the sheet that is on the cutter.
  await page.reload()
  await loadSheet(page)
  for (const sheet of [order[1]!, order[2]!]) {
    await expect(page.getByRole('button', { name: sheet, exact: true })).toHaveAttribute(
      'aria-pressed',
      'true',
    )
    // One that was pressed already stands there, disabled, until it makes room for the next.
    const done = page.getByRole('button', { name: 'Done, go on', disabled: false })
    const out = page.getByRole('button', { name: /^Taken out/ })
    while (!(await out.isVisible())) {
      await expect(done.or(out)).toBeVisible({ timeout: 30_000 })
      // On a busy machine it may go just then.
      if (await done.isVisible()) await done.click({ timeout: 3000 }).catch(() => undefined)
    }
    if (sheet === order[2]) {
      await takeSheetOut(page)
      break
    }
    await page.getByRole('button', { name: `Taken out, on to sheet ${order[2]}` }).click()
    await expect(cutter).toContainText(`Lay sheet ${order[2]} (`)
    await loadSheet(page)
  }
  await expect(page.getByRole('button', { name: /^On to sheet/ })).toBeHidden()

  // Both are known as cut, stay so when laid out anew, and can be said not to be.
  await saved(page)
  await station(page, 'Sheets')
  const cut = page.getByTestId('sheet').filter({ hasText: 'cut' })
  await expect(cut).toHaveCount(2)
  await page.getByRole('button', { name: 'Lay out' }).click()
  await saved(page)
  await expect(cut).toHaveCount(2)
  await page.getByRole('button', { name: 'None was cut' }).click()
  await expect(cut).toHaveCount(0)
  // Laid out anew under the same numbers, they are not taken for those of a job of before.
  await page.getByRole('button', { name: 'Lay out' }).click()
  await saved(page)
  await station(page, 'Run')
  await expect(page.getByTestId('cutter')).toContainText('Finished')
  await station(page, 'Sheets')
  await expect(cut).toHaveCount(0)
})

test('advice is followed by one press, in the project alone, and taken back by another', async ({ page }) => {
  await page.goto('/')
  await page.getByLabel('Drawing to begin with').setInputFiles(drawing('sachet.svg'))
  await expect(page.getByTestId('piece-card').first()).toBeVisible()
  await station(page, 'Paper')
  const kraft = page
    .getByTestId('paper')
    .filter({ has: page.getByRole('heading', { name: 'Harbour kraft' }) })
  await kraft.getByRole('button', { name: /^Use for/ }).click()
  await saved(page)
  await station(page, 'Run')
  const advice = page.getByTestId('advice').filter({ hasText: 'is heavy: two passes' })
  const cut = page.getByTestId('pass').filter({ hasText: 'Cut' })
  const before = await cut.textContent()
  await advice.getByRole('button', { name: 'Do so in this project' }).click()
  await expect(advice).toHaveCount(0)
  await expect(cut).toContainText('2 times')
  await expect(page.getByTestId('own-cut')).toContainText('is cut 2 ×')
  await page.getByRole('button', { name: 'As the library says' }).click()
  await expect(page.getByTestId('own-cut')).toHaveCount(0)
  await expect(advice).toBeVisible()
  await expect(cut).toHaveText(before!)
})
