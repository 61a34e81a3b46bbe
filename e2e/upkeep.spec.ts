import { expect, putJob, test } from './application.ts'

const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true }
const RED = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8DwHwAFBQIAX8jx0gAAAABJRU5ErkJggg==',
  'base64',
)

test.describe('on a telephone', () => {
  test.use(PHONE)

  test('upkeep begins with the first reading; a task is done with a note and a photograph, another put off', async ({
    page,
    origin,
  }) => {
    const id = await putJob(origin)
    await page.goto(`${origin}/jobs/${id}/upkeep`)
    await expect(page.getByText('Upkeep begins with the day the system was handed over')).toBeVisible()
    const months = (count: number) => new Date(Date.now() - count * 30.5 * 86_400_000).toISOString()
    const records = [
      {
        id: crypto.randomUUID(),
        at: months(4),
        by: 'Ines Varga',
        when: months(4),
        note: '',
        kind: 'reading',
        values: { soc: 80 },
      },
    ]
    await fetch(`${origin}/api/jobs/${id}/records`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ records }),
    })
    await page.reload()
    const status = page.getByRole('status').filter({ hasText: 'overdue' })
    await expect(status).toContainText('4 tasks are overdue.')
    await page.getByRole('button', { name: /^Terminals of boards and devices/ }).click()
    await expect(page.getByText('above 60 V DC every conductor can kill')).toBeVisible()
    await page.getByRole('button', { name: 'Done' }).click()
    await expect(page.getByRole('alert')).toHaveText('Who did it, by name.')
    await page.getByLabel('Who').fill('Ines Varga')
    await page.getByLabel('Note').fill('T1 was loose')
    await page
      .getByLabel('Photograph of this task')
      .setInputFiles({ name: 'joint.png', mimeType: 'image/png', buffer: RED })
    await expect(page.getByAltText('With this task')).toBeVisible()
    await page.getByRole('button', { name: 'Done' }).click()
    await expect(status).toContainText('3 tasks are overdue.')
    await expect(page.getByRole('button', { name: /^Terminals of boards and devices/ })).toContainText('done')
    await page.getByRole('button', { name: /^Test button of/ }).click()
    await page.getByRole('button', { name: 'Put off a month' }).click()
    await expect(status).toContainText('2 tasks are overdue.')
    // It stands in the log, and its page leads here.
    await page.goto(`${origin}/jobs/${id}/log`)
    await expect(page.getByText('Terminals of boards and devices: done')).toBeVisible()
    await page.getByRole('link', { name: 'Upkeep' }).click()
    await expect(status).toContainText('2 tasks are overdue.')
  })
})
