import type { LinkId } from '../working/links.ts'
import type { Place, Role, Terminal, Unit } from './plant.ts'

/** A terminal with the limits its sheet gives. */
export const terminal = (id: Terminal['id'], limits: Partial<Omit<Terminal, 'id'>> = {}): Terminal => ({
  id,
  maxAreaMm2: null,
  maxCurrentA: null,
  maxV: null,
  classesV: null,
  ...limits,
})

/** A unit with what is said of it; one piece without a sheet where nothing else is. */
export const makeUnit = (
  id: string,
  role: Role,
  link: LinkId,
  place: Place,
  said: Pick<Unit, 'name'> & Partial<Omit<Unit, 'id' | 'role' | 'link' | 'place'>>,
): Unit => ({ id, role, link, place, use: '', item: null, quantity: 1, arrayId: null, terminals: [], ...said })
