import { readFileSync } from 'node:fs'
import sharp from 'sharp'
import { POND_LAYERS, pondLayer } from '../demo/koi-pond'
import { Hand } from './hand'
import { bagOfFourteen, svgFile } from './job-drawings'
import { TestServer } from './server'
import { saved } from './steps'
import { expect, type Page, test } from './test'

const most = (hand: Hand, limit: number) => {
  test.info().annotations.push({ type: 'actions', description: `${hand.actions} of ${limit}` })
  expect(hand.actions, `${hand.actions} actions: ${hand.did.join('; ')}`).toBeLessThanOrEqual(limit)
}
const steps = (page: Page) => page.getByTestId('step')
const stage = (page: Page) => page.getByTestId('build-stage')

/** A project with what a pattern makes, at Build. */
async function made(page: Page, pattern: RegExp): Promise<Hand> {
  const hand = new Hand(page)
  await page.goto('/')
  await hand.press(page.getByRole('button', { name: /^A pattern/ }))
  await hand.press(page.getByRole('button', { name: pattern }))
  await hand.press(page.getByTestId('draft').getByRole('button', { name: 'Make it' }))
  await expect(page.getByTestId('piece-card').first()).toBeVisible()
  await saved(page)
  await hand.go('Build')
  return hand
}

test('a window box is built step by step to the end, by buttons and by keys; what is done is remembered', async ({
  page,
}) => {
  await made(page, /^Window box/)
  await expect(steps(page)).toHaveCount(8)
  const space = stage(page).getByRole('application')
  await expect(space).toHaveAttribute('data-step', '1')
  await expect(space).toHaveAttribute('data-panels', '13')
  await stage(page).getByRole('button', { name: 'Done' }).click()
  await expect(stage(page)).toContainText('2 of 8 · A · Glue “Pane” behind “Box”, A on A.')
  // The pane, the box, and where the rim of the pane comes to lie.
  await expect(space).toHaveAttribute('data-panels', '15')
  await space.focus()
  for (let step = 2; step < 8; step += 1) {
    await page.keyboard.press('Enter')
    await expect(space).toHaveAttribute('data-step', String(step + 1))
  }
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('steps')).toContainText('8 of 8 done')
  await page.keyboard.press('ArrowLeft')
  await expect(space).toHaveAttribute('data-step', '7')
  await saved(page)
  await page.reload()
  await expect(page.getByTestId('steps')).toContainText('8 of 8 done')
  // Moved where it cannot be done, a step says what it needs; the found order comes back by one press.
  await steps(page)
    .nth(5)
    .getByRole('button', { name: /^6\. Lay/ })
    .click()
  await steps(page).nth(5).getByRole('button', { name: 'Later' }).click()
  await steps(page).nth(6).getByRole('button', { name: 'Later' }).click()
  await expect(page.getByTestId('steps')).toContainText('too early')
  await page.getByRole('button', { name: 'Order as found' }).click()
  await expect(page.getByTestId('steps')).not.toContainText('too early')
})

test('where a browser draws nothing in space, each step is a picture', async ({ page }) => {
  await page.addInitScript(() => {
    const { getContext } = HTMLCanvasElement.prototype
    HTMLCanvasElement.prototype.getContext = function (this: HTMLCanvasElement, kind: string, ...more: []) {
      return kind.startsWith('webgl') ? null : getContext.call(this, kind as '2d', ...more)
    } as typeof getContext
  })
  await made(page, /^Tray and lid/)
  const picture = stage(page).getByRole('img')
  await expect(picture).toHaveAttribute('src', /^data:image\/svg/)
  const first = await picture.getAttribute('src')
  await page.getByRole('button', { name: 'The next step' }).click()
  await expect(picture).not.toHaveAttribute('src', first!)
  expect(await picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(0)
})

test('the booklet of a build is a PDF with its steps', async ({ page }) => {
  await made(page, /^Tray and lid/)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Booklet (PDF)' }).click(),
  ])
  const bytes = readFileSync(await download.path())
  expect(bytes.subarray(0, 5).toString()).toBe('%PDF-')
  expect(download.suggestedFilename()).toContain('build.pdf')
})

