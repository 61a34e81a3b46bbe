/** Comparison of structures field by field, for what is taken again where it says the same. */

type Same<T> = (a: T, b: T) => boolean
/** How each field of a structure is compared: a field added to it does not compile until it is. */
type SameFields<T> = { readonly [K in keyof T]: Same<T[K]> }

/** @returns a comparison of two structures, field by field, in the order given: first what differs most often */
export function sameBy<T extends object>(fields: SameFields<T>): Same<T> {
  const each = Object.entries(fields) as [keyof T, Same<T[keyof T]>][]
  return (a, b) => a === b || each.every(([key, same]) => same(a[key], b[key]))
}

export const orNull =
  <T extends object>(same: Same<T>): Same<T | null> =>
  (a, b) =>
    a === b || (a !== null && b !== null && same(a, b))
