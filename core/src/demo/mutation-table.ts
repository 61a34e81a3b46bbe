import { SHIPPED_CATALOGUE } from '../catalogue/catalogue.ts'
import { design } from '../chain/design.ts'
import { type Finding, firesText, stillOpen } from '../checks/check.ts'
import { CHECKS, findings } from '../checks/checks.ts'
import type { Job } from '../job/schema.ts'
import { writerOf } from '../units/writer.ts'
import { automaticJobs } from './automatic.ts'
import { brokenDesigns, soundDesigns } from './mutations.ts'

const METRIC = writerOf('metric')
const open = (job: Job) => stillOpen(findings(design(job, SHIPPED_CATALOGUE)))
const found = (job: Job) => open(job).map(({ id }) => id)
const AUTOMATIC = 200

/** docs/checks.md: every check, and what the checks caught of designs broken on purpose. */
export function mutationTable(): string {
  const broken = brokenDesigns().map((each) => ({ ...each, ids: found(each.job) }))
  const sound = soundDesigns().map((each) => ({ ...each, ids: found(each.job) }))
  const automatic = automaticJobs(AUTOMATIC).map(({ what, job }) => ({ what, ...ownOf(job) }))
  const raised = automatic.filter(({ grave }) => grave.length > 0)
  const caught = broken.filter(({ ids, caughtBy }) => caughtBy !== null && ids.includes(caughtBy))
  const alarms = sound.filter(({ ids }) => ids.length > 0)
  const others = (ids: readonly string[], own: string | null) => [...new Set(ids)].filter((id) => id !== own).join(', ')
  return [
    '# Checks',
    '',
    'Made by `npm run docs`. A check reads the whole design after each edit. What it offers to change was tried on the whole',
    'chain before it is offered, and mends what was found.',
    '',
    '| check | link | severity | speaks of |',
    '|---|---|---|---|',
    ...CHECKS.map((check) => `| \`${check.id}\` | ${check.link} | ${check.severity} | ${firesText(check, METRIC)} |`),
    '',
    '## Measured on broken and sound designs',
    '',
    `Of ${broken.length} designs broken on purpose from the demo jobs, the check that should speak spoke in ${caught.length}.`,
    `Of ${sound.length} sound ones, ${alarms.length} raised a false alarm.`,
    '',
    '| broken | must be caught by | caught | also said |',
    '|---|---|---|---|',
    ...broken.map(
      ({ what, caughtBy, ids }) =>
        `| ${what} | \`${caughtBy}\` | ${caughtBy !== null && ids.includes(caughtBy) ? 'yes' : '**no**'} | ${others(ids, caughtBy)} |`,
    ),
    '',
    '| sound | said |',
    '|---|---|',
    ...sound.map(({ what, ids }) => `| ${what} | ${others(ids, null) || 'nothing'} |`),
    '',
    '## Designs that nobody helped',
    '',
    `${AUTOMATIC} jobs over all climates, rule sets and kinds of site, with sites and loads entered and all equipment left to the`,
    `design. ${raised.length} raised a danger or a fault by what the design chose. Where the catalogue makes no whole system the`,
    'design says what is needed instead of taking what does not suit.',
    '',
    '| advice the design raised itself | in how many |',
    '|---|---|',
    ...counted(automatic.flatMap(({ advice }) => [...new Set(advice)])).map(([id, n]) => `| \`${id}\` | ${n} |`),
    '',
    '| needed, in so many jobs | |',
    '|---|---|',
    ...counted(automatic.flatMap(({ needs }) => [...new Set(needs)])).map(([place, n]) => `| \`${place}\` | ${n} |`),
    '',
  ].join('\n')
}

/** What the design raised by itself, and what it asks for. */
function ownOf(job: Job) {
  const made = design(job, SHIPPED_CATALOGUE)
  const all = stillOpen(findings(made))
  const ids = (list: readonly Finding[]) => list.map(({ id }) => id)
  return {
    grave: ids(all.filter(({ severity }) => severity !== 'advice')),
    advice: ids(all.filter(({ severity }) => severity === 'advice')),
    needs: made.needs.map(({ place }) => place),
  }
}

/** How often each of a list stands in it, most first. */
function counted(list: readonly string[]): [string, number][] {
  const times = new Map<string, number>()
  for (const each of list) times.set(each, (times.get(each) ?? 0) + 1)
  return [...times].sort((a, b) => b[1] - a[1] || a[0].localeCompare(b[0]))
}
