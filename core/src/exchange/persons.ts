/** What somebody may do in a project: all; draw; look, measure and plot. */
export const ROLES = ['owner', 'drafter', 'reader'] as const
export type Role = (typeof ROLES)[number]
/** Whose role is everybody's who works here. */
export const EVERYBODY = '*'

/** Somebody who works here. */
export interface Person {
  readonly id: string
  readonly name: string
  readonly initials: string
  /** They work here no more; what they did has their name. */
  readonly left: boolean
  /** They keep the persons: make links, end sessions, and own every project. */
  readonly manages: boolean
}
/** The same, as those see it who keep the persons, and themselves. */
export interface KnownPerson extends Person {
  readonly signIn: string
  /** Signed in at so many places. */
  readonly places: number
}
/** Who is asking. */
export interface Me {
  /** Whether anybody is asked who they are; if not there are no persons. */
  readonly asked: boolean
  readonly person: KnownPerson | null
}
/** What a link does. */
export interface LinkFacts {
  /** Whose password it gives; null: it makes a person. */
  readonly person: { readonly name: string; readonly initials: string; readonly signIn: string } | null
  readonly manages: boolean
}
/** A link made for somebody: its secret part, and until when it is good. */
export interface MadeLink {
  readonly secret: string
  readonly endsAt: string
}
/** What a person may do in a project. */
export interface Share {
  readonly person: string
  readonly role: Role
}

/** What is written down of what people do, besides what they draw: that is in the journals. */
export const ACTS = [
  'signedIn',
  'refused',
  'signedOut',
  'signedOutAll',
  'joined',
  'password',
  'facts',
  'link',
  'manages',
  'left',
  'made',
  'removed',
  'broughtBack',
  'cleared',
  'packed',
  'shared',
] as const
export type Act = (typeof ACTS)[number]
/** So many of them are told at once. */
export const ACTS_A_PAGE = 100
/** One of them. */
export interface DoneAct {
  readonly id: number
  readonly at: string
  /** Null: nobody who is signed in. */
  readonly person: string | null
  readonly what: Act
  /** Whom or what it was done to, in words. */
  readonly about: string
  readonly address: string
}

/** Passwords have at least so many characters, and at most so many. */
export const SHORTEST_PASSWORD = 10
export const LONGEST_PASSWORD = 200

/** The rank of what one may do; who may do more may do less. */
const RANK: Record<Role, number> = { reader: 1, drafter: 2, owner: 3 }
/** Whether a role is enough for what asks for another. */
export const isEnough = (role: Role | null, least: Role): boolean =>
  role !== null && RANK[role] >= RANK[least]
