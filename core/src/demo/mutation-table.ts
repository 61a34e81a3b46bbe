import { SHIPPED_CATALOGUE } from '../catalogue/catalogue.ts'
import { design } from '../chain/design.ts'
import { firesText } from '../checks/check.ts'
import { CHECKS, findings } from '../checks/checks.ts'
import type { Job } from '../job/schema.ts'
import { writerOf } from '../units/writer.ts'
import { brokenDesigns, soundDesigns } from './mutations.ts'

const METRIC = writerOf('metric')
const found = (job: Job) => findings(design(job, SHIPPED_CATALOGUE)).map(({ id }) => id)

/** docs/checks.md: every check, and what the checks caught of designs broken on purpose. */
export function mutationTable(): string {
  const broken = brokenDesigns().map((each) => ({ ...each, ids: found(each.job) }))
  const sound = soundDesigns().map((each) => ({ ...each, ids: found(each.job) }))
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
  ].join('\n')
}
