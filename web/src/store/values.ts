import { defineStore } from 'pinia'
import { shallowReactive, toRefs } from 'vue'
import type { Id } from '@lamina/core/records'
import type { UnitSystem } from '@lamina/core/units'
import { firstValues } from '../tools/values'

/** What the tools keep from one use to the next; another project begins with its own. */
export const useValues = defineStore('values', () => {
  // Values go into records as they are, so they are no proxies.
  const values = shallowReactive(firstValues('metric'))
  const begin = (system: UnitSystem): void => void Object.assign(values, firstValues(system))
  /** Another block comes in its own size. */
  function chooseBlock(id: Id): void {
    if (values.block !== id) {
      values.blockSize = { width: null, depth: null }
      values.blockParameters = {}
    }
    values.block = id
  }
  return { ...toRefs(values), begin, chooseBlock }
})
