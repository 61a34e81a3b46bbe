import { emptyJob, emptyLoad, type Job } from '@yard-lamp/core'
import { expect, putJob, readJob, saved, test } from './application.ts'

const MANY = 200

/** Two hundred loads, each with a name, watts and hours of its own. */
const longJob = (change: (i: number) => object = () => ({})): Job => ({
  ...emptyJob('Long list'),
  loads: Array.from({ length: MANY }, (_, i) => ({
    ...emptyLoad(`load-${i}`),
    name: `Probe ${i + 1}`,
    powerW: i + 1,
    hoursPerDay: 2,
    ...change(i),
  })),
})

test('of a long list every row says what it is, and those in sight hold fields', async ({ page, origin }) => {
  await page.goto(
    `${origin}/jobs/${await putJob(
      origin,
      longJob((i) => (i === 99 ? { name: 'n'.repeat(150) } : {})),
    )}/loads`,
  )
  await expect(page.locator('.load-row')).toHaveCount(MANY)
  await expect(page.getByLabel('Watts each, Probe 1', { exact: true })).toBeVisible()
  await expect(page.getByLabel('Watts each, Probe 150')).toHaveCount(0)
  await expect(page.getByRole('row', { name: /Probe 150 1 300/ })).toBeAttached()
  // Whole or not, a row is as high: nothing moves when it is drawn with its fields.
  const heights = await page
    .locator('.load-row')
    .evaluateAll((rows) => rows.map((row) => row.getBoundingClientRect().height))
  expect(new Set(heights).size).toBe(1)
  await page.getByRole('row', { name: /Probe 150/ }).scrollIntoViewIfNeeded()
  await page.getByLabel('Watts each, Probe 150').fill('151')
  await expect(page.getByRole('row', { name: /Probe 150/ })).toContainText('302')
})

test('what is typed in a row stays when it is scrolled out of sight and back', async ({ page, origin }) => {
  const id = await putJob(origin, longJob())
  await page.goto(`${origin}/jobs/${id}/loads`)
  const watts = page.getByLabel('Watts each, Probe 2', { exact: true })
  await watts.fill('70')
  await page.mouse.move(700, 600)
  await page.mouse.wheel(0, 5000)
  await expect(page.getByLabel('Watts each, Probe 15', { exact: true })).toHaveCount(0)
  await expect(watts).toBeFocused()
  await page.keyboard.type('5')
  await expect(watts).toHaveValue('705')
  const name = page.getByLabel('Name of load 5', { exact: true })
  await page.mouse.wheel(0, -9000)
  await name.fill('Beacon')
  await page.getByLabel('Watts each, Beacon').fill('much')
  await page.mouse.wheel(0, 5000)
  await expect(page.getByLabel('Watts each, Probe 15', { exact: true })).toHaveCount(0)
  await expect(page.getByLabel('Watts each, Beacon')).toHaveValue('much')
  await page.getByLabel('Watts each, Beacon').press('Escape')
  await saved(page)
  const { job } = await readJob(origin, id)
  expect([job.loads[1]?.powerW, job.loads[4]?.name, job.loads[4]?.powerW]).toEqual([705, 'Beacon', 5])
})

test('a key, a new row and a word that leads to a row bring it in sight', async ({ page, origin }) => {
  await page.goto(
    `${origin}/jobs/${await putJob(
      origin,
      longJob((i) => (i === 120 ? { name: 'Kettle', hoursPerDay: 24 } : {})),
    )}/loads`,
  )
  await page.getByLabel('Watts each, Probe 1', { exact: true }).click()
  for (let i = 0; i < 40; i++) await page.keyboard.press('ArrowDown')
  await expect(page.getByLabel('Watts each, Probe 41', { exact: true })).toBeFocused()
  await page.getByRole('button', { name: 'Add a load' }).click()
  await expect(page.getByLabel(`Name of load ${MANY + 1}`)).toBeFocused()
  const slips = page.getByRole('list', { name: 'Likely slips' })
  await slips.getByRole('button', { name: 'go there' }).first().click()
  await expect(page.getByLabel('Name of load 121')).toBeFocused()
})

test('many likely slips are folded, and on paper every row stands whole', async ({ page, origin }) => {
  await page.goto(
    `${origin}/jobs/${await putJob(
      origin,
      longJob((i) => (i < 9 ? { name: 'Kettle', hoursPerDay: 24 } : {})),
    )}/loads`,
  )
  const slips = page.getByRole('list', { name: 'Likely slips' })
  await expect(slips.getByText('a slip?')).toHaveCount(3)
  await slips.getByRole('button', { name: /^\d+ more$/ }).click()
  // of nine kettles eight stand twice; each runs all day, on watts far from a kettle’s
  await expect(slips.getByText('a slip?')).toHaveCount(26)
  await page.evaluate(() => dispatchEvent(new Event('beforeprint')))
  await expect(page.getByLabel('Watts each, Probe 200')).toHaveCount(1)
  await page.evaluate(() => dispatchEvent(new Event('afterprint')))
  await expect(page.getByLabel('Watts each, Probe 200')).toHaveCount(0)
})
