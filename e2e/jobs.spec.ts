import { readFileSync } from 'node:fs'
import { Hand } from './hand'
import {
  bagPanels,
  bagStraps,
  bird,
  caddy,
  kitCard,
  layer,
  printedBox,
  smallBox,
  svgFile,
  windowBox,
} from './job-drawings'
import { drawing } from './steps'
import { answersLate, expect, type Page, test } from './test'

/**
 * Whole jobs, from a stranger's file to the sheet that comes back from the stand-in cutter, with every action of the
 * hand counted: what a job takes at most is a part of what is promised.
 */

/** Answers what is asked, one press a question, with what is suggested first. */
async function answer(hand: Hand): Promise<void> {
  const asked = hand.page.getByTestId('to-decide')
  for (let k = 0; k < 12 && (await asked.textContent()) !== 'all decided'; k += 1) {
    const before = await asked.textContent()
    await hand.press(hand.page.getByRole('button', { name: /^Yes, / }).first())
    await expect(asked).not.toHaveText(before!)
  }
}

const pieces = (page: Page) => expect(page.getByTestId('piece-count'))
const cutter = (page: Page) => page.getByTestId('cutter')

/** Sends sheets and does what the stand-in asks for, until the last is to be taken out. */
async function run(hand: Hand, sending = 'Send the sheet'): Promise<void> {
  const { page } = hand
  await hand.press(page.getByRole('button', { name: sending }))
  const goOn = cutter(page).getByRole('button', { name: /go on$|^Taken out, on to/i })
  const out = cutter(page).getByRole('button', { name: 'Taken out', exact: true })
  for (let k = 0; k < 60; k += 1) {
    await expect(goOn.or(out).first()).toBeVisible({ timeout: 60_000 })
    if (await out.isVisible()) break
    // On a busy machine what was answered may still stand there, and goes while it is looked at.
    const isAsked = await expect(goOn)
      .toBeEnabled({ timeout: 2000 })
      .then(
        () => true,
        () => false,
      )
    if (!isAsked) continue
    const asked = await goOn.textContent()
    await hand.press(goOn)
    // The next question may have the same words: what is asked beside it differs.
    await expect(goOn.filter({ hasText: asked! }))
      .toHaveCount(0, { timeout: 2000 })
      .catch(() => undefined)
  }
  // What was drawn lies within a motor step of what was planned.
  const deviation = await page.getByTestId('deviation').textContent()
  expect(Number.parseFloat(deviation!)).toBeLessThan(0.1)
}

const most = (hand: Hand, limit: number) => {
  test.info().annotations.push({ type: 'actions', description: `${hand.actions} of ${limit}` })
  expect(hand.actions, `${hand.actions} actions: ${hand.did.join('; ')}`).toBeLessThanOrEqual(limit)
}

const begin = async (page: Page, ...files: Parameters<Hand['drop']>) => {
  await page.goto('/')
  const hand = new Hand(page)
  await hand.drop(...files)
  return hand
}

const paper = (page: Page, name: string) =>
  page.getByTestId('paper').filter({ has: page.getByRole('heading', { name }) })
const card = (page: Page, size: RegExp) => page.getByTestId('piece-card').filter({ hasText: size })

