import { studTorqueNm } from '../../tables/stud-torques.ts'
import { type Circuit, isBreaker } from '../../wiring/circuits.ts'
import type { Expected, Field, StageId, Step } from '../step.ts'
import { about, field, measuring, step, UNKNOWN } from '../step.ts'
import { calledCircuit, calledUnit, tightenedOn, type Work } from '../work.ts'

/** What hangs on the board, and each circuit landed and tightened. */

/** How far a wrench may be off. Source: ISO 6789, ± 6 % and the hand. */
const TORQUE_FRACTION = 0.15

/** Circuits that only the bank feeds: they are landed with it. */
const AT_BANK: ReadonlySet<Circuit['kind']> = new Set(['battery-string', 'battery-series', 'battery-main'])

export function board(work: Work): Step[] {
  const { prefix, whose, design } = work
  const hung = design.plant.units.filter(({ place, role }) => place === 'converter wall' && role !== 'earth-bar')
  if (hung.length === 0) return []
  return [
    step(
      {
        id: `${prefix}board.hung`,
        stage: 'board',
        title: `${whose}Board and what hangs on it`,
        what: `${hung.map((unit) => calledUnit(work, unit)).join(', ')}. On a base that does not burn, air round each piece as its sheet asks, nothing that sparks above vented cells, cables in from below or through glands.`,
        tool: 'the drawing of the wall, drill, level',
        check: 'wall.crowded',
        place: 'wiring',
        link: 'wiring',
      },
      hung.map(({ id, item }) => [id, item?.id]),
    ),
    step({
      id: `${prefix}board.off`,
      stage: 'board',
      title: `${whose}Everything off, fuses out`,
      what: 'Isolators open and locked, breakers off, fuses in a pocket: until each string and the bank were measured, nothing may feed the board.',
      tool: 'padlock, tag',
      caution: 'What is open now stays open until the step that closes it.',
      place: 'wiring',
      link: 'wiring',
      after: [`${prefix}board.hung`],
    }),
    ...design.wiring.circuits
      .filter((each) => each.cable && !AT_BANK.has(each.kind))
      .map((each) => landed(work, each, 'board')),
  ]
}

/** Step of a circuit whose ends are landed. */
export const landedId = ({ prefix }: Work, circuit: Pick<Circuit, 'id'>): string => `${prefix}landed.${circuit.id}`

export const bankCircuits = ({ design }: Work): Circuit[] =>
  design.wiring.circuits.filter(({ kind, cable }) => AT_BANK.has(kind) && cable)

/** A circuit with its cable, its device and each stud of it. */
export function landed(work: Work, circuit: Circuit, stage: StageId): Step {
  const { write, names } = work
  const { cable, device, count, lengthM } = circuit
  const asked: (Field & Expected)[] = [
    {
      ...field('lengthM', 'length as laid, one way', 'm', 1, true),
      ...UNKNOWN,
      from: `planned: ${write.quantity(lengthM.value, 'm', 1)}`,
    },
    ...tightenedOn(work, circuit).map(({ unit, studMm }, i): Field & Expected => {
      const torqueNm = studTorqueNm(studMm)
      const at = unit ? calledUnit(work, unit) : (names.devices.get(circuit.id) ?? 'its device')
      const from = `M${studMm}, planning value; the maker’s goes first`
      return {
        ...field(`stud${i}`, `${at}, M${studMm}`, 'N·m', 0, true),
        ...(torqueNm === null ? { ...UNKNOWN, from } : { ...about(torqueNm, TORQUE_FRACTION, from), isPlanning: true }),
      }
    }),
  ]
  const trips = device
    ? ` ${names.devices.get(circuit.id) ?? ''} ${isBreaker(circuit) ? 'breaker' : 'fuse'}, ${write.quantity(device.ratingA.value, 'A')}: ${isBreaker(circuit) ? 'off' : 'left out'} for now.`
    : ''
  return step(
    {
      id: landedId(work, circuit),
      stage,
      designation: names.cables.get(circuit.id) ?? '',
      title: `${work.whose}${calledCircuit(work, circuit)}`,
      what: `${count > 1 ? `${count} runs of ` : ''}${write.size(cable?.size ?? '')}${(cable?.parallel ?? 1) > 1 ? ` × ${cable?.parallel}` : ''}, labelled at both ends.${trips} Strands whole, crimps pulled by hand, nothing but copper between lug and stud, each nut tightened once and marked.`,
      tool: 'torque wrench, marker',
      ...measuring(asked),
      causes: [
        {
          sign: 'low',
          text: 'A nut that is too loose grows warm under load, looser, and burns.',
          next: 'Tighten to the maker’s figure, mark it again, look at it after 30 minutes under load.',
        },
        {
          sign: 'high',
          text: 'Over-tightened: a stud of lead or brass gives way later.',
          next: 'Slacken, look at thread and lug, tighten to the maker’s figure.',
        },
      ],
      check: 'wire.terminal',
      place: `wiring.${circuit.id}.size`,
      link: 'wiring',
      circuitId: work.prefix === '' ? circuit.id : null,
      after: stage === 'board' ? [`${work.prefix}board.off`] : [],
    },
    [cable?.size, cable?.parallel, device?.ratingA.value, count, asked.map(({ id }) => id)],
  )
}
