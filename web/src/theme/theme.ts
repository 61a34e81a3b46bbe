import { createTheme, type MantineColorsTuple } from '@mantine/core'

const lamp: MantineColorsTuple = [
  '#fff6e5',
  '#fbe8c6',
  '#f6d9a4',
  '#efc071',
  '#e9a945',
  '#d98a1f',
  '#b86f0e',
  '#8f540a',
  '#6a3d08',
  '#472806',
]
const ink: MantineColorsTuple = [
  '#f1f4f5',
  '#dde3e5',
  '#b9c5c9',
  '#92a4aa',
  '#6f858d',
  '#4d646d',
  '#33484f',
  '#243840',
  '#17262d',
  '#0e181d',
]

/** What the library draws at night: the paper, card, wash and lines of tokens.css. */
const dark: MantineColorsTuple = [
  '#e4dfd2',
  '#c9cdc6',
  '#b4bfbd',
  '#8b9a9d',
  '#3d5059',
  '#2d3e45',
  '#1d2c32',
  '#152126',
  '#10191d',
  '#0b1215',
]

const quiet = { defaultProps: { withAsterisk: false } }

export const theme = createTheme({
  fontFamily: '"Source Sans 3 Variable", "DejaVu Sans", sans-serif',
  headings: { fontFamily: '"Bricolage Grotesque Variable", "Source Sans 3 Variable", sans-serif', fontWeight: '650' },
  fontSizes: { xs: '12.5px', sm: '14px', md: '15px', lg: '17px', xl: '20px' },
  colors: { lamp, ink, dark },
  primaryColor: 'ink',
  primaryShade: { light: 8, dark: 5 },
  autoContrast: true,
  defaultRadius: 5,
  cursorType: 'pointer',
  // What is needed is said where it is missing.
  components: { TextInput: quiet, PasswordInput: quiet },
})
