import { RateLimiterMemory, RateLimiterRes } from 'rate-limiter-flexible'
import { NotAllowed } from '../faults'

const MINUTES = 15
const within = (points: number): RateLimiterMemory =>
  new RateLimiterMemory({ points, duration: MINUTES * 60 })

/** So many passwords may be tried: of one name from one place, of one name from anywhere, of any from one place. */
export const TRIES = { each: 10, name: 100, place: 100 } as const

/** Bounds on guessing passwords. */
export class Guessing {
  private readonly each = within(TRIES.each)
  private readonly names = within(TRIES.name)
  private readonly places = within(TRIES.place)

  /** One is about to be tried. @throws NotAllowed after too many; which one was right is not tried then either */
  async begin(name: string, place: string): Promise<void> {
    try {
      await this.each.consume(`${place} ${name}`)
      await this.places.consume(place)
      await this.names.consume(name)
    } catch (error) {
      if (!(error instanceof RateLimiterRes)) throw error
      const minutes = Math.max(1, Math.ceil(error.msBeforeNext / 60_000))
      throw new NotAllowed(
        429,
        'too-often',
        `Too many tries. Try again in ${minutes === 1 ? 'a minute' : `${minutes} minutes`}.`,
      )
    }
  }

  /** It was right. */
  async right(name: string, place: string): Promise<void> {
    await this.each.delete(`${place} ${name}`)
    await this.places.reward(place)
    await this.names.reward(name)
  }
}
