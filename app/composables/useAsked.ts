/**
 * Asks for what takes a moment, again whenever something has changed meanwhile: of several askings only the latest answer counts,
 * and only the latest failure.
 * @returns a way to ask: what to ask, what to do with the answer, and with a failure, which is thrown where nothing takes it
 */
export function useAsked() {
  let round = 0
  return async <T>(
    asking: () => Promise<T>,
    answered: (answer: T) => void,
    failed?: (error: Error) => void
  ): Promise<void> => {
    const mine = ++round
    try {
      const answer = await asking()
      if (mine === round) answered(answer)
    } catch (error) {
      if (mine !== round) return
      if (!failed) throw error
      failed(error as Error)
    }
  }
}
