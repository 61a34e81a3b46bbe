import type { Step } from '../step.ts'
import { step } from '../step.ts'
import type { Work } from '../work.ts'

/** What the owner is given. @param works of the job @param before every step that comes first */
export function handOver({ design }: Work, before: readonly string[]): Step[] {
  const { labels, disconnects } = design.wiring.rules
  const common = { stage: 'hand', link: 'wiring', place: 'wiring' } as const
  return [
    step(
      {
        ...common,
        id: 'hand.labels',
        title: 'Labels where they belong',
        what: `On each cable and device, and: ${labels.map(({ value }) => value).join('; ')}. Disconnects named: ${disconnects.map(({ value }) => value).join('; ')}.`,
        after: before,
      },
      [labels, disconnects],
    ),
    step({
      ...common,
      id: 'hand.sheet',
      title: 'Sheet and drawing handed over',
      what: 'As built, in print, one set beside the board: drawing, settings, passwords, makers’ papers, who to call.',
      after: before,
    }),
    step({
      ...common,
      id: 'hand.stop',
      title: 'Emergency stop shown',
      what: 'The owner does it once with their own hands: sun off, loads off, battery off, in this order; and what the fire service should know.',
      after: before,
    }),
    step({
      ...common,
      id: 'hand.owner',
      title: 'What the owner may do, and may not',
      what: 'May: switch, read, wash panels from the ground, fill water where cells are open. May not: open a cover, unplug a panel, replace a fuse by another size, add a load or a battery without asking.',
      after: before,
      caution: 'Panels are live whenever they are lit, whatever is switched off.',
    }),
  ]
}
