import type { MakeId } from '../edit'
import { alderYardPottery } from './alderYard'
import type { SampleStep } from './builder'
import { juniperRow } from './juniperRow'

export type { SampleStep }

/** The sample projects: a fixed id, so that they are made once, and the steps that draw them. */
export const SAMPLES: readonly {
  readonly id: string
  readonly make: (makeId: MakeId) => readonly SampleStep[]
}[] = [
  { id: 'sample-juniper-row', make: juniperRow },
  { id: 'sample-alder-yard-pottery', make: alderYardPottery },
]
