/** Begins a message about a further array with its name. */
export const about = (name: string): string => (name === '' ? '' : `${name}: `)
