import { defineStore } from 'pinia'
import { ref } from 'vue'
import type { Overhead, Rail, Ramp, Roof, Slab, Stair } from '@lamina/core/records'
import type { UnitSystem } from '@lamina/core/units'
import { INCH_MM } from '@lamina/core/units'

type Own<R> = Omit<R, 'id' | 'kind' | 'level' | 'at' | 'turn' | 'layer' | 'path' | 'outline' | 'shape'>

const sizes = (system: UnitSystem) => {
  const mm = (metric: number, inches: number): number => (system === 'metric' ? metric : inches * INCH_MM)
  return {
    stair: {
      form: 'straight',
      hand: 'left',
      width: mm(900, 36),
      going: mm(250, 10.5),
      rise: null,
      risers: null,
      first: null,
      well: 0,
      radius: mm(600, 24),
      rails: 'both',
    } as Own<Stair>,
    ramp: { width: mm(1200, 48), length: 1, rise: mm(150, 6), rails: 'none' } as Own<Ramp>,
    rail: { height: mm(1100, 42), made: 'balusters' } as Own<Rail>,
    slab: { top: 0, thickness: mm(200, 8) } as Own<Slab>,
    roof: {
      form: 'double',
      pitch: (35 * Math.PI) / 180,
      overhang: mm(450, 18),
      fascia: mm(200, 8),
      eaves: 0,
    } as Own<Roof>,
    overhead: { what: 'beam', bottom: mm(2300, 92), height: mm(300, 12) } as Own<Overhead>,
    overheadWidth: mm(150, 6),
  }
}

/** What the next stair, floor, roof or overhead thing is like. */
export const useFabric = defineStore('fabric', () => {
  const next = ref(sizes('metric'))
  const begin = (system: UnitSystem): void => void (next.value = sizes(system))
  return { next, begin }
})
export type FabricStore = ReturnType<typeof useFabric>
