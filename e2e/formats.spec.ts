import { readFileSync } from 'node:fs'
import { fileURLToPath } from 'node:url'
import { PDFDocument, PDFName } from 'pdf-lib'
import { tick } from './steps'
import { expect, type Page, test } from './test'

const drawing = (name: string) => fileURLToPath(new URL(`../demo/drawings/${name}`, import.meta.url))
type Upload = string | { name: string; mimeType: string; buffer: Buffer }

async function begin(page: Page, ...files: Upload[]) {
  await page.goto('/')
  await page.getByLabel('Drawing to begin with').setInputFiles(files as string[])
  await expect(page).toHaveURL(/\/projects\/[\w-]+\/lines/)
  await expect(page.getByTestId('piece-card').first()).toBeVisible()
}
const station = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Stations' }).getByText(name).click()
const svg = (name: string, body: string) => ({
  name,
  mimeType: 'image/svg+xml',
  buffer: Buffer.from(
    `<svg xmlns="http://www.w3.org/2000/svg" width="200mm" height="120mm" viewBox="0 0 200 120" fill="none" stroke="#000">${body}</svg>`,
  ),
})
const CARD = '<path d="M10 10L150 10L150 90L10 90Z"/>'

for (const kind of ['dxf', 'pdf'])
  test(`the caddy as ${kind.toUpperCase()} comes in sorted and bound, without a question`, async ({
    page,
  }) => {
    await begin(page, drawing(`tea-caddy.${kind}`))
    await expect(page.getByTestId('piece-count')).toHaveText('5 pieces')
    await expect(page.getByTestId('to-decide')).toHaveText('all decided')
    await station(page, 'Gather')
    await expect(page.getByTestId('source')).toContainText(`tea-caddy.${kind}`)
  })

test('a DXF without units asks for its size, and another answer takes its place', async ({ page }) => {
  const text = readFileSync(drawing('tea-caddy.dxf'), 'utf8').replace(
    /\$INSUNITS\r?\n\s*70\r?\n\s*4/,
    '$INSUNITS\n70\n0',
  )
  await begin(page, { name: 'caddy.dxf', mimeType: 'image/vnd.dxf', buffer: Buffer.from(text) })
  await station(page, 'Gather')
  await expect(page.getByText('Which size is right?')).toBeVisible()
  const before = await page.getByTestId('true-size').textContent()
  await tick(page.getByLabel(/1 unit is 1 cm/))
  await expect(page.getByTestId('true-size')).not.toHaveText(before!)
  await expect(page.getByTestId('source')).toContainText('Chosen by hand')
})

test('of a PDF with several pages another page is chosen', async ({ page }) => {
  const document = await PDFDocument.create()
  for (const width of [100, 150]) {
    const p = document.addPage([300, 300])
    const content = document.context.stream(`20 20 ${width} 80 re S`)
    p.node.set(PDFName.of('Contents'), document.context.register(content))
  }
  await begin(page, {
    name: 'two.pdf',
    mimeType: 'application/pdf',
    buffer: Buffer.from(await document.save()),
  })
  await expect(page.getByTestId('piece-card').first()).toContainText('35.3')
  await station(page, 'Gather')
  await page.getByLabel('Page, of 2').fill('2')
  await page.getByLabel('Page, of 2').press('Enter')
  await expect(page.getByTestId('piece-card').first()).toContainText('52.9')
})

test('a picture is traced, sized and traced again', async ({ page }) => {
  await begin(page, drawing('teapot.png'))
  await expect(page.getByTestId('piece-count')).toHaveText('1 piece')
  await station(page, 'Gather')
  const settings = page.getByTestId('picture-settings')
  await settings.getByLabel('Width of the whole picture').fill('18 cm')
  await settings.getByLabel('Width of the whole picture').press('Enter')
  await expect(page.getByTestId('true-size')).toContainText('180 × 140 mm')
  await expect(page.getByTestId('piece-card').first()).toContainText('147.8')
  await tick(settings.getByLabel('with openings'), false)
  await settings.getByRole('button', { name: 'Trace again' }).click()
  await expect(page.getByTestId('piece-card').first().locator('li[aria-label]').first()).toHaveAttribute(
    'aria-label',
    '1 Cut',
  )
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByTestId('piece-card').first().locator('li[aria-label]').first()).toHaveAttribute(
    'aria-label',
    '3 Cut',
  )
})

test('several files come in the order of their names, side by side or on one centre', async ({ page }) => {
  const layer = (name: string, size: number) =>
    svg(
      name,
      `<path d="M${100 - size} ${60 - size}L${100 + size} ${60 - size}L${100 + size} ${60 + size}L${100 - size} ${60 + size}Z"/>`,
    )
  await begin(page, layer('layer 10.svg', 20), layer('layer 2.svg', 40))
  await station(page, 'Gather')
  await expect(page.getByTestId('source').locator('h2')).toHaveText(['layer 2.svg', 'layer 10.svg'])
  await tick(page.getByLabel('on the centre of the first'))
  await page.getByLabel('File to add').setInputFiles(layer('layer 11.svg', 10) as never)
  await expect(page.getByTestId('piece-count')).toHaveText('3 pieces')
  await expect(page.getByTestId('source')).toHaveCount(3)
})

