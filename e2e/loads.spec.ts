// Long: what a person does on one page.
import type { Page } from '@playwright/test'
import { emptyJob, emptyLoad } from '@yard-lamp/core'
import { expect, putJob, readJob, saved, test } from './application.ts'

/** Puts text on the page as a spreadsheet does, with the cursor where it is. */
const paste = (page: Page, text: string) =>
  page.evaluate((cells) => {
    const data = new DataTransfer()
    data.setData('text', cells)
    data.setData('text/plain', cells)
    const at = document.activeElement ?? document.body
    at.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }))
  }, text)

/** What a copy from the page would put on the clipboard. */
const copied = (page: Page) =>
  page.evaluate(() => {
    const data = new DataTransfer()
    const at = document.activeElement ?? document.body
    at.dispatchEvent(new ClipboardEvent('copy', { clipboardData: data, bubbles: true, cancelable: true }))
    return data.getData('text/plain')
  })

const names = async (page: Page, origin: string, id: string) => {
  await saved(page)
  return (await readJob(origin, id)).job.loads.map(({ name }) => name)
}

test('the audit by keyboard alone: names, figures as they are read out, a typical appliance', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin, emptyJob('Keys'))
  await page.goto(`${origin}/jobs/${id}/loads`)
  await page.getByRole('button', { name: 'Add a load' }).press('Enter')
  /** Name, then Tab through quantity, supply, basis, watts, start and hours; '' leaves a cell. */
  const row = async (name: string, watts: string, hours: string) => {
    await page.keyboard.type(name)
    for (const value of ['', '', '', watts, '', hours]) {
      await page.keyboard.press('Tab')
      if (value !== '') await page.keyboard.type(value)
    }
    await page.keyboard.press('Enter')
  }
  await expect(page.getByLabel('Name of load 1', { exact: true })).toBeFocused()
  await row('Desk lamp', '9', '4 h')
  await expect(page.getByLabel('Name of load 2')).toBeFocused()
  await row('Well winch', '3.1 A 230 V pf 0.8', '15 min')
  await expect(page.getByLabel('Name of load 3')).toBeFocused()
  await page.keyboard.type('chest fr')
  await expect(page.getByRole('option', { name: /Chest freezer/ })).toBeVisible()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Quantity, Chest freezer')).toBeFocused()
  for (let i = 0; i < 3; i++) await page.keyboard.press('Tab')
  await page.keyboard.type('1.9 kWh in 48 h')
  await page.keyboard.press('ArrowUp')
  await expect(page.getByLabel('Watts each, Well winch')).toHaveValue('3.1 A 230 V pf 0.8')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await expect(page.getByLabel('Duty, percent, Well winch')).toBeFocused()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.type('twice a week')
  await page.keyboard.press('Tab')
  await expect(page.getByLabel('Days a week, Well winch')).toHaveValue('2')
  await expect(page.getByLabel('Hours a day, Well winch')).toHaveValue('15 min')
  await saved(page)
  const { job } = await readJob(origin, id)
  expect(job.loads).toMatchObject([
    { name: 'Desk lamp', powerW: 9, hoursPerDay: 4 },
    {
      name: 'Well winch',
      basis: 'label',
      labelVoltageV: 230,
      labelCurrentA: 3.1,
      powerFactor: 0.8,
      hoursPerDay: 0.25,
      daysPerWeek: 2,
    },
    {
      name: 'Chest freezer',
      basis: 'meter',
      meterEnergyKwh: 1.9,
      meterLoggedHours: 48,
      typicalId: 'chest-freezer',
      startW: 630,
    },
  ])
  await expect(
    page
      .getByText(/9\d.?% *$/)
      .or(page.getByText('of the day is measured'))
      .first(),
  ).toBeVisible()
  await page.getByLabel('Name of load 1', { exact: true }).focus()
  await page.keyboard.press('Alt+ArrowDown')
  await expect(page.getByLabel('Name of load 2')).toBeFocused()
  await expect(page.getByLabel('Name of load 2')).toHaveValue('Desk lamp')
  expect(await names(page, origin, id)).toEqual(['Well winch', 'Desk lamp', 'Chest freezer'])
})

test('forty rows are pasted from a spreadsheet, cells not understood are named, and one undo takes all back', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin, emptyJob('Pasted'))
  await page.goto(`${origin}/jobs/${id}/loads`)
  await expect(page.getByRole('button', { name: 'Add a load' })).toBeVisible()
  const rows = Array.from(
    { length: 40 },
    (_, i) => `Lamp ${i + 1}\t${i === 4 ? 'bright' : `${i + 5} W`}\t${i + 1} min\tHall`,
  )
  await paste(page, `Appliance\tWatts\tHours a day\tRoom\n${rows.join('\n')}`)
  await expect(page.getByLabel('Name of load 40')).toHaveValue('Lamp 40')
  await expect(page.getByText('40 rows pasted, 1 cell not understood and left empty or as before')).toBeVisible()
  await expect(page.getByText(/Row 6, W each: “bright”/)).toBeVisible()
  await saved(page)
  const { job } = await readJob(origin, id)
  expect(job.loads).toHaveLength(40)
  expect(job.loads[9]).toMatchObject({ name: 'Lamp 10', powerW: 14, group: 'Hall' })
  expect(job.loads[9]?.hoursPerDay).toBeCloseTo(1 / 6, 9)
  expect(job.loads[4]?.powerW).toBeNull()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByLabel('Name of load 1', { exact: true })).toHaveCount(0)
})

