import { makeId } from './ids'

const NAME = 'lamina-browser'

function known(): string {
  try {
    const found = localStorage.getItem(NAME)
    if (found && /^[0-9a-z]{16}$/.test(found)) return found
    const made = makeId()
    localStorage.setItem(NAME, made)
    return made
  } catch {
    return makeId()
  }
}

/** This browser: who made a change, where nobody signs in. One that keeps nothing is another each time. */
const browserId = known()

let person: string | null = null
/** Who is signed in here; null: nobody. Told once, before anything is opened. */
export const letSelfBe = (is: string | null): void => {
  person = is
}
/** Whoever makes changes here: who is signed in, or this browser. */
export const selfId = (): string => person ?? browserId

/** This window of it. */
export const windowId = makeId()