test('nine files become a stack in a frame of 203 x 203 x 25 mm; what does not fit is said, and mended', async ({
  page,
}) => {
  const hand = new Hand(page)
  await page.goto('/')
  await hand.drop(
    ...POND_LAYERS.map((layer) => ({
      name: `${layer.name}.svg`,
      mimeType: 'image/svg+xml',
      buffer: Buffer.from(pondLayer(layer)),
    })),
  )
  await expect(page.getByText('13 pieces')).toBeVisible()
  await hand.go('Build')
  await hand.press(page.getByRole('button', { name: 'Stack them' }))
  await expect(page.getByTestId('layer')).toHaveCount(9)
  const size = page.getByTestId('stack-size')
  await expect(size).toContainText('190 mm × 190 mm, 18.7 mm deep')
  await expect(page.getByTestId('stack-view')).toBeVisible()
  await hand.choose(/Frame/, 'any size')
  await expect(size).toContainText('Left in the frame: 0.3 mm × 0.3 mm, 6.3 mm in depth.')
  const layers = page.getByTestId('layers')
  await hand.type(layers.getByLabel('Height of spacers'), '3')
  const found = page.getByTestId('stack-findings')
  await expect(found).toContainText(
    'The stack is 1.7 mm too deep for its frame. What would do: spacers of 2.7 mm',
  )
  await hand.type(layers.getByLabel('Height of spacers'), '2.5')
  await expect(found).not.toContainText('too deep')
  await expect(size).toContainText('2.3 mm in depth')
  most(hand, 10)
  // By hand and by keys layers change places; how open they are puts them right again.
  const first = page.getByTestId('layer').first()
  await expect(first).toContainText('9 rim')
  await first.focus()
  await page.keyboard.press('Alt+ArrowDown')
  await expect(page.getByTestId('layer').first()).toContainText('8 bank')
  await page.getByRole('button', { name: 'Order the layers' }).click()
  await page.getByRole('menuitem', { name: 'by name' }).click()
  await expect(page.getByTestId('layer').first()).toContainText('9 rim')
  // Laid from the back forward.
  await expect(steps(page)).toHaveCount(8)
  await expect(steps(page).first()).toContainText(
    'lay it on “1 night water”, the corners at the bottom first',
  )
})

test('two drawings are put together by hand, and are built so', async ({ page }) => {
  const tray = `<svg xmlns="http://www.w3.org/2000/svg" width="130mm" height="110mm" viewBox="0 0 130 110" fill="none" stroke="#000">
    <path d="M25 5H105V25H125V85H105V105H25V85H5V25H25Z"/><g stroke="#c00"><path d="M25 25H105"/><path d="M105 25V85"/><path d="M105 85H25"/><path d="M25 85V25"/></g></svg>`
  const card = `<svg xmlns="http://www.w3.org/2000/svg" width="70mm" height="50mm" viewBox="0 0 70 50" fill="none" stroke="#000"><path d="M2 2H62V42H2Z"/></svg>`
  const hand = new Hand(page)
  await page.goto('/')
  await hand.drop(svgFile('tray.svg', tray), svgFile('card.svg', card))
  await expect(page.getByTestId('piece-card')).toHaveCount(2)
  await hand.go('Build')
  for (const size of ['60 × 40 mm', '120 × 100 mm']) {
    const card = page.getByTestId('piece-card').filter({ hasText: size })
    await card.getByRole('button', { name: /^Choose/ }).click()
    await expect(card.getByRole('button', { name: /^Choose/ })).toHaveAttribute('aria-pressed', 'true')
  }
  await page.getByRole('button', { name: /^Put “card” on “tray”/ }).click()
  await expect(page.getByTestId('put-together')).toContainText('“card” glued, within or behind “tray”')
  await expect(page.getByTestId('steps')).toContainText('Glue “card” behind “tray”, A on A.')
  await page.getByRole('button', { name: 'Take card off' }).click()
  await expect(page.getByTestId('steps')).not.toContainText('Glue “card”')
})