test('a block is copied, pasted, filled down and cleared; rows are selected, changed together and removed', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin, {
    ...emptyJob('Blocks'),
    loads: ['A', 'B', 'C', 'D'].map((name, i) => ({
      ...emptyLoad(name),
      name,
      powerW: 10 * (i + 1),
      hoursPerDay: i + 1,
    })),
  })
  await page.goto(`${origin}/jobs/${id}/loads`)
  const watts = (name: string) => page.getByLabel(`Watts each, ${name}`)
  await watts('A').click()
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Shift+ArrowRight')
  await page.keyboard.press('Shift+ArrowRight')
  expect(await copied(page)).toBe('10\t\t1 h\n20\t\t2 h')
  await page.keyboard.press('Escape')
  await watts('C').click()
  await paste(page, '10\t\t1 h\n20\t\t2 h')
  await expect(watts('D')).toHaveValue('20')
  await watts('A').click()
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Control+d')
  await expect(watts('C')).toHaveValue('10')
  await page.keyboard.press('Control+z')
  await expect(watts('B')).toHaveValue('20')

  await page.getByRole('button', { name: 'Select B' }).click()
  await page.getByRole('button', { name: 'Select D' }).click({ modifiers: ['Shift'] })
  await expect(page.getByText('3 loads selected')).toBeVisible()
  await page.getByLabel('Room or use of the selected loads').fill('Shed')
  await page.keyboard.press('Enter')
  await page.getByLabel('How the loads are listed').selectOption('by room or use')
  await expect(page.getByRole('rowheader', { name: 'Shed 3' })).toBeVisible()
  await page.getByRole('button', { name: 'remove', exact: true }).click()
  expect(await names(page, origin, id)).toEqual(['A'])
  await page.getByRole('button', { name: 'Undo' }).click()
  expect(await names(page, origin, id)).toEqual(['A', 'B', 'C', 'D'])
})

test('rows are dragged to another place', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/loads`)
  await page.getByLabel('How the loads are listed').selectOption('as listed')
  await page
    .getByRole('button', { name: 'Select Water pump' })
    .dragTo(page.getByLabel('Name of load 1', { exact: true }), { targetPosition: { x: 20, y: 3 } })
  await expect(page.getByLabel('Name of load 1', { exact: true })).toHaveValue('Water pump')
  expect((await names(page, origin, id))[0]).toBe('Water pump')
})

test('hours are painted by dragging, and details hold the rest', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/loads`)
  const strip = page.getByRole('slider', { name: 'Hours of the day, Bunk lamp' })
  const box = await strip.boundingBox()
  if (!box) throw new Error('no strip')
  const hourX = (hour: number) => box.x + ((hour + 0.5) / 24) * box.width
  await page.mouse.move(hourX(3), box.y + 8)
  await page.mouse.down()
  await page.mouse.move(hourX(4), box.y + 8)
  await page.mouse.move(hourX(5), box.y + 8)
  await page.mouse.up()
  await expect(strip).toHaveAttribute('aria-valuetext', /5 hours painted/)
  await page.getByRole('button', { name: 'More of Bunk lamp' }).click()
  await page.getByLabel('Wanted').selectOption('later')
  await saved(page)
  const lamp = (await readJob(origin, id)).job.loads.find(({ name }) => name === 'Bunk lamp')
  expect(lamp).toMatchObject({ hoursOfDay: [3, 4, 5, 21, 22], stage: 'later' })
  await page.getByRole('button', { name: 'Remove Bunk lamp' }).click()
  await expect(page.getByText('Bunk lamp')).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByLabel('Watts each, Bunk lamp')).toBeVisible()
})

