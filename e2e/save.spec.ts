import { expect, putJob, readJob, saved, startApplication, test } from './application.ts'

test('edits save themselves and are there after a reload', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/loads`)
  await page.getByLabel('Watts each, Water pump').fill('444')
  await expect(page.getByText('Saved, revision 2')).toBeVisible()
  await page.reload()
  await expect(page.getByLabel('Watts each, Water pump')).toHaveValue('444')
  expect((await readJob(origin, id)).revision).toBe(2)
})

test('an edit is saved although its page is left at once, for the list or for the sheet', async ({ page, origin }) => {
  const id = await putJob(origin)
  const pumpW = async () => (await readJob(origin, id)).job.loads.find(({ name }) => name === 'Water pump')?.powerW
  await page.goto(`${origin}/jobs/${id}/loads`)
  await page.getByLabel('Watts each, Water pump').fill('333')
  await page.getByRole('link', { name: 'All jobs' }).click()
  await expect(page.getByRole('button', { name: 'Begin a job' })).toBeVisible()
  await expect.poll(pumpW).toBe(333)

  await page.goto(`${origin}/jobs/${id}/loads`)
  await page.getByLabel('Watts each, Water pump').fill('337')
  await page.getByRole('button', { name: 'More for this job' }).click()
  await page.getByRole('menuitem', { name: 'The sheet, to print' }).click()
  await expect(page).toHaveURL(/sheet$/)
  await expect(page.locator('.sheet').getByRole('row', { name: /Water pump/ })).toContainText('337')
  await expect.poll(pumpW).toBe(337)
})

test('an edit is kept although the page is left for good in the same moment', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/loads`)
  await saved(page)
  await page.getByLabel('Watts each, Water pump').click()
  await page.evaluate(() => {
    addEventListener('input', () => location.assign('about:blank'))
  })
  await page.keyboard.press('7')
  await page.waitForURL('about:blank')
  await page.goto(`${origin}/jobs/${id}/loads`)
  await expect(page.getByLabel('Watts each, Water pump')).not.toHaveValue('370')
})

test('an earlier version is taken back and can be undone', async ({ page, origin }) => {
  await page.goto(`${origin}/jobs/${await putJob(origin)}/loads`)
  await page.getByLabel('Watts each, Water pump').fill('444')
  await expect(page.getByText('Saved, revision 2')).toBeVisible()
  await page.getByRole('button', { name: 'More for this job' }).click()
  await page.getByRole('menuitem', { name: 'Earlier versions' }).click()
  await page
    .getByRole('row', { name: /Revision 1/ })
    .getByRole('button', { name: 'Take back' })
    .click()
  await expect(page.getByLabel('Watts each, Water pump')).toHaveValue('370')
  await expect(page.getByText('Saved, revision 3')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByLabel('Watts each, Water pump')).toHaveValue('444')
})

test.describe('two tabs on one job', () => {
  for (const choice of ['Keep mine', 'Take theirs'] as const) {
    test(`the second save is refused, both are shown, and nothing is lost: ${choice}`, async ({
      page,
      context,
      origin,
    }) => {
      const id = await putJob(origin)
      const other = await context.newPage()
      await page.goto(`${origin}/jobs/${id}/loads`)
      await other.goto(`${origin}/jobs/${id}/loads`)
      // Neither page hears of the other before it saves.
      await page.route('**/presence', (route) => route.abort())
      await other.getByLabel('Watts each, Water pump').fill('500')
      await expect(other.getByText('Saved, revision 2')).toBeVisible()
      await page.getByLabel('Watts each, Water pump').fill('111')
      const dialog = page.getByRole('dialog', { name: 'Someone else saved this job' })
      await expect(dialog).toContainText('loads › Water pump › power of one while it runs')
      await expect(dialog.getByRole('row', { name: /Water pump/ })).toContainText(/111.*500/)
      await dialog.getByRole('button', { name: choice }).click()
      await saved(page)
      const kept = await readJob(origin, id)
      const watts = (job: typeof kept.job, name: string) => job.loads.find((load) => load.name === name)?.powerW
      if (choice === 'Keep mine') {
        expect([kept.revision, watts(kept.job, 'Water pump')]).toEqual([3, 111])
        const theirs = (await (await fetch(`${origin}/api/jobs/${id}/revisions/2`)).json()) as typeof kept
        expect(watts(theirs.job, 'Water pump')).toBe(500)
      } else {
        expect([kept.revision, watts(kept.job, 'Water pump')]).toEqual([2, 500])
        await expect(page.getByLabel('Watts each, Water pump')).toHaveValue('500')
        const { jobs } = (await (await fetch(`${origin}/api/jobs`)).json()) as { jobs: { id: string; name: string }[] }
        const mine = jobs.find(({ name }) => name === 'Saltmarsh ringing station (my version)')
        expect(watts((await readJob(origin, mine?.id ?? '')).job, 'Water pump')).toBe(111)
      }
    })
  }
})

test('with the database stopped the page says so, keeps the edits, and saves when it is back', async ({ page }) => {
  const application = await startApplication()
  try {
    const id = await putJob(application.origin)
    await page.goto(`${application.origin}/jobs/${id}/loads`)
    await saved(page)
    application.cluster.stop()
    await page.getByLabel('Watts each, Water pump').fill('321')
    await expect(page.getByText('Not saved: The database does not answer. Nothing was changed.')).toBeVisible()
    await page.getByLabel('Watts each, Sample freezer').fill('77')
    await expect(page.getByLabel('Watts each, Water pump')).toHaveValue('321')
    expect(application.cluster.start()).toBe('')
    await expect(page.getByText(/^Saved, revision/)).toBeVisible({ timeout: 25_000 })
    const { job } = await readJob(application.origin, id)
    expect(job.loads.filter(({ name }) => /pump|freezer/.test(name)).map(({ powerW }) => powerW)).toEqual([77, 321])
  } finally {
    await application.stop()
  }
})

test('what was typed and taken back again is not sent', async ({ page, origin }) => {
  const id = await putJob(origin)
  await page.goto(`${origin}/jobs/${id}/loads`)
  await page.getByLabel('Watts each, Water pump').fill('444')
  await expect(page.getByText('Saved, revision 2')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('Saved, revision 3')).toBeVisible()
  const sent: string[] = []
  page.on(
    'request',
    (request) => request.url().endsWith(id) && sent.push(`${request.method()} ${request.postData()?.length}`),
  )
  // In one moment, so that no save comes between on a slow machine.
  const [redo, undo] = await Promise.all(
    ['Redo', 'Undo'].map((name) => page.getByRole('button', { name }).elementHandle()),
  )
  await page.evaluate(
    async ([again, back]) => {
      for (const button of [again, back]) {
        ;(button as HTMLElement).click()
        await new Promise((resolve) => setTimeout(resolve, 0))
      }
    },
    [redo, undo] as const,
  )
  await page.getByLabel('Watts each, Sample freezer').fill('91')
  await expect(page.getByText('Saved, revision 4')).toBeVisible()
  // One save, as acts: a hundredth of the document.
  expect(sent.length).toBe(1)
  expect(sent[0]).toMatch(/^PATCH \d{3,4}$/)
})
