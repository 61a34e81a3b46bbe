export function bundleProgram(entry: string, outfile: string): Promise<void>