test('a weekend of its own, a season, and a converter are counted', async ({ page, origin }) => {
  const id = await putJob(origin, {
    ...emptyJob('Week'),
    loads: [{ ...emptyLoad('fan'), name: 'Fan', supply: 'dc', powerW: 20, hoursPerDay: null, hoursOfDay: [8, 9] }],
  })
  await page.goto(`${origin}/jobs/${id}/loads`)
  await page.getByRole('button', { name: 'More of Fan' }).click()
  await page.getByRole('button', { name: 'paint other hours' }).click()
  const weekend = page.getByRole('slider', { name: 'Hours of a weekend day, Fan' })
  const box = await weekend.boundingBox()
  if (!box) throw new Error('no strip')
  await page.mouse.move(box.x + 10.5 * 6, box.y + 8)
  await page.mouse.down()
  await page.mouse.move(box.x + 15.5 * 6, box.y + 8)
  await page.mouse.up()
  await page.getByRole('button', { name: 'winter half' }).click()
  await page.getByLabel('Wants volts').fill('5')
  await saved(page)
  const [fan] = (await readJob(origin, id)).job.loads
  expect(fan).toMatchObject({ weekendHoursOfDay: [8, 9, 10, 11, 12, 13, 14, 15], voltageV: 5 })
  expect(fan?.monthFactors?.[5]).toBe(0)
  await expect(page.getByText(/a weekday .* a weekend day/)).toBeVisible()
  await page.getByLabel('Which month').selectOption('June')
  await expect(page.getByRole('img', { name: /Average load by hour/ })).toHaveAttribute(
    'aria-label',
    /Highest at 0:00, 0.W/,
  )
})

test('a load dragged into the sun says what it saves in battery, and moves', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/loads`)
  await page.getByLabel('The day is stacked by').selectOption('load')
  const picture = page.getByRole('img', { name: /Average load by hour/ })
  const box = await picture.boundingBox()
  if (!box) throw new Error('no picture')
  // The freezer is the largest and lies at the bottom: an hour of night, near the ground.
  const hourPx = (box.width - 58 - 20) / 24
  const [x, y] = [box.x + 58 + 19.5 * hourPx, box.y + box.height - 80]
  await page.mouse.move(x, y)
  await expect(page.getByRole('status').filter({ hasText: '19:00–20:00' })).toBeVisible()
  await page.mouse.down()
  await page.mouse.move(x - 3 * hourPx, y, { steps: 4 })
  await page.mouse.move(x - 6 * hourPx, y, { steps: 4 })
  await expect(
    page.getByRole('status').filter({ hasText: /6 h earlier: .* a day (less|more) through the battery|nothing saved/ }),
  ).toBeVisible()
  await page.mouse.up()
  await saved(page)
  await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled()
})

test('slips are pointed out, led to, and accepted; ampere-hours are one key away', async ({ page, origin }) => {
  const id = await putJob(origin, {
    ...emptyJob('Slips'),
    loads: [
      { ...emptyLoad('a'), name: 'Refrigerator', powerW: 960, hoursPerDay: 24 },
      { ...emptyLoad('b'), name: 'Kettle', powerW: 2000, hoursPerDay: 24 },
    ],
  })
  await page.goto(`${origin}/jobs/${id}/loads`)
  const slips = page.getByRole('list', { name: 'Likely slips' })
  await expect(slips).toContainText('looks like the watt-hours of a day')
  await expect(slips).toContainText('24 h a day for “Kettle”: were minutes meant?')
  await slips.getByRole('listitem').filter({ hasText: 'Kettle' }).getByRole('button', { name: 'go there' }).click()
  await expect(page.getByLabel('Name of load 2')).toBeFocused()
  await slips.getByRole('listitem').filter({ hasText: 'Kettle' }).getByRole('button', { name: 'it is right' }).click()
  await expect(slips).not.toContainText('Kettle')
  await page.getByRole('heading', { name: 'What must it run?' }).click()
  await page.keyboard.press('a')
  await expect(page.getByRole('columnheader', { name: 'Ah a day' })).toBeVisible()
})

test('a heated battery box is a row of the design, by month, and marked where the shunt does not see it', async ({
  page,
  origin,
}) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/battery`)
  await page.getByLabel('it stands in a heated box').check()
  await page.getByLabel('the monitor’s shunt sees it').uncheck()
  await expect(page.getByText(/the monitor will count more than is there/)).toBeVisible()
  await saved(page)
  await page.goto(`${origin}/jobs/${id}/loads`)
  await expect(page.getByRole('row', { name: /Battery-box heating/ })).toContainText('in the heaviest month')
  await expect(page.getByRole('row', { name: /Battery-box heating/ })).toContainText('the shunt does not see it')
})

test('a quick answer shows its working and starts a job', async ({ page, origin }) => {
  await page.goto(origin)
  await page.getByRole('link', { name: 'Quick answers' }).click()
  await page.getByLabel('Find a calculator').fill('block')
  await page.getByRole('link', { name: 'Block load, step by step' }).click()
  await page.getByLabel('block load').fill('1.2 kW')
  await expect(page.getByLabel('Answer')).toContainText(/6 × 12.V 200.Ah/)
  await expect(page.getByText('2 strings of 2: 19 % short')).toBeVisible()
  await expect(page.getByLabel('Working')).toContainText('battery.required-capacity')
  await page.getByLabel('for so many hours').fill('30')
  await expect(page.getByRole('alert').first()).toContainText('expected a number above 0 to 24 h')
  await page.getByLabel('for so many hours').fill('4')
  await page.getByRole('button', { name: 'Start a job from this' }).click()
  await expect(page.getByLabel('Watts each, Block load')).toHaveValue('1,200')
})