/** All in one colour: nothing tells folds from cuts but where they run. */
const inBlack = (text: string) =>
  text.replace(/stroke:#[0-9a-f]{6}/gi, 'stroke:#000000').replace(/stroke-dasharray:[^;}]*;?/g, '')

test('a bought box, all in black, is cut', async ({ page }) => {
  const hand = await begin(page, svgFile('caddy-black.svg', inBlack(caddy)))
  await pieces(page).toHaveText('5 pieces')
  await answer(hand)
  await hand.go('Run')
  await hand.press(cutter(page).getByRole('button', { name: 'Take Plum card' }))
  await run(hand)
  most(hand, 7)
})

test('its variant with dashed folds, saved anew, is decided in three actions at most', async ({ page }) => {
  // Dashes of 5 and gaps of 3 mm where the folds were red; the perforation keeps its own.
  const dashed = caddy
    .replace(/stroke:#ED1C24;/i, 'stroke:#ED1C24;stroke-dasharray:14.2 8.5;')
    .replace(/stroke:#[0-9a-f]{6}/gi, 'stroke:#000000')
  expect(dashed).toContain('stroke-dasharray')
  const hand = await begin(page, svgFile('caddy-dashed.svg', dashed))
  await pieces(page).toHaveText('5 pieces')
  await answer(hand)
  await expect(page.getByTestId('to-decide')).toHaveText('all decided')
  most(hand, 3)
})

test('a window box is cut from A3, from a leftover and from film, without the piece that fits nowhere', async ({
  page,
}) => {
  const { papers } = await (await page.request.get('/api/papers')).json()
  const { id: _, ...rice } = papers.find((p: { name: string }) => p.name === 'Rice white, A4')
  const third = { ...rice, name: 'Pearl white, A4', leftovers: [{ width: 210, height: 99, count: 1 }] }
  expect((await page.request.post('/api/papers', { data: third })).ok()).toBe(true)
  const hand = await begin(page, windowBox())
  await pieces(page).toHaveText('4 pieces')
  await answer(hand)
  await hand.go('Paper')
  await hand.press(paper(page, 'Harbour kraft').getByRole('button', { name: /^Use for/ }))
  const choose = (size: RegExp) => hand.press(card(page, size).getByRole('button', { name: /^Choose/ }))
  await choose(/190 × 85/)
  await hand.press(paper(page, 'Pearl white').getByRole('button', { name: /^Use for/ }))
  await choose(/66 × 90/)
  await hand.press(paper(page, 'Clear film').getByRole('button', { name: /^Use for/ }))
  await hand.go('Sheets')
  await expect(page.getByTestId('unplaced')).toContainText('is on no sheet')
  await expect(page.getByTestId('sheet').filter({ hasText: '210 × 99' })).toHaveCount(1)
  await choose(/460 × 30/)
  await hand.press(page.getByRole('button', { name: 'Delete 1 piece' }))
  await expect(page.getByTestId('unplaced')).toHaveCount(0)
  await hand.go('Run')
  await run(hand, 'Run all sheets in this order')
  most(hand, 22)
})

test('an A4 holds so many inserts, and six of them are laid across it to a tenth', async ({ page }) => {
  const hand = await begin(page, smallBox())
  await answer(hand)
  await hand.go('Sheets')
  // Two numbers in a row are both kept, however late what was done before them is.
  await answersLate(page, '**/edits', () => 2500)
  await hand.press(page.getByRole('button', { name: 'Take Rice white, A4' }))
  await expect(page.getByTestId('sheet')).toContainText('Rice white')
  const repeat = page.getByTestId('repeat')
  // Three rows of two, and above them three on their sides: 3 x 60 + 97.45 + 3 x 3 = 286.45 of 291 mm.
  await expect(repeat).toContainText('9 fit, some turned')
  await hand.type(repeat.getByLabel('Across'), '2')
  await hand.type(repeat.getByLabel('Down'), '3')
  await expect(page.getByTestId('placed')).toHaveCount(6)
  await hand.go('Run')
  await run(hand)
  most(hand, 9)
})

test('a figure in fills becomes a sheet a colour, without one of its colours, two of each', async ({
  page,
}) => {
  const hand = await begin(page, bird())
  await answer(hand)
  const layers = page.getByTestId('question').getByText('layers of paper, a piece each')
  if (await layers.isVisible()) await hand.press(layers)
  await pieces(page).toHaveText('5 pieces')
  await hand.go('Paper')
  // What is done while its papers are still made comes after it.
  await answersLate(page, '**/api/papers', () => 1500)
  await hand.press(page.getByRole('button', { name: 'A paper for each of the 4 colours' }))
  await hand.press(card(page, /3\d(\.\d+)? × 2\d/).getByRole('button', { name: /^Choose/ }))
  await hand.press(page.getByRole('button', { name: 'Delete 1 piece' }))
  await pieces(page).toHaveText('4 pieces')
  await hand.press(page.getByRole('button', { name: 'Choose all pieces' }))
  await hand.type(page.getByLabel('Copies of each of 4 pieces'), '2')
  await hand.go('Sheets')
  await expect(page.getByTestId('sheet')).toHaveCount(3)
  await hand.type(page.getByLabel('Between pieces'), '1')
  await hand.go('Run')
  await run(hand, 'Run all sheets in this order')
  most(hand, 16)
})

test('a printed box is printed with bleed and marks, and cut by a machine with one holder and no tip', async ({
  page,
}) => {
  const hand = await begin(page, printedBox())
  await pieces(page).toHaveText('1 piece')
  await answer(hand)
  await hand.go('Paper')
  await hand.press(paper(page, 'Rice white').getByRole('button', { name: /^Use for/ }))
  await hand.give(page.getByLabel('Picture for the front'), drawing('teapot.png'))
  await hand.press(page.getByRole('button', { name: 'Print the sheets first' }))
  await hand.go('Run')
  await hand.choose(/ Cutter$/, 'One-blade cutter, A4')
  await expect(page.getByTestId('pass').first()).toContainText('Score')
  await run(hand, 'Scan and cut')
  most(hand, 11)
})

test('a kit of six files is cut at once: frames and titles left out, printed, from US letter', async ({
  page,
}) => {
  const hand = await begin(page, ...[1, 2, 3, 4, 5, 6].map(kitCard))
  await pieces(page).toHaveText('6 pieces')
  await answer(hand)
  await hand.go('Paper')
  await hand.choose(/^New paper$/, 'Letter')
  await hand.press(page.getByRole('button', { name: 'Save and use for 6 pieces without paper' }))
  await hand.press(page.getByRole('button', { name: 'Print the sheets first' }))
  await hand.go('Run')
  await run(hand, 'Scan and cut')
  most(hand, 13)
})

test('one box in four formats has one size, each by one action, and one answer where no unit is stated', async ({
  page,
}) => {
  const sizes: string[] = []
  const file = (name: string) => ({
    name,
    mimeType: 'application/octet-stream',
    buffer: readFileSync(drawing(name)),
  })
  // In pixels of 72 an inch, as some programs write them.
  const px = caddy.replace('width="460mm" height="297mm"', 'width="1303.94" height="841.89"')
  expect(px).not.toBe(caddy)
  for (const each of [
    file('tea-caddy.svg'),
    file('tea-caddy.dxf'),
    file('tea-caddy.pdf'),
    svgFile('caddy-72.svg', px),
  ]) {
    const hand = await begin(page, each)
    await page.getByRole('navigation', { name: 'Stations' }).getByText('Lines').click()
    const asked = page.getByTestId('question').getByText(/72 px an inch/)
    if (each.name === 'caddy-72.svg') {
      await expect(asked).toBeVisible()
      await hand.press(asked)
    }
    const first = page.getByTestId('piece-card').first()
    await expect(first).toContainText(/154\D+190/)
    sizes.push((await first.textContent())!.match(/[\d.]+ × [\d.]+ mm/)![0])
    most(hand, each.name === 'caddy-72.svg' ? 2 : 1)
  }
  expect(new Set(sizes).size).toBe(1)
})

test('nine layers of a picture are laid on one centre, each of a paper of its own, and all cut', async ({
  page,
}) => {
  const hand = await begin(page, ...[1, 2, 3, 4, 5, 6, 7, 8, 9].map(layer))
  await pieces(page).toHaveText('9 pieces')
  await answer(hand)
  await hand.go('Gather')
  await hand.press(page.getByRole('button', { name: 'All on one centre' }))
  await hand.go('Paper')
  await hand.press(page.getByRole('button', { name: 'A paper for each of the 9 colours' }))
  await hand.go('Run')
  await run(hand, 'Run all sheets in this order')
  most(hand, 30)
})

test('a bag comes from two files, with a rectangle for the pen and a strap in three colours', async ({
  page,
}) => {
  const hand = await begin(page, bagPanels(), bagStraps())
  await pieces(page).toHaveText('7 pieces')
  const asked = page.getByTestId('family').filter({ has: page.getByRole('button', { name: 'Yes, cut' }) })
  await hand.press(asked.getByRole('button', { name: 'Pen' }))
  await expect(page.getByTestId('to-decide')).toHaveText('all decided')
  await hand.go('Paper')
  await hand.press(paper(page, 'Plum card').getByRole('button', { name: /^Use for/ }))
  await hand.press(
    card(page, /180 × 14/)
      .first()
      .getByRole('button', { name: /^Choose/ }),
  )
  await hand.press(page.getByRole('button', { name: 'Copy in this paper: 1 chosen piece, of Oolong card' }))
  await pieces(page).toHaveText('8 pieces')
  await hand.press(
    page.getByRole('button', { name: 'Copy in this paper: 1 chosen piece, of Harbour kraft, A3' }),
  )
  await pieces(page).toHaveText('9 pieces')
  await hand.go('Run')
  await run(hand)
  most(hand, 12)
})

test('every day: twenty files at once, twenty steps back, a closed tab, deep links, a wrong file', async ({
  page,
  context,
}) => {
  const files = Array.from({ length: 20 }, (_, k) => ({ ...kitCard((k % 6) + 1), name: `card-${k + 1}.svg` }))
  const hand = await begin(page, ...files)
  await pieces(page).toHaveText('20 pieces')
  await answer(hand)
  await hand.type(page.getByLabel('Project name'), 'Fair kit')
  // Copies of twenty pieces, one by one, and all of it undone by keys.
  const copies = page.getByRole('textbox', { name: /^Copies of / })
  const first = copies.first()
  for (let k = 2; k <= 21; k += 1) await hand.type(first, String(k))
  await expect(first).toHaveValue('21')
  await expect(page.getByTestId('saved')).toHaveText('Saved')
  // Right after typing, with the field still in focus.
  for (let k = 20; k >= 1; k -= 1) {
    await page.keyboard.press('Control+z')
    await expect(first).toHaveValue(String(k))
  }
  await page.keyboard.press('Control+y')
  await expect(first).toHaveValue('2')
  await expect(page.getByTestId('saved')).toHaveText('Saved')

  // The tab is closed; another one finds everything at every station by its address.
  const project = page.url().split('/').slice(0, 5).join('/')
  await page.close()
  const other = await context.newPage()
  for (const station of ['gather', 'lines', 'shape', 'paper', 'sheets', 'run']) {
    await other.goto(`${project}/${station}`)
    await expect(other.getByTestId('piece-count')).toHaveText('20 pieces')
    await expect(other.getByLabel('Project name')).toHaveValue('Fair kit')
    await expect(other.getByRole('textbox', { name: /^Copies of / }).first()).toHaveValue('2')
  }
  // A wrong file is refused with what it is, and changes nothing.
  await other.goto(`${project}/gather`)
  await other.getByLabel('File to add').setInputFiles({
    name: 'recipe.docx',
    mimeType: 'application/msword',
    buffer: Buffer.from('PK\u0003\u0004'),
  })
  await expect(other.getByTestId('notice')).toContainText('recipe.docx')
  await pieces(other).toHaveText('20 pieces')
  await other.goto(`${project.replace(/[^/]+$/, 'no-such-project')}/lines`)
  await expect(other.getByText(/not here|gone|not found/i).first()).toBeVisible()
})
