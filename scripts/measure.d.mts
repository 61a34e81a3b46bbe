export const LEAST_TEST_SHARE: number
export const MOST_LINES: number
export function measure(base?: string): {
  codeLines: number
  dataLines: number
  styleLines: number
  testLines: number
  testShare: number
  tooLong: { file: string; lines: number }[]
}
export function measured(say?: (line: string) => void, base?: string): boolean
