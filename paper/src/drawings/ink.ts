/** What a drawing is drawn with: the theme’s colours on screen, plain ones on paper and in files. */
export interface Ink {
  readonly line: string
  readonly soft: string
  readonly ground: string
  readonly box: string
  readonly chosen: string
  readonly bad: string
}

export const SCREEN: Ink = {
  line: 'var(--ink)',
  soft: 'var(--soft)',
  ground: 'var(--card)',
  box: 'var(--wash)',
  chosen: 'var(--lamp)',
  bad: 'var(--clay)',
}

export const PAPER: Ink = {
  line: '#15212b',
  soft: '#45525c',
  ground: '#ffffff',
  box: '#f3f1ec',
  chosen: '#15212b',
  bad: '#a12a1c',
}

export const DRAWING_FONT = "'Source Sans 3', 'Source Sans 3 Variable', sans-serif"