test('questions are gone through one at a time, by keys alone', async ({ page }) => {
  await begin(page, drawing('tea-caddy.svg'))
  await page.getByRole('button', { name: 'One by one' }).click()
  const review = page.getByTestId('review')
  await expect(review).toContainText('1 of 1 to decide')
  await expect(review).toContainText('It prolongs a line of another look')
  await page.keyboard.press('2')
  await expect(review).toContainText('Every line has its role')
  await expect(page.getByRole('button', { name: /^Undo: Score 2 lines/ })).toBeEnabled()
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(review).toContainText('1 of 1 to decide')
  await page.getByTestId('drawing').focus()
  await page.keyboard.press('Enter')
  await expect(review).toContainText('Every line has its role')
  await page.getByRole('button', { name: 'Back to the ledger' }).click()
  await expect(page.getByTestId('to-decide')).toHaveText('all decided')
})

test('what lies on the edge of the artboard is asked about with both outcomes as pictures', async ({
  page,
}) => {
  const tags = [8, 70, 132].map(
    (x) => `<path d="M${x} 10L${x + 55} 10L${x + 55} 110L${x} 110Z" stroke="#0a0"/>`,
  )
  await begin(page, svg('tags.svg', `<path d="M0 0L200 0L200 120L0 120Z"/>${tags.join('')}`))
  const cut = page.getByTestId('outcome-cut')
  await expect(cut).toContainText('Cut: 1 piece')
  await expect(page.getByTestId('outcome-skip')).toContainText('Left out: 3 pieces')
  await cut.click()
  await expect(page.getByTestId('piece-count')).toHaveText('1 piece')
  await expect(cut).toHaveCount(0)
})

test('what was tidied is told, and put back', async ({ page }) => {
  const dashes = Array.from({ length: 20 }, (_, k) => `<path d="M80 ${10 + k * 4}l0 2.4"/>`).join('')
  await begin(page, svg('twice.svg', `${CARD}${CARD}${dashes}`))
  const counts = page.getByTestId('piece-card').first().locator('li[aria-label]')
  await expect(counts.first()).toHaveAttribute('aria-label', '1 Cut')
  await station(page, 'Gather')
  const cleaned = page.getByTestId('cleaned')
  await expect(cleaned).toContainText('20 strokes in a regular beat became 1 dashed line.')
  await expect(cleaned).toContainText('1 line drawn twice')
  await cleaned.getByRole('button', { name: /Put back: 20 strokes/ }).click()
  await expect(cleaned).not.toContainText('20 strokes')
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(cleaned).toContainText('20 strokes')
})

test('a finding shows its place, is put right, or left as it is, until all is clear', async ({ page }) => {
  await begin(
    page,
    svg(
      'findings.svg',
      `${CARD}<path stroke="#f00" d="M60 10L60 90"/><path stroke="#f00" d="M60.1 10L60.1 90"/><path d="M20 11.2L40 11.2L40 30L20 30Z"/>`,
    ),
  )
  const findings = page.getByTestId('findings')
  await expect(findings).toContainText('1.2 mm wide')
  await expect(findings.getByTestId('all-clear')).toHaveCount(0)
  const narrow = findings.getByTestId('finding').filter({ hasText: '1.2 mm wide' })
  await narrow.getByRole('button', { name: 'Leave it' }).click()
  await expect(findings).toContainText('Left as they are: 1')
  for (let rest = await findings.getByRole('button', { name: 'Leave it' }).count(); rest > 0; rest -= 1)
    await findings.getByRole('button', { name: 'Leave it' }).first().click()
  await expect(findings.getByTestId('all-clear')).toBeVisible()
})

test('files that cannot be read are refused with a sentence, and nothing is kept', async ({ page }) => {
  await page.goto('/')
  const before = await page.getByTestId('project').count()
  const bad: [Upload, RegExp][] = [
    [{ name: 'old.dwg', mimeType: '', buffer: Buffer.from('AC1027\0\0\0\0') }, /DWG.*Save it as DXF/],
    [{ name: 'torn.pdf', mimeType: '', buffer: Buffer.from('%PDF-1.7\ntorn') }, /PDF/],
    [{ name: 'torn.png', mimeType: '', buffer: Buffer.from([0x89, 0x50, 0x4e, 0x47, 1, 2, 3]) }, /damaged/],
    [{ name: 'torn.dxf', mimeType: '', buffer: Buffer.from('0\nSECTION\n2\nENTITIES\nx\ny\n') }, /line 5/],
  ]
  for (const [file, message] of bad) {
    await page.getByLabel('Drawing to begin with').setInputFiles(file as never)
    await expect(page.getByTestId('notice')).toContainText(message)
  }
  await page.reload()
  await expect(page.getByTestId('project')).toHaveCount(before)
})