test('a project is sent as one file to another database, and opened there', async ({ page }) => {
  const hand = await made(page, /^Melt box/)
  await hand.press(page.getByRole('button', { name: 'Done' }))
  await saved(page)
  const name = 'Box to send'
  await page.goto('/')
  const card = page.getByTestId('project').first()
  await card.getByRole('button', { name: /^Rename/ }).click()
  await card.getByRole('textbox').fill(name)
  await page.keyboard.press('Enter')
  await expect(card.getByRole('heading')).toHaveText(name)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: `Save ${name} as one file` }).click(),
  ])
  expect(download.suggestedFilename()).toBe(`${name}.crease.zip`)
  const file = {
    name: download.suggestedFilename(),
    mimeType: 'application/zip',
    buffer: readFileSync(await download.path()),
  }
  const server = new TestServer(4817)
  await server.start()
  try {
    await page.goto(server.url)
    await expect(page.getByTestId('project')).toHaveCount(0)
    await page.getByLabel('Drawing to begin with').setInputFiles(file)
    await expect(page).toHaveURL(/\/projects\/[\w-]+\//)
    await expect(page.getByTestId('piece-card')).toHaveCount(5)
    await page.getByRole('navigation', { name: 'Stations' }).getByText('Build').click()
    await expect(page.getByTestId('steps')).toContainText('1 of 17 done')
    // A broken one is told, and changes nothing.
    await page.goto(server.url)
    await page
      .getByLabel('Drawing to begin with')
      .setInputFiles({ ...file, name: 'broken.zip', buffer: file.buffer.subarray(0, 500) })
    await expect(page.getByText('broken.zip is not taken. The archive is broken.')).toBeVisible()
    await expect(page.getByTestId('project')).toHaveCount(1)
  } finally {
    await server.kill()
  }
})

test('a picture of fills on fills becomes a layered picture', async ({ page }) => {
  const hand = new Hand(page)
  await page.goto('/')
  const fill = (d: string, colour: string) => `<path d="${d}" fill="${colour}"/>`
  const moon = 'M60 40A24 24 0 1 1 60 88A24 24 0 1 1 60 40Z'
  await hand.drop(
    svgFile(
      'night.svg',
      `<svg xmlns="http://www.w3.org/2000/svg" width="140mm" height="140mm" viewBox="0 0 140 140">${[
        fill('M10 10H130V130H10Z', '#2f4a63'),
        fill(moon, '#f5efe2'),
        fill('M10 90C40 76 80 110 130 84V130H10Z', '#52809a'),
        fill('M10 108C50 96 90 122 130 104V130H10Z', '#5d8a4c'),
      ].join('')}</svg>`,
    ),
  )
  await expect(page.getByTestId('piece-card')).toHaveCount(4)
  await hand.go('Build')
  await hand.press(page.getByRole('button', { name: 'Stack them' }))
  await expect(page.getByTestId('layer')).toHaveCount(4)
  await expect(page.getByTestId('stack-size')).toContainText('120 mm × 120 mm')
  await expect(page.getByTestId('stack-findings')).not.toContainText('nothing behind')
  most(hand, 8)
})

/** Words of a booklet, as another library reads them. */
async function wordsOf(path: string): Promise<string> {
  const { getDocument } = await import('pdfjs-dist/legacy/build/pdf.mjs')
  const pdf = await getDocument({ data: new Uint8Array(readFileSync(path)) }).promise
  const pages = await Promise.all(
    Array.from({ length: pdf.numPages }, async (_, i) =>
      (await (await pdf.getPage(i + 1)).getTextContent()).items
        .map((t) => ('str' in t ? t.str : ''))
        .join(' '),
    ),
  )
  return pages.join(' ')
}

test('the caddy of the fair is built step by step to its end', async ({ page }) => {
  const server = new TestServer(4819)
  server.seed()
  await server.start()
  try {
    await page.goto(server.url)
    await page.getByRole('link', { name: 'Lantern Quay Tea Fair: caddy', exact: true }).click()
    const hand = new Hand(page)
    await hand.go('Build')
    await expect(page.getByTestId('steps')).toContainText('0 of 12 done')
    const told: string[] = []
    for (let step = 1; step <= 12; step += 1) {
      await expect(stage(page).getByRole('application')).toHaveAttribute('data-step', String(step))
      told.push((await stage(page).locator('p').first().textContent()) ?? '')
      await hand.press(stage(page).getByRole('button', { name: 'Done' }))
    }
    await expect(page.getByTestId('steps')).toContainText('12 of 12 done')
    expect(told.findIndex((t) => t.includes('Glue tab C'))).toBeLessThan(
      told.findIndex((t) => t.includes('Lay “Cup shelf”')),
    )
    expect(told.at(-1)).toContain('Close the end of “Back and lid”')
    most(hand, 13)
    // Letters go where the glue hides them: on the pane and on both tabs.
    await page.getByRole('button', { name: 'Draw the letters where glue hides them' }).click()
    await expect(page.getByRole('button', { name: 'Take the letters off' })).toBeVisible()
    await expect(page.getByTestId('steps')).toContainText('12 of 12 done')
    await hand.go('Shape')
    await expect(page.getByTestId('making')).toHaveCount(3)
  } finally {
    await server.kill()
  }
})

