import { readFileSync } from 'node:fs'
import { largeDrawing } from '../scripts/measure/large-drawing'
import { choose, drawing, fileLink, loadSheet, saved, station, takeSheetOut, tick } from './steps'
import { expect, type Page, test } from './test'

async function begin(page: Page, file: string | { name: string; mimeType: string; buffer: Buffer }) {
  await page.goto('/')
  await page.getByLabel('Drawing to begin with').setInputFiles(file)
  await expect(page).toHaveURL(/\/projects\/[\w-]+\/lines/)
  await expect(page.getByTestId('piece-card').first()).toBeVisible()
}

/** Role and piece counts as the shelf tells them, in an order that does not depend on names. */
async function shelf(page: Page): Promise<string[]> {
  const cards = await page.getByTestId('piece-card').all()
  const told = await Promise.all(
    cards.map(async (card) => {
      const counts = await card
        .locator('li[aria-label]')
        .evaluateAll((items) => items.map((i) => i.getAttribute('aria-label')))
      return counts.join(', ')
    }),
  )
  return told.sort()
}

test('a dropped drawing goes all the way to a cut sheet and back', async ({ page }) => {
  await page.goto('/')
  const text = readFileSync(drawing('tea-caddy.svg'), 'utf8')
  const transfer = await page.evaluateHandle((content) => {
    const data = new DataTransfer()
    data.items.add(new File([content], 'tea-caddy.svg', { type: 'image/svg+xml' }))
    return data
  }, text)
  await page.getByTestId('drop').dispatchEvent('drop', { dataTransfer: transfer })
  await expect(page).toHaveURL(/\/lines/)

  // Lines: five pieces at once, and one question.
  await expect(page.getByTestId('piece-count')).toHaveText('5 pieces')
  await expect(page.getByTestId('to-decide')).toHaveText('1 to decide')
  await page.getByRole('button', { name: 'Yes, cut' }).click()
  await expect(page.getByTestId('to-decide')).toHaveText('all decided')
  const before = await shelf(page)
  expect(before).toEqual([
    '1 Cut',
    '1 Cut, 1 Perforate',
    '2 Cut, 5 Score',
    '3 Cut, 2 Score',
    '3 Cut, 7 Score',
  ])

  // Paper: one card for all.
  await station(page, 'Paper')
  const plum = page.getByTestId('paper').filter({ has: page.getByRole('heading', { name: 'Plum card' }) })
  await plum.getByRole('button', { name: /Use for/ }).click()
  await expect(plum).toContainText('5 pieces now')

  // Sheets are laid out at the first visit.
  await station(page, 'Sheets')
  await expect(page.getByTestId('sheet')).toHaveCount(2)
  await expect(page.getByTestId('placed')).toHaveCount(4)
  await saved(page)

  // Run: passes in order, then the stand-in cutter to its end with one tool change.
  await station(page, 'Run')
  await expect(page.getByTestId('pass')).toHaveCount(3)
  await expect(page.getByTestId('pass')).toContainText(['Score', 'Perforate', 'Cut'])
  await page.getByRole('button', { name: 'Send the sheet' }).click()
  const cutter = page.getByTestId('cutter')
  await expect(cutter).toContainText('and load it. Put in the scoring tip.')
  await loadSheet(page)
  await expect(cutter).toContainText('put in the knife')
  await page.reload()
  await expect(cutter).toContainText('put in the knife')
  await page.getByRole('button', { name: 'Done, go on' }).click()
  await takeSheetOut(page)
  const deviation = Number.parseFloat((await page.getByTestId('deviation').textContent()) ?? '')
  // The machine's steps are 0.025 mm, so it is off by up to half a step each way, and never by nothing.
  expect(deviation).toBeGreaterThan(0)
  expect(deviation).toBeLessThan(0.025)

  // The saved SVG comes back with the same pieces and roles, and without a question.
  const files: { name: string; text: string }[] = []
  for (const sheet of ['1', '2']) {
    await page.getByRole('button', { name: sheet, exact: true }).click()
    const [file] = await Promise.all([page.waitForEvent('download'), fileLink(page, 'SVG')])
    files.push({ name: `sheet-${sheet}.svg`, text: readFileSync((await file.path())!, 'utf8') })
  }
  const after: string[] = []
  for (const { name, text: svg } of files) {
    await begin(page, { name, mimeType: 'image/svg+xml', buffer: Buffer.from(svg) })
    await expect(page.getByTestId('to-decide')).toHaveText('all decided')
    after.push(...(await shelf(page)))
  }
  expect(after.sort()).toEqual(before)
})

