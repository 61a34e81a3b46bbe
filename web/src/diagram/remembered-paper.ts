import { PAPER_NAMES, type PaperName } from '@yard-lamp/paper/drawings'

const KEY = 'yard-lamp.paper'

/** The paper taken last, else the usual one of the units. */
export function rememberedPaper(us: boolean): PaperName {
  const kept = localStorage.getItem(KEY)
  return PAPER_NAMES.find((name) => name === kept) ?? (us ? 'Letter' : 'A4')
}
export const rememberPaper = (name: PaperName): void => localStorage.setItem(KEY, name)
