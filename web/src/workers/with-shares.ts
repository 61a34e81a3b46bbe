/**
 * Does something that tells how far it is, and hears it only until the answer is there: a worker's shares and its answer come by
 * ways of their own, and the last share may come after the answer.
 */
export async function withShares<T>(
  work: (onShare: (share: number) => boolean) => Promise<T>,
  tell: (share: number) => void,
): Promise<T> {
  let isOver = false
  try {
    return await work((share) => {
      if (!isOver) tell(share)
      return true
    })
  } finally {
    isOver = true
  }
}
