import { itemName } from '../../catalogue/schema.ts'
import { answers, type Design } from '../../chain/design.ts'
import { methodOf } from '../../chain/methods.ts'
import { cautionsFor } from '../../checks/cautions.ts'
import { stillOpen } from '../../checks/check.ts'
import { findings } from '../../checks/checks.ts'
import { schoolOf } from '../../edit/schools.ts'
import type { Option } from '../../job/schema.ts'
import { LINK_TITLE, LINKS, type LinkId } from '../../working/links.ts'
import type { ReportBrief } from '../brief.ts'
import { type Block, column, type Rich, row, type Section, section, table, words } from '../content.ts'
import { workedFigure } from '../worked.ts'

/**
 * Each link with its answer, what was chosen for it, and by which school it was sized.
 * @param priced with what the parts cost: that is the seller’s, and not told to whoever buys, inspects or builds
 */
export function answersSection({ job, design }: ReportBrief, priced: boolean): Section {
  const { parts, write } = design
  const shown = {
    ...answers(design),
    ...(priced || parts.lines.length === 0 ? {} : { parts: write.quantity(Math.round(parts.weightKg.value), 'kg', 0) }),
  }
  const school = schoolOf(job)
  const rows = LINKS.map((link) =>
    row(
      LINK_TITLE[link],
      [{ text: shown[link], strong: true }],
      chosenItem(design, link),
      schoolText(design.option, link),
    ),
  )
  const beside = design.beside.map(({ name, design: own }) => {
    const theirs = answers(own)
    return row(
      `${name}, a system of its own`,
      [{ text: theirs.battery, strong: true }],
      [theirs.loads, theirs.array, theirs.controller].join('; '),
      '',
    )
  })
  return section('answers', 'The design in one glance', [
    table(
      'Design',
      '',
      [
        column('Link'),
        column('Answer', { width: 2 }),
        column('Chosen', { width: 2 }),
        column('Sized by', { width: 2 }),
      ],
      [...rows, ...beside],
    ),
    words(
      school
        ? `Sized by the school “${school.name}”: ${school.why}`
        : 'Sized by choices of its own, after no one school.',
      'soft',
    ),
  ])
}

function chosenItem({ battery, array, controller, inverter, backup }: Design, link: LinkId): string {
  const item =
    link === 'battery'
      ? battery.item
      : link === 'array'
        ? array.layout?.panel
        : link === 'controller'
          ? controller.item
          : link === 'inverter'
            ? inverter.item
            : link === 'backup'
              ? backup.generator
              : null
  return item ? itemName(item) : ''
}

const BANK_WORDS = { full: 'every factor', plain: 'the plain product', stepwise: 'step by step' } as const
const ARRAY_WORDS = {
  balance: 'the balance of the worst month',
  recover: 'balance and refill',
  plain: 'Wh ÷ sun ÷ factor',
} as const

function schoolText({ battery, array, controller, inverter }: Option, link: LinkId): string {
  if (link === 'battery') return BANK_WORDS[battery.sizing ?? 'full']
  if (link === 'array') return ARRAY_WORDS[array.sizing ?? 'balance']
  if (link === 'controller')
    return controller.clippingFraction
      ? `${Math.round(controller.clippingFraction * 100)} % clipping accepted`
      : 'no clipping'
  if (link === 'inverter') return `headroom ${inverter.headroom ?? 1.25}`
  return ''
}

/** What the checks leave open, what a person accepted and why, and what is still needed. */
export function checksSection({ design }: ReportBrief): Section {
  const all = findings(design)
  const open = stillOpen(all)
  const accepted = all.filter((finding) => finding.accepted !== null)
  const blocks: Block[] = []
  if (open.length === 0 && design.needs.length === 0) blocks.push(words('No check is open, and no figure is missing.'))
  if (design.needs.length > 0)
    blocks.push(words([{ text: 'Still needed', strong: true }]), {
      kind: 'list',
      tone: 'plain',
      items: design.needs.map(({ message }) => message),
    })
  if (open.length > 0)
    blocks.push(words([{ text: 'Left open', strong: true }]), {
      kind: 'list',
      tone: 'plain',
      items: open.map(
        ({ severity, message, remedy }): Rich => [{ text: `${severity}: `, strong: true }, `${message} ${remedy}`],
      ),
    })
  if (accepted.length > 0)
    blocks.push(words([{ text: 'Accepted as it is', strong: true }]), {
      kind: 'list',
      tone: 'plain',
      items: accepted.map(
        ({ severity, message, accepted: by }): Rich => [
          { text: `${severity}: `, strong: true, bad: severity === 'danger' },
          `${message} `,
          {
            text: `Accepted ${by?.on ?? ''}${by && by.by !== '' ? ` by ${by.by}` : ''}: ${by?.reason ?? ''}`,
            italic: true,
          },
        ],
      ),
    })
  return section('checks', 'Checks', blocks)
}

/** Why the sheet is not to be built from; empty where it is. */
export function stopOf({ design }: ReportBrief): Rich[] {
  const open = stillOpen(findings(design)).filter(({ severity }) => severity !== 'advice')
  return [
    ...open.map(({ severity, message }): Rich => [{ text: `${severity}: `, strong: true }, message]),
    ...design.needs.map(({ message }): Rich => [{ text: 'needed: ', strong: true }, message]),
  ]
}

export function cautionsSection({ design }: ReportBrief): Section {
  const items = cautionsFor(design).map(({ text }) => text)
  return section('cautions', 'Read before the work', [{ kind: 'list', tone: 'plain', items }])
}

/** Methods applied once for every load: their results stand in the load table. */
const IN_TABLES = new Set(['load.daily-energy', 'load.ac-demand', 'load.day-total'])

/** The worked figures behind the answers, link by link. @param links those told */
export function workingsSection({ design }: ReportBrief, links: readonly LinkId[] = LINKS): Section {
  const steps = design.steps.filter(({ methodId }) => !IN_TABLES.has(methodId))
  const blocks = links.flatMap((link): Block[] => {
    const own = steps.filter((step) => step.link === link)
    return own.length === 0
      ? []
      : [
          words([{ text: LINK_TITLE[link], strong: true }], 'lead'),
          ...own.map(
            (step): Block => ({ kind: 'working', working: workedFigure(methodOf(step.methodId), step, design.write) }),
          ),
        ]
  })
  return section('workings', 'Workings', blocks, { apart: true })
}
