/** Waits for work, but no longer than so long, ms. */
export const atMost = (ms: number, work: Promise<unknown>): Promise<unknown> =>
  Promise.race([work, new Promise((resolve) => setTimeout(resolve, ms))])
