import { everyString } from '../../controller/link.ts'
import { isMobile } from '../../rules/shared.ts'
import { atLeast, atMost, type Cause, field, measuring, type Step, step } from '../step.ts'
import type { Work } from '../work.ts'
import { mountedIds } from './ground.ts'
import { soundIds } from './strings.ts'

/** Insulation of each array, the electrode, and each bond by itself. */

/** A bond measured end to end. Source: handbook; IEC 60364-6, 6.4.3.2. */
const MOST_BOND_OHM = 1

export const insulationId = (work: Work, arrayId: string): string => `${work.prefix}insulation.${arrayId}`

export const earth = (work: Work): Step[] => [...insulation(work), ...electrode(work), ...bonded(work)]

function insulation(work: Work): Step[] {
  const { design, whose } = work
  return everyString(design).map((array): Step => {
    const { value, source } = design.wiring.rules.insulationTest(array.strings.coldV.value)
    return step(
      {
        id: insulationId(work, array.id),
        stage: 'earth',
        title: `${whose}Insulation of the array to earth${array.name === '' ? '' : `, ${array.name}`}`,
        what: `Plus and minus of the array against earth, by a tester of ${value.testV} V, isolator open, surge protectors unplugged; discharged after it.`,
        tool: `insulation tester, ${value.testV} V`,
        caution: 'The tester’s volts stand on the array: nobody touches it, and nothing electronic is connected.',
        ...measuring([
          { ...field('megohm', 'plus and minus to earth', 'MΩ', 1), ...atLeast(value.leastMegohm, source) },
        ]),
        causes: [
          {
            sign: 'low',
            text: 'A connector lies in water, a cable is pinched under a clamp, or a panel is cracked.',
            next: 'Part the strings, measure each; then walk along the low one.',
          },
          { sign: 'low', text: 'A surge protector was left in.', next: 'Unplug it and measure again.' },
        ],
        check: 'unit.voltage-class',
        place: 'wiring',
        link: 'wiring',
        after: soundIds(work, array),
      },
      value,
    )
  })
}

/** Into the ground, or to the body of what moves. */
function electrode(work: Work): Step[] {
  const { design, prefix, whose, names } = work
  const { bonds, rules } = design.wiring
  const isBody = isMobile(design.job.site)
  return bonds
    .filter(({ what, leftOut }) => what === 'electrode' && !leftOut)
    .map((bond) =>
      step(
        {
          id: `${prefix}electrode`,
          stage: 'earth',
          designation: names.bonds.get(bond.id) ?? '',
          title: `${whose}${isBody ? 'Earth bar to body or hull' : 'Earth electrode'}`,
          ...(isBody
            ? {
                what: 'From the earth bar to the body or hull at its far end, the leads of the meter taken off.',
                tool: 'low-resistance meter',
                ...measuring([{ ...field('ohm', 'bar to body', 'Ω', 2), ...atMost(MOST_BOND_OHM, 'a bond') }]),
                causes: [PAINTED],
              }
            : {
                what: 'By the fall of potential with two stakes, or by an earth clamp where there is a loop; conductor joined and marked.',
                tool: 'earth tester with stakes',
                ...measuring([
                  {
                    ...field('ohm', 'electrode', 'Ω', 0),
                    ...atMost(rules.electrodeOhm.value, rules.electrodeOhm.source),
                  },
                ]),
                causes: [DRY],
              }),
          check: 'earth.missing',
          place: `wiring.bonds.${bond.id}.size`,
          link: 'wiring',
          mayBeLeft: !isBody,
        },
        [bond.size.value, isBody],
      ),
    )
}
const PAINTED: Cause = {
  sign: 'high',
  text: 'Paint, rust or anodising under the lug, or a joint left loose.',
  next: 'Part by part from the bar outwards: the joint where it jumps is the one. Bright metal, tighten, protect.',
}
const DRY: Cause = {
  sign: 'high',
  text: 'Dry or stony ground, or a rod too short.',
  next: 'Drive it deeper, or a second rod at least its length away; measure again.',
}

/** Cases and frames, each by itself. */
function bonded(work: Work): Step[] {
  const { design, prefix, whose, names, write } = work
  return design.wiring.bonds
    .filter(({ what, leftOut }) => (what === 'protective' || what === 'frames') && !leftOut)
    .map((bond) =>
      step(
        {
          id: `${prefix}bond.${bond.id}`,
          stage: 'earth',
          designation: names.bonds.get(bond.id) ?? '',
          title: `${whose}${names.bonds.get(bond.id) ?? ''} ${bond.title}`,
          what: `${write.size(bond.size.value)}${bond.count > 1 ? `, ${bond.count} alike, each` : ''}: from the earth bar to ${bond.what === 'frames' ? 'the farthest frame and each rail' : 'the case'}.`,
          tool: 'low-resistance meter, its leads taken off',
          ...measuring([{ ...field('ohm', 'end to end', 'Ω', 2), ...atMost(MOST_BOND_OHM, 'a bond, end to end') }]),
          causes: [PAINTED],
          check: 'earth.missing',
          place: `wiring.bonds.${bond.id}.size`,
          link: 'wiring',
          after: bond.what === 'frames' ? mountedIds(work) : [],
        },
        bond.size.value,
      ),
    )
}
