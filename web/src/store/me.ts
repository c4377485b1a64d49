import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import type { Me, Person } from '@lamina/core/exchange'
import { NotConnected, Refused, api, onSignedOut } from '../api'
import { letSelfBe } from './browser'

/** Who was signed in last: so that work goes on where the server does not answer. */
const NAME = 'lamina-me'

function seen(): Me | null {
  try {
    return JSON.parse(localStorage.getItem(NAME) ?? 'null') as Me | null
  } catch {
    return null
  }
}

/** Who works at this browser, where people are asked who they are; and who else does. */
export const useMe = defineStore('me', () => {
  const me = shallowRef<Me | null>(null)
  const persons = shallowRef<readonly Person[]>([])
  /** They were signed in, and the server says that they are not any more. */
  const isLost = ref(false)
  let asking: Promise<Me> | null = null

  function take(found: Me): Me {
    me.value = found
    letSelfBe(found.person?.id ?? null)
    try {
      localStorage.setItem(NAME, JSON.stringify(found))
    } catch {
      // Then it is asked again each time.
    }
    return found
  }

  /** Finds out once; where the server does not answer it is as it was last. */
  function known(): Promise<Me> {
    asking ??= api.me().then(take, (error: unknown) => {
      asking = null
      // A server that cannot say it for now is as one that is away.
      if (error instanceof NotConnected || error instanceof Refused)
        return take(seen() ?? { asked: false, person: null })
      throw error
    })
    return asking
  }

  /** All who are or were here, for their names. */
  async function load(): Promise<void> {
    if (me.value?.asked && me.value.person) persons.value = await api.persons()
  }

  onSignedOut(() => {
    if (me.value?.person) isLost.value = true
  })

  const nameOf = computed(() => {
    const names = new Map(persons.value.map(({ id, name }) => [id, name]))
    return (id: string): string | undefined => names.get(id)
  })

  return {
    me,
    persons,
    isLost,
    nameOf,
    known,
    load,
    /** Everybody's initials who works here, their own first. */
    initials: computed(() => {
      const own = me.value?.person
      const all = persons.value.filter(({ left }) => !left)
      return [...new Set([...(own ? [own.initials] : []), ...all.map(({ initials }) => initials)])]
    }),
    /** Facts of their own were changed. */
    take,
  }
})

/** A refusal in a sentence. */
export const sentenceOf = (error: unknown): string => (error instanceof Error ? error.message : String(error))
