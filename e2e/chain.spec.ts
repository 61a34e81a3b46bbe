import { CHAPTERS } from '../web/src/chapters.ts'
import { expect, follow, inChain, putJob, test } from './application.ts'

test.beforeEach(async ({ page, origin }) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/loads`)
  await expect(page.getByRole('heading', { name: 'What must it run?' })).toBeVisible()
})

test('an edit shows what it moved until it is acknowledged', async ({ page }) => {
  await page.getByLabel('Watts each, Sample freezer').fill('150')
  await expect(inChain(page, 'Loads')).toContainText('was 3,331 Wh a day')
  await expect(inChain(page, 'Battery')).toContainText('was')
  await inChain(page, 'Loads').getByRole('button', { name: /was/ }).click()
  await expect(inChain(page, 'Loads')).not.toContainText('was')
  await page.getByRole('button', { name: /^Seen/ }).click()
  await expect(page.getByRole('navigation', { name: 'Chain' })).not.toContainText('was')
})

test('undo and redo walk through edits, by key and by button', async ({ page }) => {
  const watts = page.getByLabel('Watts each, Water pump')
  await watts.fill('500')
  await watts.blur()
  await page.getByLabel('Name of load 2').fill('Radio mast')
  await page.getByLabel('Name of load 2').blur()
  await page.keyboard.press('Control+z')
  await expect(page.getByLabel('Name of load 2')).toHaveValue('Radio link and logger')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(watts).toHaveValue('370')
  await expect(page.getByRole('navigation', { name: 'Chain' })).toContainText('3,331 Wh a day')
  await page.keyboard.press('Control+y')
  await expect(watts).toHaveValue('500')
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(page.getByLabel('Name of load 2')).toHaveValue('Radio mast')
})

test('number keys go to the links, C to the checks, and not while typing', async ({ page }) => {
  await page.getByRole('heading', { name: 'What must it run?' }).click()
  await page.keyboard.press('3')
  await expect(page.getByRole('heading', { name: 'How long must it last without sun?' })).toBeVisible()
  await page.keyboard.press('7')
  await expect(page.getByRole('heading', { name: 'What carries it when the sun does not?' })).toBeVisible()
  await page.keyboard.press('9')
  await expect(page.getByRole('heading', { name: 'What must be bought, carried and paid?' })).toBeVisible()
  await page.keyboard.press('c')
  await expect(page.getByRole('heading', { name: 'What is wrong, and what is missing?' })).toBeVisible()
  await page.keyboard.press('2')
  await page.getByLabel('Name of load 1', { exact: true }).press('End')
  await page.keyboard.type(' 5c')
  await expect(page.getByLabel('Name of load 1', { exact: true })).toHaveValue('Sample freezer 5c')
})

test('the palette goes anywhere by name', async ({ page }) => {
  await page.keyboard.press('Control+k')
  await page.getByLabel('Go to, or do').fill('wiring')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Which cable, which fuse, where?' })).toBeVisible()
})

test('the palette leads to a part of a page by a word of its heading', async ({ page }) => {
  await page.keyboard.press('Control+k')
  await page.getByLabel('Go to, or do').fill('chemistr')
  await page.getByText('A part of the battery page').first().click()
  const heading = page.getByRole('heading', { name: 'Chemistries' })
  await expect(heading).toBeInViewport()
  await expect(heading).toBeFocused()
})

test('every part the palette knows stands on its page, where the job has what it is about', async ({ page }) => {
  const headings = new Map<string, string[]>()
  for (const { link, title } of CHAPTERS) {
    if (!headings.has(link)) {
      const { pathname } = new URL(page.url())
      const path = pathname.replace(/[a-z]+$/, link)
      if (path !== pathname) await follow(page, path)
      headings.set(link, await page.getByRole('heading', { level: 2 }).allTextContents())
    }
    if (!NOT_OF_THIS_JOB.has(title)) expect(headings.get(link), link).toContain(title)
  }
})
/** The demo job lies in one plane, has no generator and nothing on site, and all its parts are in the catalogue. */
const NOT_OF_THIS_JOB = new Set([
  'Strings in their planes',
  'Months left to it',
  'Hours and fuel',
  'Generators',
  'Not in the catalogue',
  'Stands there already',
])

test('a field given nonsense says what is expected, and the chain waits with its last good answer', async ({
  page,
}) => {
  const field = page.getByLabel('Watts each, Sample freezer')
  for (const typed of ['abc', '-5', '1e999', '12 V'])
    await test.step(typed, async () => {
      await field.fill(typed)
      await field.blur()
      await expect(field).toHaveValue(typed)
      await expect(page.getByRole('alert')).toContainText('expected watts from 0 to 1,000,000')
      await expect(inChain(page, 'Loads')).toContainText('3,331 Wh a day')
      await expect(inChain(page, 'Loads')).toContainText('waiting')
      await expect(inChain(page, 'Parts')).toContainText('waiting')
      await expect(inChain(page, 'Site')).not.toContainText('waiting')
      await field.fill('90')
      await expect(page.getByRole('navigation', { name: 'Chain' })).not.toContainText('waiting')
    })
})

test('a field left empty where a figure is needed asks for it', async ({ page }) => {
  const field = page.getByLabel('Quantity, Sample freezer')
  await field.fill('')
  await expect(page.getByRole('alert')).toContainText('Expected a whole number from 0')
  await expect(inChain(page, 'Loads')).toContainText('3,331 Wh a day')
  await page.keyboard.press('Escape')
  await expect(field).toHaveValue('1')
  await page.getByLabel('Watts each, Sample freezer').fill('')
  await expect(page.getByText('the watts of Sample freezer')).toBeVisible()
})

test('a figure opens its working: formula, numbers, origins, source, and the assumption that moves it', async ({
  page,
}) => {
  await page.keyboard.press('3')
  await page.getByRole('button', { name: /^18\.3.kWh$/ }).click()
  const working = page.getByRole('complementary', { name: 'Working: How large the bank must be' })
  await expect(working).toContainText('days without sun')
  await expect(working).toContainText('entered: battery')
  await expect(working).toContainText('catalogue: Haskerl H24-120 LFP')
  await expect(working).toContainText('IEEE 1013')
  await expect(working).toContainText('Assumption that moves it most')
  await working.getByRole('button', { name: 'The heaviest days in a row' }).click()
  await expect(page.getByRole('complementary', { name: /The heaviest days in a row/ })).toContainText('days in a row')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('complementary')).toHaveCount(0)
})

test('a check leads to its place and falls silent when mended', async ({ page }) => {
  await page.getByLabel('Hours a day, Radio link and logger').fill('25')
  await expect(page.getByRole('link', { name: /1 fault/ })).toBeVisible()
  await page.getByRole('link', { name: /1 fault/ }).click()
  await page
    .getByRole('listitem')
    .filter({ hasText: '25 hours a day, more than 24' })
    .getByRole('button', { name: 'Go there' })
    .click()
  await expect(page.getByLabel('Hours a day, Radio link and logger')).toBeFocused()
  await page.keyboard.type('24')
  await expect(page.getByText('checks silent')).toBeVisible()
})
