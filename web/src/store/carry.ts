import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import type { Id } from '@lamina/core/records'

/** Where something on its way is, in window pixels, and whether it was let go there. */
export interface OnItsWay {
  readonly x: number
  readonly y: number
  readonly dropped: boolean
}

/** What is on its way from a list to a board or sheet. */
export const useCarry = defineStore('carry', () => {
  const drawing = shallowRef<(OnItsWay & { readonly drawing: Id }) | null>(null)
  const block = shallowRef<OnItsWay | null>(null)
  return { drawing, block }
})