test('lines are chosen, given roles, bound and released, and all of it undone in words', async ({ page }) => {
  await begin(page, drawing('sachet.svg'))
  await expect(page.getByTestId('to-decide')).toHaveText('all decided')
  const families = page.getByTestId('family')
  const folds = families.filter({ hasText: 'dashed' })
  await folds.getByRole('button', { name: 'Perforate' }).click()
  await expect(page.getByTestId('piece-card').first()).toContainText('4')
  await expect(
    page.getByRole('button', { name: /^Undo: Perforate 4 lines of “black, dashed”/ }),
  ).toBeEnabled()
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByRole('button', { name: /^Redo: Perforate 4 lines/ })).toBeEnabled()
  expect(await shelf(page)).toEqual(['1 Cut, 4 Score', '2 Cut'])

  // A box round everything chooses every line.
  const board = page.getByTestId('drawing')
  const box = (await board.boundingBox())!
  await page.mouse.move(box.x + 30, box.y + 30)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width - 20, box.y + box.height - 8, { steps: 5 })
  await page.mouse.up()
  await expect(page.getByTestId('chosen')).toHaveText('7 lines')

  // A click where several lines meet lists them, and the list chooses one; bind and release by hand.
  await board.press('Escape')
  await expect(page.getByText('Nothing chosen')).toBeVisible()
  await folds.hover()
  const corner = await cornerOfFolds(page)
  await page.mouse.click(corner.x, corner.y)
  const here = page.getByRole('group', { name: 'Lines at this place' })
  await expect(here.getByRole('button', { name: /Score/ })).toHaveCount(2)
  await here.getByRole('button', { name: /Score/ }).first().click()
  await expect(page.getByTestId('chosen')).toHaveText('1 line')
  await page.getByRole('button', { name: 'Release from its piece' }).click()
  await expect(page.getByText('1 line belongs to no piece')).toBeVisible()
  await choose(page, 'Bind to piece', 'tag')
  await expect(page.getByText('1 line belongs to no piece')).toBeHidden()
  await expect.poll(() => shelf(page)).toEqual(['1 Cut, 3 Score', '2 Cut, 1 Score'])
  for (let i = 0; i < 2; i += 1) {
    await page.getByRole('button', { name: /^Undo: (Bind|Release)/ }).click()
    await saved(page)
  }
  expect(await shelf(page)).toEqual(['1 Cut, 4 Score', '2 Cut'])
  await folds.focus()
  await page.keyboard.press('6')
  await expect(page.getByRole('button', { name: /^Undo: Skip 4 lines/ })).toBeVisible()
  await page.getByRole('button', { name: /^Undo/ }).click()
  await saved(page)
  await page.reload()
  await expect(page.getByRole('button', { name: /^Redo: Skip 4 lines/ })).toBeEnabled()
})

/** Where the folds of the sachet meet at its upper left, on the screen: the drawing's fit is the same every time. */
async function cornerOfFolds(page: Page): Promise<{ x: number; y: number }> {
  const board = (await page.getByTestId('drawing').boundingBox())!
  const answer = await page.request.get(`/api/projects/${page.url().split('/')[4]}`)
  const { project } = await answer.json()
  const numbers = Object.values(project.lines as Record<string, { d: string }>).flatMap(
    (l) => l.d.match(/-?[\d.]+ -?[\d.]+/g) ?? [],
  )
  const points = numbers.map((pair) => pair.split(' ').map(Number) as [number, number])
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])]
  const drawn = { minX: Math.min(...xs), minY: Math.min(...ys), maxX: Math.max(...xs), maxY: Math.max(...ys) }
  const pad = 36
  const scale = Math.min(
    (board.width - 2 * pad) / (drawn.maxX - drawn.minX),
    (board.height - 2 * pad) / (drawn.maxY - drawn.minY),
  )
  return {
    x: board.x + board.width / 2 + (60 - (drawn.minX + drawn.maxX) / 2) * scale,
    y: board.y + board.height / 2 + (75 - (drawn.minY + drawn.maxY) / 2) * scale,
  }
}

