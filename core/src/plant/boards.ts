import type { CircuitKind } from '../job/defaults.ts'
import type { Option } from '../job/schema.ts'
import type { Branch } from './branches.ts'
import { circuit, end } from './joint.ts'
import type { Joint, Place, Unit } from './plant.ts'
import { makeUnit, terminal } from './unit.ts'

/** What hangs behind the two boards, and what stands in line with a circuit. */

export const branchCircuitId = ({ board, id }: Pick<Branch, 'board' | 'id'>): string => `${board}-branch-${id}`
/** Of the lead behind a branch’s converter. */
export const convertedCircuitId = ({ id }: Pick<Branch, 'id'>): string => `converted-${id}`
export const loadsId = (branch: Pick<Branch, 'id'>): string => `loads.${branch.id}`
export const converterId = (branch: Pick<Branch, 'id'>): string => `converter.${branch.id}`

const WALL: Place = 'converter wall'

/** The DC board, the AC board with what watches for residual current, a converter for each branch of another voltage. */
export function boardUnits(branches: readonly Branch[], has: { readonly ac: boolean; readonly dc: boolean }): Unit[] {
  return [
    ...(has.ac
      ? [
          makeUnit('residual-current', 'residual-current', 'wiring', WALL, {
            name: 'Residual-current device',
            use: 'residual-current device before the AC board',
          }),
          makeUnit('ac-board', 'ac-board', 'wiring', WALL, {
            name: 'AC board',
            use: 'AC board',
            terminals: [terminal('ac-in'), terminal('ac-out'), terminal('earth')],
          }),
        ]
      : []),
    ...(has.dc
      ? [
          makeUnit('dc-board', 'dc-board', 'wiring', WALL, {
            name: 'DC board',
            use: 'DC board',
            terminals: [terminal('battery'), terminal('dc')],
          }),
        ]
      : []),
    ...branches.flatMap((branch): Unit[] => [
      ...(branch.convertedV === null
        ? []
        : [
            makeUnit(converterId(branch), 'converter', 'loads', WALL, {
              name: `Converter, ${branch.name}`,
              use: `converter for ${branch.name}`,
              terminals: [terminal('battery'), terminal('dc')],
            }),
          ]),
      makeUnit(loadsId(branch), 'loads', 'loads', 'cable runs', {
        name: branch.name,
        terminals: [terminal(branch.board === 'ac' ? 'ac-in' : 'dc')],
      }),
    ]),
  ]
}

/** A circuit from its board to each branch; behind a converter the loads’ own lead is told. */
export function branchJoints(
  branches: readonly Branch[],
  has: { readonly ac: boolean; readonly dc: boolean },
): Joint[] {
  return branches.flatMap((branch): Joint[] => {
    if (!has[branch.board]) return []
    const kind: CircuitKind = branch.board === 'ac' ? 'ac-branch' : 'dc-branch'
    const loads = end(loadsId(branch), branch.board === 'ac' ? 'ac-in' : 'dc')
    const converted = branch.convertedV !== null
    return [
      circuit(kind, branch.board, {
        id: branchCircuitId(branch),
        title: `${branch.board === 'ac' ? 'AC' : 'DC'} board to ${branch.name}`,
        from: branch.board === 'ac' ? end('ac-board', 'ac-out') : end('dc-board', 'dc'),
        to: converted ? end(converterId(branch), 'battery') : loads,
        sources: ['from'],
      }),
      ...(converted
        ? [
            circuit('converted', 'dc', {
              id: convertedCircuitId(branch),
              title: `Converter to ${branch.name}`,
              from: end(converterId(branch), 'dc'),
              to: loads,
              sources: ['from'],
            }),
          ]
        : []),
    ]
  })
}

type InLine = Option['wiring']['inLine'][number]

const IN_LINE_NAME: Readonly<Record<InLine['role'], string>> = {
  isolator: 'Isolator',
  'load-disconnect': 'Load disconnect',
  'battery-switch': 'Battery switch',
  'residual-current': 'Residual-current device',
  surge: 'Surge protector',
}
const IN_LINE = 'in-line.'
export const inLineId = ({ id }: Pick<InLine, 'id'>): string => `${IN_LINE}${id}`
/** Whether a unit is a switch that a person put in line. */
export const isInLineId = (unitId: string): boolean => unitId.startsWith(IN_LINE)

/** Switches a person put in line, of those whose circuit stands. */
export function inLineUnits(inLine: readonly InLine[], joints: readonly Joint[]): Unit[] {
  return inLine.flatMap((each): Unit[] => {
    const joint = joints.find(({ id }) => id === each.circuitId)
    if (!joint) return []
    const place: Place = joint.kind === 'battery-main' || joint.kind === 'battery-string' ? 'battery room' : WALL
    const name = `${IN_LINE_NAME[each.role]}, ${joint.title}`
    return [
      makeUnit(inLineId(each), each.role, 'wiring', joint.carries === 'pv' ? 'array' : place, {
        name,
        use: name,
        quantity: joint.count,
        arrayId: joint.arrayId,
      }),
    ]
  })
}

/** Joints that run through what a person put in line with them. */
export function withInLine(inLine: readonly InLine[], joints: readonly Joint[]): readonly Joint[] {
  if (inLine.length === 0) return joints
  return joints.map((joint) => {
    const own = inLine.filter(({ circuitId }) => circuitId === joint.id).map(inLineId)
    return own.length === 0 ? joint : { ...joint, through: [...joint.through, ...own] }
  })
}
