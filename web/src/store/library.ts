import { defineStore } from 'pinia'
import { ref, watch } from 'vue'
import type { Id } from '@lamina/core/records'

/** So many recent blocks are remembered. */
const RECENT = 12
const KEY = 'lamina-blocks'

function kept(): { favourites: Id[]; recent: Id[] } {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(KEY) ?? '{}')
    const list = (key: string): Id[] => {
      const value = (read as Record<string, unknown>)[key]
      return Array.isArray(value) ? value.filter((id): id is Id => typeof id === 'string').slice(0, 200) : []
    }
    return { favourites: list('favourites'), recent: list('recent') }
  } catch {
    return { favourites: [], recent: [] }
  }
}

/** Favourite and recent blocks, kept on this computer. */
export const useLibrary = defineStore('library', () => {
  const begun = kept()
  const favourites = ref<Id[]>(begun.favourites)
  const recent = ref<Id[]>(begun.recent)
  watch([favourites, recent], () => {
    try {
      localStorage.setItem(KEY, JSON.stringify({ favourites: favourites.value, recent: recent.value }))
    } catch {
      // A browser that keeps nothing forgets them with the window.
    }
  })
  const toggle = (id: Id): void => {
    favourites.value = favourites.value.includes(id)
      ? favourites.value.filter((each) => each !== id)
      : [...favourites.value, id]
  }
  const use = (id: Id): void => {
    recent.value = [id, ...recent.value.filter((each) => each !== id)].slice(0, RECENT)
  }
  return { favourites, recent, toggle, use }
})
