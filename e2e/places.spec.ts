import {
  applyAll,
  design,
  emptyJob,
  emptyLoad,
  fieldStation,
  findings,
  type Job,
  SHIPPED_CATALOGUE,
} from '@yard-lamp/core'
import { FIRES } from '../core/tests/broken-jobs.ts'
import { expect, follow, putJob, test } from './application.ts'

const SHED = {
  id: 'shed',
  name: 'Shed',
  panelId: 'nobody-1',
  controllerId: 'nobody-2',
  quantity: 1,
  panelsPerString: 2,
  stringsPerController: 1,
  planeId: null,
  setA: null,
}
const station = fieldStation()
/** Jobs that lack something, beside those something is wrong with. */
const LACKING: readonly Job[] = [
  emptyJob('Empty'),
  { ...emptyJob('Loads alone'), loads: [{ ...emptyLoad('lamp'), powerW: 20, hoursPerDay: 5 }] },
  { ...station, site: { ...station.site, latitudeDeg: null } },
  { ...station, site: { ...station.site, recordLowC: null } },
  { ...station, site: { ...station.site, sunKwhPerM2Day: Array(12).fill(null) } },
  { ...station, loads: station.loads.map((load) => ({ ...load, powerW: null, label: null })) as Job['loads'] },
  applyAll(station, [{ act: 'add-array', array: SHED }]),
  applyAll(station, [{ act: 'set-option', part: 'backup', patch: { kind: 'generator', generatorId: null } }]),
  applyAll(station, [{ act: 'set-option', part: 'battery', patch: { chemistry: 'agm lead-acid' } }]),
]

/** Places are alike but for the ids in them. */
const alike = (place: string): string =>
  place
    .replace(/^loads\.[^.]+\./, 'loads.*.')
    .replace(/^wiring\.[^.]+\./, 'wiring.*.')
    .replace(/\.\d+$/, '.*')

/** Few jobs that between them point to every kind of place: each time the one that points to most that is not yet seen. */
function pointedTo(): Map<Job, string[]> {
  const jobs = [...Object.values(FIRES).map((each) => each.job), ...LACKING].map((job) => {
    const result = design(job, SHIPPED_CATALOGUE)
    const places = [...findings(result), ...result.needs].map(({ place }) => place)
    return { job, kinds: new Map(places.map((place) => [alike(place), place])) }
  })
  const unseen = new Set(jobs.flatMap(({ kinds }) => [...kinds.keys()]))
  const chosen = new Map<Job, string[]>()
  while (unseen.size > 0) {
    const news = jobs.map(({ job, kinds }) => ({ job, own: [...kinds].filter(([kind]) => unseen.has(kind)) }))
    const most = news.reduce((a, b) => (b.own.length > a.own.length ? b : a))
    for (const [kind] of most.own) unseen.delete(kind)
    chosen.set(
      most.job,
      most.own.map(([, place]) => place),
    )
  }
  return chosen
}

test('every place a finding or a need points to stands on its page, and takes the cursor', async ({ page, origin }) => {
  test.setTimeout(240_000)
  const places = pointedTo()
  expect([...places.values()].flat().length).toBeGreaterThan(30)
  const missing: string[] = []
  for (const [job, own] of places) {
    const id = await putJob(origin, job)
    for (const [i, link] of [...new Set(own.map((place) => place.split('.')[0]))].entries()) {
      if (i === 0) await page.goto(`${origin}/jobs/${id}/${link}`)
      else await follow(page, `/jobs/${id}/${link}`)
      await expect(page.getByRole('navigation', { name: 'Chain' })).toBeVisible()
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      for (const place of own.filter((each) => each.startsWith(`${link}.`) || each === link)) {
        const field = page.locator(`[data-place="${place}"]`)
        // What stands in the sheet of a circuit is led to through its row.
        const opens = page.locator(`[data-opens="${place.replace(/[^.]+$/, '')}"][aria-expanded="false"]`)
        if ((await field.count()) === 0 && (await opens.count()) > 0) await opens.first().click()
        await field
          .first()
          .waitFor({ state: 'attached', timeout: 8000 })
          .then(() => field.first().focus({ timeout: 1000 }))
          .catch(() => missing.push(place))
      }
    }
  }
  expect(missing).toEqual([])
})
