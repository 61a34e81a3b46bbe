import { type Form, parts } from './form.ts'

/** Cells of rows that nobody reads after a run. */
export type IsUnread = (row: string, place: number) => boolean

/** Without figures and cells that nothing reads. */
export function withoutUnread(program: readonly Form[], isUnread: IsUnread): Form[] {
  const read = new Set<string>()
  const look = (form: Form | undefined): void => {
    if (typeof form === 'string') read.add(form)
    else if (typeof form === 'object') for (const part of form.slice(1)) look(part)
  }
  const each = (statement: Form): void => {
    const [head, a, b, c, d, e] = parts(statement) ?? []
    if (head === 'let') look(c)
    else if (head === 'set') look(withoutItself(b ?? 0, String(a)))
    else if (head === 'put') {
      look(b)
      look(c)
    } else if (head === 'if') {
      look(a)
      for (const branch of [b, c]) for (const inner of parts(branch ?? [])?.slice(1) ?? []) each(inner)
    } else if (head === 'for') {
      look([0, b ?? 0, c ?? 0, d ?? 0])
      for (const inner of parts(e ?? [])?.slice(1) ?? []) each(inner)
    }
  }
  for (const statement of program) each(statement)
  const kept = (statement: Form): Form[] => {
    const [head, a, b, c, d, e] = parts(statement) ?? []
    const inside = (branch: Form | undefined): Form => ['do', ...(parts(branch ?? [])?.slice(1) ?? []).flatMap(kept)]
    if (head === 'let') return read.has(String(b)) ? [statement] : []
    if (head === 'set') return read.has(String(a)) ? [statement] : []
    if (head === 'put') return typeof b === 'number' && isUnread(String(a), b) ? [] : [statement]
    if (head === 'if') return [['if', a ?? false, inside(b), inside(c)]]
    return [['for', a ?? '', b ?? 0, c ?? 0, d ?? 1, inside(e)]]
  }
  return program.flatMap(kept)
}

/** A figure that is only ever added to is not read by that. */
function withoutItself(form: Form, name: string): Form {
  return typeof form === 'object' ? form.map((part) => withoutItself(part, name)) : form === name ? 0 : form
}
