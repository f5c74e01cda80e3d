import german from '../src/core/words/de.json' with { type: 'json' }
import { Hand } from './hand'
import { drawing } from './steps'
import { expect, type Page, test } from './test'

/** Sentences whose German is another, and in which nothing else stands: where one is shown, it was not translated. */
const ENGLISH = new Set(
  Object.entries(german).flatMap(([key, text]) =>
    key !== text && !/[{}]/.test(key) && / /.test(key.trim()) ? [key.trim()] : [],
  ),
)

/** What projects of before are called that were begun with nothing, in English: a name stays as it was given. */
const BEGUN = 'New project'

/** What is shown, or told to those who do not see it, and stands in English. */
async function englishOn(page: Page): Promise<string[]> {
  const told = await page.evaluate(() => {
    const texts: (string | null)[] = []
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT)
    while (walker.nextNode()) texts.push(walker.currentNode.textContent)
    for (const element of document.querySelectorAll('[aria-label], [title], [placeholder]'))
      for (const name of ['aria-label', 'title', 'placeholder']) texts.push(element.getAttribute(name))
    return texts.map((text) => text?.trim() ?? '')
  })
  return told.filter((text) => ENGLISH.has(text) && text !== BEGUN)
}

test('all is said in the language that is chosen, from the first file to the files that are saved', async ({
  page,
}) => {
  await page.goto('/')
  // A page in English is what the reader below has to tell from one in German.
  expect((await englishOn(page)).length).toBeGreaterThan(5)
  await page.getByRole('button', { name: /Language/ }).click()
  await page.getByRole('option', { name: 'Deutsch' }).click()
  await expect(page.locator('html')).toHaveAttribute('lang', 'de')
  await expect(page.getByRole('heading', { name: 'Lass hier eine Zeichnung fallen' })).toBeVisible()
  expect(await englishOn(page)).toEqual([])

  // What the server refuses, and what its threads find.
  const begin = page.getByLabel('Zeichnung zum Beginnen')
  await begin.setInputFiles({ name: 'leer.svg', mimeType: 'image/svg+xml', buffer: Buffer.from('') })
  await expect(page.getByTestId('notice')).toContainText('leer.svg ist leer.')
  await begin.setInputFiles(drawing('tea-caddy.svg'))
  await expect(page.getByTestId('piece-count')).toHaveText('5 Teile')
  await expect(page.getByTestId('to-decide')).toHaveText('1 zu entscheiden')
  await expect(page.locator('main')).toContainText('Sie verlängert eine Linie von anderem Aussehen')

  // What the page's own worker finds, in numbers as they are written in German; and what is done is called so.
  const hand = new Hand(page, 'Stationen')
  await hand.press(page.getByRole('button', { name: 'Ja, schneiden' }))
  await expect(page.getByTestId('to-decide')).toHaveText('alles entschieden')
  for (const station of ['Sammeln', 'Linien', 'Form', 'Papier', 'Bögen', 'Schneiden', 'Bau']) {
    await hand.go(station)
    await expect(page.getByRole('region', { name: 'Station' }).getByRole('heading').first()).toBeVisible()
    expect(await englishOn(page), station).toEqual([])
  }
  await expect(page.getByText(/Falte .*„[^“”]+“ .*Bergfalz/).first()).toBeVisible()
  await hand.go('Bögen')
  await expect(page.getByTestId('sheet').first()).toContainText('304,8 × 304,8 mm')
  await expect(page.getByTestId('sheet').first()).toContainText(/\d Teile?, \d+ % genutzt/)
  await hand.type(page.getByLabel('Zwischen Teilen'), '2,5')
  await expect(page.getByRole('button', { name: 'Rückgängig: Den Abstand ändern' })).toBeVisible()
  await expect(page.getByLabel('Zwischen Teilen')).toHaveValue('2,5')

  // The booklet is written in a thread of the server.
  const booklet = await page.request.get(page.url().replace(/projects\/([^/]+).*/, 'api/projects/$1/booklet'))
  expect(booklet.headers()['content-disposition']).toContain('Bauheft.pdf')

  await page.goto('/')
  await page.getByRole('button', { name: /Sprache/ }).click()
  await page.getByRole('option', { name: 'English' }).click()
  await expect(page.getByRole('heading', { name: 'Drop a drawing here' })).toBeVisible()
})

test('a browser that asks for German is answered in it, and one that asks for neither in English', async ({
  server,
}) => {
  const ask = async (headers: Record<string, string>) => {
    const answer = await fetch(`${server.url}/api/projects/not-here`, { headers })
    return ((await answer.json()) as { message: string }).message
  }
  const [asked, chosen, neither] = await Promise.all([
    ask({ 'accept-language': 'de-AT,de;q=0.9,en;q=0.5' }),
    ask({ 'accept-language': 'de', cookie: 'theme=x; language=en' }),
    ask({ 'accept-language': 'fr' }),
  ])
  expect(asked).toContain('nicht mehr hier')
  expect(chosen).toContain('is not here any more')
  expect(neither).toBe(chosen)
})
