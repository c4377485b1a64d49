/** What comes of some work; null: it takes longer than so many ms, and is not waited for any more. What fails before fails. */
export async function inTime<T>(work: Promise<T>, ms: number): Promise<T | null> {
  let timer: NodeJS.Timeout | undefined
  try {
    return await Promise.race([work, new Promise<null>((done) => (timer = setTimeout(done, ms, null)))])
  } finally {
    clearTimeout(timer)
  }
}
