import type { RuleSetId } from '../job/schema.ts'
import type { CableUse, Ruled, RuleSet } from './rule-set.ts'
import { RULE_SETS } from './rules.ts'
import { WAYS } from './ways.ts'

/** A question the rule sets answer differently, with what each says and where. */
export interface Difference {
  readonly question: string
  readonly answers: Readonly<Record<RuleSetId, Ruled<string>>>
}

const times = ({ value, source }: Ruled): Ruled<string> => ({ value: value === 1 ? 'as it is' : `× ${value}`, source })
/** What cables are called in a sentence. */
const USE_WORDS: Readonly<Record<CableUse, string>> = {
  pv: 'PV cable',
  battery: 'battery cable',
  fixed: 'fixed wire',
}

const said = <T>({ value, source }: Ruled<T>, say: (value: T) => string): Ruled<string> => ({
  value: say(value),
  source,
})

/** Each question asked of each set: the answer is read from its own data. */
const QUESTIONS: readonly (readonly [question: string, answer: (rules: RuleSet) => Ruled<string>])[] = [
  ['Conductor and device of a PV circuit, on top of 1.25 × short-circuit current', ({ factor }) => times(factor.sun)],
  ['Device and cable of a controller, of its rated output', ({ factor }) => times(factor.controller)],
  ['Device and cable behind an inverter, of its continuous current', ({ factor }) => times(factor.inverter)],
  ['Generator and shore lead, of what the source may give', ({ factor }) => times(factor.supply)],
  [
    'A string fuse, of the short-circuit current',
    ({ stringFuse }) =>
      said(stringFuse, ({ leastOfIsc, mostOfIsc }) =>
        mostOfIsc === null ? `${leastOfIsc} times at least` : `${leastOfIsc} to ${mostOfIsc} times`,
      ),
  ],
  [
    'A device above what the cable carries',
    ({ nextDeviceUp }) =>
      said(nextDeviceUp, (mostA) => (mostA === null ? 'never' : `the next standard one, up to ${mostA} A`)),
  ],
  [
    'Terminals that are not marked, at 30 A and at 200 A',
    ({ terminalC }) => ({
      value: `${terminalC(30).value} and ${terminalC(200).value} °C`,
      source: terminalC(30).source,
    }),
  ],
  [
    'Small conductors',
    ({ smallConductors }) =>
      said(smallConductors, (limits) =>
        limits.length === 0
          ? 'no limit of their own'
          : limits.map(({ size, mostA }) => `${mostA} A on ${size}`).join(', '),
      ),
  ],
  ['Conductors in parallel', ({ parallel }) => ({ value: parallel.said, source: parallel.smallestSize.source })],
  ['What lies beside a run is counted by', ({ groupedBy }) => said(groupedBy, (by) => by)],
  [
    'PV cable is read from',
    ({ laid }) => said(laid({ kind: 'building', use: 'pv', ac: false, place: 'roof' }), (way) => WAYS[way].title),
  ],
  [
    'Battery cable in a building is read from',
    ({ laid }) =>
      said(laid({ kind: 'building', use: 'battery', ac: false, place: 'indoors' }), (way) => WAYS[way].title),
  ],
  [
    'Protective conductor of a circuit of 100 A laid for drop alone',
    ({ protectiveConductor, laid }) => {
      const metric = /^iec|^pv/.test(laid({ kind: 'building', use: 'fixed', ac: true, place: 'indoors' }).value)
      const [phase, required] = metric ? ['70 mm2', '25 mm2'] : ['2/0 AWG', '3 AWG']
      return said(
        protectiveConductor(100, phase, required),
        (size) => `${size.replace('mm2', 'mm²')} beside ${phase.replace('mm2', 'mm²')}`,
      )
    },
  ],
  ['Panel frames outdoors', ({ frameBonding }) => said(frameBonding.exposed, (size) => size.replace('mm2', 'mm²'))],
  ['Earth electrode', ({ electrodeConductor }) => said(electrodeConductor, (size) => size.replace('mm2', 'mm²'))],
  ['Neutral and earth', ({ systemBond }) => systemBond],
  ['Residual current', ({ residualCurrent }) => residualCurrent],
  ['A conduit', ({ conduits }) => said(conduits, ({ said: words }) => words)],
  ['Ferrules', ({ ferrules }) => said(ferrules, (uses) => `on ${uses.map((use) => USE_WORDS[use]).join(', ')}`)],
]

/** Where the rule sets differ, question by question. */
export function differences(): Difference[] {
  return QUESTIONS.map(([question, answer]) => ({
    question,
    answers: Object.fromEntries(Object.entries(RULE_SETS).map(([id, rules]) => [id, answer(rules)])) as Record<
      RuleSetId,
      Ruled<string>
    >,
  })).filter(({ answers }) => new Set(Object.values(answers).map(({ value }) => value)).size > 1)
}
