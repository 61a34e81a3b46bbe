import { readFileSync } from 'node:fs'
import { inflateSync } from 'node:zlib'
import { applyAll, fieldStation } from '@yard-lamp/core'
import { expect, putJob, test } from './application.ts'

test('a piece is dragged, moved by keys and by figures, and goes back; undo takes each of it back', async ({
  page,
  origin,
}) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/wiring`)
  const wall = page.getByRole('group', { name: /^The wall and the bank/ })
  const inverter = wall.getByRole('button', { name: /^T2 Inverter/ })
  const before = await inverter.getAttribute('aria-label')
  await inverter.scrollIntoViewIfNeeded()
  const box = await inverter.locator('rect').boundingBox()
  if (!box) throw new Error('the inverter is not drawn')
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + box.width / 2 + 20, box.y + box.height / 2 + 60, { steps: 3 })
  await page.mouse.up()
  await expect(inverter).not.toHaveAttribute('aria-label', before ?? '')
  await page.getByRole('textbox', { name: 'From the left' }).fill('2500')
  await page.getByRole('textbox', { name: 'Above the floor' }).fill('900')
  await page.getByRole('textbox', { name: 'Above the floor' }).press('Enter')
  await expect(inverter).toHaveAttribute('aria-label', /: 2,500.mm from the left, 900.mm above the floor$/)
  await inverter.focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowUp')
  await expect(inverter).toHaveAttribute('aria-label', /: 2,510.mm from the left, 1,000.mm above the floor$/)
  await page.keyboard.press('Delete')
  await expect(inverter).toHaveAttribute('aria-label', before ?? '')
  await page.keyboard.press('Control+z')
  await expect(inverter).not.toHaveAttribute('aria-label', before ?? '')
  await page.getByRole('button', { name: 'Hang everything as the design would' }).click()
  await expect(inverter).toHaveAttribute('aria-label', before ?? '')
  // What hangs too close is said.
  await inverter.focus()
  for (let i = 0; i < 2; i++) await page.keyboard.press('Shift+ArrowRight')
  await expect(page.getByRole('list', { name: 'What hangs too close' })).toContainText('T2 and')
})

test('the lengths of its cables are taken from the wall, one or all, as one step of undo', async ({ page, origin }) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/wiring`)
  const length = page.getByLabel('Length one way, Inverter to AC board')
  await expect(length).toHaveValue('')
  const row = page.getByRole('row', { name: /Inverter to AC board.*Take the length/ })
  const onWall = (await row.getByRole('cell').nth(2).textContent()) ?? ''
  await row.getByRole('button', { name: 'Take the length from the wall, Inverter to AC board' }).click()
  await expect(length).toHaveValue(String(Number(onWall)))
  // The table of the wall follows once the page is idle.
  await expect(row).toHaveCount(0)
  await page.getByRole('button', { name: /^Take all \d+$/ }).click()
  await expect(page.getByRole('button', { name: /^Take all/ })).toHaveCount(0)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByRole('button', { name: /^Take all/ })).toBeVisible()
  await expect(length).toHaveValue(String(Number(onWall)))
})

test('wall and strings are drawn on paper, to print and as a PDF with its letters as letters', async ({
  page,
  origin,
}) => {
  const job = { ...applyAll(fieldStation(), [{ act: 'set-job', patch: { name: 'Ømega Ω 5 → Żuk' } }]) }
  const id = await putJob(origin, job)
  await page.goto(`${origin}/jobs/${id}/wiring`)
  await page.getByRole('link', { name: 'The strings, to print and to keep' }).click()
  const roof = page.getByRole('img', { name: 'Strings on the planes of Ømega Ω 5 → Żuk on A4' })
  await expect(roof.getByText('GP1.4: 2 in series, to T1.2')).toHaveCount(2)
  await page.getByText('On the wall', { exact: true }).click()
  const wall = page.getByRole('img', { name: /^On the wall of/ })
  await expect(wall.getByText(/^GB1\.6 Batteries: [\d,]+, [\d,]+; 380 × 260 × 200; 20$/)).toBeVisible()
  const coming = page.waitForEvent('download')
  await page.getByRole('button', { name: 'PDF' }).click()
  const made = await coming
  expect(made.suggestedFilename()).toMatch(/ on the wall\.pdf$/)
  const pdf = readFileSync(await made.path())
  expect(pdf.toString('latin1')).toMatch(/^%PDF-1/)
  // A4 lying, one page, the typeface in it.
  expect(pdf.toString('latin1')).toMatch(/\/MediaBox \[0 0 841\.\d+ 595\.\d+\]/)
  expect(pdf.toString('latin1').match(/\/Type \/Page\b/g)).toHaveLength(1)
  expect(pdf.toString('latin1')).toMatch(/SourceSans3-Regular/)
  // Its letters as letters: each part of the typeface says which of them it holds.
  expect(lettersOf(pdf)).toEqual(expect.arrayContaining(['Ø', 'Ω', 'Ż', '×']))
})

/** The letters that the fonts of a PDF map their glyphs to. */
function lettersOf(pdf: Buffer): string[] {
  const letters = new Set<string>()
  const text = pdf.toString('latin1')
  for (const { index } of text.matchAll(/stream\r?\n/g)) {
    const from = text.indexOf('\n', index) + 1
    const to = text.indexOf('endstream', from)
    let content = ''
    try {
      content = inflateSync(pdf.subarray(from, to)).toString('latin1')
    } catch {
      continue
    }
    if (!content.includes('beginbfrange')) continue
    for (const [hex] of content.matchAll(/(?<=<)[0-9a-f]{4}(?=>)/gi))
      letters.add(String.fromCodePoint(Number.parseInt(hex, 16)))
  }
  return [...letters]
}