test('a bag of fourteen pieces from two files is put together, and its booklet is saved', async ({
  page,
}) => {
  const hand = new Hand(page)
  await page.goto('/')
  await hand.drop(...bagOfFourteen())
  await expect(page.getByTestId('piece-count')).toHaveText('14 pieces')
  await expect(page.getByTestId('to-decide')).toHaveText('all decided')
  await hand.go('Build')
  const together = page.getByTestId('put-together')
  await hand.press(together.getByRole('button', { name: 'Glue them' }))
  await expect(page.getByTestId('steps')).toContainText('along the edge of')
  const choose = (size: RegExp, nth: number) =>
    hand.press(
      page
        .getByTestId('piece-card')
        .filter({ hasText: size })
        .nth(nth)
        .getByRole('button', { name: /^Choose/ }),
    )
  await choose(/88 × 38/, 0)
  await choose(/142 × 155/, 0)
  await hand.press(together.getByRole('button', { name: /^Put / }))
  await choose(/160 × 10/, 0)
  await choose(/160 × 10/, 1)
  await choose(/142 × 155/, 1)
  await hand.press(together.getByRole('button', { name: /^Put 2 pieces on/ }))
  await expect(together.getByRole('button', { name: /^Take .* off$/ })).toHaveCount(4)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    hand.press(page.getByRole('link', { name: 'Booklet (PDF)' })),
  ])
  most(hand, 12)
  const words = await wordsOf(await download.path())
  expect(words).toContain('along the edge of')
  expect(words.match(/Hold it until the glue has set/g)?.length).toBe(1)
})

test('a picture is parted by colour, stacked, and its spacers are drawn on the layers', async ({ page }) => {
  const hills = `<svg xmlns="http://www.w3.org/2000/svg" width="600" height="400"><rect width="600" height="400" fill="#f3e9d2"/>
    <path d="M0 180Q160 80 320 180T600 160V400H0Z" fill="#c98f5b"/><path d="M0 280Q140 200 300 280T600 260V400H0Z" fill="#3a2544"/></svg>`
  const buffer = await sharp(Buffer.from(hills)).png().toBuffer()
  const hand = new Hand(page)
  await page.goto('/')
  await hand.give(page.getByLabel('Picture to begin with'), {
    name: 'hills.png',
    mimeType: 'image/png',
    buffer,
  })
  const settings = page.getByTestId('picture-settings')
  await hand.press(settings.getByRole('button', { name: /Traced as$/ }))
  await hand.press(page.getByRole('option', { name: '3 layers by colour' }))
  await hand.press(settings.getByRole('button', { name: 'Trace again' }))
  await expect(page.getByTestId('piece-card')).toHaveCount(3)
  await hand.go('Build')
  await hand.press(page.getByRole('button', { name: 'Stack them' }))
  await expect(page.getByTestId('layer')).toHaveCount(3)
  await hand.press(page.getByRole('button', { name: 'Draw the spacers on the layers' }))
  const drawn = page.getByTestId('drawn-spacers')
  await expect(drawn.getByRole('button', { name: 'Take the drawn spacers off' })).toBeVisible()
  await expect(drawn).not.toContainText('moved')
  most(hand, 8)
  // Higher spacers stand elsewhere, since an eye aside sees farther under the layer: what is drawn is told to be stale.
  await hand.type(page.getByTestId('layers').getByLabel('Height of spacers'), '6')
  await expect(drawn).toContainText('The drawn spacers are not where they are to stand now.')
  await hand.press(drawn.getByRole('button', { name: 'Draw them anew' }))
  await expect(drawn).not.toContainText('moved')
  await page.getByRole('button', { name: 'Light from the side' }).click()
  await expect(page.getByRole('button', { name: 'Even light' })).toBeVisible()
})