test('a size in pixels is asked about, and the answer reads the file again', async ({ page }) => {
  const svg =
    '<svg xmlns="http://www.w3.org/2000/svg" width="595.28" height="841.89"><rect x="100" y="100" width="283.46" height="200" fill="none" stroke="#000"/></svg>'
  await begin(page, { name: 'card.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) })
  await station(page, 'Gather')
  await expect(page.getByTestId('true-size')).toContainText('210 × 297 mm')
  await expect(page.getByText('At 72 an inch its artboard is A4')).toBeVisible()
  await tick(page.getByLabel(/96 px an inch/))
  await expect(page.getByTestId('true-size')).toContainText('157.5 × 222.8 mm')
  await tick(page.getByLabel(/72 px an inch/))
  await expect(page.getByTestId('piece-card')).toContainText('100 × 70.6 mm')
})

test('projects are renamed, duplicated, deleted and brought back', async ({ page }) => {
  await begin(page, drawing('sachet.svg'))
  await page.goto('/')
  const cards = page.getByTestId('project')
  await cards
    .first()
    .getByRole('button', { name: /^Rename/ })
    .click()
  await page.getByLabel(/^Name of/).fill('Spring sachet')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Spring sachet' })).toBeVisible()
  await page.getByRole('button', { name: 'Duplicate Spring sachet', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Spring sachet (copy)' })).toBeVisible()
  await page.getByRole('button', { name: 'Delete Spring sachet (copy)' }).click()
  const copy = cards.filter({ has: page.getByRole('heading', { name: 'Spring sachet (copy)' }) })
  await expect(copy).toHaveCount(0)
  await page.getByRole('button', { name: 'Bring it back' }).click()
  await expect(copy).toHaveCount(1)
})

test('bad files get a sentence and leave nothing behind', async ({ page }) => {
  await page.goto('/')
  const count = await page.getByTestId('project').count()
  for (const [name, content, sentence] of [
    ['words.svg', 'not a drawing', /not XML/],
    ['half.svg', '<svg xmlns="http://www.w3.org/2000/svg"><path d="M0 0', /breaks off as XML at line 1/],
    ['bomb.svg', '<!DOCTYPE svg [<!ENTITY a "b"><!ENTITY c "&a;&a;">]><svg>&c;</svg>', /not safe to read/],
    ['none.svg', '<svg xmlns="http://www.w3.org/2000/svg"><text>Hello</text></svg>', /holds no lines/],
  ] as const) {
    await page
      .getByLabel('Drawing to begin with')
      .setInputFiles({ name, mimeType: 'image/svg+xml', buffer: Buffer.from(content) })
    await expect(page.getByRole('alert').filter({ hasText: sentence })).toBeVisible()
  }
  await page.reload()
  await expect(page.getByTestId('project')).toHaveCount(count)
})

test('several files become one project, in the order of their numbers', async ({ page }) => {
  await page.goto('/')
  const square = (side: number) =>
    `<svg xmlns="http://www.w3.org/2000/svg" width="90mm" height="90mm"><rect x="5mm" y="5mm" width="${side}mm" height="${side}mm" fill="none" stroke="#000"/></svg>`
  await page.getByLabel('Drawing to begin with').setInputFiles(
    [10, 2].map((n) => ({
      name: `part ${n}.svg`,
      mimeType: 'image/svg+xml',
      buffer: Buffer.from(square(20 + n)),
    })),
  )
  await expect(page).toHaveURL(/\/lines/)
  await expect(page.getByTestId('piece-count')).toHaveText('2 pieces')
  await expect(page.getByTestId('piece-card')).toContainText(['22 × 22 mm', '30 × 30 mm'])
  await expect(page.getByRole('button', { name: 'Undo: Add “part 10.svg”' })).toBeEnabled()
})

test('the stand-in cutter waits for its tool and is cancelled, and one sheet waits for the other', async ({
  page,
}) => {
  await begin(page, drawing('sachet.svg'))
  await station(page, 'Sheets')
  await expect(page.getByTestId('placed').first()).toBeVisible()
  await saved(page)
  await station(page, 'Run')
  await page.getByRole('button', { name: 'Send the sheet' }).click()
  const cutter = page.getByTestId('cutter')
  await loadSheet(page)
  await expect(cutter).toContainText('put in the knife')
  const busy = await page.request.post(`/api/projects/${page.url().split('/')[4]}/sheets/sheet-1/job`, {
    data: {},
  })
  expect(busy.status()).toBe(409)
  expect((await busy.json()).message).toContain('busy')
  // The way to the machine is not thrown away while a sheet is on it.
  const remove = () => page.request.delete(`/api/projects/${page.url().split('/')[4]}`)
  const kept = await remove()
  expect([kept.status(), (await kept.json()).message]).toEqual([
    409,
    expect.stringContaining('on the cutter'),
  ])
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(cutter).toContainText('Cancelled')
  await expect(page.getByRole('button', { name: 'Send the sheet' })).toBeEnabled()
  expect((await remove()).status()).toBe(200)
})

test('reading a large file shows how far it is, and is stopped without a trace', async ({ page }) => {
  await page.goto('/')
  const count = await page.getByTestId('project').count()
  const buffer = Buffer.from(largeDrawing())
  await page
    .getByLabel('Drawing to begin with')
    .setInputFiles({ name: 'large.svg', mimeType: 'image/svg+xml', buffer })
  await expect(page.getByRole('progressbar')).toContainText(/Reading|Sorting|Sending/)
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByTestId('notice')).toContainText('large.svg was stopped; nothing of it was kept.')
  await page.waitForTimeout(3000)
  await page.reload()
  await expect(page.getByTestId('project')).toHaveCount(count)
})
